import type { PlainDate } from '../../base/dates'
import type { Id } from '../../base/id'
import { confirmStop as decide } from '../../checks/confirmStop'
import { act } from '../defineAct'
import { lockOfNumber, one } from '../lookups'

/** The bank has confirmed that a check is stopped. */
export const confirmStop = act({
  lock: ({ numberId }: { numberId: Id<'number'>; on: PlainDate; reference: string }, reading) =>
    lockOfNumber(reading, numberId),
  reads: ['numbers'],
  writes: ['numbers'],
  gather: async (reading, { numberId }) => ({ row: await one(reading, 'numbers', numberId) }),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
