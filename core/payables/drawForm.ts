import type { PlainDate } from '../base/dates'
import { typedDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Refusal, type Result } from '../base/result'
import { checkNumber, type CheckNumber } from '../books/book'
import type { LedgerAccount } from '../ledger/entry'
import { cents, parseAmount, payable, sum, zero, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { split } from '../money/split'
import type { CheckFacts, StubLine } from '../proof/facts'
import { printedSigners, type Signing } from './account'
import type { Allocation } from './allocation'
import { open, type Bill } from './bill'
import { MOST_ACCOUNT_WITH, type Draw } from './draw'
import { payeeTyped } from './findPayee'
import type { Payee } from './payee'
import { billStubLines, splitStubLines } from './settleDraw'
import { addressLines, payeeName, printable, sameName } from './texts'

/** A payment as it is typed: texts, until they are read. */
export interface DrawForm {
  payee: string
  /** Lines, as they print. */
  address: string
  date: string
  amount: string
  memo: string
  ledgerId: Id<'ledger'> | null
  accountWithPayee: string
  advice: boolean
  /** Whose signature prints: as the `account` says, `none`, or the place of a signatory. */
  signature: string
  /** Number of a check written by hand. */
  number: string
  /** Key of the payee whose details were filled in. */
  filledFor: string
  /** What is paid of the payee's open bills. */
  bills: Allocation[]
  /** Why none of them is paid: what this is instead. */
  apart: string
}
export const blankDrawForm = (): DrawForm => ({
  payee: '',
  address: '',
  date: '',
  amount: '',
  memo: '',
  ledgerId: null,
  accountWithPayee: '',
  advice: false,
  signature: 'account',
  number: '',
  filledFor: '',
  bills: [],
  apart: '',
})
export const isBlankDraw = (f: DrawForm): boolean =>
  !f.payee && !f.address && !f.amount && !f.memo && !f.accountWithPayee && !f.advice

/** Fields of the form in which something can be wrong, in its order. */
export const drawFields = [
  'number',
  'payee',
  'address',
  'date',
  'amount',
  'bills',
  'memo',
  'ledger',
  'accountWithPayee',
] as const
export type DrawField = (typeof drawFields)[number]
export const isDrawField = (field: string | undefined): field is DrawField =>
  (drawFields as readonly (string | undefined)[]).includes(field)

/** With what a form is read. `onPad`: it is a check written by hand, and must have its number. */
export interface DrawnWith {
  readonly payees: readonly Payee[]
  readonly today: PlainDate
  readonly dayFirst: boolean
  readonly onPad: boolean
  /** The open bills of the payee that is chosen, where they are known. */
  readonly bills?: readonly Bill[]
  /** Ledger accounts, whose names stand on the stub beside the bills. */
  readonly ledgers?: readonly LedgerAccount[]
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
  /** What of the amount is in no bill: it goes to ledger accounts. */
  readonly left: Cents
  readonly split: Draw['split']
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
  return signature === 'none' ? [] : [Number(signature)]
}

/** Whether the bills chosen bear what is paid of them, and come to no more than the amount. */
function readBills(form: DrawForm, bills: readonly Bill[], amount: Result<Cents>): Result<Cents> {
  const billed = sum(form.bills.map(a => a.amount))
  for (const { billId, amount: part, discount } of form.bills) {
    const bill = bills.find(b => b.id === billId)
    const way = Math.sign(bill?.amount ?? 1)
    if (!bill || (part + discount) * way > open(bill) * way || part * way < 0)
      return refuse(
        'bill-overpaid',
        bill
          ? `${figures(open(bill))} is open of bill ${bill.number}: choose a part of it`
          : 'a bill chosen is no longer open: take it out',
        { field: 'bills' },
      )
  }
  return amount.ok && billed > amount.value
    ? refuse('bills-more', `the bills chosen come to ${figures(billed)}: more than the amount`, {
        field: 'bills',
        value: billed,
      })
    : good(billed)
}
/** The lines of the stub: the bills, and the ledger accounts that the rest goes to. */
function linesOf(form: DrawForm, { bills = [], ledgers = [] }: DrawnWith, parts: Draw['split']): StubLine[] {
  return form.bills.length ? [...billStubLines(bills, form.bills), ...splitStubLines(parts, ledgers)] : []
}

/** Reads a form as it is typed. Never refuses as a whole: what is wrong stands at its field. */
export function readDrawForm(form: DrawForm, withWhat: DrawnWith): DrawRead {
  const date = typedDate(form.date, withWhat.today, withWhat.dayFirst)
  const amount = readAmount(form.amount, form.advice)
  const number = checkNumber(form.number)
  const billed = readBills(form, withWhat.bills ?? [], amount)
  const left = cents(amount.ok ? Math.max(0, amount.value - sum(form.bills.map(a => a.amount))) : 0)
  const allPlaced = amount.ok && left === 0
  const ledger: Result<unknown> =
    form.ledgerId || allPlaced
      ? good(form.ledgerId)
      : { ok: false, refusal: { code: 'ledger-blank', text: 'choose the ledger account it belongs to' } }
  const read: Record<DrawField, Result<unknown>> = {
    number: withWhat.onPad ? number : good(undefined),
    payee: payeeName(form.payee, 'payee'),
    address: addressLines(form.address.split('\n')),
    date,
    amount,
    bills: billed,
    memo: printable(form.memo, 'memo'),
    ledger,
    accountWithPayee: printable(form.accountWithPayee, 'accountWithPayee', MOST_ACCOUNT_WITH),
  }
  const faults = Object.fromEntries(
    drawFields.flatMap(field => {
      const result = read[field]
      return result.ok ? [] : [[field, result.refusal]]
    }),
  )
  const payee = payeeTyped(withWhat.payees, form.payee)
  const parts = partsOf(form, payee, left)
  return {
    payee,
    date,
    amount,
    number,
    signers: readSigners(form.signature),
    billed: sum(form.bills.map(a => a.amount)),
    left,
    split: parts,
    lines: linesOf(form, withWhat, parts),
    faults,
  }
}

/** What a payee's page says of how they are paid, filled in where they are chosen. */
export const filledWith = (form: DrawForm, payee: Payee): DrawForm => ({
  ...form,
  filledFor: payee.id,
  bills: [],
  apart: '',
  address: payee.address.join('\n'),
  memo: payee.memo,
  accountWithPayee: payee.accountWithPayee ?? '',
  ledgerId: payee.split[0]?.ledgerId ?? form.ledgerId,
})

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

/**
 * The payment that a form asks for; undefined where something in it is wrong. `keys` are those of the payment
 * and of a payee that is not yet known.
 */
export function drawOf(
  form: DrawForm,
  read: DrawRead,
  companyId: Id<'company'>,
  keys: { readonly payment: Id<'payment'>; readonly payee: Id<'payee'> },
): Draw | undefined {
  if (Object.keys(read.faults).length || !read.date.ok || !read.amount.ok) return undefined
  const withThem = form.accountWithPayee && { accountWithPayee: form.accountWithPayee }
  const payee: Payee = read.payee ?? {
    id: keys.payee,
    companyId,
    kind: 'supplier',
    name: form.payee,
    address: [],
    memo: form.memo,
    split: form.ledgerId ? [{ ledgerId: form.ledgerId, weight: 1 }] : [],
    onHold: false,
    taxForm: 'none',
    ...withThem,
  }
  return {
    id: keys.payment,
    payee,
    address: form.address.split('\n'),
    date: read.date.value,
    amount: read.amount.value,
    memo: form.memo,
    lines: [],
    split: read.split,
    ...(form.bills.length && { settles: form.bills.map(a => ({ ...a })) }),
    ...(form.apart && { apart: form.apart }),
    ...withThem,
    ...(form.advice && { advice: true }),
    ...(read.signers && { signers: read.signers }),
  }
}

/** What would be printed of a form, half filled as it may be, under a number and by an account's rule of signing. */
export function factsOfDraw(
  form: DrawForm,
  read: DrawRead,
  number: number,
  today: PlainDate,
  signing: Signing,
): CheckFacts {
  const amount = read.amount.ok ? read.amount.value : undefined
  const signers = read.signers ?? (amount === undefined ? [] : printedSigners(signing, amount))
  return {
    number,
    date: read.date.ok ? read.date.value : today,
    payee: read.payee && !sameName(read.payee.name, form.payee) ? read.payee.name : form.payee,
    address: form.address.split('\n'),
    amount: amount ?? zero,
    memo: form.memo,
    lines: [...read.lines],
    ...(form.accountWithPayee && { accountWithPayee: form.accountWithPayee }),
    ...(form.advice ? { advice: true } : { signers }),
  }
}

/** The order in which ledger accounts are chosen from: what money is spent on first, an office's cash last. */
const rank = { expense: 0, liability: 1, asset: 2, equity: 3, income: 4 } as const
export const ledgersToChoose = (
  ledgers: readonly LedgerAccount[],
  cash: ReadonlySet<string>,
  paidFrom: Id<'ledger'> | undefined,
): LedgerAccount[] =>
  ledgers
    .filter(l => l.id !== paidFrom)
    .sort(
      (a, b) =>
        Number(cash.has(a.id)) - Number(cash.has(b.id)) ||
        rank[a.kind] - rank[b.kind] ||
        (a.code < b.code ? -1 : 1),
    )
