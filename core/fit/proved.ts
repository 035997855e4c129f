import { good, refuse, type Result } from '../base/result'
import type { Mm } from '../paper/length'
import { cornersApart, deviationMap, type Deviation } from './fit'
import { sizeOffBy } from './firstReading'
import type { ScanReading } from './reading'
import { squares } from './fitSheet'

/** What two readings of one sheet, the second turned by half, prove together. */
export interface Proved {
  readonly deviation: Deviation
  /** How far off a corner may lie, in mm; undefined where the scale of the pictures is not known. */
  readonly uncertainty: Mm | undefined
  /** What the two differ by at the worst corner, in mm. */
  readonly apart: Mm
}
interface Size {
  readonly w: Mm
  readonly h: Mm
}
/** Two pictures that agree better than this, in mm and in pixels, are one picture, turned by a program. */
const SAME: Mm = 0.002
const SAME_PIXELS = 0.05
/** Readings further apart than this, in mm, are not averaged: an edge is covered, or it is another sheet. */
const MOST_APART: Mm = 3

const mean = (a: Deviation, b: Deviation): Deviation => ({
  shift: { x: (a.shift.x + b.shift.x) / 2, y: (a.shift.y + b.shift.y) / 2 },
  stretch: { x: (a.stretch.x + b.stretch.x) / 2, y: (a.stretch.y + b.stretch.y) / 2 },
  turn: (a.turn + b.turn) / 2,
})

/** Pixels to the mm, by the way between the two upper squares as it was measured by hand, in mm. */
const scaleByHand = ({ found }: ScanReading, span: Mm): number => found.span / span
/** What the two upper squares are apart on a sheet that is printed exactly, in mm. */
export const spanMeant = ({ w, h }: Size): Mm => {
  const [left, right] = squares(w, h)
  return right!.x - left!.x
}

/**
 * Proves a fit by two scans of one sheet, the second turned by half. Where an edge was found wrong, the errors of
 * the two have other signs and the printer's do not: their mean is the printer's, what they differ by is claimed.
 * What covers opposite edges alike shows in the paper's size alone: that needs the scale of the pictures, from the
 * files or by `span`, the distance between the two upper squares in mm as a ruler measures it.
 * Refused: both lie the same way, the second is the first turned by a program, they contradict each other.
 */
export function proved(first: ScanReading, second: ScanReading, sheet: Size, span?: Mm): Result<Proved> {
  if ((first.turns + 2) % 4 !== second.turns)
    return refuse(
      'scan-same-way',
      'Both scans show the sheet the same way around. Turn the sheet on the glass so that the arrow points the other way, and scan it again.',
      { field: 'scan' },
    )
  const apart = cornersApart(deviationMap(first.deviation), deviationMap(second.deviation), sheet.w, sheet.h)
  const isSame = (['w', 'h'] as const).every(k => Math.abs(first.found[k] - second.found[k]) < SAME_PIXELS)
  if (apart < SAME && isSame)
    return refuse(
      'scan-same-picture',
      'This is the first scan, rotated on screen. Turn the sheet itself on the glass and scan it again.',
      { field: 'scan' },
    )
  if (apart > MOST_APART)
    return refuse(
      'scan-apart',
      `The two scans differ by ${apart.toFixed(1)} mm. An edge of the paper is covered by the lid, or another sheet shows behind it. Lay the sheet on something dark with a border on all sides, or measure with a ruler.`,
      { field: 'scan', value: apart, limit: MOST_APART },
    )
  const sizes = [first, second].map(r =>
    span === undefined ? r.sizeOff : sizeOffBy(r.found, scaleByHand(r, span), sheet),
  )
  const known = sizes.filter(s => s !== undefined)
  return good({
    deviation: mean(first.deviation, second.deviation),
    apart,
    uncertainty: known.length
      ? claimOf(apart, Math.max(...known), Math.max(first.spread, second.spread))
      : undefined,
  })
}
/** Half of what the two differ by is the error of each; an edge covered on both sides shows in the size. */
const claimOf = (apart: Mm, sizeOff: Mm, spread: Mm): Mm => spread + apart / 2 + sizeOff
