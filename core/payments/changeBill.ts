import { dayText } from '../base/dates'
import { sentence } from '../base/sentence'
import { changeText, undone } from '../trail/changeText'
import { merged } from '../base/merge'
import { good, refuse, type Result } from '../base/result'
import type { Entry } from '../ledger/entry'
import { figures } from '../money/figures'
import type { Decision, Stamp } from '../trail/trail'
import type { Company } from '../accounts/account'
import type { Bill, BillInput } from '../bills/bill'
import { takenBack } from '../bills/billEntry'
import { operatorKey, withOperator } from '../base/operator'
import type { Payment } from './payment'
import { billStubLines } from './settleDraw'
import { billNamed, billOf, finished, needsSecond, type BillKnown } from '../bills/enterBill'
import { stageText } from './mayAllocate'

/** What a form began from and what it holds at the end, of one bill. */
export interface ChangingBill {
  readonly from: BillInput
  readonly to: BillInput
  /** It stays a draft; else a draft is finished with this. */
  readonly draft?: boolean
}
/** What must be known before a bill is changed that has an entry or a payment already. */
export interface ChangeKnown extends BillKnown {
  /** The entry that stands for the bill. */
  readonly entry: Entry | undefined
  /** Payments in the lane that settle the bill: their stubs follow its change. */
  readonly waiting: readonly Payment[]
}

/** What is told of a bill, without what follows from other acts. */
export const toldOf = (bill: Bill): BillInput => ({
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
export function fixedBecause(bill: Bill, field: keyof BillInput): string | undefined {
  if (!['payeeId', 'amount', 'discount'].includes(field) || (bill.promised === 0 && bill.settled === 0))
    return undefined
  return `${figures(bill.settled || bill.promised)} of this bill is ${bill.settled ? 'paid' : 'in the lane'}. Withdraw or cancel the payment first`
}

/** Fields of which the ledger tells. */
const inLedger: readonly (keyof BillInput)[] = ['payeeId', 'number', 'date', 'amount', 'lines']

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
  input: BillInput,
  changed: readonly (keyof BillInput)[],
  draft: boolean,
  { by, approvedBy }: Touch,
): Result<{ bill: Bill; entries: Entry[] }> {
  const read = billOf(known, input, before, draft)
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
  if (!bill) return refuse('bill-gone', 'This bill no longer exists', { field: 'bill' })
  if (bill.stage === 'cancelled') return refuse('bill-cancelled', 'this bill is cancelled', { field: 'bill' })
  const draft = act.draft ?? false
  if (draft && bill.stage !== 'draft')
    return refuse('bill-finished', 'A bill that was entered cannot become a draft again', { field: 'bill' })
  const { value, changed, conflicts } = merged(toldOf(bill), act.from, act.to)
  if (conflicts.length)
    return refuse(
      'changed-meanwhile',
      `Someone else changed ${conflicts.join(', ')} since you opened this form. Open it again to see the changes`,
      { field: String(conflicts[0]) },
    )
  if (!changed.length && (bill.stage !== 'draft' || draft))
    return refuse('nothing-changed', 'Nothing was changed', { field: 'bill' })
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
      act: 'Bill changed',
      text: `${bill.stage === 'draft' && !draft ? 'Entered draft' : 'Changed'} ${billNamed(made.value.bill, known.payee?.name ?? '')}${changesText(toldOf(bill), value, changed)}.`,
      about: { bill: bill.id, payee: made.value.bill.payeeId },
    },
  })
}
const fieldNames: Readonly<Record<keyof BillInput, string>> = {
  payeeId: 'payee',
  number: 'number',
  date: 'date',
  due: 'due date',
  amount: 'amount',
  discount: 'discount',
  lines: 'ledger accounts',
  memo: 'memo',
  purchaseOrder: 'purchase order',
  payTo: 'payment address',
  taxForm: '1099',
  again: 'reason for entering it again',
}
/** A field of a bill as the trail shows it; undefined where only that it changed is said. */
function fieldText(of: BillInput, field: keyof BillInput): string | undefined {
  switch (field) {
    case 'amount':
      return figures(of.amount)
    case 'date':
    case 'due':
      return dayText(of[field])
    case 'payeeId':
    case 'lines':
    case 'discount':
      return undefined
    default:
      return of[field] ?? ''
  }
}
function changesText(from: BillInput, to: BillInput, changed: readonly (keyof BillInput)[]): string {
  const input = changed.map(field => {
    const [before, after] = [fieldText(from, field), fieldText(to, field)]
    const name = fieldNames[field]
    return before === undefined || after === undefined ? `${name} changed` : changeText(name, before, after)
  })
  return input.length ? `: ${input.join('; ')}` : ''
}

