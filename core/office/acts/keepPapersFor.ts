import { act } from '../act'
import { LIBRARY } from '../gather'
import { keepPapersFor as decide } from '../settings'

/** The office says how long the PDFs of its runs are kept. */
export const keepPapersFor = act({
  lock: async (_: { days: number | null }) => LIBRARY,
  reads: [],
  writes: ['settings'],
  gather: async () => undefined,
  decide: (_, input) => decide(input),
})
