import { dayText, plainDate, type PlainDate } from '../../base/dates'
import { howMany } from '../../base/howMany'
import type { Id } from '../../base/id'
import { good, refuse, type Result } from '../../base/result'
import type { BankAccount, Company } from '../../accounts/account'
import { figures } from '../../money/figures'
import { sum } from '../../money/cents'
import type { Payee } from '../../payees/payee'
import type { Payment } from '../../payments/payment'
import type { Decision, Stamp } from '../../trail/trail'
import type { SentFile } from '../positivePay/bankItem'
import { creditorBank } from './agents'
import { writeOrders, type PaymentOrder } from './paymentOrder'

/** Whether a payment is a transfer that the bank was not ordered to make yet. */
export const waitsForOrder = ({ orderedIn, otherwise, state }: Payment): boolean =>
  otherwise?.way === 'transfer' && state === 'issued' && orderedIn === undefined

/** A transfer as an order of a day. Refused where the payee's bank is not known. */
function transferOrder(
  account: BankAccount,
  payment: Payment,
  payee: Payee | undefined,
  date: PlainDate,
): Result<PaymentOrder> {
  const bank = creditorBank(account.country, payee ?? {})
  if (!bank.ok)
    return refuse(bank.refusal.code, `${payment.name}: ${bank.refusal.text}`, { field: 'payments' })
  const { name, address, amount, memo, lines } = payment
  return good({ payee: name, address, amount, memo, lines, date, bank: bank.value })
}

/** What ordering transfers must know. */
export interface TransfersKnown {
  readonly account: BankAccount
  readonly company: Company
  readonly payments: readonly Payment[]
  readonly payees: ReadonlyMap<Id<'payee'>, Payee>
  readonly isKnown: boolean
  readonly today: PlainDate
}
/** The transfers to order, the day on which the bank is to make them, and their currency (ISO 4217). */
export interface SendingTransfers {
  readonly fileId: Id<'sentFile'>
  readonly paymentIds: readonly Id<'payment'>[]
  readonly date: PlainDate
  readonly currency: string
}

/**
 * Makes the file that orders the bank to make transfers that are recorded already. Each goes out once; the file is kept
 * as it was made. Refused: a day gone by, a payment that is no transfer of this account or was ordered before, a
 * payee whose bank is not known.
 */
export function sendTransfers(
  known: TransfersKnown,
  act: SendingTransfers,
  stamp: Stamp,
): Decision<{ payments: Payment[]; sentFiles: SentFile[] }> {
  const { account, company, payments, payees, today } = known
  const at = { field: 'payments' }
  if (known.isKnown) return refuse('file-known', 'This file was already made', at)
  const date = plainDate(act.date)
  if (!date.ok) return date
  if (date.value < today)
    return refuse('date-past', `Choose ${dayText(today)} or a later day`, {
      field: 'date',
      value: act.date,
      limit: today,
    })
  if (!act.paymentIds.length || new Set(act.paymentIds).size !== act.paymentIds.length)
    return refuse('payments-none', 'Choose the transfers to order', at)
  const orders: PaymentOrder[] = []
  const ordered: Payment[] = []
  for (const id of act.paymentIds) {
    const payment = payments.find(p => p.id === id)
    if (!payment || payment.accountId !== account.id || !waitsForOrder(payment))
      return refuse('payment-ordered', 'One of these payments does not wait for a transfer any more', at)
    const order = transferOrder(account, payment, payees.get(payment.payeeId), date.value)
    if (!order.ok) return order
    orders.push(order.value)
    ordered.push({ ...payment, orderedIn: act.fileId })
  }
  const { currency } = act
  const made = { method: 'TRF', messageId: act.fileId, at: stamp.at, company, account, currency } as const
  const file = writeOrders({ ...made, orders })
  if (!file.ok) return file
  const total = figures(sum(orders.map(o => o.amount)), { sign: account.currency.sign })
  const sent: SentFile = {
    ...{ id: act.fileId, accountId: account.id, name: `transfers ${act.date}.xml`, text: file.value },
    ...{ at: stamp.at, by: stamp.by, issues: 0, ends: 0, transfers: orders.length },
  }
  return good({
    changes: { payments: ordered, sentFiles: [sent] },
    trail: {
      act: 'Transfers ordered',
      text: `Made ${sent.name} for the bank of ${account.name}: ${howMany(orders.length, 'transfer')} on ${dayText(act.date)}, ${total}.`,
      about: { account: account.id, file: act.fileId },
    },
  })
}
