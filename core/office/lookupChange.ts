import type { Id } from '../base/id'
import type { Allocation } from '../bills/allocation'
import { byId, one } from './lookups'
import type { Reading } from './reading'

/** Tables that are read to change a payment in the lane. */
export const CHANGING = ['payments', 'accounts', 'companies', 'bills', 'ledgers'] as const

/** What of bills and of the ledger a payment names, as it stands or as it is asked for. */
interface Named {
  readonly settles?: { readonly bills: readonly Allocation[] } | readonly Allocation[]
  readonly split?: readonly { readonly ledgerId: Id<'ledger'> }[]
}
const partsOf = ({ settles }: Named): readonly Allocation[] =>
  !settles ? [] : 'bills' in settles ? settles.bills : settles

/**
 * What must be known to change payments of an account: the bills and ledger accounts that are named as they
 * stand, and as they are to be.
 */
export async function changeKnown(reading: Reading, accountId: Id<'account'>, named: readonly Named[]) {
  const { companyId } = await one(reading, 'accounts', accountId)
  const { closedThrough, payables } = await one(reading, 'companies', companyId)
  const touched = new Set(named.flatMap(partsOf).map(a => a.billId))
  const parts = new Set(named.flatMap(p => p.split ?? []).map(s => s.ledgerId))
  return {
    bills: await byId(reading, 'bills', [...touched]),
    ledgers: await reading.many('ledgers', [...parts]),
    closedThrough,
    payables,
  }
}
