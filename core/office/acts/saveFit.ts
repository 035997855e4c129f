import { saveFit as decide } from '../../fit/printers'
import { act } from '../defineAct'
import { LIBRARY } from '../lookups'

/** How a printer errs on a stock is kept; the newest fit is the one in use. */
export const saveFit = act({
  lock: async (_: { fit: Parameters<typeof decide>[0] }) => LIBRARY,
  reads: [],
  writes: ['fits'],
  gather: async () => undefined,
  decide: (_, { fit }, stamp) => decide(fit, stamp),
})
