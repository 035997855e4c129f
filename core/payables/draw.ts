import { daysBetween, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { figures } from '../money/figures'
import { cents, payable, sum, type Cents } from '../money/cents'
import type { Balances } from '../ledger/balances'
import { mustBeOpen } from '../ledger/period'
import type { PayLine, StubLine } from '../proof/facts'
import type { Decision, Stamp } from '../trail/trail'
import type { BankAccount } from './account'
import type { Payee, Payment } from './payment'

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
  readonly pay?: readonly PayLine[]
  readonly advice?: boolean
  readonly signers?: readonly number[]
}

/** A thing to look at before drawing; never a refusal. */
export interface DrawWarning { readonly code: 'on-hold' | 'below-zero' | 'like-another' | 'far-date', readonly text: string }

const MOST_LINES = 6
const MOST_LETTERS = 80

/** A name or an address line as it may be printed: trimmed, not too long. */
export function printable(text: string, field: string, most = MOST_LETTERS): Result<string> {
  const t = text.trim().replaceAll(/\s+/g, ' ')
  if (t.length > most) return refuse('text-too-long', `at most ${most} characters here, this has ${t.length}`, { field, value: t.length, limit: most })
  return good(t)
}

/** What a clerk should know before drawing: payee on hold, account below zero, a like payment in the lane, a date far off. */
export function drawWarnings(known: { payee: Payee | null, balances: Balances, waiting: readonly Payment[], today: PlainDate }, amount: Cents | null, date: PlainDate | null): DrawWarning[] {
  const found: DrawWarning[] = []
  if (known.payee?.onHold) found.push({ code: 'on-hold', text: `${known.payee.name} is on hold` })
  if (amount !== null && known.balances.free - amount < 0) found.push({ code: 'below-zero', text: `the account would be ${figures((amount - known.balances.free) as Cents, { sign: '$' })} short of what is promised` })
  const like = known.waiting.find(p => p.payeeId === known.payee?.id && p.amount === amount)
  if (like) found.push({ code: 'like-another', text: `a payment of the same amount to ${like.name} waits already, dated ${like.date}` })
  if (date !== null && Math.abs(daysBetween(known.today, date)) > 60) found.push({ code: 'far-date', text: `the date is ${Math.abs(daysBetween(known.today, date))} days ${date < known.today ? 'back' : 'ahead'}` })
  return found
}

/** Draws a payment: it stands in the lane, promised but not yet on paper. A payee that is not yet known is written down with it. */
export function draw(known: { account: BankAccount, payee: Payee | undefined, closedThrough?: PlainDate | undefined }, act: Draw, stamp: Stamp): Decision<{ payments: Payment[], payees: Payee[] }> {
  const amount = act.advice && act.amount === 0 ? good(act.amount) : payable(act.amount)
  if (!amount.ok) return amount
  if (!known.account.forChecks) return refuse('account-not-for-checks', `${known.account.name} is not for checks: choose another account, or change it under Accounts`, { field: 'account' })
  const open = mustBeOpen(act.date, known.closedThrough)
  if (!open.ok) return open
  const name = printable(act.payee.name, 'payee')
  if (!name.ok) return name
  if (!name.value) return refuse('payee-blank', 'say who is paid', { field: 'payee' })
  if (act.address.length > MOST_LINES) return refuse('address-lines', `an address has at most ${MOST_LINES} lines`, { field: 'address', value: act.address.length, limit: MOST_LINES })
  const address: string[] = []
  for (const line of act.address) {
    const checked = printable(line, 'address')
    if (!checked.ok) return checked
    if (checked.value) address.push(checked.value)
  }
  const paySum = sum((act.pay ?? []).map(l => cents(l.kind === 'earning' ? l.now : -l.now)))
  if (act.pay?.length && paySum !== act.amount) return refuse('pay-differs', 'what is earned less what is deducted does not come to the amount', { field: 'pay' })
  if (act.signers?.some(i => !known.account.signatories[i])) return refuse('signer-unknown', 'a signatory chosen is not one of this account', { field: 'signers' })
  const memo = printable(act.memo, 'memo')
  if (!memo.ok) return memo
  if (!act.split.length && act.amount !== 0) return refuse('ledger-blank', 'choose the ledger account it belongs to', { field: 'ledger' })
  if (sum(act.split.map(s => s.amount)) !== act.amount) return refuse('split-differs', 'the ledger lines do not add up to the amount', { field: 'ledger' })
  if (act.lines.length && sum(act.lines.map(l => l.amount)) !== act.amount) return refuse('lines-differ', 'the lines of the stub do not add up to the amount', { field: 'lines' })
  const payment: Payment = {
    id: act.id, companyId: known.account.companyId, accountId: known.account.id, payeeId: act.payee.id, name: name.value, address, date: act.date,
    amount: act.amount, memo: memo.value, lines: act.lines, split: act.split, state: 'waiting', drawnAt: stamp.at,
    ...(act.accountWithPayee?.trim() && { accountWithPayee: act.accountWithPayee.trim() }), ...(act.pay?.length && { pay: act.pay }), ...(act.advice && { advice: true }), ...(act.signers && { signers: act.signers }),
  }
  return good({
    changes: { payments: [payment], payees: known.payee ? [] : [{ ...act.payee, name: name.value, address }] },
    trail: { act: 'draw', text: `${act.advice ? 'advice of ' : ''}${figures(act.amount, { sign: known.account.currency.sign })} to ${name.value}, dated ${act.date}`, about: { account: known.account.id, payment: act.id } },
  })
}
