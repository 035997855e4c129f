import Dexie from 'dexie'
import { wrap, type Remote } from 'comlink'
import { failureOf } from '../store/inWorker'
import { storeName } from '../store/storeName'
import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import type { Cents } from '#core/money/cents'
import type { FindApi, FoundSoFar, MovedAsked } from './findWork'
import type { NumbersAsked } from './numberLines'

export type { FoundHits } from './findWork'

/** The worker that looks, kept from the first question on: it holds what can be found. */
let worker: { readonly remote: Remote<FindApi>; readonly failed: Promise<never> } | undefined
function looking() {
  if (worker) return worker
  const made = new Worker(new URL('../../workers/find.worker.ts', import.meta.url), {
    type: 'module',
    name: storeName(),
  })
  const failed = failureOf(made)
  // Asked again, it begins anew: its code may be there by then.
  failed.catch(() => {
    made.terminate()
    worker = undefined
  })
  return (worker = { remote: wrap<FindApi>(made), failed })
}

/** Tells whenever something in the store was written, in this tab or another. Gives what ends it. */
export function onWritten(tell: () => void): () => void {
  Dexie.on('storagemutated', tell)
  return () => Dexie.on.storagemutated.unsubscribe(tell)
}

/** Asks the worker something. Throws where it cannot be had. */
const asked = <T>(question: (of: Remote<FindApi>) => Promise<T>): Promise<T> => {
  const { remote, failed } = looking()
  return Promise.race([question(remote), failed])
}
/** Has the worker read what can be found, before something is typed. */
export const prepareFind = (): Promise<void> => asked(of => of.prepare())
/**
 * What is found in the office for what is typed, by kind, the best first: in the tables that are read, once these
 * are more than `known`. A large office is read for some seconds the first time.
 */
export const findInOffice = (typed: string, known: number): Promise<FoundSoFar> =>
  asked(of => of.find(typed, known))
/** The keys of the numbers of an account that a search takes, the highest number first. */
export const findNumbers = (question: NumbersAsked): Promise<Id<'number'>[]> =>
  asked(of => of.numbers(question))
/** What moved a ledger account on each day from one on, the earliest first. */
export const findMoved = (question: MovedAsked): Promise<[PlainDate, Cents][]> =>
  asked(of => of.moved(question))
