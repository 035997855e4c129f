import { cellText, type Cell, type Cells } from '../exchange/cells'
import type { MatchingFile } from '../exchange/matchingFile'
import { fieldsOf, type Matching } from './fields'
import { FIRST_ROWS, widthOf } from './matchColumns'
import type { ImportSpec } from './readRows'

type Column = MatchingFile['columns'][string]
const bare = (title: string | undefined): string => (title ?? '').trim().toLowerCase()
const placeOf = (row: readonly Cell[], column: Column): number =>
  typeof column === 'number' ? column - 1 : row.findIndex(cell => bare(cellText(cell)) === bare(column))

/** A matching as a file: by the titles of its columns, by their places where a title is missing or stands twice. */
export function matchingFile(
  name: string,
  spec: Omit<ImportSpec, 'headerRow' | 'order' | 'round'> & { readonly order: MatchingFile['days'] },
  titles: readonly string[],
): MatchingFile {
  const columnAt = (at: number): Column => {
    const title = titles[at]?.trim() ?? ''
    const alike = titles.filter(t => bare(t) === bare(title)).length
    return title && alike === 1 ? title.slice(0, 200) : at + 1
  }
  return {
    format: 'violet-lane/matching',
    version: 1,
    name: name.trim(),
    kind: spec.kind,
    columns: Object.fromEntries(Object.entries(spec.matching).map(([field, at]) => [field, columnAt(at)])),
    days: spec.order,
    cents: spec.mark,
  }
}

/** A saved matching held against a table. */
export interface AppliedMatching {
  /** The row, from 0, that holds most of its titles. */
  readonly headerRow: number
  readonly matching: Matching
  /** Titles that this table does not have, and fields that this version does not know. */
  readonly lacking: readonly string[]
}
/** Finds the columns of a saved matching in a table. */
export function applyMatching(file: MatchingFile, cells: Cells): AppliedMatching {
  const named = Object.values(file.columns).filter(c => typeof c === 'string')
  const held = cells.slice(0, FIRST_ROWS).map(row => named.filter(c => placeOf(row, c) >= 0).length)
  const headerRow = Math.max(0, held.indexOf(Math.max(0, ...held)))
  const row = cells[headerRow] ?? []
  const width = widthOf(cells)
  const known = new Set(fieldsOf(file.kind).map(f => f.key))
  const matching: Record<string, number> = {}
  const lacking: string[] = []
  for (const [field, column] of Object.entries(file.columns)) {
    const at = placeOf(row, column)
    if (!known.has(field)) lacking.push(field)
    else if (at < 0 || at >= width) lacking.push(typeof column === 'number' ? `column ${column}` : column)
    else matching[field] = at
  }
  return { headerRow, matching, lacking }
}
