import type { Id } from '../../base/id'
import { draw as decide, type Draw } from '../../payments/draw'
import { act } from '../defineAct'
import { drawing, DRAWING, ofAccount } from '../lookups'

/** A payment is drawn into the lane of an account; an unknown payee is kept with it. */
export const draw = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; draw: Draw }) => ofAccount(accountId),
  reads: DRAWING,
  writes: ['payments', 'payees'],
  gather: (reading, { accountId, draw }) => drawing(reading, accountId, draw),
  decide: (known, input, stamp) => decide(known, input.draw, stamp),
})
