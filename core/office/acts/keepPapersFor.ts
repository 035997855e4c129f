import { act } from '../act'
import { LIBRARY } from '../gather'
import { keepPapersFor as decide, usualSettings } from '../settings'

/** The office says how long the PDFs of its runs are kept. */
export const keepPapersFor = act({
  lock: async (_: { days: number | null }) => LIBRARY,
  reads: ['settings'],
  writes: ['settings'],
  gather: async reading => ({ settings: (await reading.get('settings', 'office')) ?? usualSettings }),
  decide,
})
