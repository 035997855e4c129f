import type { Id } from '../../base/id'
import { matchLines as decide, type MatchAsked } from '../../bank/matchLines'
import { act } from '../defineAct'
import { matchKnown, MATCHING } from '../lookupBank'
import { ofAccount, one } from '../lookups'

/** Bank lines are matched with checks, payments or register lines that a person chose. */
export const matchLines = act({
  lock: async ({ accountId }: { accountId: Id<'account'>; matches: readonly MatchAsked[] }) =>
    ofAccount(accountId),
  reads: MATCHING,
  writes: ['bankLines', 'numbers', 'payments', 'movements'],
  gather: async (reading, { accountId, matches }) => {
    const lines = await reading.many(
      'bankLines',
      matches.map(m => m.lineId),
    )
    return matchKnown(reading, await one(reading, 'accounts', accountId), lines, {
      numbers: matches.flatMap(m => (m.to.kind === 'check' ? [m.to.numberId] : [])),
      payments: matches.flatMap(m => (m.to.kind === 'movement' ? [] : [m.to.paymentId])),
      movements: matches.flatMap(m => (m.to.kind === 'movement' ? [m.to.movementId] : [])),
    })
  },
  decide: (known, { matches }, stamp) => decide(known, matches, stamp),
})
