import { wrap, type Remote } from 'comlink'

/** Never resolves; rejects when the worker fails. */
export const failureOf = (worker: Worker): Promise<never> =>
  new Promise((_, reject) => {
    worker.onerror = event => reject(new Error(event.message))
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
