import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo, outcome } from '../base/test/outcome'
import { entry, sided } from '../ledger/entry'
import { cents } from '../money/cents'
import { company, drawKnown, payee } from '../office/test/office'
import { open, type Bill, type BillInput } from '../bills/bill'
import {
  approveBill,
  cancelBill,
  changeBill,
  fixedBecause,
  holdBill,
  undoBillChange,
  toldOf,
  type ChangeKnown,
  type ChangingBill,
} from './changeBill'
import { billOf } from '../bills/test/bill'
import { day, stamp } from './test/payment'

const line = (amount: number) => ({ ledgerId: idOf<'ledger'>('wood'), amount: cents(amount), memo: '' })
const lines = (amount: number) => ({ amount: cents(amount), lines: [line(amount)] })
const known = (more: Partial<ChangeKnown> = {}): ChangeKnown => ({
  ...{ bill: undefined, payee, company, ledgers: drawKnown().ledgers, alike: [], lastNumber: 6 },
  entry: undefined,
  waiting: [],
  ...more,
})
const bill = billOf({
  ...{ id: idOf('b'), number: 'A-1', date: day('2026-11-02'), due: day('2026-12-02'), ...lines(100_00) },
  memo: '',
})
const draft: Bill = { ...bill, stage: 'draft' }
const large: Bill = { ...bill, ...lines(500_00), stage: 'waits' }
/** A large bill that a second person said yes to. */
const approved: Bill = { ...large, stage: 'payable', approvedBy: 'Other' }
/** The entry that stands for a bill. */
const entryOf = ({ id, companyId, date, amount }: Bill) =>
  entry({
    ...{ id: idOf(`${id}/owed/1`), companyId, date, text: 'Bill A-1', paymentId: null, billId: id },
    lines: [sided(idOf('wood'), amount), sided(idOf('owed'), cents(-amount))],
  })

const change = (
  to: Partial<BillInput>,
  of: Bill | undefined = bill,
  more: Partial<ChangeKnown> & Partial<ChangingBill> = {},
) => {
  const from = more.from ?? toldOf(of ?? bill)
  const own = of === bill || of === approved ? entryOf(of) : undefined
  const act = { from, to: { ...from, ...to }, ...(more.draft && { draft: true }) }
  return changeBill(known({ bill: of, entry: own, ...more }), act, stamp)
}

describe('what is told of a bill', () => {
  it('leaves out what follows from other acts, and what was not told', () => {
    expect(toldOf(bill)).toEqual({
      ...{ payeeId: payee.id, number: 'A-1', date: '2026-11-02', due: '2026-12-02', amount: 100_00 },
      ...{ lines: [line(100_00)], memo: '', taxForm: 'none' },
    })
    const more = {
      discount: { until: day('2026-11-10'), amount: cents(2_00) },
      purchaseOrder: 'P1',
      again: 'x',
    }
    expect(toldOf({ ...bill, ...more })).toEqual({ ...toldOf(bill), ...more })
  })
  it('is fixed where a payment holds on to it: payee, amount and discount', () => {
    const fixed = (more: Partial<Bill>) =>
      (['payeeId', 'amount', 'discount', 'memo', 'lines'] as const).filter(f =>
        fixedBecause({ ...bill, ...more }, f),
      )
    expect(fixed({})).toEqual([])
    expect(fixed({ promised: cents(1) })).toEqual(['payeeId', 'amount', 'discount'])
    expect(fixed({ settled: cents(1) })).toEqual(['payeeId', 'amount', 'discount'])
    expect(open({ ...bill, promised: cents(30_00), settled: cents(20_00) })).toBe(50_00)
  })
})

