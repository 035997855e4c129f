import type { Id } from '../../base/id'
import { enterMovement as decide, type Entering } from '../../bank/enterMovement'
import { act } from '../defineAct'
import { ENTERING, enteringKnown } from '../lookupBank'
import { ofAccount } from '../lookups'

/** Money that came in or went out without a check is entered. */
export const enterMovement = act({
  lock: async ({ accountId }: Entering & { accountId: Id<'account'> }) => ofAccount(accountId),
  reads: ENTERING,
  writes: ['entries', 'movements', 'bankLines'],
  gather: (reading, { accountId, parts, ...asked }) =>
    enteringKnown(reading, accountId, { ...asked, ledgers: parts.map(p => p.ledgerId) }),
  decide: (known, input) => decide(known, input),
})
