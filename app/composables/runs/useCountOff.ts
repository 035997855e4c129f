import type { CheckNumber } from '#core/numbers/book'
import { merged } from '~/data/drafts/merge'
import type { CountOffAct } from '#core/runs/countOff'
import type { Correctable, Outcome, Run, Skipped } from '#core/runs/run'

/**
 * What has been said so far, as plain lists: kept while the count-off is not done, so that leaving or
 * reloading the page loses nothing.
 */
export interface SaidSoFar {
  readonly outcomes: readonly (readonly [CheckNumber, Outcome])[]
  readonly numbers: readonly (readonly [CheckNumber, CheckNumber])[]
  readonly skipped: readonly Skipped[]
}

export const nothingSaid: SaidSoFar = { outcomes: [], numbers: [], skipped: [] }
const byNumber = ({ outcomes, numbers, skipped }: SaidSoFar) => ({
  outcomes: Object.fromEntries(outcomes) as Record<string, Outcome>,
  numbers: Object.fromEntries(numbers) as Record<string, CheckNumber>,
  skipped: Object.fromEntries(skipped.map(s => [s.number, s])) as Record<string, Skipped>,
})
/** What two tabs said of one run: of each sheet what was said last. */
export function saidByBoth(base: SaidSoFar, mine: SaidSoFar, theirs: SaidSoFar): SaidSoFar {
  const both = merged(byNumber(base), byNumber(mine), byNumber(theirs))
  const pairs = <T>(of: Record<string, T>) =>
    Object.entries(of).map(([n, value]) => [Number(n) as CheckNumber, value] as const)
  return {
    outcomes: pairs(both.outcomes),
    numbers: pairs(both.numbers),
    skipped: Object.values(both.skipped),
  }
}

/**
 * What a person has said so far of the sheets of a run: outcomes, other numbers on the paper, and what became
 * of numbers that were skipped.
 */
export function useCountOff(run: () => Run) {
  const outcomes = shallowRef<ReadonlyMap<CheckNumber, Outcome>>(new Map())
  const numbers = shallowRef<ReadonlyMap<CheckNumber, CheckNumber>>(new Map())
  const skipped = shallowRef<readonly Skipped[]>([])
  const numberOf = (sent: CheckNumber): CheckNumber => numbers.value.get(sent) ?? sent

  const set = (number: CheckNumber, outcome: Outcome): void => {
    outcomes.value = new Map(outcomes.value).set(number, outcome)
  }
  const say = (number: CheckNumber, kind: Outcome['kind']): void =>
    set(number, kind === 'spoiled' ? { kind, why: '' } : { kind })
  function because(number: CheckNumber, why: string, correct?: Correctable) {
    const before = outcomes.value.get(number)
    const wrong = correct ?? (before?.kind === 'spoiled' ? before.correct : undefined)
    set(number, { kind: 'spoiled', why, ...(wrong && { correct: wrong }) })
  }
  /** Says the same of all that were not said yet, or of all between two numbers. */
  function sayAll(kind: Outcome['kind'], from = -Infinity, to = Infinity, why = '') {
    const next = new Map(outcomes.value)
    for (const c of run().checks) {
      const n = numberOf(c.number)
      if (from === -Infinity ? next.has(c.number) : n < from || n > to) continue
      next.set(c.number, kind === 'spoiled' ? { kind, why } : { kind })
    }
    outcomes.value = next
  }
  function shiftTo(to: ReadonlyMap<CheckNumber, CheckNumber>, gaps: readonly Skipped[]) {
    numbers.value = to
    skipped.value = [
      ...skipped.value.filter(
        s => !gaps.some(g => g.number === s.number) && ![...to.values()].includes(s.number),
      ),
      ...gaps,
    ]
  }
  /** Fills in what is told of some checks; what was said of others stays. */
  function importRows(act: Pick<CountOffAct, 'outcomes'>) {
    const [saidOf, carried] = [new Map(outcomes.value), new Map(numbers.value)]
    for (const [sent, told] of act.outcomes) {
      const { number, ...bare } = told as Outcome & { number?: CheckNumber }
      saidOf.set(sent, bare as Outcome)
      carried.delete(sent)
      if (number && number !== sent) carried.set(sent, number)
    }
    outcomes.value = saidOf
    numbers.value = carried
  }
  /** Puts what is told of all checks in the place of what was said. */
  function takeOver(act: CountOffAct) {
    outcomes.value = numbers.value = new Map()
    importRows(act)
    skipped.value = act.skipped ?? []
  }
  /** In the order of the numbers, so that the same count-off is the same text in every tab. */
  const soFar = computed<SaidSoFar>(() => ({
    outcomes: [...outcomes.value].sort(([a], [b]) => a - b),
    numbers: [...numbers.value].sort(([a], [b]) => a - b),
    skipped: [...skipped.value].sort((a, b) => a.number - b.number),
  }))
  /** Takes up again what was said before, as far as it is about checks of this run. */
  function takeUp(said: Partial<SaidSoFar>) {
    const mine = new Set(run().checks.map(c => c.number))
    outcomes.value = new Map((said.outcomes ?? []).filter(([n]) => mine.has(n)))
    numbers.value = new Map((said.numbers ?? []).filter(([n]) => mine.has(n)))
    skipped.value = said.skipped ?? []
  }
  /** The act as it stands. */
  const act = computed<CountOffAct>(() => ({
    outcomes: new Map(
      [...outcomes.value].map(([sent, o]) => [
        sent,
        o.kind === 'never came out' || numberOf(sent) === sent ? o : { ...o, number: numberOf(sent) },
      ]),
    ),
    skipped: skipped.value,
  }))
  return {
    outcomes,
    numbers,
    skipped,
    numberOf,
    say,
    because,
    sayAll,
    shiftTo,
    importRows,
    takeOver,
    soFar,
    takeUp,
    act,
  }
}
