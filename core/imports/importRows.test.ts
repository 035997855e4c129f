import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { cents } from '../money/cents'
import { account, company, drawKnown, drawOf, payee, payeeOf } from '../office/test/office'
import type { PayeeForm } from '../payees/payee'
import { importRows, type ImportKnown, type TakingIn } from './importRows'
import { undoImport, type UndoKnown } from './undoImport'
import { ledgerOf } from '../ledger/test/ledger'
import { billOf } from '../bills/test/bill'
import { day, paymentOf, stamp } from '../payments/test/payment'

const known = (more: Partial<ImportKnown> = {}): ImportKnown => ({
  ...{ intake: undefined, company, account, payees: [payee], ledgers: drawKnown().ledgers },
  ...{ bills: [], payments: [], lastNumber: 6 },
  ...more,
})
const written = (id: string, more: Partial<PayeeForm> = {}): TakingIn['payees'][number] => ({
  id: idOf(id),
  to: {
    ...{ kind: 'supplier', name: `Yard ${id}`, address: [], memo: '', taxForm: 'none' },
    split: [{ ledgerId: idOf('wood'), weight: 1 }],
    ...more,
  },
})
const billed = (id: string, more: Partial<TakingIn['bills'][number]> = {}): TakingIn['bills'][number] => ({
  ...{ id: idOf(id), payeeId: payee.id, number: id, date: day('2026-11-02'), due: day('2026-12-02') },
  ...{ amount: cents(100_00), memo: '', taxForm: 'none' },
  lines: [{ ledgerId: idOf('wood'), amount: cents(100_00), memo: '' }],
  ...more,
})
const act = (more: Partial<TakingIn> = {}): TakingIn => ({
  ...{ id: idOf('in'), companyId: company.id, accountId: account.id, file: 'list.csv' },
  ...{ ledgers: [], payees: [], bills: [], draws: [] },
  ...more,
})
const taken = (more: Partial<TakingIn>, of: Partial<ImportKnown> = {}) =>
  importRows(known(of), act(more), stamp)

