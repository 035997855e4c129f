import { formatDate, type DatePattern } from '../base/dates'
import type { Locale } from '../money/locale'
import { formatLength, MM_PER_POINT, type Box, type Unit } from '../paper/length'
import { columnNames, type Field, type StubColumn } from '../paper/layout'
import { figures } from '../money/figures'
import { sum } from '../money/cents'
import { say, usualTitle } from './captions'
import type { StubLine } from './facts'
import { fitText, textWidth, wrap } from './fitText'
import type { Mark } from './marks'
import { error, warning, type Note } from './note'
import { asSet, lacking, missingLetter } from '../faces/face'

export type TableField = Extract<Field, { kind: 'stubTable' }>
type Cells = Readonly<Record<StubColumn, string>>

const HEAD_SIZE = 6.5
const GAP = 1.2
const atRight = new Set<StubColumn>(['gross', 'discount', 'amount', 'quantity'])

/** What stands for the item, as the table says; where that is blank, the next best. */
const itemOf = (line: StubLine, from: TableField['items']): string =>
  ({ ours: line.item ?? line.theirItem, theirs: line.theirItem ?? line.item, description: line.description })[
    from
  ] ?? ''

/** How a date stands in a table's cell; elsewhere as the standard writes it. */
const datePatterns: Partial<Record<Locale, DatePattern>> = {
  'en-US': 'MM/DD/YYYY',
  'es-US': 'MM/DD/YYYY',
  'en-GB': 'DD/MM/YYYY',
  'en-IN': 'DD/MM/YYYY',
}
const cellsOf = (line: StubLine, locale: Locale, items: TableField['items']): Cells => {
  const money = (n: StubLine['gross']): string => (n === undefined ? '' : figures(n, { locale }))
  return {
    reference: line.reference,
    description: line.description,
    amount: money(line.amount),
    gross: money(line.gross ?? line.amount),
    discount: money(line.discount),
    date: line.date ? formatDate(line.date, datePatterns[locale] ?? 'YYYY-MM-DD') : '',
    ourNumber: line.ourNumber ?? '',
    purchaseOrder: line.purchaseOrder ?? '',
    ledger: line.ledger ?? '',
    quantity: line.quantity ?? '',
    item: itemOf(line, items),
  }
}

interface Column {
  readonly what: StubColumn
  readonly title: string
  readonly x: number
  readonly w: number
  readonly right: boolean
}
/** Left edges of the columns, in mm, and which of them are set to the right. */
const columnsOf = (field: TableField, box: Box, locale: Locale): Column[] => {
  let x = box.x
  return field.columns.map((c, i) => {
    const right = atRight.has(c.what)
    // A column set to the right keeps its distance from a next one that begins at the left.
    const next = field.columns[i + 1]
    const apart = right && next && !atRight.has(next.what) ? GAP : 0
    const at = {
      what: c.what,
      title: c.title || usualTitle(c.what, locale),
      x: right ? x + GAP : x,
      w: c.w - GAP - apart,
      right,
    }
    x += c.w
    return at
  })
}

/** A row of titles, each over its column, and the rule beneath them. */
export function headMarks(
  titles: readonly {
    readonly title: string
    readonly x: number
    readonly w: number
    readonly right: boolean
  }[],
  field: { readonly id: string; readonly type: TableField['type'] },
  box: Box,
  captionInk: string,
): Mark[] {
  const y = box.y + HEAD_SIZE * MM_PER_POINT
  const marks: Mark[] = titles.map(c => ({
    kind: 'text',
    field: field.id,
    face: field.type.face,
    size: HEAD_SIZE,
    ink: captionInk,
    text: c.title,
    y,
    x: c.right ? c.x + c.w - textWidth(c.title, field.type, HEAD_SIZE) : c.x,
  }))
  return [
    ...marks,
    { kind: 'line', x: box.x, y: y + 1.1, x2: box.x + box.w, y2: y + 1.1, width: 0.18, ink: captionInk },
  ]
}
/** Where the rows begin below the head. */
export const rowsTop = (box: Box): number => box.y + HEAD_SIZE * MM_PER_POINT + 1.1
/** Baseline of the row so many rows below the head. */
export const rowBaseline = (box: Box, rowHeight: number, row: number): number =>
  rowsTop(box) + (row + 1) * rowHeight - 1.1

/** The titles and the rule beneath them: the same on every check. */
export function tableHead(
  field: TableField,
  box: Box,
  captionInk: string,
  locale: Locale,
  unit: Unit,
): { marks: Mark[]; notes: Note[] } {
  const columns = columnsOf(field, box, locale)
  const notes: Note[] = []
  const wide = field.columns.reduce((n, c) => n + c.w, 0)
  if (wide > box.w + 0.05)
    notes.push(
      error(
        'columns-too-wide',
        field.id,
        `The columns are ${formatLength(wide, unit)} wide together, but the table is ${formatLength(box.w, unit)}. The last columns would be cut off`,
        { value: wide, limit: box.w },
      ),
    )
  if (!columns.some(c => c.what === 'amount'))
    notes.push(
      error(
        'columns-no-amount',
        field.id,
        `The table needs the column ${columnNames.amount} so that its rows add up to the check`,
      ),
    )
  return { marks: headMarks(columns, field, box, captionInk), notes }
}

