/** How long stock lasts, in words: longer than two years is not told to the week. */
export const weeksText = (weeks: number): string =>
  weeks > 104 ? 'more than two years' : `${Math.floor(weeks)} ${Math.floor(weeks) === 1 ? 'week' : 'weeks'}`

/** How many weeks back the pace of a book is measured. */
const PACE_WEEKS = 8
const DAY_MS = 86_400_000
const WEEK_MS = 7 * DAY_MS
/** A book that lasts less than so many weeks is low: boxes of stock take about that long to come. */
const LOW_WEEKS = 6

/**
 * A day before all moments that count for the pace: a day more, since moments have the offset of their place. The
 * same all day long.
 */
export const paceStart = (now: Date): string =>
  new Date(now.getTime() - PACE_WEEKS * WEEK_MS - DAY_MS).toISOString().slice(0, 10)

/**
 * Numbers used in each of the last eight weeks before `now`, newest week last; `used` tells when (ISO 8601)
 * and how many.
 */
export function paceOf(used: Iterable<{ readonly at: string; readonly count: number }>, now: Date): number[] {
  const weeks = Array.from({ length: PACE_WEEKS }, () => 0)
  for (const { at, count } of used) {
    const ago = Math.ceil((now.getTime() - Date.parse(at)) / WEEK_MS)
    if (ago >= 1 && ago <= PACE_WEEKS) weeks[PACE_WEEKS - ago]! += count
  }
  return weeks
}

/**
 * How long the unused numbers of a book last at its pace: `weeks` undefined where none was used lately. Low:
 * for less than six weeks, or for fewer checks than wait.
 */
export interface StockLeft {
  readonly left: number
  readonly perWeek: number
  readonly weeks: number | undefined
  readonly low: boolean
}
/**
 * How many numbers are left beside those waiting, for how many weeks at the usual pace, and whether that is
 * low.
 */
export function stockLeft(unused: number, pace: readonly number[], waiting = 0): StockLeft {
  const perWeek = pace.reduce((a, b) => a + b, 0) / PACE_WEEKS
  const weeks = perWeek > 0 ? unused / perWeek : undefined
  return { left: unused, perWeek, weeks, low: unused < waiting || (weeks !== undefined && weeks < LOW_WEEKS) }
}
