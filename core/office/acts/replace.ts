import type { Id } from '../../base/id'
import { refuse } from '../../base/result'
import { replace as decide, type Ending } from '../../checks/replace'
import { act } from '../defineAct'
import { lockOfNumber, one } from '../lookups'

/** A check that is out is ended, and its payment waits in the lane for another. */
export const replace = act({
  lock: ({ numberId }: { numberId: Id<'number'>; ending: Ending; why: string }, reading) =>
    lockOfNumber(reading, numberId),
  reads: ['numbers', 'payments'],
  writes: ['numbers', 'payments'],
  gather: async (reading, { numberId }) => {
    const row = await one(reading, 'numbers', numberId)
    return { row, payment: row.check ? await one(reading, 'payments', row.check.paymentId) : undefined }
  },
  decide: ({ row, payment }, { ending, why }, stamp) =>
    payment
      ? decide({ row, payment }, { ending, why }, stamp)
      : refuse('check-none', 'No check has this number', { field: 'number' }),
})
