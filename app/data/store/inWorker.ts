import { wrap, type Remote } from 'comlink'

/** What a worker's error has no words for: its code was never here. */
const NOT_FETCHED = 'the server does not answer, and this part of the program has not been loaded yet'
/** Never resolves; rejects when the worker fails, or cannot be fetched. */
export const failureOf = (worker: Worker): Promise<never> =>
  new Promise((_, reject) => {
    worker.onerror = event => reject(new Error(event.message || NOT_FETCHED))
  })

/**
 * Does one piece of work in a worker of its own, and ends the worker whatever happens. The caller names the
 * file, since only then can it be found when the app is built.
 */
export async function inWorker<Api, T>(
  worker: Worker,
  work: (remote: Remote<Api>) => Promise<T>,
): Promise<T> {
  const failed = failureOf(worker)
  try {
    return await Promise.race([work(wrap<Api>(worker)), failed])
  } finally {
    worker.terminate()
  }
}
