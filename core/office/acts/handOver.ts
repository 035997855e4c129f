import { act } from '../defineAct'
import { LIBRARY, settingsOf } from '../lookups'
import { handOver as decide } from '../handing'

/** The office goes to another desk: nothing more is done in it here. */
export const handOver = act({
  lock: async (_: { to: string }) => LIBRARY,
  reads: ['settings'],
  writes: ['settings'],
  gather: async reading => ({ settings: await settingsOf(reading) }),
  decide,
})