describe('a bill that is changed', () => {
  it('keeps what was told before, and the trail tells old and new', () => {
    const { changes, trail } = must(change({ memo: 'Oak', due: day('2026-12-20'), purchaseOrder: 'P1' }))
    expect(changes).toEqual({
      payments: [],
      bills: [{ ...bill, memo: 'Oak', due: '2026-12-20', purchaseOrder: 'P1', was: toldOf(bill) }],
      entries: [],
    })
    expect(trail).toEqual({
      act: 'Bill changed',
      text: 'Changed bill A-1 from Shoreline Timber: due date changed from Dec 2, 2026 to Dec 20, 2026; memo added: Oak; purchase order added: P1.',
      about: { bill: bill.id, payee: payee.id },
    })
    const discount = { until: day('2026-11-10'), amount: cents(2_00) }
    expect(must(change({ discount })).trail.text).toMatch(/: discount changed\.$/)
  })
  it.each<[string, Partial<BillInput>, number]>([
    ['another number', { number: 'A-2' }, 2],
    ['another day', { date: day('2026-11-03') }, 2],
    ['another amount', lines(90_00), 2],
    ['other lines', { lines: [line(60_00), line(40_00)] }, 2],
    ['a later due date', { due: day('2026-12-20') }, 0],
    ['another memo', { memo: 'Oak' }, 0],
  ])('the ledger tells of %s', (_, to, count) => {
    expect(must(change(to)).changes.entries).toHaveLength(count)
  })
  it('that somebody said yes to needs another yes for anything but its words and its day', () => {
    const after = (to: Partial<BillInput>) => must(change(to, approved)).changes.bills[0]!
    expect(after({ memo: 'Oak', due: day('2026-12-20') })).toMatchObject({
      stage: 'payable',
      approvedBy: 'Other',
    })
    const anew = after(lines(600_00))
    expect([anew.stage, anew.approvedBy]).toEqual(['waits', undefined])
    expect(after(lines(200_00))).toMatchObject({ stage: 'payable' })
    const waits = must(change({ memo: 'Oak' }, large)).changes.bills[0]!
    expect(waits.stage).toBe('waits')
  })
  it('that is paid stays so, and keeps the yes while a payment holds on to it', () => {
    const paid = { ...approved, stage: 'paid' as const, settled: cents(500_00) }
    const renumbered = must(change({ number: 'A-2' }, paid, { entry: entryOf(approved) })).changes
    expect(renumbered.bills[0]).toMatchObject({ stage: 'paid', approvedBy: 'Other', number: 'A-2' })
    expect(renumbered.entries).toHaveLength(2)
    const promised = { ...approved, promised: cents(1) }
    const kept = must(change({ number: 'A-2' }, promised, { entry: entryOf(approved) })).changes.bills[0]!
    expect(kept).toMatchObject({ stage: 'payable', approvedBy: 'Other' })
  })
  it('stays a draft, or is finished', () => {
    const still = must(change({ memo: 'Oak' }, draft, { draft: true }))
    expect(still.changes).toEqual({ bills: [{ ...draft, memo: 'Oak' }], entries: [], payments: [] })
    expect(still.trail.text).toMatch(/: memo added: Oak\.$/)
    const done = must(change({}, draft))
    expect(done.changes.bills[0]).toMatchObject({ stage: 'payable' })
    expect(done.changes.bills[0]).not.toHaveProperty('was')
    expect(done.changes.entries).toHaveLength(1)
    expect(done.trail.text).toMatch(/^Entered draft bill A-1/)
    expect(must(change({ memo: 'Oak' }, draft)).trail.text).toMatch(/^Entered draft .*: memo added: Oak\.$/)
  })
  it.each<[string, () => ReturnType<typeof change>]>([
    [
      'bill-gone (bill) This bill no longer exists.',
      () => changeBill(known(), { from: toldOf(bill), to: toldOf(bill) }, stamp),
    ],
    [
      'bill-cancelled (bill) This bill is cancelled.',
      () => change({ memo: 'x' }, { ...bill, stage: 'cancelled' }),
    ],
    [
      'bill-finished (bill) A bill that was entered cannot become a draft again.',
      () => change({ memo: 'x' }, bill, { draft: true }),
    ],
    [
      'changed-meanwhile (memo) Someone else changed memo since you opened this form. Open it again to see the changes.',
      () => change({ memo: 'Oak' }, bill, { from: { ...toldOf(bill), memo: 'Pine' } }),
    ],
    ['nothing-changed (bill) Nothing was changed.', () => change({})],
    ['nothing-changed (bill) Nothing was changed.', () => change({}, draft, { draft: true })],
    [
      'bill-fixed (amount) 1.00 of this bill is paid. Withdraw or cancel the payment first.',
      () => change(lines(1), { ...bill, settled: cents(1_00), promised: cents(2_00) }),
    ],
    [
      'bill-fixed (payee) 2.00 of this bill is in the lane. Withdraw or cancel the payment first.',
      () => change({ payeeId: idOf('p2') }, { ...bill, promised: cents(2_00) }),
    ],
    ['lines-differ at lines', () => change({ amount: cents(1) })],
    ['number-blank at number', () => change({ number: ' ' })],
  ])('%s', (expected, done) => {
    expect([cameTo(done()), outcome(done())]).toContain(expected)
  })
  it('stands as before once its last change is taken back', () => {
    const changed = must(change({ memo: 'Oak' })).changes.bills[0]!
    const back = must(undoBillChange(known({ bill: changed, entry: entryOf(bill) }), stamp))
    expect(back.changes).toEqual({ bills: [bill], entries: [], payments: [] })
    expect(back.trail).toMatchObject({
      act: 'Bill change undone',
      text: 'Undid the last change to bill A-1 from Shoreline Timber: memo removed (was Oak).',
    })
    const none = 'nothing-changed (bill) There is no change to undo.'
    expect(cameTo(undoBillChange(known({ bill }), stamp))).toBe(none)
    expect(cameTo(undoBillChange(known(), stamp))).toBe(none)
    const held = { ...changed, was: { ...toldOf(bill), amount: cents(1) }, promised: cents(1) }
    expect(outcome(undoBillChange(known({ bill: held }), stamp))).toBe('bill-fixed at amount')
  })
})