/**
 * Takes the last change of a bill back, as long as nothing depends on it: refused as a change is. The ledger
 * follows as with any change; figures that were approved before are approved again.
 */
export function undoBillChange(
  known: ChangeKnown,
  stamp: Stamp,
): Decision<{ bills: Bill[]; entries: Entry[]; payments: Payment[] }> {
  const { bill } = known
  if (!bill?.was) return refuse('nothing-changed', 'There is no change to undo', { field: 'bill' })
  const back = changeBill(known, { from: toldOf(bill), to: bill.was }, stamp, bill.wasApprovedBy)
  if (!back.ok) return back
  const [{ was: _, wasApprovedBy: __, ...as }] = back.value.changes.bills as [Bill]
  return good({
    changes: { ...back.value.changes, bills: [as] },
    trail: { ...back.value.trail, act: 'Bill change undone', text: undone(back.value.trail.text) },
  })
}

interface Step {
  readonly bill: Bill
  readonly payee: string
}
const step = (of: Step, act: string, bill: Bill, entries: Entry[], said: string, more: string) =>
  good({
    changes: { bills: [bill], entries },
    trail: {
      act,
      text: sentence(`${said} ${billNamed(bill, of.payee)}, ${figures(bill.amount)}${more}`),
      about: { bill: bill.id, payee: bill.payeeId },
    },
  })

/** A second person says yes to a bill above the company's limit: from now on it is owed. */
export function approveBill(known: BillKnown, stamp: Stamp): Decision<{ bills: Bill[]; entries: Entry[] }> {
  const { bill, payee } = known
  if (bill?.stage !== 'waits')
    return refuse('bill-not-waiting', 'This bill does not need approval', { field: 'bill' })
  if (!operatorKey(stamp.by))
    return refuse(
      'operator-blank',
      'Enter your name under Office first. Approval is recorded with your name',
      { field: 'bill' },
    )
  const touched = [bill.enteredBy, ...(bill.changedBy ?? [])]
  if (touched.some(name => !operatorKey(name)))
    return refuse(
      'operator-unknown',
      'This bill was entered or changed without a name, so it cannot be approved. Cancel it and enter it again.',
      { field: 'bill' },
    )
  if (touched.some(name => operatorKey(name) === operatorKey(stamp.by)))
    return refuse(
      'same-person',
      `${stamp.by.trim()} entered or changed this bill, so another person must approve it`,
      {
        field: 'bill',
      },
    )
  const made = finished({ ...bill, approvedBy: stamp.by }, known)
  if (!made.ok) return made
  return step(
    { bill, payee: payee?.name ?? '' },
    'Bill approved',
    made.value.bill,
    made.value.entries,
    'Approved',
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
    if (!before) return refuse('nothing-changed', 'This bill is not on hold', { field: 'bill' })
    return step(
      { bill, payee },
      'Bill released',
      bare,
      [],
      'Released',
      ` (was ${before.kind}: ${before.why})`,
    )
  }
  if (bill.stage === 'paid' || bill.stage === 'cancelled')
    return refuse('bill-over', `this bill is ${stageText[bill.stage]}`, { field: 'bill' })
  const why = act.hold.why.trim()
  if (!why) return refuse('why-blank', 'Give a reason for the hold', { field: 'why' })
  return step(
    { bill, payee },
    'Bill held',
    { ...bare, hold: { kind: act.hold.kind, why } },
    [],
    act.hold.kind === 'held' ? 'Held' : 'Disputed',
    `: ${why}`,
  )
}

/** Cancels a bill that nothing settles: its entry is taken back, its number stays. */
export function cancelBill(
  known: Step & { readonly entry: Entry | undefined; readonly company: Company },
  act: { readonly why: string },
): Decision<{ bills: Bill[]; entries: Entry[] }> {
  const { bill, entry, company } = known
  if (bill.stage === 'cancelled')
    return refuse('bill-cancelled', 'This bill is already cancelled', { field: 'bill' })
  const fixed = fixedBecause(bill, 'amount')
  if (fixed) return refuse('bill-fixed', fixed, { field: 'bill' })
  if (!act.why.trim()) return refuse('why-blank', 'Give a reason for cancelling the bill', { field: 'why' })
  const { hold: _, ...bare } = bill
  return step(
    known,
    'Bill cancelled',
    { ...bare, stage: 'cancelled' },
    entry ? [takenBack(entry, company.closedThrough)] : [],
    'Cancelled',
    `: ${act.why.trim()}`,
  )
}
