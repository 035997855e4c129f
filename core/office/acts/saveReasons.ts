import { act } from '../defineAct'
import { LIBRARY } from '../lookups'
import { saveReasons as decide, usualReasons, type ReasonList } from '../settings'

/** A list of reasons becomes the office's own. */
export const saveReasons = act({
  lock: async (_: ReasonList) => LIBRARY,
  reads: ['reasonLists'],
  writes: ['reasonLists'],
  gather: async (reading, { id }) => ({
    reasons: (await reading.get('reasonLists', id))?.reasons ?? usualReasons[id],
  }),
  decide,
})
