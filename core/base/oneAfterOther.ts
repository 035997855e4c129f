/**
 * Does pieces of work one after the other, in the order in which they are asked for: each begins when the one before has
 * ended, and one that fails holds up none.
 */
export function oneAfterOther(): <T>(work: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve()
  return work => {
    const mine = last.then(work)
    last = mine.catch(() => undefined)
    return mine
  }
}
