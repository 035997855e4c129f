import type { Making } from './context'
import type { CellFault, ImportRow } from './readRows'

/** One thing with the rows that it is told in: the first, and those that add lines to it. */
export interface Told {
  readonly first: ImportRow
  readonly rows: readonly ImportRow[]
}

/**
 * Rows by the thing that they tell: a row that holds nothing of its head adds a line to the one above, and one
 * that is wrong takes the others with it. What cannot be read is told at the rows; gives the things whose rows
 * can be.
 */
export function groupRows(
  making: Making,
  rows: readonly ImportRow[],
  head: readonly string[],
  what: string,
): Told[] {
  const groups: { first: ImportRow; rows: ImportRow[]; fine: boolean }[] = []
  for (const row of rows) {
    const begins = head.some(field => row.values[field])
    const above = groups.at(-1)
    // What is wanted in each row is not wanted in a line.
    const faults: CellFault[] = begins ? [...row.faults] : row.faults.filter(f => row.values[f.field])
    if (!begins && !above) faults.push({ field: head[0] ?? '', text: `the first row must start ${what}` })
    if (faults.length) making.fault(row.at, ...faults)
    if (begins || !above) groups.push({ first: row, rows: [row], fine: !faults.length })
    else {
      above.rows.push(row)
      above.fine &&= !faults.length
    }
  }
  for (const { rows: of } of groups) if (of.length > 1) making.together.push(of.map(row => row.at))
  return groups.filter(t => t.fine)
}
