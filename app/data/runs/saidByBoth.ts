import type { CheckNumber } from '#core/numbers/book'
import type { Outcome, Skipped } from '#core/runs/run'
import type { SaidLists } from '#core/runs/saidSoFar'
import { merged } from '../drafts/merge'

const byNumber = ({ outcomes, numbers, skipped }: SaidLists) => ({
  outcomes: Object.fromEntries(outcomes) as Record<string, Outcome>,
  numbers: Object.fromEntries(numbers) as Record<string, CheckNumber>,
  skipped: Object.fromEntries(skipped.map(s => [s.number, s])) as Record<string, Skipped>,
})
/** What two tabs said of one run: of each sheet what was said last. */
export function saidByBoth(base: SaidLists, mine: SaidLists, theirs: SaidLists): SaidLists {
  const both = merged(byNumber(base), byNumber(mine), byNumber(theirs))
  const pairs = <T>(of: Record<string, T>) =>
    Object.entries(of).map(([n, value]) => [Number(n) as CheckNumber, value] as const)
  return {
    outcomes: pairs(both.outcomes),
    numbers: pairs(both.numbers),
    skipped: Object.values(both.skipped),
  }
}
