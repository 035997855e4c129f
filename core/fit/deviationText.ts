import { formatOff, type Mm, type Unit } from '../paper/length'
import type { Deviation } from './fit'

const PER_CENT = 100
const aside = (mm: Mm, unit: Unit, more: string, less: string): string =>
  `${formatOff(Math.abs(mm), unit)} ${mm < 0 ? less : more}`
const size = (share: number, way: string): string =>
  `${Math.abs((share - 1) * PER_CENT).toFixed(1)} % ${share < 1 ? 'smaller' : 'larger'} ${way}`

/** How everything comes out on a printer, in words, in the unit asked for. */
export const deviationText = ({ shift, turn, stretch }: Deviation, unit: Unit): string =>
  [
    aside(shift.x, unit, 'too far right', 'too far left'),
    aside(shift.y, unit, 'too low', 'too high'),
    `turned ${Math.abs(turn).toFixed(2)}° ${turn < 0 ? 'against' : 'with'} the clock`,
    size(stretch.x, 'across'),
    size(stretch.y, 'down'),
  ].join(', ')
