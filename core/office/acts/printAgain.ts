import type { Id } from '../../base/id'
import { printAgain as decide } from '../../runs/print'
import { act } from '../defineAct'
import { lockOfRun, one } from '../lookups'

/** The PDF of a run goes out once more under the same numbers. */
export const printAgain = act({
  lock: ({ runId }: { runId: Id<'run'>; why: string }, reading) => lockOfRun(reading, runId),
  reads: ['runs'],
  writes: ['runs'],
  gather: (reading, { runId }) => one(reading, 'runs', runId),
  decide: (run, { why }) => decide({ run }, { why }),
})
