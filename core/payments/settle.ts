import { howMany } from '../base/howMany'
import { good, refuse } from '../base/result'
import { sum } from '../money/cents'
import { figures } from '../money/figures'
import type { Decision, Stamp } from '../trail/trail'
import { draw, type Draw, type DrawKnown } from './draw'
import type { Payment } from './payment'
import { billsAfter } from './settling'

/**
 * Draws many payments at once, from one account or several: all or none. Refused as drawing is; the payee
 * stands before the reason. Two of the payments cannot settle the same part of a bill.
 */
export function settle(
  known: readonly DrawKnown[],
  draws: readonly Draw[],
  stamp: Stamp,
): Decision<{ payments: Payment[] }> {
  if (!draws.length) return refuse('bills-none', 'Choose at least one bill', { field: 'bills' })
  if (new Set(draws.map(d => d.id)).size < draws.length)
    return refuse('payment-known', 'A payment is listed twice', { field: 'payment' })
  const payments: Payment[] = []
  for (const [i, act] of draws.entries()) {
    const of = known[i]!
    if (!of.payee) return refuse('payee-gone', `${act.payee.name} no longer exists`, { field: 'payee' })
    const drawn = draw(of, act, stamp)
    if (!drawn.ok) {
      const { text, ...refusal } = drawn.refusal
      return refuse(refusal.code, `${act.payee.name}: ${text}`, refusal)
    }
    payments.push(...drawn.value.changes.payments)
  }
  // The same bill may stand in two of them: together they must not come to more than it.
  const bills = new Map(known.flatMap(k => k.bills).map(b => [b.id, b]))
  const both = billsAfter([...bills.values()], [], payments)
  if (!both.ok) return both
  const accounts = [...new Set(payments.map(p => p.accountId))]
  return good({
    changes: { payments },
    trail: {
      act: 'Bills settled',
      text: `Drew ${howMany(payments.length, 'payment')} for ${howMany(bills.size, 'bill')}, ${figures(sum(payments.map(p => p.amount)))}: ${payments.map(p => `${p.name} ${figures(p.amount)}`).join(', ')}.`,
      about: { ...(accounts.length === 1 && { account: accounts[0]! }) },
    },
  })
}
