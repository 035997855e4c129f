import Dexie from 'dexie'
import { LastingWorker } from '../store/inWorker'
import { storeName } from '../store/storeName'
import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import type { Cents } from '#core/money/cents'
import type { FindApi, FoundSoFar, MovedAsked } from './findWork'
import type { TrailAsked } from '../history/trailLines'
import type { NumbersAsked } from './numberLines'

export type { FoundHits } from './findWork'

/** The worker that looks holds what can be found. */
const looking = new LastingWorker<FindApi>(
  () =>
    new Worker(new URL('../../workers/find.worker.ts', import.meta.url), {
      type: 'module',
      name: storeName(),
    }),
)

/** Tells whenever something in the store was written, in this tab or another. Gives what ends it. */
export function onWritten(tell: () => void): () => void {
  Dexie.on('storagemutated', tell)
  return () => Dexie.on.storagemutated.unsubscribe(tell)
}

/** Has the worker read what can be found, before something is typed. */
export const prepareFind = (): Promise<void> => looking.ask(of => of.prepare())
/**
 * What is found in the office for what is typed, by kind, the best first: in the tables that are read, once these
 * are more than `known`. A large office is read for some seconds the first time.
 */
export const findInOffice = (typed: string, known: number): Promise<FoundSoFar> =>
  looking.ask(of => of.find(typed, known))
/** The keys of the numbers of an account that a search takes, the highest number first. */
export const findNumbers = (question: NumbersAsked): Promise<Id<'number'>[]> =>
  looking.ask(of => of.numbers(question))
/** The numbers of the lines of the trail that are asked for, newest first, at most so many. */
export const findLines = (asked: TrailAsked, most: number): Promise<number[]> =>
  looking.ask(of => of.lines(asked, most))
/** What moved a ledger account on each day from one on, the earliest first. */
export const findMoved = (question: MovedAsked): Promise<[PlainDate, Cents][]> =>
  looking.ask(of => of.moved(question))
