import type { Id } from '../../base/id'
import { act } from '../act'
import { LIBRARY } from '../gather'
import { letGoOfPapers as decide, usualSettings } from '../settings'

/** Old PDFs of runs are removed. */
export const letGoOfPapers = act({
  lock: async (_: { runIds: readonly Id<'run'>[] }) => LIBRARY,
  reads: ['settings', 'runs', 'papers'],
  writes: ['papers'],
  gather: async (reading, { runIds }) => ({
    settings: (await reading.get('settings', 'office')) ?? usualSettings,
    // Another tab may have let go of some meanwhile.
    runs: await reading.many(
      'runs',
      (await reading.many('papers', runIds)).map(paper => paper.runId),
    ),
  }),
  decide: (known, _, stamp) => decide(known, stamp),
})
