import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { Mm } from '../paper/length'
import type { Decision, Stamp } from '../trail/trail'
import type { Deviation } from './fit'

/** A printer with its trays, as the office calls them. */
export interface Printer { readonly id: Id<'printer'>, readonly name: string, readonly trays: readonly string[] }

export const fitWays = ['by ruler', 'by scan', 'by hand', 'earlier fit'] as const
/** One fit of a printer, tray and stock. Rows are added and never changed, but for what a confirming sheet showed; the newest is in use. */
export interface FitRow {
  readonly id: Id<'fit'>
  readonly printerId: Id<'printer'>
  readonly tray: string
  readonly stockId: string
  readonly deviation: Deviation
  readonly how: (typeof fitWays)[number]
  /** Largest difference between a measured distance and the fit, in mm; null where nothing was measured. */
  readonly residual: Mm | null
  /** How far the worst corner was off on the sheet that confirmed it, in mm; null before. */
  readonly confirmed: Mm | null
  readonly madeAt: string
  readonly by: string
}

/** The fits of one printer, tray and stock, newest first. */
export const fitsOf = (rows: readonly FitRow[], printerId: string, tray: string, stockId: string): FitRow[] =>
  rows.filter(r => r.printerId === printerId && r.tray === tray && r.stockId === stockId).sort((a, b) => (a.madeAt < b.madeAt ? 1 : a.madeAt > b.madeAt ? -1 : a.id < b.id ? 1 : -1))

export function addPrinter(known: { printers: readonly Printer[] }, act: Printer): Decision<{ printers: Printer[] }> {
  const name = act.name.trim()
  const trays = [...new Set(act.trays.map(t => t.trim()).filter(Boolean))]
  if (!name) return refuse('printer-name', 'what do you call this printer?', { field: 'name' })
  if (!trays.length) return refuse('printer-trays', 'a printer has at least one tray', { field: 'trays' })
  if (known.printers.some(p => p.id !== act.id && p.name.toLowerCase() === name.toLowerCase())) return refuse('printer-taken', `there is a printer “${name}” already`, { field: 'name', value: name })
  return good({ changes: { printers: [{ id: act.id, name: name.slice(0, 60), trays: trays.map(t => t.slice(0, 40)) }] }, trail: { act: 'name a printer', text: `${name}: ${trays.join(', ')}`, about: { printer: act.id } } })
}

/** What the furthest fit may be: beyond it the printer is broken or scales, and a fit would only hide it. */
const MOST_SHIFT: Mm = 15
const MOST_STRETCH = 0.06

/** Keeps a fit: from then on it is the one in use for its printer, tray and stock. */
export function keepFit(act: Omit<FitRow, 'madeAt' | 'by' | 'confirmed'>, stamp: Stamp): Decision<{ fits: FitRow[] }> {
  const { shift, stretch, turn } = act.deviation
  if (Math.abs(shift.x) > MOST_SHIFT || Math.abs(shift.y) > MOST_SHIFT) return refuse('fit-shift', `a shift of more than ${MOST_SHIFT} mm is no fit: look at the paper guides of the tray`, { field: 'shift', value: Math.max(Math.abs(shift.x), Math.abs(shift.y)), limit: MOST_SHIFT })
  if (Math.abs(stretch.x - 1) > MOST_STRETCH || Math.abs(stretch.y - 1) > MOST_STRETCH) return refuse('fit-stretch', 'a stretch of more than 6 % is no fit: choose actual size (100 %) in the print window', { field: 'stretch', limit: MOST_STRETCH })
  const row: FitRow = { ...act, confirmed: null, madeAt: stamp.at, by: stamp.by }
  return good({ changes: { fits: [row] }, trail: { act: 'keep a fit', text: `${act.tray}, ${act.stockId}: ${shift.x.toFixed(1)} mm across, ${shift.y.toFixed(1)} mm down, ${turn.toFixed(2)} degrees`, about: { printer: act.printerId, fit: act.id } } })
}

/** Takes down what a sheet printed through the fit showed. */
export function confirmFit(known: { fit: FitRow }, act: { worst: Mm }): Decision<{ fits: FitRow[] }> {
  return good({ changes: { fits: [{ ...known.fit, confirmed: act.worst }] }, trail: { act: 'confirm a fit', text: `worst corner ${act.worst.toFixed(2)} mm off`, about: { printer: known.fit.printerId, fit: known.fit.id } } })
}
