import type { TrailLine } from '#core/trail/trail'
import { findLines } from '../find/find'
import { db } from '../store/db'
import { isNarrowed, linesLike, searchedLine, type TrailAsked } from './trailLines'

/** Things whose lines are found by an index. */
const indexed: readonly string[] = ['bill', 'payee', 'run']

/** The numbers of the lines that are asked for, newest first: of the whole trail they are found in a worker. */
export async function readLineNumbers(asked: TrailAsked, most = Infinity): Promise<number[]> {
  const { subject } = asked
  if (!isNarrowed(asked))
    return db.trail
      .orderBy('seq')
      .reverse()
      .limit(most)
      .primaryKeys()
      .then(keys => keys.map(Number))
  if (!subject || !indexed.includes(subject.about)) return Promise.resolve(findLines(asked, most))
  const about = await db.trail.where(`about.${subject.about}`).equals(subject.id).toArray()
  return linesLike(about.map(searchedLine), asked, most)
}
/** The lines that are asked for, newest first, at most so many; asked again by who follows them when one is added. */
export async function readTrail(asked: TrailAsked, most: number): Promise<TrailLine[]> {
  await db.trail.orderBy('seq').last()
  const numbers = await readLineNumbers(asked, most)
  return (await db.trail.bulkGet(numbers)).filter(line => line !== undefined)
}
/** Has the worker read the trail, before something is typed; where that fails, the search itself says so. */
export const beginTrailSearch = (): void => {
  findLines({ text: '', act: '', day: '', subject: undefined }, 0).catch(() => undefined)
}
export const readWholeTrail = (): Promise<TrailLine[]> => db.trail.orderBy('seq').toArray()
/** The names of all acts that the trail tells of, as they are kept. */
export const readTrailActs = async (): Promise<string[]> =>
  (await db.trail.orderBy('act').uniqueKeys()).map(String)