describe('rows of a file that are taken in', () => {
  it('may name what stands before them, and come as one thing with one line in the trail', () => {
    const { changes, trail } = must(
      taken({
        ledgers: [ledgerOf('7100', { name: ' Larch ' })],
        payees: [written('new', { split: [{ ledgerId: idOf('7100'), weight: 1 }] })],
        bills: [
          billed('B1', { payeeId: idOf('new') }),
          billed('B2', { lines: [{ ledgerId: idOf('7100'), amount: cents(100_00), memo: '' }] }),
        ],
        draws: [{ ...drawOf('p', 50_00), payee: { ...payee, id: idOf('new'), name: 'Yard new' } }],
      }),
    )
    expect(changes.ledgers).toEqual([ledgerOf('7100', { name: 'Larch' })])
    expect(changes.payees.map(p => [p.id, p.name])).toEqual([['new', 'Yard new']])
    expect(changes.bills.map(b => [b.number, b.payeeId, b.ourNumber])).toEqual([
      ['B1', 'new', 7],
      ['B2', payee.id, 8],
    ])
    expect(changes.entries.map(e => e.id)).toEqual(['B1/owed/1', 'B2/owed/1'])
    expect(changes.payments.map(p => [p.id, p.payeeId, p.state])).toEqual([['p', 'new', 'waiting']])
    expect(changes.intakes).toEqual([
      {
        ...{ id: 'in', companyId: company.id, file: 'list.csv', ...stamp },
        ...{ ledgers: ['7100'], payees: ['new'], bills: ['B1', 'B2'], payments: ['p'] },
      },
    ])
    expect(trail).toEqual({
      act: 'Data imported',
      text: 'Imported 1 ledger account, 1 payee, 2 bills, 1 payment from list.csv.',
      about: { intake: 'in', company: company.id },
    })
  })
  const alike = billOf({ number: 'B1' })
  it.each<[string, () => ReturnType<typeof taken>]>([
    ['intake-known (file) This file was already imported.', () => taken({}, { intake: {} as never })],
    ['intake-empty (file) There is nothing to import.', () => taken({})],
    [
      'ledger-blank (file) Ledgers 2: Enter a number and a name.',
      () => taken({ ledgers: [ledgerOf('7100'), ledgerOf('7200', { code: ' ' })] }),
    ],
    [
      'ledger-blank (file) Ledgers 1: Enter a number and a name.',
      () => taken({ ledgers: [ledgerOf('7200', { name: ' ' })] }),
    ],
    [
      'ledger-elsewhere (file) Ledgers 1: This ledger account cannot be imported.',
      () => taken({ ledgers: [ledgerOf('7200', { companyId: idOf('other') })] }),
    ],
    [
      'ledger-elsewhere (file) Ledgers 1: This ledger account cannot be imported.',
      () => taken({ ledgers: [ledgerOf('wood', { code: '7' })] }),
    ],
    [
      'ledger-known (file) Ledgers 1: 6120 Materials already exists.',
      () => taken({ ledgers: [ledgerOf('x', { code: '6120' })] }),
    ],
    [
      'ledger-known (file) Ledgers 2: 7A Ledger x already exists.',
      () => taken({ ledgers: [ledgerOf('x', { code: '7A' }), ledgerOf('y', { code: '7a' })] }),
    ],
    [
      'payee-known (file) Payees 2: There is already a payee named Yard a.',
      () => taken({ payees: [written('a'), written('b', { name: 'yard  A' })] }),
    ],
    [
      'code-taken (file) Payees 2: Yard a already has this code.',
      () => taken({ payees: [written('a', { code: 'YA' }), written('b', { code: 'ya' })] }),
    ],
    ['payee-known (file) Payees 1: This payee already exists.', () => taken({ payees: [written(payee.id)] })],
    [
      'account-blank (file) Draws 1: Choose the account to pay from.',
      () => taken({ draws: [drawOf('p', 1)] }, { account: undefined }),
    ],
    [
      'payee-unknown (file) Draws 1: This payee does not exist.',
      () => taken({ draws: [{ ...drawOf('p', 1), payee: payeeOf('nobody', 'X') }] }),
    ],
  ])('%s', (expected, done) => {
    expect(cameTo(done())).toBe(expected)
  })
  it('are refused as their own act would be: a bill that stands twice, a payment that has its key', () => {
    const codeOf = (done: ReturnType<typeof taken>) => (done.ok ? 'done' : done.refusal.code)
    expect(codeOf(taken({ bills: [billed('B1'), billed('X', { number: 'B1' })] }))).toBe('bill-twice')
    expect(codeOf(taken({ bills: [billed('B1')] }, { bills: [alike] }))).toBe('bill-twice')
    expect(codeOf(taken({ bills: [billed('B1')] }, { bills: [billOf({ id: idOf('B1') })] }))).toBe(
      'bill-known',
    )
    expect(codeOf(taken({ draws: [drawOf('p', 1)] }, { payments: [paymentOf('p')] }))).toBe('payment-known')
    expect(codeOf(taken({ draws: [drawOf('p', 1), drawOf('p', 1)] }))).toBe('payment-known')
    const closed = { ...company, closedThrough: day('2026-11-24') }
    expect(codeOf(taken({ draws: [drawOf('p', 1)] }, { company: closed }))).toBe('period-closed')
  })
})