describe('a bill that waits, is held, or is cancelled', () => {
  it.each<[string, () => ReturnType<typeof approveBill>]>([
    ['bill-not-waiting (bill) This bill does not need approval.', () => approveBill(known({ bill }), stamp)],
    ['bill-not-waiting (bill) This bill does not need approval.', () => approveBill(known(), stamp)],
    [
      'operator-blank (bill) Enter your name under Office first. Approval is recorded with your name.',
      () => approveBill(known({ bill: large }), { ...stamp, by: ' ' }),
    ],
    [
      'same-person (bill) TEST entered or changed this bill, so another person must approve it.',
      () => approveBill(known({ bill: { ...large, enteredBy: 'Test' } }), { ...stamp, by: ' TEST ' }),
    ],
    [
      'same-person (bill) Test entered or changed this bill, so another person must approve it.',
      () => approveBill(known({ bill: { ...large, enteredBy: ' Test' } }), stamp),
    ],
    [
      'payables-none at payee',
      () =>
        approveBill(known({ bill: large, company: { ...company, payables: undefined } as never }), {
          ...stamp,
          by: 'Other',
        }),
    ],
    [
      'nothing-changed (bill) This bill is not on hold.',
      () => holdBill({ bill, payee: 'x' }, { hold: null }),
    ],
    [
      'why-blank (why) Give a reason for the hold.',
      () => holdBill({ bill, payee: 'x' }, { hold: { kind: 'held', why: ' ' } }),
    ],
    [
      'bill-over (bill) This bill is paid.',
      () => holdBill({ bill: { ...bill, stage: 'paid' }, payee: 'x' }, { hold: { kind: 'held', why: 'x' } }),
    ],
    [
      'bill-cancelled (bill) This bill is already cancelled.',
      () =>
        cancelBill(
          { bill: { ...bill, stage: 'cancelled' }, payee: 'x', entry: undefined, company },
          { why: 'x' },
        ),
    ],
    [
      'bill-fixed (bill) 1.00 of this bill is in the lane. Withdraw or cancel the payment first.',
      () =>
        cancelBill(
          { bill: { ...bill, promised: cents(1_00) }, payee: 'x', entry: undefined, company },
          { why: 'x' },
        ),
    ],
    [
      'why-blank (why) Give a reason for cancelling the bill.',
      () => cancelBill({ bill, payee: 'x', entry: undefined, company }, { why: ' ' }),
    ],
  ])('%s', (expected, done) => {
    expect([cameTo(done()), outcome(done())]).toContain(expected)
  })
  it('stands in the trail with who, what and why', () => {
    const named = 'bill A-1 from Shoreline Timber, 100.00'
    const of = { bill, payee: payee.name }
    const held = must(holdBill(of, { hold: { kind: 'held', why: ' short ' } }))
    expect(held.trail).toEqual({
      act: 'Bill held',
      text: `Held ${named}: short.`,
      about: { bill: 'b', payee: payee.id },
    })
    const free = must(holdBill({ ...of, bill: held.changes.bills[0]! }, { hold: null }))
    expect(free.trail).toMatchObject({ act: 'Bill released', text: `Released ${named} (was held: short).` })
    const gone = must(cancelBill({ ...of, entry: undefined, company }, { why: ' twice ' }))
    expect(gone.trail).toMatchObject({ act: 'Bill cancelled', text: `Cancelled ${named}: twice.` })
    expect(gone.changes.entries).toEqual([])
  })
})
