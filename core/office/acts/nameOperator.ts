import { act } from '../defineAct'
import { LIBRARY } from '../lookups'
import { nameOperator as decide } from '../settings'

/** Somebody else works at this browser. */
export const nameOperator = act({
  lock: async (_: { name: string }) => LIBRARY,
  reads: [],
  writes: [],
  gather: async () => undefined,
  decide: (_, input, stamp) => decide(input, stamp),
})
