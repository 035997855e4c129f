import type { Id } from '../../base/id'
import type { Draw } from '../../payments/draw'
import type { OtherWay } from '../../payments/payment'
import { payByOtherMeans as decide } from '../../payments/payByOtherMeans'
import { act } from '../defineAct'
import { drawing, DRAWING, ofAccount } from '../lookups'

/** What was paid without a check is recorded, against bills or ledger accounts. */
export const payByOtherMeans = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; draw: Draw; way: OtherWay; reference: string }) =>
    ofAccount(accountId),
  reads: DRAWING,
  writes: ['payments', 'payees', 'entries'],
  gather: (reading, { accountId, draw }) => drawing(reading, accountId, draw),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
