import type { CheckNumber } from '../numbers/book'
import type { CountOffAct } from './countOff'
import type { Correctable, Outcome, RunCheck, Skipped } from './run'

/**
 * What a person has said so far of the sheets of a run: what came of each check, which other number its paper
 * carries, and what became of numbers that were skipped. Checks are known by the number they were sent with,
 * whatever their paper carries, so that a shift of the numbers moves nothing that was said.
 */
export interface Said {
  readonly outcomes: ReadonlyMap<CheckNumber, Outcome>
  /** The number on the paper, by the number that was sent; only where they differ. */
  readonly numbers: ReadonlyMap<CheckNumber, CheckNumber>
  readonly skipped: readonly Skipped[]
}

/** The same as plain lists: the form in which it is kept while the count-off is not done. */
export interface SaidLists {
  readonly outcomes: readonly (readonly [CheckNumber, Outcome])[]
  readonly numbers: readonly (readonly [CheckNumber, CheckNumber])[]
  readonly skipped: readonly Skipped[]
}

/** A run of which nothing was said yet. */
export const nothingSaid: Said = { outcomes: new Map(), numbers: new Map(), skipped: [] }

/** The number that the paper of a check carries. */
export const numberOnPaper = (said: Said, sent: CheckNumber): CheckNumber => said.numbers.get(sent) ?? sent

const bare = (kind: Outcome['kind'], why = ''): Outcome => (kind === 'spoiled' ? { kind, why } : { kind })
const withOutcome = (said: Said, sent: CheckNumber, outcome: Outcome): Said => ({
  ...said,
  outcomes: new Map(said.outcomes).set(sent, outcome),
})

/** One check came out so. What was said of it before goes, and a reason with it. */
export const sayOf = (said: Said, sent: CheckNumber, kind: Outcome['kind']): Said =>
  withOutcome(said, sent, bare(kind))

/**
 * One check is spoiled for a reason. A field that was wrong stays said when the reason is put in other words;
 * `correct` names another.
 */
export function spoiledBecause(said: Said, sent: CheckNumber, why: string, correct?: Correctable): Said {
  const before = said.outcomes.get(sent)
  const wrong = correct ?? (before?.kind === 'spoiled' ? before.correct : undefined)
  return withOutcome(said, sent, { kind: 'spoiled', why, ...(wrong && { correct: wrong }) })
}

/** All checks of which nothing was said yet came out so. */
export function sayOfTheRest(said: Said, checks: readonly RunCheck[], kind: Outcome['kind']): Said {
  const outcomes = new Map(said.outcomes)
  for (const { number } of checks) if (!outcomes.has(number)) outcomes.set(number, bare(kind))
  return { ...said, outcomes }
}

/** Checks whose papers carry a number of a range, as a person reads it off them. */
export interface PaperRange {
  readonly from: number
  readonly to: number
}
/** All checks of a range came out so, whatever was said of them before. */
export function sayOfRange(
  said: Said,
  checks: readonly RunCheck[],
  { from, to }: PaperRange,
  kind: Outcome['kind'],
  why = '',
): Said {
  const outcomes = new Map(said.outcomes)
  for (const { number } of checks) {
    const on = numberOnPaper(said, number)
    if (on >= from && on <= to) outcomes.set(number, bare(kind, why))
  }
  return { ...said, outcomes }
}

/**
 * The papers carry other numbers than were sent. A number that was skipped before and is on a paper now is
 * skipped no longer.
 */
export function shifted(
  said: Said,
  numbers: ReadonlyMap<CheckNumber, CheckNumber>,
  gaps: readonly Skipped[],
): Said {
  const carried = new Set(numbers.values())
  const left = said.skipped.filter(s => !carried.has(s.number) && !gaps.some(g => g.number === s.number))
  return { ...said, numbers, skipped: [...left, ...gaps] }
}

/** With what a file or a printer reports of some checks; what was said of others stays. */
export function withReport(said: Said, { outcomes: reported }: Pick<CountOffAct, 'outcomes'>): Said {
  const [outcomes, numbers] = [new Map(said.outcomes), new Map(said.numbers)]
  for (const [sent, outcome] of reported) {
    const { number, ...rest } = outcome as Outcome & { number?: CheckNumber }
    outcomes.set(sent, rest as Outcome)
    numbers.delete(sent)
    if (number && number !== sent) numbers.set(sent, number)
  }
  return { ...said, outcomes, numbers }
}

/** What a report of all checks says, in the place of what was said. */
export const saidByReport = (report: CountOffAct): Said =>
  withReport({ ...nothingSaid, skipped: report.skipped ?? [] }, report)

const byKey = <T>(of: ReadonlyMap<CheckNumber, T>): [CheckNumber, T][] => [...of].sort(([a], [b]) => a - b)

/** In the order of the numbers, so that the same count-off is the same text in every tab. */
export const listsOf = ({ outcomes, numbers, skipped }: Said): SaidLists => ({
  outcomes: byKey(outcomes),
  numbers: byKey(numbers),
  skipped: [...skipped].sort((a, b) => a.number - b.number),
})

/** What was kept, as far as it is about checks of this run: the run may be another one since. */
export function saidFrom(kept: Partial<SaidLists>, checks: readonly RunCheck[]): Said {
  const ours = new Set(checks.map(c => c.number))
  const own = <T>(rows: readonly (readonly [CheckNumber, T])[] = []): Map<CheckNumber, T> =>
    new Map(rows.filter(([sent]) => ours.has(sent)))
  return { outcomes: own(kept.outcomes), numbers: own(kept.numbers), skipped: kept.skipped ?? [] }
}

/** The act as it stands: a check that never came out has no paper, so it names no number. */
export const countOffOf = (said: Said): CountOffAct => ({
  outcomes: new Map(
    [...said.outcomes].map(([sent, outcome]) => {
      const number = numberOnPaper(said, sent)
      return [sent, outcome.kind === 'never came out' || number === sent ? outcome : { ...outcome, number }]
    }),
  ),
  skipped: said.skipped,
})
