import { act } from '../act'
import { LIBRARY } from '../gather'
import { keepReasons as decide, type ReasonList } from '../settings'

/** A list of reasons becomes the office's own. */
export const keepReasons = act({
  lock: async (_: ReasonList) => LIBRARY,
  reads: [],
  writes: ['reasonLists'],
  gather: async () => undefined,
  decide: (_, list) => decide(list),
})
