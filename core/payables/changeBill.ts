import { merged } from '../base/merge'
import { good, refuse, type Result } from '../base/result'
import type { Entry } from '../ledger/entry'
import { figures } from '../money/figures'
import type { Decision, Stamp } from '../trail/trail'
import type { Company } from './account'
import type { Bill, BillTold } from './bill'
import { takenBack } from './billEntry'
import { operatorKey, withOperator } from './operator'
import type { Payment } from './payment'
import { billStubLines } from './settleDraw'
import { billNamed, billOf, finished, needsSecond, type BillKnown } from './enterBill'
import { stageTold } from './mayAllocate'

/** What a form began from and what it holds at the end, of one bill. */
export interface ChangingBill {
  readonly from: BillTold
  readonly to: BillTold
  /** It stays a draft; else a draft is finished with this. */
  readonly draft?: boolean
}
export interface ChangeKnown extends BillKnown {
  /** The entry that stands for the bill. */
  readonly entry: Entry | undefined
  /** Payments in the lane that settle the bill: their stubs follow its change. */
  readonly waiting: readonly Payment[]
}

/** What is told of a bill, without what follows from other acts. */
export const toldOf = (bill: Bill): BillTold => ({
  payeeId: bill.payeeId,
  number: bill.number,
  date: bill.date,
  due: bill.due,
  amount: bill.amount,
  ...(bill.discount && { discount: bill.discount }),
  lines: bill.lines,
  memo: bill.memo,
  ...(bill.purchaseOrder && { purchaseOrder: bill.purchaseOrder }),
  ...(bill.payTo && { payTo: bill.payTo }),
  taxForm: bill.taxForm,
  ...(bill.again && { again: bill.again }),
})

/** What a payment of the bill holds on to, and why it cannot be changed any more; undefined where it can. */
export function fixedBecause(bill: Bill, field: keyof BillTold): string | undefined {
  if (!['payeeId', 'amount', 'discount'].includes(field) || (bill.promised === 0 && bill.settled === 0))
    return undefined
  return `${figures(bill.settled || bill.promised)} of this bill is ${bill.settled ? 'paid' : 'in the lane'}: withdraw or cancel the payment first`
}

/** Fields of which the ledger tells. */
const inLedger: readonly (keyof BillTold)[] = ['payeeId', 'number', 'date', 'amount', 'lines']

/** Who changes a bill, and who had approved it as it will be again. */
interface Touch {
  readonly by: string
  readonly approvedBy?: string | undefined
}
/** The people who changed a bill since it was entered, with one more. */
export function touchedBy({ enteredBy, changedBy = [] }: Bill, by: string): Pick<Bill, 'changedBy'> {
  if (operatorKey(by) === operatorKey(enteredBy)) return changedBy.length ? { changedBy } : {}
  return { changedBy: withOperator(changedBy, by) }
}
/** The stub lines of payments in the lane that tell of the bill, as it is now. */
function stubsFollow(waiting: readonly Payment[], bill: Bill): Payment[] {
  return waiting.flatMap(payment => {
    const parts = payment.settles?.bills ?? []
    const at = parts.findIndex(a => a.billId === bill.id)
    const [line] = at < 0 ? [] : billStubLines([bill], [parts[at]!])
    if (!line || JSON.stringify(payment.lines[at]) === JSON.stringify(line)) return []
    return [{ ...payment, lines: payment.lines.map((old, i) => (i === at ? line : old)) }]
  })
}

