import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import type { CheckNumber } from '../numbers/book'
import { sided, type Entry } from '../ledger/entry'
import { cents } from '../money/cents'
import { account, company, drawKnown, drawOf, payee } from '../office/test/office'
import type { ImportedFile } from './importRows'
import {
  importEarlierChecks,
  type BeforeKnown,
  type EarlierCheck,
  type EarlierFate,
  type TakingBefore,
} from './importEarlierChecks'
import { undoEarlierChecks, type BeforeBackKnown } from './undoEarlierChecks'
import { book, day, n, paymentOf, rowOf, stamp } from '../runs/test/run'

const known = (more: Partial<BeforeKnown> = {}): BeforeKnown => ({
  intake: undefined,
  company,
  account,
  payees: [payee],
  ledgers: drawKnown().ledgers,
  bills: [],
  payments: [],
  lastNumber: 0,
  books: [book],
  rows: new Map(),
  equity: idOf('equity'),
  ...more,
})
const check = (id: string, number: number, more: Partial<EarlierCheck> = {}): EarlierCheck => ({
  ...{ paymentId: idOf(id), number: n(number), state: 'issued', why: '' },
  ...more,
})
const fate = (number: number, more: Partial<EarlierFate> = {}): EarlierFate => ({
  ...{ number: n(number), fate: 'missing', why: ' lost ' },
  ...more,
})
type Told = Partial<Omit<TakingBefore, 'taking'>> & { taking?: Partial<TakingBefore['taking']> }
const act = (checks: readonly EarlierCheck[], { taking, ...more }: Told = {}): TakingBefore => ({
  taking: {
    ...{ id: idOf('in'), companyId: company.id, accountId: account.id, file: 'old.csv' },
    ...{ ledgers: [], payees: [], bills: [], draws: checks.map(of => drawOf(of.paymentId, 120_00)) },
    ...taking,
  },
  checks,
  fates: [],
  held: false,
  ...more,
})
const taken = (checks: readonly EarlierCheck[], told: Told = {}, more: Partial<BeforeKnown> = {}) =>
  importEarlierChecks(known(more), act(checks, told), stamp)
const payment = (id: string) => paymentOf(id, { drawnAt: stamp.at })
const [wood, cash] = [idOf<'ledger'>('wood'), idOf<'ledger'>('cash')]

