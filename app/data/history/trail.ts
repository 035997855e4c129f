import type { TrailLine } from '#core/trail/trail'
import { findLines } from '../find/find'
import { db } from '../store/db'
import { linesAbout } from './history'
import { lastLine } from './lastLine'
import { isNarrowed, linesLike, trailBlock, type TrailAsked } from './trailLines'

/** The lines about a thing where an index leads to them; those of a number book have none. */
const indexed = async (subject: TrailAsked['subject']): Promise<TrailLine[] | undefined> =>
  subject && subject.about !== 'book' ? linesAbout(subject.about, [subject.id]) : undefined
const newest = () => db.trail.orderBy('seq').reverse()

/** The numbers of the lines that are asked for, newest first: of the whole trail they are found in a worker. */
export async function readLineNumbers(asked: TrailAsked, most = Infinity): Promise<number[]> {
  if (!isNarrowed(asked)) return newest().limit(most).primaryKeys()
  const about = await indexed(asked.subject)
  if (about)
    return linesLike(trailBlock(about), asked)
      .sort((a, b) => b - a)
      .slice(0, most)
  return Promise.resolve(findLines(asked, most))
}
/** The lines that are asked for, newest first, at most so many; asked again by who follows them when one is added. */
export async function readTrail(asked: TrailAsked, most: number): Promise<TrailLine[]> {
  if (!isNarrowed(asked)) return newest().limit(most).toArray()
  await lastLine()
  const numbers = await readLineNumbers(asked, most)
  return (await db.trail.bulkGet(numbers)).filter(line => line !== undefined)
}
/** Has the worker read the trail, before something is typed; where that fails, the search itself says so. */
export const beginTrailSearch = (): void => {
  findLines({ text: '', act: '', day: '', subject: undefined }, 0).catch(() => undefined)
}
export const readWholeTrail = (): Promise<TrailLine[]> => db.trail.orderBy('seq').toArray()
/**
 * The names of all acts that the trail tells of, as they are kept: from each to the next, as a list of them without
 * others would walk over every line.
 */
export async function readTrailActs(): Promise<string[]> {
  const acts: string[] = []
  for (let last = ''; ;) {
    const [next] = await db.trail.where('act').above(last).limit(1).keys()
    if (next === undefined) return acts
    acts.push((last = String(next)))
  }
}
