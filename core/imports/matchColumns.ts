import { plainDate } from '../base/dates'
import { must } from '../base/result'
import { cellText, type Cell, type Cells } from '../exchange/cells'
import { readDecimal } from '../money/decimal'
import { fieldsOf, type ImportField, type ImportKind, type Matching } from './fields'
import { readDay } from './parseCell'

const bare = (title: string): string => title.toLowerCase().replaceAll(/[^\p{L}\p{N}]/gu, '')
const SAMPLE = 200
/** Among so many rows the titles are looked for. */
export const FIRST_ROWS = 20

/** How many columns a table has, by its first rows. */
export const widthOf = (cells: Cells): number => Math.max(0, ...cells.slice(0, 500).map(row => row.length))

/** Titles of one side of an account, beside which no column of figures is an amount by its content alone. */
const ONE_SIDED = new Set([
  'debit',
  'credit',
  'dr',
  'cr',
  'balance',
  'withdrawal',
  'deposit',
  'moneyin',
  'moneyout',
])
/** Any day will do to see whether texts are dates at all. */
const ANY_DAY = must(plainDate('2026-01-01'))

/** Whether what a column holds can be what a field holds: all of a sample, and not nothing. */
function answers(cells: readonly Cell[], { holds }: ImportField): boolean {
  const filled = cells.filter(c => cellText(c).trim())
  if (!filled.length || holds === 'text') return false
  const fits = (cell: Cell): boolean => {
    const text = cellText(cell).trim()
    if (typeof cell !== 'string' && cell.type !== 'number') return cell.type === 'date' && holds === 'day'
    if (holds === 'day')
      return readDay(text, 'month first', ANY_DAY).ok || readDay(text, 'day first', ANY_DAY).ok
    return /\d/.test(text) && (readDecimal(text, '.') ?? readDecimal(text, ',')) !== undefined
  }
  return filled.every(fits)
}

/** The row that heads the table: the first of the first rows whose titles name most fields. */
export function headerRowOf(kind: ImportKind, cells: Cells): number {
  const known = new Set(fieldsOf(kind).flatMap(f => [bare(f.title), bare(f.key), ...f.names]))
  let [best, at] = [0, 0]
  for (const [i, row] of cells.slice(0, FIRST_ROWS).entries()) {
    const named = row.filter(cell => known.has(bare(cellText(cell)))).length
    if (named > best) [best, at] = [named, i]
  }
  return at
}

/** Amount fields whose title is over more than one column: which one is meant is asked. */
export function doubledAmounts(kind: ImportKind, cells: Cells, headerRow: number): ImportField[] {
  const header = (cells[headerRow] ?? []).map(cell => bare(cellText(cell)))
  const isDoubled = (title: string): boolean => header.filter(t => t === title).length > 1
  return fieldsOf(kind).filter(
    f => f.holds === 'amount' && [bare(f.title), bare(f.key), ...f.names].some(isDoubled),
  )
}

/** The only free column whose content can fill a field; undefined where none can, or several. */
function onlyColumnFor(field: ImportField, cells: Cells, headerRow: number, taken: ReadonlySet<number>) {
  const header = (cells[headerRow] ?? []).map(cell => bare(cellText(cell)))
  if (field.holds === 'amount' && header.some(t => ONE_SIDED.has(t))) return undefined
  const body = cells.slice(headerRow + 1, headerRow + SAMPLE)
  const found = Array.from({ length: Math.max(header.length, widthOf(cells)) }, (_, i) => i).filter(
    column =>
      !taken.has(column) &&
      answers(
        body.map(row => row[column] ?? ''),
        field,
      ),
  )
  return found.length === 1 ? found[0] : undefined
}

/**
 * Proposes which column fills which field: by its title, then, for what each row needs, by its content where
 * only one column can be it. A title that is over two columns of amounts proposes none.
 */
export function guessMatching(kind: ImportKind, cells: Cells, headerRow: number): Matching {
  const header = (cells[headerRow] ?? []).map(cell => bare(cellText(cell)))
  const taken = new Set<number>()
  const found: Record<string, number> = {}
  const doubled = new Set(doubledAmounts(kind, cells, headerRow).map(f => f.key))
  const fields = fieldsOf(kind).filter(f => !doubled.has(f.key))
  const takeFirst = (field: ImportField, names: readonly string[]): void => {
    for (const name of names) {
      const column = header.findIndex((title, i) => title === name && !taken.has(i))
      if (column < 0 || field.key in found) continue
      found[field.key] = column
      taken.add(column)
    }
  }
  for (const field of fields) takeFirst(field, [bare(field.title), bare(field.key)])
  for (const field of fields) takeFirst(field, field.names)
  for (const field of fields.filter(f => f.needed && !(f.key in found))) {
    const column = onlyColumnFor(field, cells, headerRow, taken)
    if (column === undefined) continue
    found[field.key] = column
    taken.add(column)
  }
  return found
}
