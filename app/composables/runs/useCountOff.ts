import type { CheckNumber } from '#core/numbers/book'
import type { CountOffAct } from '#core/runs/countOff'
import type { Correctable, Outcome, Run, Skipped } from '#core/runs/run'
import {
  countOffOf,
  listsOf,
  nothingSaid,
  numberOnPaper,
  saidByReport,
  saidFrom,
  sayOf,
  sayOfRange,
  sayOfTheRest,
  shifted,
  spoiledBecause,
  withReport,
  type PaperRange,
  type Said,
  type SaidLists,
} from '#core/runs/saidSoFar'

/** The count-off of a run as it stands on the screen: what was said so far, and the ways to say more. */
export function useCountOff(run: () => Run) {
  const said = shallowRef<Said>(nothingSaid)
  const to = (next: Said): void => {
    said.value = next
  }
  return {
    said,
    lists: computed<SaidLists>(() => listsOf(said.value)),
    act: computed<CountOffAct>(() => countOffOf(said.value)),
    numberOf: (sent: CheckNumber) => numberOnPaper(said.value, sent),
    say: (sent: CheckNumber, kind: Outcome['kind']) => to(sayOf(said.value, sent, kind)),
    because: (sent: CheckNumber, why: string, correct?: Correctable) =>
      to(spoiledBecause(said.value, sent, why, correct)),
    sayOfTheRest: (kind: Outcome['kind']) => to(sayOfTheRest(said.value, run().checks, kind)),
    sayOfRange: (range: PaperRange, kind: Outcome['kind'], why: string) =>
      to(sayOfRange(said.value, run().checks, range, kind, why)),
    shiftTo: (numbers: ReadonlyMap<CheckNumber, CheckNumber>, gaps: readonly Skipped[]) =>
      to(shifted(said.value, numbers, gaps)),
    importRows: (act: Pick<CountOffAct, 'outcomes'>) => to(withReport(said.value, act)),
    takeOver: (act: CountOffAct) => to(saidByReport(act)),
    takeUp: (kept: Partial<SaidLists>) => to(saidFrom(kept, run().checks)),
  }
}
