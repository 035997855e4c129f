import type { Id } from '../../base/id'
import { confirmFit as decide } from '../../fit/printers'
import type { Mm } from '../../paper/length'
import { act } from '../defineAct'
import { LIBRARY, one } from '../lookups'

/** A sheet printed through a fit has shown that it holds. */
export const confirmFit = act({
  lock: async (_: { fitId: Id<'fit'>; worst: Mm }) => LIBRARY,
  reads: ['fits'],
  writes: ['fits'],
  gather: (reading, { fitId }) => one(reading, 'fits', fitId),
  decide: (fit, { worst }) => decide({ fit }, { worst }),
})
