import { act } from '../defineAct'
import { LIBRARY, settingsOf } from '../lookups'
import { keepPdfsFor as decide } from '../settings'

/** The office says how long the PDFs of its runs are kept. */
export const keepPdfsFor = act({
  lock: async (_: { days: number | null }) => LIBRARY,
  reads: ['settings'],
  writes: ['settings'],
  gather: async reading => ({ settings: await settingsOf(reading) }),
  decide,
})
