import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import type { NumberRow } from '../numbers/book'
import { sided } from '../ledger/entry'
import { cents } from '../money/cents'
import { account, company } from '../office/test/office'
import type { Payment } from '../payments/payment'
import { countOff, type CountOffAct, type CountOffKnown } from './countOff'
import { numbersOfRun, type Outcome, type Run } from './run'
import {
  book,
  byKey,
  checksOf,
  day,
  n,
  paperOf,
  paymentOf,
  rowOf,
  rowsOf,
  runId,
  runOf,
  stamp,
} from './test/run'

const [a, b, c] = ['a', 'b', 'c'].map(id => paymentOf(id, { state: 'on paper' })) as [
  Payment,
  Payment,
  Payment,
]
const run = runOf(['a', 'b', 'c'], { state: 'at the printer', top: n(101), checks: checksOf(101, a, b, c) })
const onPaper = [a, b, c].map((payment, i) => rowOf(101 + i, 'on paper', payment))
const facts = (number: number) => ({ id: `run/${number}`, runId, facts: { number, payee: 'x' } as never })
const known = (more: Partial<CountOffKnown> = {}): CountOffKnown => ({
  run,
  book,
  rows: rowsOf(...onPaper),
  payments: byKey(a, b, c),
  earlier: [],
  copies: new Map([101, 102, 103].map(number => [`run/${number}`, facts(number)])),
  cashLedgerId: account.cashLedgerId,
  ...more,
})
type Said = Outcome | 'good' | 'never came out' | `spoiled: ${string}` | number
/** An outcome as a person says it; a number is a good check whose paper carries that one. */
const outcomeOf = (said: Said): Outcome => {
  if (typeof said === 'number') return { kind: 'good', number: n(said) }
  if (typeof said === 'object') return said
  if (said === 'good' || said === 'never came out') return { kind: said }
  return { kind: 'spoiled', why: said.slice('spoiled: '.length) }
}
const counted = (said: Said[], skipped: CountOffAct['skipped'] = [], more: Partial<CountOffKnown> = {}) =>
  countOff(
    known(more),
    { outcomes: new Map(said.map((one, i) => [n(101 + i), outcomeOf(one)])), skipped },
    stamp,
  )
const fatesOf = (rows: readonly NumberRow[]) =>
  [...rows]
    .sort((x, y) => x.number - y.number)
    .map(row => `${row.number} ${row.fate}${row.why && ` (${row.why})`}`)
const skip = (number: number, fate: 'missing' | 'spoiled' | 'set aside' = 'missing', why = 'fed twice') => ({
  number: n(number),
  fate,
  why,
})

