import type { Id } from '../../base/id'
import { drop as decide } from '../../runs/prepare'
import { act } from '../defineAct'
import { lockOfRun, one } from '../lookups'

/** A run that is not printed yet is given up; its payments stay in the lane. */
export const drop = act({
  lock: ({ runId }: { runId: Id<'run'> }, reading) => lockOfRun(reading, runId),
  reads: ['runs'],
  writes: ['runs'],
  gather: (reading, { runId }) => one(reading, 'runs', runId),
  decide: run => decide({ run }),
})