/** The bill with what was told anew, and the entries that make the ledger say so. */
function changedBill(
  known: ChangeKnown,
  before: Bill,
  told: BillTold,
  changed: readonly (keyof BillTold)[],
  draft: boolean,
  { by, approvedBy }: Touch,
): Result<{ bill: Bill; entries: Entry[] }> {
  const read = billOf(known, told, before, draft)
  if (!read.ok) return read
  const bill: Bill = { ...read.value, stage: before.stage, ...touchedBy(before, by) }
  if (draft) return good({ bill: { ...bill, stage: 'draft' }, entries: [] })
  const { payables } = known.company
  // A yes was given to an amount and a payee: another one needs another yes.
  const anew =
    payables && needsSecond(bill.amount, payables) && changed.some(f => f !== 'memo' && f !== 'due')
  const { approvedBy: _, ...unapproved } = bill
  // A payment that settles it fixes amount and payee: the bill stays payable, whatever limit was set since.
  const isSettled = before.settled !== 0 || before.promised !== 0
  const next = approvedBy ? { ...bill, approvedBy } : anew && !isSettled ? unapproved : bill
  if (!known.entry) return finished(next, known)
  if (!changed.some(field => inLedger.includes(field))) return good({ bill, entries: [] })
  const made = finished(next, known, isSettled)
  if (!made.ok) return made
  return good({
    bill: bill.stage === 'paid' ? { ...made.value.bill, stage: 'paid' } : made.value.bill,
    entries: [takenBack(known.entry, known.company.closedThrough), ...made.value.entries],
  })
}

/**
 * Changes a bill: only what differs between what the form began from and what it holds. A draft is finished by
 * it. Payee, amount and discount of a bill that a payment settles are fixed. Refused where somebody changed
 * the same thing meanwhile.
 */
export function changeBill(
  known: ChangeKnown,
  act: ChangingBill,
  stamp: Stamp,
  approvedBy?: string,
): Decision<{ bills: Bill[]; entries: Entry[]; payments: Payment[] }> {
  const { bill } = known
  if (!bill) return refuse('bill-gone', 'this bill is no longer here', { field: 'bill' })
  if (bill.stage === 'cancelled') return refuse('bill-cancelled', 'this bill is cancelled', { field: 'bill' })
  const draft = act.draft ?? false
  if (draft && bill.stage !== 'draft')
    return refuse('bill-finished', 'a bill that was finished is no draft any more', { field: 'bill' })
  const { value, changed, conflicts } = merged(toldOf(bill), act.from, act.to)
  if (conflicts.length)
    return refuse(
      'changed-meanwhile',
      `somebody changed ${conflicts.join(', ')} since this form was opened: open it anew and look`,
      { field: String(conflicts[0]) },
    )
  if (!changed.length && (bill.stage !== 'draft' || draft))
    return refuse('nothing-changed', 'everything is as it was', { field: 'bill' })
  for (const field of changed) {
    const why = fixedBecause(bill, field)
    if (why) return refuse('bill-fixed', why, { field: field === 'payeeId' ? 'payee' : field })
  }
  const made = changedBill(known, bill, value, changed, draft, { by: stamp.by, approvedBy })
  if (!made.ok) return made
  const { wasApprovedBy: _, ...next } = made.value.bill
  const lost = bill.approvedBy && !next.approvedBy && { wasApprovedBy: bill.approvedBy }
  const was = bill.stage !== 'draft' && { was: toldOf(bill), ...lost }
  const kept = { ...next, ...was }
  return good({
    changes: {
      bills: [kept],
      entries: made.value.entries,
      payments: stubsFollow(known.waiting, kept),
    },
    trail: {
      act: 'change a bill',
      text: `${billNamed(made.value.bill, known.payee?.name ?? '')}: ${[...changed.map(changeTold(toldOf(bill), value)), ...(bill.stage === 'draft' && !draft ? ['finished'] : [])].join(', ')}`,
      about: { bill: bill.id, payee: made.value.bill.payeeId },
    },
  })
}
const changeTold =
  (from: BillTold, to: BillTold) =>
  (field: keyof BillTold): string =>
    field === 'amount'
      ? `amount ${figures(from.amount)} to ${figures(to.amount)}`
      : field === 'lines' || field === 'discount'
        ? field
        : `${field} “${from[field] ?? ''}” to “${to[field] ?? ''}”`

/**
 * Takes the last change of a bill back, as long as nothing depends on it: refused as a change is. The ledger
 * follows as with any change; figures that were approved before are approved again.
 */
