import type { TrailLine } from '#core/trail/trail'
import { db } from '../store/db'

/** The line of the trail that was written last; undefined where there is none. */
export const lastLine = (): Promise<TrailLine | undefined> => db.trail.orderBy('seq').last()
