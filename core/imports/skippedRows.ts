import { cellText, type Cell, type Cells } from '../exchange/cells'
import type { ImportSeen } from './context'

/** Title of the column that says why a row was left out. */
const WHY = 'Reason it was skipped'
const whyOf = (seen: ImportSeen): string => seen.here ?? seen.faults.map(f => f.text).join('; ')

/** The rows that are not taken in, as they stand in the file, each with a column that says why. */
export function leftOut(
  cells: Cells,
  headerRow: number,
  seen: readonly ImportSeen[],
  states: readonly ImportSeen['state'][],
): { columns: string[]; rows: string[][] } {
  const width = Math.max(0, ...cells.map(row => row.length))
  const wide = (row: readonly Cell[]): string[] => Array.from({ length: width }, (_, i) => cellText(row[i]))
  return {
    columns: [...wide(cells[headerRow] ?? []), WHY],
    rows: seen.filter(s => states.includes(s.state)).map(s => [...wide(cells[s.at] ?? []), whyOf(s)]),
  }
}
