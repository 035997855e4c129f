import { dayText, type PlainDate } from '../base/dates'
import type { Payee } from '../payees/payee'
import { isPaid, type Payment } from './payment'

type Before = NonNullable<Payee['before']>
const isAfter = (a: string, b: string): boolean => Date.parse(a) > Date.parse(b)

/** Name or address of a payee changed since the last check to them: what a clerk must look at before the next. */
export const changedSince = (payee: Payee, lastPaidAt: string | undefined): Before | undefined =>
  payee.before && (!lastPaidAt || isAfter(payee.before.at, lastPaidAt)) ? payee.before : undefined

const whole = (of: { readonly name: string; readonly address: readonly string[] }): string =>
  [of.name, ...of.address].join(', ')
const byWhom = ({ by, at }: Before): string =>
  `by ${by || 'someone'} on ${dayText(at.slice(0, 10) as PlainDate)}`

/** Who changed a payee and when, the old beside the new. */
export const payeeChangeText = (payee: Payee, before: Before): string =>
  `Name or address changed since the last payment, ${byWhom(before)}. Before: ${whole(before)}. Now: ${whole(payee)}`

/**
 * What is to be said at the proof of a payment: that its payee changed since they were last paid, or after the
 * payment was drawn. `others` are all other payments to the payee; undefined where there is nothing to say.
 */
export function changeAtProof(
  payment: Payment,
  payee: Payee,
  others: readonly Payment[],
): string | undefined {
  const { before } = payee
  if (!before) return undefined
  if (isAfter(before.at, payment.drawnAt))
    return `Name or address changed ${byWhom(before)}, after this payment was drawn. The check prints ${whole(payment)}. The payee is now ${whole(payee)}`
  const paid = others.filter(isPaid)
  const newest = paid.map(p => p.drawnAt).reduce((a, b) => (isAfter(b, a) ? b : a), paid[0]?.drawnAt ?? '')
  return newest && changedSince(payee, newest) ? payeeChangeText(payee, before) : undefined
}
