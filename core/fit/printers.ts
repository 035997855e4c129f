import { byMoment } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { Mm } from '../paper/length'
import type { Decision, Stamp } from '../trail/trail'
import { exactMicr, isExactMicr, micrFitName, micrWidths, type MicrFit } from '../micr/micrFit'
import type { Deviation } from './fit'

/** A printer with its trays, as the office calls them. */
export interface Printer {
  readonly id: Id<'printer'>
  readonly name: string
  readonly trays: readonly string[]
  /**
   * How its sheets come to lie; face down where nobody said. Where they lie face up, the last check goes on
   * paper first.
   */
  readonly stacking?: 'face down' | 'face up'
  /** How near to the edges of a sheet it prints, in mm; 4.3 mm (1/6 in) where nobody said. */
  readonly edge?: Mm
  /** The MICR line's own width and weight on this printer, and who chose them. */
  readonly micr?: MicrFit & {
    readonly how: 'by eye' | 'by scan'
    readonly madeAt: string
    readonly by: string
  }
}

/**
 * One fit of a printer, tray and stock. Rows are added and never changed, but for what a confirming sheet
 * showed; the newest is in use.
 */
export interface FitRow {
  readonly id: Id<'fit'>
  readonly printerId: Id<'printer'>
  readonly tray: string
  readonly stockId: string
  readonly deviation: Deviation
  readonly how: 'by ruler' | 'by scan' | 'by two scans' | 'from a check' | 'by hand' | 'earlier fit'
  /** Largest difference between a measured distance and the fit, in mm; null where nothing was measured. */
  readonly residual: Mm | null
  /** How far the worst corner was off on the sheet that confirmed it, in mm; null before. */
  readonly confirmed: Mm | null
  readonly madeAt: string
  readonly by: string
}

/** The fits of one printer, tray and stock, newest first. */
export const fitsOf = (rows: readonly FitRow[], printerId: string, tray: string, stockId: string): FitRow[] =>
  rows
    .filter(r => r.printerId === printerId && r.tray === tray && r.stockId === stockId)
    .sort((a, b) => byMoment(b.madeAt, a.madeAt) || (a.id < b.id ? 1 : -1))

/** The widest edge that a printer leaves, in mm: a centimeter and a half. */
const MOST_EDGE: Mm = 15
/** A new printer of the office. Refused at `name` where it is blank or taken. */
export function addPrinter(
  known: { printers: readonly Printer[] },
  act: Printer,
): Decision<{ printers: Printer[] }> {
  const name = act.name.trim()
  const trays = [...new Set(act.trays.map(t => t.trim()).filter(Boolean))]
  if (!name) return refuse('printer-name', 'Enter a name for the printer', { field: 'name' })
  if (!trays.length) return refuse('printer-trays', 'Enter at least one tray', { field: 'trays' })
  if (act.edge !== undefined && !(act.edge >= 0 && act.edge <= MOST_EDGE))
    return refuse('printer-edge', `The unprintable edge must be 0 to ${MOST_EDGE} mm`, {
      field: 'edge',
      limit: MOST_EDGE,
    })
  if (known.printers.some(p => p.id !== act.id && p.name.toLowerCase() === name.toLowerCase()))
    return refuse('printer-taken', `There is already a printer named “${name}”`, {
      field: 'name',
      value: name,
    })
  return good({
    changes: { printers: [{ ...act, name: name.slice(0, 60), trays: trays.map(t => t.slice(0, 40)) }] },
    trail: {
      act: 'Printer saved',
      text: `Saved printer ${name} with ${trays.join(', ')}.`,
      about: { printer: act.id },
    },
  })
}

/** What the furthest fit may be: beyond it the printer is broken or scales, and a fit would only hide it. */
const MOST_SHIFT: Mm = 10
const MOST_STRETCH = 0.05
const MOST_TURN = 3

/** Keeps a fit: from then on it is the one in use for its printer, tray and stock. */
export function saveFit(
  act: Omit<FitRow, 'madeAt' | 'by' | 'confirmed'>,
  stamp: Stamp,
): Decision<{ fits: FitRow[] }> {
  const { shift, stretch, turn } = act.deviation
  if (![shift.x, shift.y, stretch.x, stretch.y, turn].every(Number.isFinite))
    return refuse('fit-number', 'Some measurements are missing. Measure again', { field: 'shift' })
  if (Math.abs(shift.x) > MOST_SHIFT || Math.abs(shift.y) > MOST_SHIFT)
    return refuse(
      'fit-shift',
      `The shift is more than ${MOST_SHIFT} mm. Check the paper guides of the tray`,
      { field: 'shift', value: Math.max(Math.abs(shift.x), Math.abs(shift.y)), limit: MOST_SHIFT },
    )
  if (Math.abs(stretch.x - 1) > MOST_STRETCH || Math.abs(stretch.y - 1) > MOST_STRETCH)
    return refuse(
      'fit-stretch',
      'The page is stretched by more than 5 %. Choose actual size (100 %) in the print dialog',
      { field: 'stretch', limit: MOST_STRETCH },
    )
  if (Math.abs(turn) > MOST_TURN)
    return refuse(
      'fit-turn',
      `The page is rotated by more than ${MOST_TURN} degrees. Check the paper guides of the tray`,
      { field: 'turn', value: turn, limit: MOST_TURN },
    )
  const row: FitRow = { ...act, confirmed: null, madeAt: stamp.at, by: stamp.by }
  return good({
    changes: { fits: [row] },
    trail: {
      act: 'Fit saved',
      text: `Saved a fit for ${act.tray} and stock ${act.stockId}: ${shift.x.toFixed(1)} mm across, ${shift.y.toFixed(1)} mm down, ${turn.toFixed(2)} degrees.`,
      about: { printer: act.printerId, fit: act.id },
    },
  })
}

/** Takes down what a sheet printed through the fit showed. */
export function confirmFit(known: { fit: FitRow }, act: { worst: Mm }): Decision<{ fits: FitRow[] }> {
  return good({
    changes: { fits: [{ ...known.fit, confirmed: act.worst }] },
    trail: {
      act: 'Fit confirmed',
      text: `Confirmed a fit: the worst corner is ${act.worst.toFixed(2)} mm off.`,
      about: { printer: known.fit.printerId, fit: known.fit.id },
    },
  })
}

/** Keeps the MICR line's width and weight of a printer; the standard's own takes the correction away. */
export function saveMicr(
  known: { printer: Printer },
  act: MicrFit & { how: 'by eye' | 'by scan' },
  stamp: Stamp,
): Decision<{ printers: Printer[] }> {
  if (!micrWidths.some(w => Math.abs(w - act.width) < 1e-9))
    return refuse('micr-width', 'Choose one of the widths on the ladder sheet', {
      field: 'width',
      value: act.width,
    })
  const { micr: _, ...bare } = known.printer
  const printer: Printer = isExactMicr(act)
    ? bare
    : { ...bare, micr: { ...act, madeAt: stamp.at, by: stamp.by } }
  return good({
    changes: { printers: [printer] },
    trail: {
      act: 'MICR fit saved',
      text: `MICR lines on ${printer.name} now print at ${micrFitName(act)} (found ${act.how}).`,
      about: { printer: printer.id },
    },
  })
}
/** How a printer prints the MICR line; as drawn where nothing was found out yet. */
export const micrOf = (printer: Printer | undefined): MicrFit =>
  printer?.micr ? { width: printer.micr.width, weight: printer.micr.weight } : exactMicr
