import type { Id } from '../../base/id'
import { act } from '../defineAct'
import { LIBRARY, settingsOf } from '../lookups'
import { discardPdfs as decide } from '../settings'

/** Old PDFs of runs are removed. */
export const discardPdfs = act({
  lock: async (_: { runIds: readonly Id<'run'>[] }) => LIBRARY,
  reads: ['settings', 'runs', 'papers'],
  writes: ['papers'],
  gather: async (reading, { runIds }) => ({
    settings: await settingsOf(reading),
    // Another tab may have let go of some meanwhile.
    runs: await reading.many(
      'runs',
      (await reading.many('papers', runIds)).map(paper => paper.runId),
    ),
  }),
  decide: (known, _, stamp) => decide(known, stamp),
})