export function takeBillChangeBack(
  known: ChangeKnown,
  stamp: Stamp,
): Decision<{ bills: Bill[]; entries: Entry[]; payments: Payment[] }> {
  const { bill } = known
  if (!bill?.was) return refuse('nothing-changed', 'nothing of this bill was changed', { field: 'bill' })
  const back = changeBill(known, { from: toldOf(bill), to: bill.was }, stamp, bill.wasApprovedBy)
  if (!back.ok) return back
  const [{ was: _, wasApprovedBy: __, ...as }] = back.value.changes.bills as [Bill]
  return good({
    changes: { ...back.value.changes, bills: [as] },
    trail: { ...back.value.trail, act: 'take a change of a bill back' },
  })
}

interface Step {
  readonly bill: Bill
  readonly payee: string
}
const step = (of: Step, act: string, bill: Bill, entries: Entry[], more: string) =>
  good({
    changes: { bills: [bill], entries },
    trail: {
      act,
      text: `${billNamed(bill, of.payee)}${more}`,
      about: { bill: bill.id, payee: bill.payeeId },
    },
  })

/** A second person says yes to a bill above the company's limit: from now on it is owed. */
export function approveBill(known: BillKnown, stamp: Stamp): Decision<{ bills: Bill[]; entries: Entry[] }> {
  const { bill, payee } = known
  if (bill?.stage !== 'waits')
    return refuse('bill-not-waiting', 'this bill waits for nobody', { field: 'bill' })
  if (!operatorKey(stamp.by))
    return refuse('operator-blank', 'say who you are first: a second person must say yes', { field: 'bill' })
  const touched = [bill.enteredBy, ...(bill.changedBy ?? [])]
  if (touched.some(name => !operatorKey(name)))
    return refuse(
      'operator-unknown',
      'This bill was entered or changed without a name, so nobody can be the second person. Cancel it and enter it again.',
      { field: 'bill' },
    )
  if (touched.some(name => operatorKey(name) === operatorKey(stamp.by)))
    return refuse(
      'same-person',
      `${stamp.by.trim()} entered or changed this bill: another person must say yes`,
      {
        field: 'bill',
      },
    )
  const made = finished({ ...bill, approvedBy: stamp.by }, known)
  if (!made.ok) return made
  return step(
    { bill, payee: payee?.name ?? '' },
    'say yes to a bill',
    made.value.bill,
    made.value.entries,
    `, entered by ${bill.enteredBy}`,
  )
}

/** Holds a bill with a reason, or lets it go: a held one enters no run. */
export function holdBill(
  { bill, payee }: Step,
  act: { readonly hold: Bill['hold'] | null },
): Decision<{ bills: Bill[]; entries: Entry[] }> {
  const { hold: before, ...bare } = bill
  if (!act.hold) {
    if (!before) return refuse('nothing-changed', 'this bill is not held', { field: 'bill' })
    return step({ bill, payee }, 'let a bill go', bare, [], `, was ${before.kind}: ${before.why}`)
  }
  if (bill.stage === 'paid' || bill.stage === 'cancelled')
    return refuse('bill-over', `this bill is ${stageTold[bill.stage]}`, { field: 'bill' })
  const why = act.hold.why.trim()
  if (!why) return refuse('why-blank', 'say why it is held', { field: 'why' })
  return step({ bill, payee }, 'hold a bill', { ...bare, hold: { kind: act.hold.kind, why } }, [], `: ${why}`)
}

/** Cancels a bill that nothing settles: its entry is taken back, its number stays. */
export function cancelBill(
  known: Step & { readonly entry: Entry | undefined; readonly company: Company },
  act: { readonly why: string },
): Decision<{ bills: Bill[]; entries: Entry[] }> {
  const { bill, entry, company } = known
  if (bill.stage === 'cancelled')
    return refuse('bill-cancelled', 'this bill is cancelled already', { field: 'bill' })
  const fixed = fixedBecause(bill, 'amount')
  if (fixed) return refuse('bill-fixed', fixed, { field: 'bill' })
  if (!act.why.trim()) return refuse('why-blank', 'say why it is cancelled', { field: 'why' })
  const { hold: _, ...bare } = bill
  return step(
    known,
    'cancel a bill',
    { ...bare, stage: 'cancelled' },
    entry ? [takenBack(entry, company.closedThrough)] : [],
    `: ${act.why.trim()}`,
  )
}
