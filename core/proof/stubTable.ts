import { formatDate } from '../base/dates'
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

const cellsOf = (line: StubLine, locale: Locale, items: TableField['items']): Cells => {
  const money = (n: StubLine['gross']): string => (n === undefined ? '' : figures(n, { locale }))
  return {
    reference: line.reference,
    description: line.description,
    amount: money(line.amount),
    gross: money(line.gross ?? line.amount),
    discount: money(line.discount),
    date: line.date
      ? formatDate(
          line.date,
          locale === 'en-US' || locale === 'es-US'
            ? 'MM/DD/YYYY'
            : locale === 'en-GB' || locale === 'en-IN'
              ? 'DD/MM/YYYY'
              : 'YYYY-MM-DD',
        )
      : '',
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
        `the columns are ${formatLength(wide, unit)} wide together, the table ${formatLength(box.w, unit)}: those at the right would not be printed whole`,
        { value: wide, limit: box.w },
      ),
    )
  if (!columns.some(c => c.what === 'amount'))
    notes.push(
      error(
        'columns-no-amount',
        field.id,
        `the table needs the column ${columnNames.amount}, so that its rows come to the check`,
      ),
    )
  return { marks: headMarks(columns, field, box, captionInk), notes }
}

export interface TableSet {
  readonly marks: Mark[]
  readonly notes: Note[]
  /** How many of the lines stand in the table. */ readonly shown: number
}

/**
 * The rows of what a check pays. A long text shrinks, then takes further rows. More than the box holds is
 * told in a last row that
 * says how many lines are left and what they come to, so that the rows always add up to the check: on
 * request, or on a continuation
 * sheet, as the field says.
 */
export function tableRows(
  field: TableField,
  box: Box,
  lines: readonly StubLine[],
  inkColor: string,
  locale: Locale,
): TableSet {
  const marks: Mark[] = []
  const notes: Note[] = []
  const columns = columnsOf(field, box, locale)
  const slots = Math.floor((box.y + box.h - rowsTop(box)) / field.rowHeight + 1e-6)

  const rows = lines.map(line => {
    const cells = cellsOf(line, locale, field.items)
    const set = columns.map(c => {
      const text = asSet(cells[c.what])
      const missing = lacking(field.type.face, text)
      if (missing)
        notes.push(
          error(
            'character-missing',
            field.id,
            `${columnNames[c.what].toLowerCase()} “${text}”: ${missingLetter(missing)}`,
            { value: missing },
          ),
        )
      const one = fitText([text], c.w, field.rowHeight, field.type)
      if (one.fits) return { c, lines: one.lines, size: one.size }
      const wrapped = wrap(text, c.w, field.type, field.type.least)
      const wide = wrapped.find(t => textWidth(t, field.type, field.type.least) > c.w)
      if (wide)
        notes.push(
          error('text-too-long', field.id, `“${wide}” is too wide for the column ${c.title || c.what}`, {
            value: wide,
            limit: c.w,
          }),
        )
      return { c, lines: wrapped, size: field.type.least }
    })
    return { set, takes: Math.max(1, ...set.map(s => s.lines.length)) }
  })

  const need = rows.reduce((n, r) => n + r.takes, 0)
  let shown = rows.length
  if (need > slots) {
    let used = 0
    shown = 0
    while (shown < rows.length && used + (rows[shown]?.takes ?? 1) <= slots - 1)
      used += rows[shown++]?.takes ?? 1
  }
  let row = 0
  const put = (text: string, c: Column, size: number, at: number): void => {
    if (text === '') return
    marks.push({
      kind: 'text',
      field: field.id,
      face: field.type.face,
      size,
      ink: inkColor,
      text,
      y: rowBaseline(box, field.rowHeight, at),
      x: c.right ? c.x + c.w - textWidth(text, field.type, size) : c.x,
    })
  }
  for (const { set, takes } of rows.slice(0, shown)) {
    for (const s of set) s.lines.forEach((text, i) => put(text, s.c, s.size, row + i))
    row += takes
  }
  const left = lines.slice(shown)
  if (left.length) {
    const rest = figures(sum(left.map(l => l.amount)), { locale })
    const amountColumn = columns.find(c => c.what === 'amount')
    const textColumn = columns.find(c => c.what === 'description') ?? columns[0]
    if (slots < 1 || !amountColumn || !textColumn)
      notes.push(
        error('stub-no-room', field.id, 'the table has no room for a line that sums up the rest', {
          value: left.length,
          limit: slots,
        }),
      )
    else {
      const pointer = say(field.overflow === 'sheet' ? 'onSheet' : 'more', locale, left.length)
      put(pointer, textColumn, fitText([pointer], textColumn.w, field.rowHeight, field.type).size, row)
      put(rest, amountColumn, field.type.size, row)
      if (field.overflow === 'sum')
        notes.push(
          warning(
            'stub-lines-summed',
            field.id,
            `${left.length} of ${lines.length} lines do not fit: the last row sums them up to ${rest}`,
            { value: lines.length, limit: slots },
          ),
        )
    }
  }
  return { marks, notes, shown }
}
