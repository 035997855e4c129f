import type { PlainDate } from '../base/dates'
import { cellText, UNREADABLE, type Cell, type Cells } from '../exchange/cells'
import { cents } from '../money/cents'
import { decimalText, readDecimal, sumDecimals, type Decimal } from '../money/decimal'
import { figures } from '../money/figures'
import { fieldsOf, type ImportField, type ImportKind, type Matching } from './fields'
import {
  bothReadings,
  markOfFigures,
  orderOfDays,
  readDay,
  readFigure,
  type DayOrder,
  type DecimalMark,
} from './parseCell'

/** Which columns of a table are read as what. */
export interface ImportColumns {
  readonly kind: ImportKind
  readonly headerRow: number
  readonly matching: Matching
}
/** How the columns of a table are understood. */
export interface ImportSpec extends ImportColumns {
  readonly order: DayOrder
  readonly mark: DecimalMark
  /** Amounts with more decimals than money are rounded to the cent. */
  readonly round: boolean
}
/** What is wrong at a cell, by the field that it fills; blank: the row as a whole. */
export interface CellFault {
  readonly field: string
  readonly text: string
}
/** A row as it was read: days as 2026-11-24, amounts as 1,234.56, texts without spaces around them. */
export interface ImportRow {
  /** Its place in the table, from 0. */
  readonly at: number
  readonly values: Readonly<Record<string, string>>
  readonly faults: readonly CellFault[]
}
/** A table to be read: its cells, and which rows (from 0) are left out because they are hidden. */
export interface Table {
  readonly cells: Cells
  readonly hidden: ReadonlySet<number>
}
/** Cells as a table without hidden rows. */
export const tableOf = (cells: Cells): Table => ({ cells, hidden: new Set() })

const isBlank = (row: readonly Cell[]): boolean => row.every(cell => !cellText(cell).trim())
/** The rows below the titles that hold anything and are not left out, each with its place. */
function bodyOf({ cells, hidden }: Table, headerRow: number): { row: readonly Cell[]; at: number }[] {
  return cells.flatMap((row, at) => (at <= headerRow || hidden.has(at) || isBlank(row) ? [] : [{ row, at }]))
}

/** The cells of all columns that fill fields of one sort, those that hold something, with their row. */
function cellsHolding(table: Table, spec: ImportColumns, holds: ImportField['holds']) {
  const columns = fieldsOf(spec.kind).flatMap(f => (f.holds === holds ? [spec.matching[f.key] ?? -1] : []))
  return bodyOf(table, spec.headerRow).flatMap(({ row, at }) =>
    columns.flatMap(c => {
      const cell = row[c]
      return cell !== undefined && cellText(cell).trim() ? [{ cell, at }] : []
    }),
  )
}
const textsOnly = (found: readonly { cell: Cell }[]): string[] =>
  found.flatMap(({ cell }) => (typeof cell === 'string' ? [cell.trim()] : []))

/** A figure of the file that the decimal marks read differently. */
export interface MarkExample {
  readonly row: number
  readonly text: string
  readonly readings: Readonly<Record<DecimalMark, string>>
}
/** How the days and the amounts of a table are written; undefined where the file does not prove it. */
export interface Written {
  readonly order: DayOrder | undefined
  readonly mark: DecimalMark | undefined
  /** Rows to show beside the question of the mark. */
  readonly examples: readonly MarkExample[]
}
const MOST_EXAMPLES = 2
/** How the days and the amounts of a table are written, proven by all its rows; typed cells need no proof. */
export function writtenIn(table: Table, spec: ImportColumns, today: PlainDate): Written {
  const amounts = cellsHolding(table, spec, 'amount')
  const examples: MarkExample[] = []
  for (const { cell, at } of amounts) {
    if (typeof cell !== 'string' || examples.length === MOST_EXAMPLES) continue
    const readings = bothReadings(cell)
    if (readings['.'] !== readings[',']) examples.push({ row: at + 1, text: cell.trim(), readings })
  }
  return {
    order: orderOfDays(textsOnly(cellsHolding(table, spec, 'day')), today),
    mark: markOfFigures(textsOnly(amounts)),
    examples,
  }
}

interface ReadCell {
  readonly value: string
  readonly fault?: string
}
const AN = {
  number: 'a number',
  percentage: 'a percentage',
  date: 'a date',
  'yes or no': 'yes or no',
  error: 'an error',
}

/** The decimal mark that reads a cell as an amount: a typed number has a point; undefined where it holds something else. */
function markOf(cell: Cell, spec: ImportSpec): DecimalMark | undefined {
  if (typeof cell === 'string') return spec.mark
  return cell.type === 'number' ? '.' : undefined
}

