import { dayText, plainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import type { Entry, LedgerAccount } from '../ledger/entry'
import { MOST_CENTS, cents, sum, zero, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Decision, Stamp } from '../trail/trail'
import type { Company, Payables } from '../accounts/account'
import { alikeKey, namesakesOf, type Bill, type BillInput } from './bill'
import { billEntry } from './billEntry'
import type { Payee } from '../payees/payee'
import { printable } from '../faces/texts'

/** Most letters of a bill's number, and of its memo. */
export const MOST_BILL_NUMBER = 40
const MOST_BILL_LINES = 200

/** A bill as it is entered, under the key that its form was opened with. */
export interface Entering extends BillInput {
  readonly id: Id<'bill'>
  /** Not finished: it is kept as it is, and nothing is owed by it yet. */
  readonly draft?: boolean
}
/**
 * What must be known before a bill is entered or changed: the bill itself, its payee and its likes, its
 * company.
 */
export interface BillKnown {
  readonly bill: Bill | undefined
  readonly payee: Payee | undefined
  readonly company: Company
  readonly ledgers: readonly LedgerAccount[]
  /** Bills of this payee whose number looks like this one. */
  readonly alike: readonly Bill[]
  readonly lastNumber: number
}

const at = (field: string) => ({ field })

/** Refuses lines that are odd, or do not come to the amount. A draft may be unfinished. */
function linesAgree(known: BillKnown, input: BillInput, draft: boolean): Result<true> {
  if (input.lines.length > MOST_BILL_LINES)
    return refuse('bill-lines', `A bill can have at most ${MOST_BILL_LINES} lines`, at('lines'))
  const companyId = known.company.id
  for (const line of input.lines) {
    const ledger = known.ledgers.find(l => l.id === line.ledgerId)
    if (ledger?.companyId !== companyId)
      return refuse('ledger-elsewhere', 'This ledger account does not belong to this company', at('lines'))
    if (line.ledgerId === known.company.payables?.ledgerId)
      return refuse(
        'ledger-itself',
        'A bill cannot be charged to accounts payable. Choose another ledger account',
        at('lines'),
      )
    if (!Number.isSafeInteger(line.amount) || line.amount === 0)
      return refuse('line-nothing', 'A line cannot be zero', at('lines'))
  }
  const rest = input.amount - sum(input.lines.map(l => l.amount))
  return draft || rest === 0
    ? good(true)
    : refuse('lines-differ', `${figures(cents(rest))} is not assigned to a line yet`, {
        ...at('lines'),
        value: rest,
      })
}

/** Refuses dates and amounts that cannot be. */
function figuresAgree(input: BillInput): Result<true> {
  if (!Number.isSafeInteger(input.amount) || input.amount === 0)
    return refuse(
      'amount-zero',
      'The amount cannot be zero. Enter a credit note as a negative amount',
      at('amount'),
    )
  if (Math.abs(input.amount) > MOST_CENTS)
    return refuse('amount-too-large', 'The amount cannot be more than 999,999,999.99', at('amount'))
  for (const field of ['date', 'due'] as const) {
    const day = plainDate(input[field], field)
    if (!day.ok) return day
  }
  const { discount } = input
  if (!discount) return good(true)
  if (input.amount < 0)
    return refuse('discount-credit', 'A credit note cannot have a discount', at('discount'))
  if (discount.amount <= 0 || discount.amount >= input.amount)
    return refuse(
      'discount-size',
      'The discount must be more than zero and less than the bill',
      at('discount'),
    )
  const until = plainDate(discount.until, 'discount')
  return until.ok ? good(true) : until
}

/** Refuses a number that this payee gave already, unless it is said why it comes again. */
function numberIsNew(known: BillKnown, input: BillInput, id: Id<'bill'>): Result<true> {
  const { same } = namesakesOf({ id, number: input.number }, known.alike)
  const [first] = same
  return !first || input.again?.trim()
    ? good(true)
    : refuse(
        'bill-twice',
        `Bill ${first.number} from ${known.payee?.name} was already entered: ${figures(first.amount)}, dated ${dayText(first.date)}, our number ${first.ourNumber}`,
        { field: 'number', value: first.number },
      )
}

interface BillTexts {
  readonly number: string
  readonly memo: string
  readonly purchaseOrder: string
}
function textsOf(input: BillInput, draft: boolean): Result<BillTexts> {
  const number = printable(input.number, 'number', MOST_BILL_NUMBER)
  if (!number.ok) return number
  if (!number.value && !draft) return refuse('number-blank', 'Enter the bill number', at('number'))
  const memo = printable(input.memo, 'memo')
  if (!memo.ok) return memo
  const order = printable(input.purchaseOrder ?? '', 'purchaseOrder', MOST_BILL_NUMBER)
  if (!order.ok) return order
  return good({ number: number.value, memo: memo.value, purchaseOrder: order.value })
}

/** What no form tells of a bill. */
type Kept = Pick<Bill, 'id' | 'ourNumber' | 'enteredAt' | 'enteredBy' | 'promised' | 'settled' | 'entries'>
/** The bill as it is told, checked as a whole; what it was before is kept where it is not told. */
export function billOf(
  known: BillKnown,
  input: BillInput,
  of: Kept & Partial<Bill>,
  draft: boolean,
): Result<Bill> {
  const { payee, company } = known
  if (payee?.companyId !== company.id)
    return refuse('payee-elsewhere', 'Choose a payee of this company', at('payee'))
  if (payee.removed)
    return refuse('payee-removed', `${payee.name} was removed when an import was undone`, at('payee'))
  if (payee.became) return refuse('payee-merged', `${payee.name} was merged into another payee`, at('payee'))
  const texts = textsOf(input, draft)
  if (!texts.ok) return texts
  for (const checked of [
    figuresAgree(input),
    linesAgree(known, input, draft),
    numberIsNew(known, input, of.id),
  ])
    if (!checked.ok) return checked
  if (input.payTo && !payee.others?.some(other => other.name === input.payTo))
    return refuse('address-unknown', `${payee.name} has no address “${input.payTo}”`, at('payTo'))
  const { number, memo, purchaseOrder } = texts.value
  const { discount: _, purchaseOrder: __, again: ___, payTo: ____, ...kept } = of
  return good({
    ...kept,
    companyId: company.id,
    payeeId: payee.id,
    number,
    alike: alikeKey(payee.id, number),
    date: input.date,
    due: input.due,
    amount: input.amount,
    ...(input.discount && { discount: input.discount }),
    lines: input.lines,
    memo,
    ...(purchaseOrder && { purchaseOrder }),
    ...(input.payTo && { payTo: input.payTo }),
    taxForm: input.taxForm,
    ...(input.again?.trim() && { again: input.again.trim() }),
    stage: 'draft',
  })
}

/** Whether a bill waits for a second person before it is payable. */
export const needsSecond = (amount: Cents, payables: Payables): boolean =>
  payables.secondAbove !== null && Math.abs(amount) > payables.secondAbove

/**
 * A bill that is finished: it waits for a second person, or is payable and is in the ledger. One that a payment
 * settles (`isSettled`) waits for nobody.
 */
export function finished(
  bill: Bill,
  known: BillKnown,
  isSettled = false,
): Result<{ bill: Bill; entries: Entry[] }> {
  const { payables } = known.company
  if (!payables)
    return refuse('payables-none', 'This company has no ledger account for bills yet', at('payee'))
  if (needsSecond(bill.amount, payables) && !bill.approvedBy && !isSettled)
    return good({ bill: { ...bill, stage: 'waits' }, entries: [] })
  const made = billEntry(bill, known.payee?.name ?? '', known.company, payables)
  return good({ bill: made.bill, entries: [made.entry] })
}

const enteredAs = (bill: Bill): string => (bill.amount < 0 ? 'credit note' : 'bill')

const stageSaid: Partial<Record<Bill['stage'], string>> = {
  waits: ' It needs approval.',
  draft: ' It is a draft.',
}

/** How a bill is named in the trail. */
export const billNamed = (bill: Bill, payee: string): string =>
  `${enteredAs(bill)} ${bill.number || '(no number)'} from ${payee}`

/**
 * Enters a bill or a credit note under our next running number. Above the company's limit it waits for a
 * second person; else it is owed from now on, and stands in the ledger. Refused: a number that this payee gave
 * already and that is not explained, lines that do not come to the amount.
 */
export function enterBill(
  known: BillKnown,
  act: Entering,
  stamp: Stamp,
): Decision<{ bills: Bill[]; entries: Entry[] }> {
  if (known.bill) return refuse('bill-known', 'This bill was already entered', at('bill'))
  const draft = act.draft ?? false
  const of = {
    id: act.id,
    ourNumber: known.lastNumber + 1,
    enteredAt: stamp.at,
    enteredBy: stamp.by,
    promised: zero,
    settled: zero,
    entries: 0,
  }
  const bill = billOf(known, act, of, draft)
  if (!bill.ok) return bill
  const made = draft ? good({ bill: bill.value, entries: [] }) : finished(bill.value, known)
  if (!made.ok) return made
  const { bill: entered, entries } = made.value
  return good({
    changes: { bills: [entered], entries },
    trail: {
      act: 'Bill entered',
      text: `Entered ${billNamed(entered, known.payee?.name ?? '')}: ${figures(entered.amount)}, due ${dayText(entered.due)} (our number ${entered.ourNumber}).${stageSaid[entered.stage] ?? ''}${entered.again ? ` Entered again: ${entered.again}.` : ''}`,
      about: { bill: entered.id, payee: entered.payeeId },
    },
  })
}
