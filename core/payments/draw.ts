import { sentence } from '../base/sentence'
import { dayText, plainDate, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { figures } from '../money/figures'
import { payable, sum, type Cents } from '../money/cents'
import { mustBeOpen } from '../ledger/period'
import type { StubLine } from '../proof/facts'
import type { Decision, Stamp } from '../trail/trail'
import type { Bill } from '../bills/bill'
import { mayPost, type PostKnown } from '../accounts/mayPost'
import type { Payee } from '../payees/payee'
import type { PaidLine, Payment } from './payment'
import { netPay, withheldOf } from './payForm'
import { billStubLines, settlesOf, splitStubLines } from './settleDraw'
import type { Allocation, Settles } from '../bills/allocation'
import { addressLines, payeeName, printable } from '../faces/texts'

/** Most letters of our account number with a payee. */
export const MOST_ACCOUNT_WITH = 40

/** A payment as it is drawn: to whom, how much, when, what for, and the bills that it settles. */
export interface Draw {
  readonly id: Id<'payment'>
  /** A payee that is known, or one to be written down with this payment. */
  readonly payee: Payee
  readonly address: readonly string[]
  readonly date: PlainDate
  readonly amount: Cents
  readonly memo: string
  readonly lines: readonly StubLine[]
  readonly split: Payment['split']
  readonly accountWithPayee?: string
  readonly pay?: readonly PaidLine[]
  readonly advice?: boolean
  readonly signers?: readonly number[]
  /** The bills that it pays; its amount is theirs and that of the ledger lines together. */
  readonly settles?: readonly Allocation[]
  /** The day on which it enters the lane, where that is later. */
  readonly scheduled?: PlainDate
  /** What it is, where the payee has open bills and none of them is paid. */
  readonly apart?: string
}

/** What must be known before a payment is drawn. */
export interface DrawKnown extends PostKnown {
  /** The payment that has this key already, if any. */
  readonly payment: Payment | undefined
  readonly payee: Payee | undefined
  /** Payees of the company whose name is the same but for case and spaces. */
  readonly namesakes: readonly Payee[]
  readonly closedThrough?: PlainDate | undefined
  /** The bills that the act names. */
  readonly bills: readonly Bill[]
}

/**
 * Refuses what does not belong together: payee, account and ledger accounts are of one company, and a payee
 * stands there once.
 */
function ofOneCompany(known: DrawKnown, act: Draw): Result<true> {
  const { companyId } = known.account
  if ((known.payee ?? act.payee).companyId !== companyId)
    return refuse('payee-elsewhere', `${act.payee.name} is a payee of another company`, { field: 'payee' })
  if (known.payee?.removed)
    return refuse(
      'payee-removed',
      `${known.payee.name} was removed when an import was undone. Choose another payee`,
      {
        field: 'payee',
      },
    )
  if (known.payee?.became)
    return refuse('payee-merged', `${known.payee.name} was merged into another payee. Choose that one`, {
      field: 'payee',
    })
  if (!known.payee && known.namesakes.length)
    return refuse(
      'payee-known',
      `There is already a payee named ${known.namesakes[0]?.name}. Choose that one`,
      {
        field: 'payee',
        value: act.payee.name,
      },
    )
  for (const { ledgerId } of act.split) {
    const may = mayPost(known, ledgerId)
    if (!may.ok) return may
  }
  return good(true)
}

/** The parts besides what is withheld of pay; undefined where a deduction is in no ledger account. */
function besidesWithheld({ split, pay = [] }: Draw): Payment['split'] | undefined {
  const withheld = withheldOf(pay)
  if (withheld.length < pay.filter(l => l.kind === 'deduction' && l.now).length) return undefined
  const given = [...split]
  for (const part of withheld) {
    const at = given.findIndex(s => s.ledgerId === part.ledgerId && s.amount === part.amount)
    if (at < 0) return undefined
    given.splice(at, 1)
  }
  return given
}
/** Refuses parts that do not come to the amount, and parts of nothing or less. */
function addsUp(act: Draw): Result<true> {
  const bills = sum((act.settles ?? []).map(a => a.amount))
  if (!act.split.length && act.amount !== bills)
    return refuse('ledger-blank', 'Choose a ledger account', { field: 'ledger' })
  const given = besidesWithheld(act)
  if (!given)
    return refuse('pay-ledger', 'Choose a ledger account for each deduction', {
      field: 'pay',
    })
  if (given.some(s => !Number.isSafeInteger(s.amount) || s.amount <= 0))
    return refuse('split-nothing', 'A ledger line cannot be zero', { field: 'ledger' })
  if (sum(act.split.map(s => s.amount)) !== act.amount - bills)
    return refuse(
      'split-differs',
      act.settles?.length
        ? 'The bills and ledger lines do not add up to the amount'
        : 'the ledger lines do not add up to the amount',
      { field: 'ledger' },
    )
  if (act.lines.length && sum(act.lines.map(l => l.amount)) !== act.amount - bills)
    return refuse('lines-differ', 'the lines of the stub do not add up to the amount', { field: 'lines' })
  if (act.pay?.length && netPay(act.pay) !== act.amount)
    return refuse('pay-differs', 'Earnings minus deductions do not equal the amount', {
      field: 'pay',
    })
  return good(true)
}

/** What will print, as it will print. */
interface Texts {
  readonly name: string
  readonly address: readonly string[]
  readonly memo: string
  readonly accountWithPayee: string
}
function textsOf(act: Draw): Result<Texts> {
  const name = payeeName(act.payee.name, 'payee')
  if (!name.ok) return name
  const address = addressLines(act.address)
  if (!address.ok) return address
  const memo = printable(act.memo, 'memo')
  if (!memo.ok) return memo
  const withPayee = printable(act.accountWithPayee ?? '', 'accountWithPayee', MOST_ACCOUNT_WITH)
  if (!withPayee.ok) return withPayee
  return good({
    name: name.value,
    address: address.value,
    memo: memo.value,
    accountWithPayee: withPayee.value,
  })
}

/** Refuses what the account does not pay, or not on that day. `withoutCheck`: no check is wanted of it. */
function mayDraw(
  { payment, account, closedThrough }: DrawKnown,
  act: Draw,
  withoutCheck: boolean,
): Result<true> {
  if (payment) return refuse('payment-known', 'This payment was already drawn', { field: 'payment' })
  const amount = act.advice && act.amount === 0 ? good(act.amount) : payable(act.amount)
  if (!amount.ok) return amount
  if (!account.forChecks && !withoutCheck)
    return refuse(
      'account-not-for-checks',
      `${account.name} is not used for checks. Choose another account, or change it under Accounts`,
      { field: 'account' },
    )
  if (act.signers?.some(i => !account.signatories[i]))
    return refuse('signer-unknown', 'A chosen signatory does not belong to this account', {
      field: 'signers',
    })
  const date = plainDate(act.date)
  const open = date.ok ? mustBeOpen(date.value, closedThrough) : date
  return open.ok ? good(true) : open
}

/** The lines of the stubs: those of the bills, then what was told of the rest, or what its ledger lines say. */
function linesOf({ bills, ledgers }: DrawKnown, act: Draw): readonly StubLine[] {
  if (!act.settles?.length) return act.lines
  const rest = act.lines.length || act.pay?.length ? act.lines : splitStubLines(act.split, ledgers)
  return [...billStubLines(bills, act.settles), ...rest]
}

/** The payment as it waits in the lane, all that is told of it checked. */
function drawn(known: DrawKnown, act: Draw, settles: Settles | undefined, stamp: Stamp): Result<Payment> {
  const texts = textsOf(act)
  if (!texts.ok) return texts
  const { name, address, memo, accountWithPayee } = texts.value
  const { language } = known.payee ?? act.payee
  return good({
    id: act.id,
    companyId: known.account.companyId,
    accountId: known.account.id,
    payeeId: act.payee.id,
    name,
    address,
    date: act.date,
    amount: act.amount,
    memo,
    lines: linesOf(known, act),
    split: act.split,
    state: 'waiting',
    drawnAt: stamp.at,
    ...(accountWithPayee && { accountWithPayee }),
    ...(act.pay?.length && { pay: act.pay }),
    ...(act.advice && { advice: true }),
    ...(act.signers && { signers: act.signers }),
    ...(language && { language }),
    ...(settles && { settles }),
    ...(act.scheduled && { scheduled: act.scheduled }),
  })
}

/** How a payment is made besides by a check: see `payOtherwise`. */
interface DrawManner {
  /** No check is wanted: the account need not be one for checks. */
  readonly withoutCheck?: boolean
}

/** What is drawn, to be said after a verb: $626.50 to Cobalt Rope, dated Nov 26, 2026, for bill CR-9947. */
export function drawText({ account, bills }: DrawKnown, act: Draw, name: string): string {
  const numbers = bills.map(b => b.number).join(', ')
  return [
    `${figures(act.amount, { sign: account.currency.sign })} to ${name}, dated ${dayText(act.date)}`,
    numbers && `, for ${bills.length === 1 ? 'bill' : 'bills'} ${numbers}`,
    act.scheduled ? `, in the lane from ${dayText(act.scheduled)}` : '',
    act.apart ? `; open bills left unpaid (${act.apart})` : '',
  ].join('')
}

/**
 * Draws a payment: it waits in the lane, promised but not yet on paper. A payee that is not yet known is added
 * with it.
 */
export function draw(
  known: DrawKnown,
  act: Draw,
  stamp: Stamp,
  { withoutCheck = false }: DrawManner = {},
): Decision<{ payments: Payment[]; payees: Payee[] }> {
  const may = mayDraw(known, act, withoutCheck)
  if (!may.ok) return may
  const settles = settlesOf(known, { payeeId: act.payee.id, date: act.date }, act.settles)
  if (!settles.ok) return settles
  const whole = addsUp(act)
  if (!whole.ok) return whole
  const one = ofOneCompany(known, act)
  if (!one.ok) return one
  const payment = drawn(known, act, settles.value, stamp)
  if (!payment.ok) return payment
  const { name, address } = payment.value
  const text = drawText(known, act, name)
  return good({
    changes: { payments: [payment.value], payees: known.payee ? [] : [{ ...act.payee, name, address }] },
    trail: {
      act: 'Payment drawn',
      text: sentence(`Drew ${act.advice ? 'an advice of ' : ''}${text}`),
      about: { account: known.account.id, payment: act.id },
    },
  })
}