describe('a file that is taken back', () => {
  const [bill, payment, rope] = [billOf({ number: 'B1' }), paymentOf('p'), payeeOf('r', 'Cobalt Rope')]
  const larch = ledgerOf('7100')
  const entry = { id: 'e', date: day('2026-11-03'), text: '', lines: [], ledgers: [] } as never
  const intake = {
    ...{ id: idOf<'intake'>('in'), companyId: company.id, file: 'list.csv', ...stamp },
    ...{ payees: [payee.id, rope.id], ledgers: [larch.id], bills: [bill.id], payments: [payment.id] },
  }
  const back = (more: Partial<UndoKnown> = {}) =>
    undoImport(
      {
        ...{ intake, company, payees: [payee, rope], ledgers: [larch] },
        ...{ bills: [bill], payments: [payment], entries: new Map([[bill.id, entry]]) },
        ...{ mergedInto: new Set<never>(), used: new Set<never>() },
        ...more,
      },
      stamp,
    )
  it('is gone as a whole, but for what something names', () => {
    const { changes, removes, trail } = must(back())
    expect(changes.intakes).toEqual([{ ...intake, takenBack: stamp.at }])
    expect(changes.bills).toEqual([{ ...bill, stage: 'cancelled' }])
    expect(changes.payments).toEqual([{ ...payment, state: 'cancelled', withdrawn: true }])
    expect(changes.entries).toHaveLength(1)
    // The payee stays: their bill and payment do, cancelled.
    expect(removes).toEqual({ payees: [rope.id], ledgers: [larch.id] })
    expect(trail).toEqual({
      act: 'Import undone',
      text: 'Undid the import of list.csv: 1 ledger account, 2 payees, 1 bill, 1 payment.',
      about: { intake: 'in', company: company.id },
    })
    expect(must(back({ used: new Set([larch.id]) })).removes?.ledgers).toEqual([])
  })
  it('leaves out what was cancelled meanwhile', () => {
    const gone = must(
      back({
        ...{ bills: [{ ...bill, stage: 'cancelled' }], payments: [{ ...payment, state: 'cancelled' }] },
        ...{ payees: [], ledgers: [] },
      }),
    )
    expect(gone.changes).toMatchObject({ bills: [], payments: [], entries: [] })
    expect(gone.trail.text).toBe('Undid the import of list.csv: nothing that was left.')
  })
  const later = billOf({ number: 'Later', ourNumber: 9 })
  const stray = paymentOf('stray')
  it.each<[string, () => ReturnType<typeof back>]>([
    [
      'intake-back (file) This import was already undone.',
      () => back({ intake: { ...intake, takenBack: 'x' } }),
    ],
    [
      'intake-numbers (file) Its check numbers are undone with it.',
      () => back({ intake: { ...intake, numbers: [] } }),
    ],
    [
      'intake-used (file) Shoreline Timber has been merged since, so the import cannot be undone',
      () => back({ payees: [{ ...payee, became: rope.id }, rope] }),
    ],
    [
      'intake-used (file) Cobalt Rope has been merged since, so the import cannot be undone',
      () => back({ mergedInto: new Set([rope.id]) }),
    ],
    [
      'intake-used (file) Shoreline Timber has bill Sooner that did not come from this file, so the import cannot be undone',
      () => back({ bills: [bill, later, billOf({ number: 'Sooner', ourNumber: 8 })] }),
    ],
    [
      'intake-used (file) Shoreline Timber has a payment that did not come from this file, so the import cannot be undone',
      () => back({ payments: [payment, stray] }),
    ],
    [
      'bill-fixed (file) Bill B1: 1.00 of this bill is in the lane. Withdraw or cancel the payment first.',
      () => back({ bills: [{ ...bill, promised: cents(100) }] }),
    ],
    [
      'payment-not-waiting (file) The payment to Shoreline Timber is issued.',
      () => back({ payments: [{ ...payment, state: 'issued' }] }),
    ],
  ])('%s', (expected, done) => {
    expect(cameTo(done())).toBe(expected)
  })
  it('is not held up by what is cancelled, or of payees that did not come with it', () => {
    const besides = { bills: [bill, { ...later, stage: 'cancelled' as const }] }
    expect(back(besides).ok).toBe(true)
    expect(back({ bills: [bill, { ...later, payeeId: idOf('x') }] }).ok).toBe(true)
    expect(back({ payments: [payment, { ...stray, state: 'cancelled' }] }).ok).toBe(true)
    expect(back({ payments: [payment, { ...stray, payeeId: idOf('x') }] }).ok).toBe(true)
  })
})
