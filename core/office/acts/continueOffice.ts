import { act } from '../defineAct'
import { LIBRARY, settingsOf } from '../lookups'
import { continueOffice as decide } from '../handing'

/** Work goes on here in an office that was handed over: the one act that is done in it. */
export const continueOffice = act({
  evenHandedOver: true,
  lock: async (_: { back: boolean }) => LIBRARY,
  reads: ['settings'],
  writes: ['settings'],
  gather: async reading => ({ settings: await settingsOf(reading) }),
  decide,
})