function readCell(field: ImportField, cell: Cell, spec: ImportSpec, today: PlainDate): ReadCell {
  const text = cellText(cell).trim()
  if (!text) return { value: '' }
  const wrong = (fault: string): ReadCell => ({ value: text, fault })
  if (text.includes(UNREADABLE)) return wrong('A character here could not be read. Type this cell again.')
  const type = typeof cell === 'string' ? 'text' : cell.type
  if (type === 'error') return wrong('The spreadsheet has an error in this cell.')
  switch (field.holds) {
    case 'text':
      return { value: text }
    case 'day': {
      if (type === 'percentage' || type === 'yes or no')
        return wrong(`This cell holds ${AN[type]}, not a date.`)
      const day = readDay(text, spec.order, today, field.key)
      return day.ok ? { value: day.value } : wrong(day.refusal.text)
    }
    case 'amount': {
      const mark = markOf(cell, spec)
      if (!mark) return wrong(`This cell holds ${AN[type as keyof typeof AN]}, not an amount.`)
      const amount = readFigure(text, mark, spec.round, field.key)
      return amount.ok ? { value: figures(cents(amount.value)) } : wrong(amount.refusal.text)
    }
  }
}

/** How many cells a row may have: as many as there are titles, or columns that are read. */
function widthRead(cells: Cells, spec: ImportColumns): number {
  const header = cells[spec.headerRow] ?? []
  const titled = header.findLastIndex(cell => cellText(cell).trim()) + 1
  return Math.max(titled, ...Object.values(spec.matching).map(at => at + 1))
}

/**
 * Reads every row below the header that holds anything; what cannot be read is a fault of its cell, and more
 * cells than there are titles a fault of the row: a value that a comma cut in two would be read wrong.
 */
export function readRows(table: Table, spec: ImportSpec, today: PlainDate): ImportRow[] {
  const fields = fieldsOf(spec.kind).filter(f => spec.matching[f.key] !== undefined)
  const width = widthRead(table.cells, spec)
  return bodyOf(table, spec.headerRow).map(({ row, at }): ImportRow => {
    const values: Record<string, string> = {}
    const faults: CellFault[] = []
    const filled = row.findLastIndex(cell => cellText(cell).trim()) + 1
    if (filled > width)
      faults.push({
        field: '',
        text: `This row has ${filled} cells, but there are only ${width} columns. A comma inside a value may have split it.`,
      })
    for (const field of fields) {
      const { value, fault } = readCell(field, row[spec.matching[field.key]!] ?? '', spec, today)
      values[field.key] = value
      if (fault) faults.push({ field: field.key, text: fault })
      else if (field.needed && !value) faults.push({ field: field.key, text: 'this is required in each row' })
    }
    return { at, values, faults }
  })
}

/** The fields that must be matched and are not; of fields of which one is enough, the first. */
export function unmatched(kind: ImportKind, matching: Matching): ImportField[] {
  const fields = fieldsOf(kind)
  const given = new Set(fields.flatMap(f => (f.oneOf && matching[f.key] !== undefined ? [f.oneOf] : [])))
  return fields.filter(
    (f, i) =>
      matching[f.key] === undefined &&
      (f.needed ||
        (f.oneOf && !given.has(f.oneOf) && fields.findIndex(other => other.oneOf === f.oneOf) === i)),
  )
}

/** What an amount column comes to, as understood. */
export interface ColumnTotal {
  readonly field: string
  readonly title: string
  /** Cells that were read, and cells that hold something else than an amount. */
  readonly count: number
  readonly unread: number
  /** The sum of what was read, in minor units, and of the cells as the file holds them. */
  readonly total: string
  readonly exact: string
  /** Cells with more decimals than money has. */
  readonly uneven: number
}
/** Count and sum of each amount column over all rows of the file, whatever becomes of the rows. */
export function columnTotals(table: Table, spec: ImportSpec): ColumnTotal[] {
  const rows = bodyOf(table, spec.headerRow)
  return fieldsOf(spec.kind).flatMap((field): ColumnTotal[] => {
    const column = spec.matching[field.key]
    if (field.holds !== 'amount' || column === undefined) return []
    const exact: Decimal[] = []
    const read: Decimal[] = []
    let unread = 0
    for (const { row } of rows) {
      const cell = row[column] ?? ''
      const text = cellText(cell).trim()
      if (!text) continue
      const mark = markOf(cell, spec)
      const figure = mark && readDecimal(text, mark)
      if (figure) exact.push(figure)
      const amount = mark && readFigure(text, mark, spec.round)
      if (amount?.ok) read.push({ units: BigInt(amount.value), scale: 2 })
      else unread++
    }
    const uneven = exact.filter(d => d.scale > 2).length
    return [
      {
        ...{ field: field.key, title: field.title, count: read.length, unread, uneven },
        total: decimalText(sumDecimals(read)),
        exact: decimalText(sumDecimals(exact)),
      },
    ]
  })
}
