import { wrap, type Remote } from 'comlink'

/** What a worker's error has no words for: its code was never here. */
const NOT_FETCHED = 'the server does not answer, and this part of the program has not been loaded yet'
/** Hears when a worker fails, or cannot be fetched. */
export const onFailure = (worker: Worker, hear: (fault: Error) => void): void => {
  worker.onerror = event => hear(new Error(event.message || NOT_FETCHED))
}
/** Never resolves; rejects when the worker fails, or cannot be fetched. */
export const failureOf = (worker: Worker): Promise<never> =>
  new Promise((_, reject) => onFailure(worker, reject))

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

/**
 * Questions to a worker that are not answered yet, and fail with it. No answer is held: a race with one lasting promise
 * would keep every one.
 */
export class Questions {
  private readonly waiting = new Set<(fault: Error) => void>()
  private fault: Error | undefined

  /** All of them fail, and whatever is asked from now on. */
  fail(fault: Error): void {
    this.fault ??= fault
    for (const failed of this.waiting) failed(this.fault)
  }
  /** What a question comes to, unless it fails before. */
  until<T>(answer: Promise<T>): Promise<T> {
    if (this.fault) return Promise.reject(this.fault)
    return new Promise((done, failed) => {
      this.waiting.add(failed)
      answer.then(done, failed).finally(() => this.waiting.delete(failed))
    })
  }
}

/**
 * A worker that stays from the first question on. After a failure the next question begins another: its code may be
 * there by then.
 */
export class LastingWorker<Api> {
  private now: { readonly remote: Remote<Api>; readonly questions: Questions } | undefined
  constructor(private readonly make: () => Worker) {}

  private begin() {
    const worker = this.make()
    const questions = new Questions()
    onFailure(worker, fault => {
      worker.terminate()
      this.now = undefined
      questions.fail(fault)
    })
    return { remote: wrap<Api>(worker), questions }
  }
  /** Asks the worker something. Throws where it cannot be had. */
  ask<T>(question: (of: Remote<Api>) => Promise<T>): Promise<T> {
    const { remote, questions } = (this.now ??= this.begin())
    return questions.until(question(remote))
  }
}
