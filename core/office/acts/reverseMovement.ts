import type { PlainDate } from '../../base/dates'
import type { Id } from '../../base/id'
import { reverseMovement as decide } from '../../bank/reverseMovement'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'
import type { Reading } from '../reading'

interface Reversing {
  readonly movementId: Id<'movement'>
  readonly why: string
  readonly date: PlainDate
}
const accountOf = async (reading: Reading, id: Id<'movement'>): Promise<Id<'account'>> =>
  (await one(reading, 'movements', id)).accountId

/** A register line that is no check is taken back by an entry the other way round. */
export const reverseMovement = act({
  lock: async ({ movementId }: Reversing, reading) => ofAccount(await accountOf(reading, movementId)),
  reads: ['accounts', 'companies', 'movements', 'entries', 'statements'],
  writes: ['movements', 'entries'],
  gather: async (reading, { movementId }) => {
    const movement = await one(reading, 'movements', movementId)
    const account = await one(reading, 'accounts', movement.accountId)
    const other = movement.otherId ? await reading.many('movements', [movement.otherId]) : []
    const movements = [movement, ...other]
    const entries = await reading.many('entries', [movement.entryId])
    return {
      ...{ account, movements, entries: new Map(entries.map(e => [e.id, e])) },
      statements: await reading.where(
        'statements',
        'account',
        movements.map(m => m.accountId),
      ),
      closedThrough: (await one(reading, 'companies', account.companyId)).closedThrough,
    }
  },
  decide: (known, input) => decide(known, input),
})
