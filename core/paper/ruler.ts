import { MM_PER_INCH, type Mm, type Unit } from './length'

/** A mark of a ruler: where, in mm; the long ones carry a number. */
export interface Tick {
  readonly at: Mm
  readonly long: boolean
  readonly label: string
}

/** Eighths of an inch; a millimetre where there is room for it, else five. In pixels to the mm. */
const ROOMY = 4
const EIGHTHS = 8
const CM = 10

/** The marks of a ruler of that length: centimetres or inches numbered, as fine between as the scale allows. */
export function ticks(length: Mm, unit: Unit, scale: number): Tick[] {
  const fine = scale > ROOMY ? 1 : CM / 2
  const step = unit === 'mm' ? fine : MM_PER_INCH / EIGHTHS
  const per = unit === 'mm' ? CM / fine : EIGHTHS
  return Array.from({ length: Math.floor(length / step + 1e-6) + 1 }, (_, i) => {
    const long = i % per === 0
    const number = unit === 'mm' ? Math.round(i * step) : i / per
    return { at: i * step, long, label: long ? String(number) : '' }
  })
}
