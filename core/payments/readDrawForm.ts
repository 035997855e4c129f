import { readTypedDate, type DateTyping, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Refusal, type Result } from '../base/result'
import { checkNumber, type CheckNumber } from '../numbers/book'
import type { LedgerAccount } from '../ledger/entry'
import { cents, parseAmount, payable, sum, zero, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { split } from '../money/split'
import type { StubLine } from '../proof/facts'
import type { Bill, BillLine } from '../bills/bill'
import { MOST_ACCOUNT_WITH, type Draw } from './draw'
import { MOST_BILL_NUMBER, type Entering } from '../bills/enterBill'
import { payeeTyped } from '../payees/findPayee'
import { readLinesOf, readRowAmounts } from '../bills/formLines'
import type { Payee } from '../payees/payee'
import type { PaidLine, Payment } from './payment'
import { partIsOpen } from './mayAllocate'
import { netPay, readPay, withheldOf } from './payForm'
import { billStubLines, splitStubLines } from './settleDraw'
import { addressLines, payeeName, printable } from '../faces/texts'

import { drawFields, type DrawField, type DrawForm } from './drawForm'

/** With what a form is read. `onPad`: it is a check written by hand, and must have its number. */
export interface DrawnWith extends DateTyping {
  readonly payees: readonly Payee[]
  readonly onPad: boolean
  /** The open bills of the payee that is chosen, where they are known. */
  readonly bills?: readonly Bill[]
  /** Ledger accounts, whose names stand on the stub beside the bills. */
  readonly ledgers?: readonly LedgerAccount[]
  /** What was paid to the payee, the newest first: the year of pay is counted on from it. */
  readonly paid?: readonly Payment[]
  /** Where it goes what nobody placed, where books are kept elsewhere. */
  readonly unplaced?: Id<'ledger'> | undefined
}
/** A form as it was understood, and what is wrong, by field. */
export interface DrawRead {
  /** The payee that the name stands for, where it is known. */
  readonly payee: Payee | undefined
  readonly date: Result<PlainDate>
  readonly amount: Result<Cents>
  readonly number: Result<CheckNumber>
  /** Places of the signatories whose signature prints; undefined where the account says it. */
  readonly signers: readonly number[] | undefined
  /** What the bills chosen come to. */
  readonly billed: Cents
  /** What of the amount is in no bill, with what is withheld of pay: it goes to ledger accounts. */
  readonly left: Cents
  /** What of that is in no ledger line yet. */
  readonly unplaced: Cents
  readonly split: Draw['split']
  readonly pay: readonly PaidLine[]
  /** The bill that is entered with it. */
  readonly newBill: Omit<Entering, 'id' | 'payeeId'> | undefined
  /** What the stub tells; none: the check as a whole. */
  readonly lines: readonly StubLine[]
  readonly faults: Readonly<Partial<Record<DrawField, Refusal>>>
}

/** An advice may be for nothing; a check may not. */
function readAmount(text: string, advice: boolean): Result<Cents> {
  const parsed = parseAmount(text)
  return parsed.ok && !(advice && parsed.value === 0) ? payable(parsed.value) : parsed
}
function readSigners(signature: string): readonly number[] | undefined {
  if (signature === 'account') return undefined
  return signature === 'none' ? [] : signature.split(' ').map(Number)
}

/** Whether the bills chosen bear what is paid of them, and come to no more than the amount. */
function readBills(form: DrawForm, bills: readonly Bill[], amount: Result<Cents>): Result<Cents> {
  const billed = sum(form.bills.map(a => a.amount))
  for (const part of form.bills) {
    const bill = bills.find(b => b.id === part.billId)
    if (!bill)
      return refuse('bill-overpaid', 'A chosen bill is no longer open. Remove it', { field: 'bills' })
    const isOpen = partIsOpen(bill, part)
    if (!isOpen.ok) return isOpen
  }
  return amount.ok && billed > amount.value
    ? refuse('bills-more', `The chosen bills add up to ${figures(billed)}, which is more than the amount`, {
        field: 'bills',
        value: billed,
      })
    : good(billed)
}
/** The amount as it is typed, or as it follows from the pay. */
function amountOf(form: DrawForm, pay: Result<PaidLine[]>): Result<Cents> {
  if (!form.pay.length) return readAmount(form.amount, form.advice)
  if (!pay.ok) return pay
  const net = netPay(pay.value)
  if (net === 0 && form.advice) return good(net)
  return net > 0
    ? payable(net, 'pay')
    : refuse(
        'pay-nothing',
        net < 0
          ? `The deductions are ${figures(cents(-net))} more than the earnings`
          : 'The net pay is zero. A check must be for more than zero',
        {
          field: 'pay',
          value: net,
        },
      )
}

/** The rows besides the open bills: what the new bill is for, and what goes to ledger accounts. */
interface Rows {
  readonly bill: Result<readonly BillLine[]>
  readonly ledger: Result<readonly BillLine[]>
}
const wholeOf = (lines: readonly { readonly amount: Cents }[]): Cents => sum(lines.map(l => l.amount))

/** By one ledger account or the payee's shares. Refused where none is chosen and there is something to place. */
function byShares(
  form: DrawForm,
  payee: Payee | undefined,
  amount: Cents | undefined,
): Result<readonly BillLine[]> {
  return form.ledgerId || amount === 0
    ? good(partsOf(form, payee, amount ?? zero).map(part => ({ ...part, memo: '' })))
    : refuse('ledger-blank', 'Choose a ledger account', { field: 'ledger' })
}
/**
 * Where what is left goes, row by row: the new bill has an amount of its own, so has each ledger line, and at
 * most one row takes what the others leave. Without rows it goes to one ledger account, by the payee's shares.
 */
function readRows(form: DrawForm, payee: Payee | undefined, left: Cents | undefined): Rows {
  const { newBill, lines } = form
  if (!newBill.on && !lines.length) return { bill: good([]), ledger: byShares(form, payee, left) }
  const typed = [...(newBill.on ? [newBill.amount] : []), ...lines.map(l => l.amount)]
  const amounts = readRowAmounts(typed, left ?? zero, 'ledger')
  if (!amounts.ok) return { bill: amounts, ledger: amounts }
  if (!newBill.on) return { bill: good([]), ledger: readLinesOf(lines, amounts.value, 'ledger') }
  const [ofBill, ...ofLines] = amounts.value
  return {
    bill: byShares(form, payee, left === undefined ? undefined : ofBill?.amount),
    ledger: readLinesOf(lines, ofLines, 'ledger'),
  }
}
const linesIn = (read: Result<readonly BillLine[]>): readonly BillLine[] => (read.ok ? read.value : [])

/** Refuses rows that do not come to what is left, and a line that takes something away. */
function placedWhole({ bill, ledger }: Rows, left: Cents): Result<unknown> {
  if (!bill.ok) return bill
  if (!ledger.ok) return ledger
  const unplaced = cents(left - wholeOf(bill.value) - wholeOf(ledger.value))
  if (unplaced !== 0)
    return refuse('lines-differ', `${figures(unplaced)} is not assigned yet`, {
      field: 'ledger',
      value: unplaced,
    })
  return ledger.value.some(l => l.amount < 0)
    ? refuse('split-nothing', 'A ledger line cannot be zero', { field: 'ledger' })
    : good(left)
}

interface AroundBill {
  readonly payee: Payee | undefined
  readonly day: PlainDate
  readonly lines: readonly BillLine[]
}
/** The bill that is entered with the payment: its own row, in the ledger accounts that were told. */
function readNewBill(
  { newBill: of }: DrawForm,
  withWhat: DrawnWith,
  { payee, day, lines }: AroundBill,
): Result<DrawRead['newBill']> {
  if (!of.on) return good(undefined)
  const number = printable(of.number, 'newBill', MOST_BILL_NUMBER)
  const order = printable(of.purchaseOrder, 'newBill', MOST_BILL_NUMBER)
  const memo = printable(of.memo, 'newBill')
  const date = of.date.trim() ? readTypedDate(of.date, withWhat, 'back') : good(day)
  for (const read of [number, order, memo, date])
    if (!read.ok) return { ok: false, refusal: { ...read.refusal, field: 'newBill' } }
  if (!number.ok || !order.ok || !memo.ok || !date.ok) return good(undefined)
  if (!number.value) return refuse('number-blank', 'Enter the bill number', { field: 'newBill' })
  const amount = wholeOf(lines)
  if (amount <= 0)
    return refuse(
      'bill-nothing',
      'There is nothing left for this bill. Remove it, or enter a larger amount',
      {
        field: 'newBill',
      },
    )
  return good({
    number: number.value,
    date: date.value,
    due: date.value,
    amount,
    lines,
    memo: memo.value,
    taxForm: payee?.taxForm ?? 'none',
    ...(order.value && { purchaseOrder: order.value }),
    ...(of.again.trim() && { again: of.again.trim() }),
  })
}

/** The lines of the stub, a row each: bills, the new bill, ledger lines; none: the check as a whole. */
function stubLinesOf(
  form: DrawForm,
  { bills = [], ledgers = [] }: DrawnWith,
  newBill: DrawRead['newBill'],
  lines: readonly BillLine[],
): StubLine[] {
  const rows = [...billStubLines(bills, form.bills), ...(newBill ? [newBillLine(newBill)] : [])]
  // What pay is for stands in its own table.
  if (form.pay.length || !(rows.length || form.lines.length)) return rows
  return [...rows, ...splitStubLines(lines, ledgers)]
}
const newBillLine = (bill: NonNullable<DrawRead['newBill']>): StubLine => ({
  reference: bill.number,
  date: bill.date,
  description: bill.memo,
  amount: bill.amount,
  ...(bill.purchaseOrder && { purchaseOrder: bill.purchaseOrder }),
})

/** What is wrong of what was read, by field. */
const faultsOf = (read: Record<DrawField, Result<unknown>>): DrawRead['faults'] =>
  Object.fromEntries(
    drawFields.flatMap(field => {
      const result = read[field]
      return result.ok ? [] : [[field, result.refusal]]
    }),
  )

/** Reads a form as it is typed. Never refuses as a whole: what is wrong stands at its field. */
export function readDrawForm(typed: DrawForm, withWhat: DrawnWith): DrawRead {
  const form = { ...typed, ledgerId: typed.ledgerId ?? withWhat.unplaced ?? null }
  const payee = payeeTyped(withWhat.payees, form.payee)
  const date = readTypedDate(form.date, withWhat)
  const day = date.ok ? date.value : withWhat.today
  const pay = readPay(form.pay, { ...withWhat, paid: withWhat.paid ?? [], day })
  const withheld = pay.ok ? withheldOf(pay.value) : []
  const amount = amountOf(form, pay)
  const number = checkNumber(form.number)
  const billed = sum(form.bills.map(a => a.amount))
  const left = cents(amount.ok ? Math.max(0, amount.value - wholeOf(withheld) - billed) : 0)
  const rows = readRows(form, payee, amount.ok ? left : undefined)
  const [bill, ledger] = [linesIn(rows.bill), linesIn(rows.ledger)]
  const newBill = readNewBill(form, withWhat, { payee, day, lines: bill })
  const billRead = newBill.ok ? newBill.value : undefined
  return {
    payee,
    date,
    amount,
    number,
    signers: readSigners(form.signature),
    billed,
    left,
    unplaced: cents(left - wholeOf(bill) - wholeOf(ledger)),
    split: [
      ...ledger.map(({ ledgerId, amount: part, tag }) => ({ ledgerId, amount: part, ...(tag && { tag }) })),
      ...withheld,
    ],
    pay: pay.ok ? pay.value : [],
    newBill: billRead,
    lines: stubLinesOf(form, withWhat, billRead, ledger),
    faults: faultsOf({
      number: withWhat.onPad ? number : good(undefined),
      payee: payeeName(form.payee, 'payee'),
      address: addressLines(form.address.split('\n')),
      date,
      amount: form.pay.length ? good(undefined) : amount,
      pay: form.pay.length ? amount : good(undefined),
      bills: readBills(form, withWhat.bills ?? [], amount),
      newBill,
      memo: printable(form.memo, 'memo'),
      ledger: amount.ok ? placedWhole(rows, left) : rows.bill.ok ? rows.ledger : rows.bill,
      accountWithPayee: printable(form.accountWithPayee, 'accountWithPayee', MOST_ACCOUNT_WITH),
    }),
  }
}

/** Amounts by ledger account: the payee's own shares, unless another ledger account was chosen. */
function partsOf(form: DrawForm, payee: Payee | undefined, total: Cents): Draw['split'] {
  const { ledgerId } = form
  const own = payee && payee.split[0]?.ledgerId === ledgerId ? payee.split : undefined
  const shares = own ?? (ledgerId ? [{ ledgerId, weight: 1 }] : [])
  if (!shares.length || total <= 0) return []
  const parts = split(
    total,
    shares.map(s => s.weight),
  )
  return shares
    .map((s, i) => ({ ledgerId: s.ledgerId, amount: parts[i] ?? zero }))
    .filter(s => s.amount !== 0)
}