/** A table as it was set, with the rows that go on to a further page. */
export interface TableSet {
  readonly marks: Mark[]
  readonly notes: Note[]
  /** How many of the lines stand in the table. */ readonly shown: number
}

/** A text in its cell: the lines it takes, and at what size. */
interface Cell {
  readonly column: Column
  readonly lines: readonly string[]
  readonly size: number
}
interface Row {
  readonly cells: readonly Cell[]
  /** Rows of the table that it takes. */
  readonly takes: number
}

/** Sets a text in its column: shrunk, then broken, as the field allows. What cannot be printed goes to `notes`. */
function setCell(field: TableField, column: Column, said: string, notes: Note[]): Cell {
  const text = asSet(said)
  const missing = lacking(field.type.face, text)
  if (missing)
    notes.push(
      error(
        'character-missing',
        field.id,
        `${columnNames[column.what].toLowerCase()} “${text}”: ${missingLetter(missing)}`,
        { value: missing },
      ),
    )
  const one = fitText([text], column.w, field.rowHeight, field.type)
  if (one.fits) return { column, lines: one.lines, size: one.size }
  const { least } = field.type
  const lines = wrap(text, column.w, field.type, least)
  const wide = lines.find(t => textWidth(t, field.type, least) > column.w)
  if (wide)
    notes.push(
      error(
        'text-too-long',
        field.id,
        `“${wide}” is too wide for the column ${column.title || column.what}`,
        {
          value: wide,
          limit: column.w,
        },
      ),
    )
  return { column, lines, size: least }
}
function setRow(
  field: TableField,
  columns: readonly Column[],
  line: StubLine,
  locale: Locale,
  notes: Note[],
): Row {
  const texts = cellsOf(line, locale, field.items)
  const cells = columns.map(c => setCell(field, c, texts[c.what], notes))
  return { cells, takes: Math.max(1, ...cells.map(c => c.lines.length)) }
}

/** How many of the rows are shown: all, or as many as leave one for the sum of the rest. */
function shownOf(rows: readonly Row[], slots: number): number {
  if (rows.reduce((n, r) => n + r.takes, 0) <= slots) return rows.length
  let [shown, used] = [0, 0]
  for (const { takes } of rows) {
    if (used + takes > slots - 1) break
    used += takes
    shown++
  }
  return shown
}

/**
 * The rows of what a check pays. A long text shrinks, then takes further rows. More than the box holds is
 * told in a last row that says how many lines are left and what they come to, so that the rows always add
 * up to the check: on request, or on a continuation sheet, as the field says.
 */
export function tableRows(
  field: TableField,
  box: Box,
  lines: readonly StubLine[],
  ink: string,
  locale: Locale,
): TableSet {
  const marks: Mark[] = []
  const notes: Note[] = []
  const columns = columnsOf(field, box, locale)
  const slots = Math.floor((box.y + box.h - rowsTop(box)) / field.rowHeight + 1e-6)
  const rows = lines.map(line => setRow(field, columns, line, locale, notes))
  const shown = shownOf(rows, slots)
  const { face } = field.type
  const put = (text: string, c: Column, size: number, at: number): void => {
    if (text === '') return
    const y = rowBaseline(box, field.rowHeight, at)
    const x = c.right ? c.x + c.w - textWidth(text, field.type, size) : c.x
    marks.push({ kind: 'text', field: field.id, face, size, ink, text, y, x })
  }
  let row = 0
  for (const { cells, takes } of rows.slice(0, shown)) {
    for (const { column, lines: texts, size } of cells)
      texts.forEach((text, i) => put(text, column, size, row + i))
    row += takes
  }
  if (shown < lines.length)
    notes.push(...sumUp(field, columns, lines, shown, slots, locale, (...of) => put(...of, row)))
  return { marks, notes, shown }
}

/** The last row of a table that does not hold all its lines: how many are left, and what they come to. */
function sumUp(
  field: TableField,
  columns: readonly Column[],
  lines: readonly StubLine[],
  shown: number,
  slots: number,
  locale: Locale,
  put: (text: string, column: Column, size: number) => void,
): Note[] {
  const left = lines.slice(shown)
  const amountColumn = columns.find(c => c.what === 'amount')
  const textColumn = columns.find(c => c.what === 'description') ?? columns[0]
  if (slots < 1 || !amountColumn || !textColumn)
    return [
      error('stub-no-room', field.id, 'The table has no space for a line with the rest', {
        value: left.length,
        limit: slots,
      }),
    ]
  const rest = figures(sum(left.map(l => l.amount)), { locale })
  const pointer = say(field.overflow === 'sheet' ? 'onSheet' : 'more', locale, left.length)
  put(pointer, textColumn, fitText([pointer], textColumn.w, field.rowHeight, field.type).size)
  put(rest, amountColumn, field.type.size)
  if (field.overflow !== 'sum') return []
  return [
    warning(
      'stub-lines-summed',
      field.id,
      `${left.length} of ${lines.length} lines do not fit. The last row adds them up to ${rest}`,
      { value: lines.length, limit: slots },
    ),
  ]
}