describe('what was before the office began here', () => {
  it('comes in with its payments, what became of them, and one line in the trail', () => {
    const { changes, trail } = must(
      taken(
        [
          check('a', 101),
          check('b', 102, { state: 'cleared' }),
          check('c', 103, { state: 'voided', why: ' torn ' }),
          check('d', 104, { state: 'stopped', why: 'lost' }),
        ],
        { fates: [fate(110), fate(111, { fate: 'spoiled', why: 'jam' })] },
      ),
    )
    expect(changes.payments).toEqual([
      { ...payment('a'), state: 'issued' },
      { ...payment('b'), state: 'cleared' },
      { ...payment('c'), state: 'cancelled' },
      { ...payment('d'), state: 'cancelled' },
    ])
    expect(changes.numbers.map(row => [row.number, row.fate, row.why])).toEqual([
      [101, 'issued', 'issued before'],
      [102, 'cleared', ''],
      [103, 'voided', 'torn'],
      [104, 'stopped', 'lost'],
      [110, 'missing', 'lost'],
      [111, 'spoiled', 'jam'],
    ])
    expect(changes.numbers[1]).toEqual({
      ...rowOf(102, 'cleared', payment('b')),
      at: stamp.at,
      check: {
        ...{ paymentId: 'b', runId: 'before/in', sheet: 1, place: 1 },
        ...{ payee: payee.name, date: '2026-11-24', amount: 120_00 },
      },
      life: [
        { ...stamp, fate: 'issued', why: 'issued before', payee: payee.name, runId: 'before/in' },
        { ...stamp, fate: 'cleared', payee: payee.name, runId: 'before/in' },
      ],
    })
    expect(changes.numbers[4]).toMatchObject({ check: null, life: [{ fate: 'missing', why: 'lost' }] })
    expect(changes.entries.map(e => [e.id, e.date, e.lines])).toEqual(
      [101, 102].map((number, i) => [
        `${'ab'[i]}/issued/${number}`,
        '2026-11-24',
        [sided(wood, cents(120_00)), sided(cash, cents(-120_00))],
      ]),
    )
    expect(changes.intakes).toEqual([
      {
        ...{ id: 'in', companyId: company.id, file: 'old.csv', ...stamp, ledgers: [], bills: [], payees: [] },
        payments: ['a', 'b', 'c', 'd'],
        numbers: [101, 102, 103, 104, 110, 111].map(number => `book/${number}`),
      },
    ])
    expect(trail).toEqual({
      act: 'Earlier checks imported',
      text: 'Imported 4 checks, 2 other numbers from old.csv.',
      about: { intake: 'in', company: company.id, account: account.id },
    })
  })
  it('leaves the opening balance where that was told after these checks', () => {
    const { changes, trail } = must(taken([check('a', 101)], { held: true }))
    expect(changes.entries[0]!.lines).toEqual([
      sided(wood, cents(120_00)),
      sided(cash, cents(-120_00)),
      sided(cash, cents(120_00)),
      sided(idOf('equity'), cents(-120_00)),
    ])
    expect(trail.text).toBe('Imported 1 check from old.csv; the opening balance includes them.')
    const only = taken([], { held: true, fates: [fate(110)] }, { equity: undefined })
    expect(must(only).trail.text).toBe(
      'Imported 1 other number from old.csv; the opening balance includes them.',
    )
    const dated = taken([check('a', 101)], {}, { equity: undefined })
    expect(must(dated).changes.entries[0]!.lines).toHaveLength(2)
  })
  it('keeps the life of a number that was found again, and a reason of what has cleared', () => {
    const found = { ...rowOf(101, 'unused'), life: [{ ...stamp, fate: 'missing' as const }] }
    const { changes } = must(
      taken(
        [check('a', 101, { state: 'cleared', why: 'by hand' })],
        {},
        { rows: new Map([[found.id, found]]) },
      ),
    )
    expect(changes.numbers[0]!.life.map(line => [line.fate, line.why])).toEqual([
      ['missing', undefined],
      ['issued', 'issued before'],
      ['cleared', 'by hand'],
    ])
  })
  const used = rowOf(101, 'spoiled')
  const rows = new Map([[used.id, used]])
  it.each<[() => ReturnType<typeof taken>, string]>([
    [
      () => taken([check('a', 101)], {}, { intake: {} as ImportedFile }),
      'intake-known (file) This file was already imported.',
    ],
    [
      () => taken([check('a', 101)], { taking: { accountId: undefined } as never }),
      'account-blank (account) Choose the account of these numbers.',
    ],
    [
      () => taken([check('a', 101)], {}, { account: { ...account, companyId: idOf('elsewhere') } }),
      'account-blank (account) Choose the account of these numbers.',
    ],
    [
      () => taken([check('a', 101)], {}, { account: undefined }),
      'account-blank (account) Choose the account of these numbers.',
    ],
    [
      () => taken([check('a', 101)], { held: true }, { equity: undefined }),
      'equity-none (held) This company has no ledger account for opening balances.',
    ],
    [
      () => taken([check('a', 101)], { taking: { draws: [] } }),
      'intake-odd (file) Each payment must belong to one check.',
    ],
    [
      () => taken([check('a', 101)], { taking: { ledgers: [drawKnown().ledgers[0]!] } }),
      'intake-odd (file) Each payment must belong to one check.',
    ],
    [
      () => taken([check('a', 101)], { taking: { bills: [{}] as never } }),
      'intake-odd (file) Each payment must belong to one check.',
    ],
    [
      () => taken([check('a', 101)], { taking: { draws: [drawOf('b', 100)] } }),
      'intake-odd (file) A payment has no check.',
    ],
    [() => taken([]), 'intake-empty (file) There is nothing to import.'],
    [
      () => taken([check('a', 101), check('b', 121)]),
      'number-outside (file) Checks 2: Number 121 is not in a number book of this account.',
    ],
    [
      () => taken([check('a', 101)], {}, { books: [{ ...book, kind: 'advices' }] }),
      'number-outside (file) Checks 1: Number 101 is not in a number book of this account.',
    ],
    [
      () => taken([check('a', 101), check('b', 101)]),
      'number-used (file) Checks 2: Number 101 is already issued. A number can only be used once.',
    ],
    [
      () => taken([check('a', 101)], {}, { rows }),
      'number-used (file) Checks 1: Number 101 is already spoiled. A number can only be used once.',
    ],
    [
      () => taken([check('a', 101, { state: 'voided', why: ' ' })]),
      'why-blank (file) Checks 1: Give a reason why number 101 is voided.',
    ],
    [
      () => taken([check('a', 101, { state: 'stopped' })]),
      'why-blank (file) Checks 1: Give a reason why number 101 is stopped.',
    ],
    [
      () => taken([check('a', 101)], { fates: [fate(102), fate(101)] }),
      'number-used (file) Fates 2: Number 101 is already issued. A number can only be used once.',
    ],
    [
      () => taken([], { fates: [fate(102, { why: ' ' })] }),
      'why-blank (file) Fates 1: Give a reason why number 102 is missing.',
    ],
    [
      () => taken([check('a', 101)], {}, { payees: [] }),
      'payee-unknown (file) Draws 1: This payee does not exist.',
    ],
  ])('%#: refused as a whole', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
})

describe('what was before and is taken back', () => {
  const came = () => must(taken([check('a', 101)], { fates: [fate(110)] })).changes
  const of = (): BeforeBackKnown => ({ ...came(), intake: came().intakes[0]! })
  const later = { at: '2026-11-25T10:00:00-05:00', by: 'Test' }
  const back = (more: Partial<BeforeBackKnown> = {}) => undoEarlierChecks({ ...of(), ...more }, later)
  it('is gone as a whole: its numbers are unused again, its payments cancelled, its entries mirrored', () => {
    const { changes, trail } = must(back())
    const [entered] = came().entries as [Entry]
    expect(changes).toEqual({
      intakes: [{ ...of().intake, takenBack: later.at }],
      numbers: came().numbers.map(row => ({
        ...row,
        fate: 'unused',
        why: '',
        at: later.at,
        check: null,
        life: [...row.life, { ...later, fate: 'unused', why: 'Import of old.csv undone' }],
      })),
      payments: [{ ...came().payments[0]!, state: 'cancelled' }],
      entries: [
        {
          ...entered,
          id: 'a/issued/101/back',
          text: `Reversed: ${entered.text}`,
          lines: [sided(wood, cents(-120_00)), sided(cash, cents(120_00))],
        },
      ],
    })
    expect(trail).toEqual({
      act: 'Import undone',
      text: 'Undid the import of old.csv: 1 check, 1 other number.',
      about: { intake: 'in', company: company.id },
    })
  })
  const touched = (line: { at: string; by: string }) => {
    const [first, ...rest] = came().numbers
    return [
      { ...first!, fate: 'voided' as const, life: [...first!.life, { ...line, fate: 'voided' as const }] },
      ...rest,
    ]
  }
  const bills = () => {
    const { numbers: _, ...told } = of().intake
    return told
  }
  it.each<[() => ReturnType<typeof back>, string]>([
    [() => back({ intake: bills() }), 'intake-numbers (file) This import has no check numbers.'],
    [
      () => back({ intake: { ...of().intake, takenBack: later.at } }),
      'intake-back (file) This import was already undone.',
    ],
    [
      () => back({ numbers: touched(later) }),
      'intake-used (file, 101) Check 101 is now voided, so the import cannot be undone.',
    ],
    [
      () => back({ numbers: touched({ ...stamp, by: 'Somebody' }) }),
      'intake-used (file, 101) Check 101 is now voided, so the import cannot be undone.',
    ],
    [
      () => back({ closedThrough: day('2026-11-24') }),
      'period-closed (file, 2026-11-24, 2026-11-24) The books are closed through Nov 24, 2026. Choose a later date.',
    ],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
})

it('a number that is in two books of before goes to the first that holds it', () => {
  const two = [{ ...book, id: idOf<'book'>('adv'), kind: 'advices' as const }, book]
  const { numbers } = must(taken([], { fates: [fate(101 as CheckNumber)] }, { books: two })).changes
  expect(numbers.map(row => row.id)).toEqual(['book/101'])
})
