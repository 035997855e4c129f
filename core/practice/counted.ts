import type { CheckNumber } from '../numbers/book'
import type { CountOffAct } from '../runs/countOff'
import type { Outcome, RunCheck, Skipped } from '../runs/run'
import type { SheetOut } from './press'

/**
 * What the practice printer's report says of a run, as a count-off to be looked over: which check came out,
 * under which number, and what became of the other sheets.
 */
export function countedFrom(
  checks: readonly RunCheck[],
  sheets: readonly SheetOut[],
  numbered: boolean,
): CountOffAct {
  const outcomes = new Map<CheckNumber, Outcome>()
  for (const check of checks) {
    const sheet = sheets.find(s => s.page === check.sheet && s.came === 'printed')
    const carries = numbered ? (sheet?.numbers[check.place - 1] as CheckNumber | undefined) : undefined
    const other = carries !== undefined && carries !== check.number ? { number: carries } : {}
    outcomes.set(
      check.number,
      !sheet
        ? { kind: 'never came out' }
        : sheet.upsideDown
          ? { kind: 'spoiled', why: 'upside down', ...other }
          : { kind: 'good', ...other },
    )
  }
  const skipped = numbered
    ? sheets
        .filter(s => s.came !== 'printed')
        .flatMap(s =>
          s.numbers.map((n): Skipped => ({
            number: n as CheckNumber,
            fate: 'spoiled',
            why: s.came === 'jammed' ? 'torn in a jam' : 'came out blank, fed with another',
          })),
        )
    : []
  return { outcomes, skipped }
}