describe('a run that is counted off', () => {
  it('issues what came out well, with its entry, and puts the rest back in the lane', () => {
    const { changes, trail } = must(counted(['good', 'spoiled:  jam ', 'never came out']))
    expect(changes.runs).toEqual([
      {
        ...run,
        state: 'counted off',
        checks: [
          { ...run.checks[0]!, outcome: { kind: 'good' } },
          { ...run.checks[1]!, outcome: { kind: 'spoiled', why: ' jam ' } },
          { ...run.checks[2]!, outcome: { kind: 'never came out' } },
        ],
        countedAt: stamp.at,
        countedBy: stamp.by,
      },
    ])
    expect(changes.numbers).toEqual([
      {
        ...onPaper[0]!,
        fate: 'issued',
        at: stamp.at,
        life: [{ ...stamp, fate: 'issued', payee: a.name, runId }],
      },
      {
        ...onPaper[1]!,
        fate: 'spoiled',
        why: 'jam',
        at: stamp.at,
        life: [{ ...stamp, fate: 'spoiled', why: 'jam', payee: b.name, runId }],
      },
      {
        ...onPaper[2]!,
        fate: 'unused',
        check: null,
        at: stamp.at,
        life: [{ ...stamp, fate: 'unused', payee: c.name, runId }],
      },
    ])
    expect(changes.payments).toEqual([
      { ...a, state: 'issued' },
      { ...b, state: 'waiting' },
      { ...c, state: 'waiting' },
    ])
    expect(changes.entries).toEqual([
      {
        id: 'a/issued/101',
        companyId: company.id,
        date: a.date,
        text: 'Check 101, Shoreline Timber',
        paymentId: a.id,
        lines: [sided(idOf('wood'), cents(120_00)), sided(idOf('cash'), cents(-120_00))],
        ledgers: ['wood', 'cash'],
      },
    ])
    expect(changes.copies).toEqual([])
    expect(trail).toEqual({
      act: 'Run counted off',
      text: 'Counted off: 1 good for 120.00, 1 spoiled, 1 never came out.',
      about: { account: account.id, run: runId, book: book.id },
    })
  })
  it('takes every number from its paper, even one that another check of the run was sent with', () => {
    const { changes, trail } = must(counted([102, 103, { kind: 'spoiled', why: 'torn', number: n(104) }]))
    expect(changes.numbers.map(row => [row.number, row.fate, row.check?.paymentId])).toEqual([
      [102, 'issued', 'a'],
      [103, 'issued', 'b'],
      [104, 'spoiled', 'c'],
      [101, 'unused', undefined],
    ])
    expect(changes.runs[0]!.checks.map(check => [check.number, check.sentAs])).toEqual([
      [102, 101],
      [103, 102],
      [104, 103],
    ])
    expect(changes.copies.map(copy => [copy.id, copy.facts.number])).toEqual([
      ['run/102', 102],
      ['run/103', 103],
      ['run/104', 104],
    ])
    expect(changes.entries.map(e => e.id)).toEqual(['a/issued/102', 'b/issued/103'])
    expect(trail.text).toBe(
      'Counted off: 2 good for 240.00, 1 spoiled, 0 never came out, 3 under another number.',
    )
    expect(must(counted([102, 103, 104], [], { copies: new Map() })).changes.copies).toEqual([])
  })
  it('gives numbers that carry no check their fate, those of the run too', () => {
    const skipped = [skip(101), skip(104, 'set aside', ' thin paper ')]
    const { changes, trail } = must(counted(['never came out', 'good', 'good'], skipped))
    expect(fatesOf(changes.numbers)).toEqual([
      '101 missing (fed twice)',
      '102 issued',
      '103 issued',
      '104 set aside (thin paper)',
    ])
    expect(changes.numbers.find(row => row.number === 101)!.life.map(line => line.fate)).toEqual([
      'unused',
      'missing',
    ])
    expect(changes.runs[0]!.skipped).toEqual(skipped)
    expect(trail.text).toMatch(/, 1 never came out, skipped 101 missing, 104 set aside\.$/)
    expect(numbersOfRun(changes.runs[0]!).map(u => [u.number, u.came, u.why])).toEqual([
      [101, 'never came out', ''],
      [101, 'missing', 'fed twice'],
      [102, 'good', ''],
      [103, 'good', ''],
      [104, 'set aside', ' thin paper '],
    ])
  })
  it('enters nothing twice and nothing of an advice for nothing; in a closed period, on the first open day', () => {
    const free = { ...b, amount: cents(0), split: [], advice: true }
    const payments = byKey<'payment', Payment>({ ...a, booked: true }, free, c)
    const { changes } = must(
      counted(['good', 'good', 'good'], [], { payments, closedThrough: day('2026-11-24') }),
    )
    expect(changes.entries.map(e => [e.id, e.date])).toEqual([['c/issued/103', '2026-11-25']])
    expect(changes.payments[0]).toEqual({ ...a, state: 'issued' })
  })
  it('keeps what was seen to be wrong with the payment', () => {
    const wrong: Outcome = { kind: 'spoiled', why: 'wrong day', correct: 'date' }
    expect(must(counted(['good', wrong, 'good'])).changes.payments[1]).toEqual({
      ...b,
      state: 'waiting',
      correct: 'date',
    })
  })
  it('tells the numbers that carried a payment before which one took over, once', () => {
    const before = (number: number, fate: NumberRow['fate'], more: Partial<NumberRow> = {}) => ({
      ...rowOf(number, fate, a),
      ...more,
    })
    const earlier = [
      before(105, 'voided'),
      before(106, 'stopped'),
      before(107, 'spoiled'),
      before(108, 'voided', { replacedBy: n(105) }),
      before(109, 'issued'),
      before(110, 'voided', { check: paperOf(b) }),
      rowOf(111, 'voided'),
      before(101, 'on paper'),
    ]
    const { changes } = must(counted(['good', 'never came out', 'good'], [], { earlier }))
    const replaced = changes.numbers.filter(row => row.replacedBy)
    expect(replaced.map(row => [row.number, row.replacedBy])).toEqual([
      [105, 101],
      [106, 101],
      [107, 101],
    ])
    expect(replaced[0]).toEqual({
      ...earlier[0],
      replacedBy: 101,
      life: [{ ...stamp, fate: 'voided', why: 'replaced by 101', event: { kind: 'replaced', by: 101 } }],
    })
    // A number that this run itself touched is told of by this run.
    const own = counted([104, 'good', 'good'], [skip(101, 'spoiled')], { earlier: [before(101, 'spoiled')] })
    expect(must(own).changes.numbers.find(row => row.number === 101)).not.toHaveProperty('replacedBy')
  })
  it.each<[() => ReturnType<typeof counted>, string]>([
    [
      () => counted([], [], { run: { ...run, state: 'counted off' } }),
      'run-not-at-printer (run) This run is counted off.',
    ],
    [() => counted(['good', 'good']), 'outcome-missing (outcome, 103) Choose an outcome for 103.'],
    [
      () => counted(['good', 'good', 'good', 'good']),
      'outcome-extra (outcome) An outcome is for a number that is not in this run.',
    ],
    [() => counted(['spoiled:  ', 'good', 'good']), 'why-blank (why, 101) Give a reason why 101 is spoiled.'],
    [() => counted([121, 'good', 'good']), 'number-outside (number, 121) 121 is not in the number book.'],
    [() => counted([104, 104, 'good']), 'number-twice (number, 104) Number 104 was given to two sheets.'],
    [
      () => counted([104, 'good', 'good'], [], { rows: rowsOf(...onPaper, rowOf(104, 'missing')) }),
      'number-used (number, 104) Number 104 is already missing. A number can only be used once.',
    ],
    [
      () => counted(['good', 'good', 'good'], [skip(102)]),
      'number-twice (skipped, 102) Number 102 is marked missing, but a sheet has it.',
    ],
    [
      () => counted(['good', 'good', 'good'], [skip(104), skip(104)]),
      'number-twice (skipped, 104) Number 104 is marked missing, but a sheet has it.',
    ],
    [
      () => counted(['good', 'good', 'good'], [skip(100)]),
      'number-outside (skipped, 100) 100 is not in the number book.',
    ],
    [
      () => counted(['good', 'good', 'good'], [skip(104, 'spoiled', ' ')]),
      'why-blank (why, 104) Give a reason why 104 is spoiled.',
    ],
    [
      () =>
        counted(['good', 'good', 'good'], [skip(105)], { rows: rowsOf(...onPaper, rowOf(105, 'voided')) }),
      'number-used (skipped, 105) 105 is voided.',
    ],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
  it('stops where the books are broken, with nothing done', () => {
    const with101 = (row: NumberRow) => () =>
      counted(['good', 'good', 'good'], [], { rows: rowsOf(...onPaper, row) })
    const broken = 'Number 101 of this run is not on paper in the number book'
    expect(with101(rowOf(101, 'unused'))).toThrow(broken)
    expect(with101(rowOf(101, 'issued', a))).toThrow(broken)
    expect(with101({ ...rowOf(101, 'on paper'), check: paperOf(a, { runId: idOf('other') }) })).toThrow(
      broken,
    )
    expect(() => counted(['good', 'good', 'good'], [], { rows: new Map() })).toThrow(broken)
    const notOnPaper = 'The payment of check 101 is not on paper'
    expect(() => counted(['good', 'good', 'good'], [], { payments: byKey(b, c) })).toThrow(notOnPaper)
    const waiting = byKey<'payment', Payment>({ ...a, state: 'waiting' }, b, c)
    expect(() => counted(['good', 'good', 'good'], [], { payments: waiting })).toThrow(notOnPaper)
  })
})

it('the numbers of a run are told lowest first, with what became of each', () => {
  const checks = checksOf(104, a, b).toReversed() as Run['checks']
  const [second, first] = checks
  const of = runOf([], {
    checks: [{ ...second!, outcome: { kind: 'spoiled', why: 'jam' } }, first!],
    skipped: [skip(103)],
  })
  expect(numbersOfRun(of)).toEqual([
    { number: 103, came: 'missing', why: 'fed twice' },
    { number: 104, check: first, came: '', why: '' },
    { number: 105, check: of.checks[0], came: 'spoiled', why: 'jam' },
  ])
})
