import { formatDate } from '../base/dates'
import { MM_PER_POINT, type Box } from '../paper/length'
import type { Field, StubColumn } from '../paper/layout'
import { figures } from '../money/figures'
import { sum } from '../money/cents'
import type { StubLine } from './facts'
import { fitText, textWidth, wrap } from './fitText'
import type { Mark } from './marks'
import { error, warning, type Note } from './note'
import { lacking } from '../type/face'

type TableField = Extract<Field, { kind: 'stubTable' }>
type Cells = Readonly<Record<StubColumn, string>>

const HEAD_SIZE = 6.5
const GAP = 1.2

const cellsOf = (line: StubLine): Cells => ({
  reference: line.reference, description: line.description, amount: figures(line.amount),
  date: line.date ? formatDate(line.date, 'MM/DD/YYYY') : '',
})

/** Left edges of the columns, in mm, and which of them are set to the right. */
const columnsOf = (field: TableField, box: Box): { what: StubColumn, title: string, x: number, w: number, right: boolean }[] => {
  let x = box.x
  return field.columns.map((c) => {
    const right = c.what === 'amount'
    const at = { what: c.what, title: c.title, x: right ? x + GAP : x, w: c.w - GAP, right }
    x += c.w
    return at
  })
}

/** The titles and the rule beneath them: the same on every check. */
export function tableHead(field: TableField, box: Box, captionInk: string): Mark[] {
  const y = box.y + HEAD_SIZE * MM_PER_POINT
  const titles: Mark[] = columnsOf(field, box).filter(c => c.title).map(c => ({
    kind: 'text', field: field.id, face: field.type.face, size: HEAD_SIZE, ink: captionInk, text: c.title, y,
    x: c.right ? c.x + c.w - textWidth(c.title, field.type, HEAD_SIZE) : c.x,
  }))
  return [...titles, { kind: 'line', x: box.x, y: y + 1.1, x2: box.x + box.w, y2: y + 1.1, width: 0.18, ink: captionInk }]
}

/**
 * The rows of what a check pays. A long text shrinks, then takes further rows. More than the box holds is told in a last row that
 * says how many lines are left and what they come to, so that the rows always add up to the check; the note says so too.
 */
export function tableRows(field: TableField, box: Box, lines: readonly StubLine[], inkColor: string): { marks: Mark[], notes: Note[] } {
  const marks: Mark[] = []
  const notes: Note[] = []
  const columns = columnsOf(field, box)
  const top = box.y + HEAD_SIZE * MM_PER_POINT + 1.1
  const slots = Math.floor((box.y + box.h - top) / field.rowHeight + 1e-6)

  const rows = lines.map((line) => {
    const cells = cellsOf(line)
    const set = columns.map((c) => {
      const text = cells[c.what]
      const missing = lacking(field.type.face, text)
      if (missing) notes.push(error('character-missing', field.id, `“${missing}” in the ${c.what} “${text}” cannot be printed in the face ${field.type.face}`, { value: missing }))
      const one = fitText([text], c.w, field.rowHeight, field.type)
      if (one.fits) return { c, lines: one.lines, size: one.size }
      const wrapped = wrap(text, c.w, field.type, field.type.least)
      const wide = wrapped.find(t => textWidth(t, field.type, field.type.least) > c.w)
      if (wide) notes.push(error('text-too-long', field.id, `“${wide}” is too wide for the column ${c.title || c.what}`, { value: wide, limit: c.w }))
      return { c, lines: wrapped, size: field.type.least }
    })
    return { set, takes: Math.max(1, ...set.map(s => s.lines.length)) }
  })

  const need = rows.reduce((n, r) => n + r.takes, 0)
  let shown = rows.length
  if (need > slots) {
    let used = 0
    shown = 0
    while (shown < rows.length && used + (rows[shown]?.takes ?? 1) <= slots - 1) used += rows[shown++]?.takes ?? 1
  }
  let row = 0
  const put = (text: string, c: (typeof columns)[number], size: number, at: number): void => {
    if (text === '') return
    const y = top + (at + 1) * field.rowHeight - 1.1
    marks.push({ kind: 'text', field: field.id, face: field.type.face, size, ink: inkColor, text, y, x: c.right ? c.x + c.w - textWidth(text, field.type, size) : c.x })
  }
  for (const { set, takes } of rows.slice(0, shown)) {
    for (const s of set) s.lines.forEach((text, i) => put(text, s.c, s.size, row + i))
    row += takes
  }
  const left = lines.slice(shown)
  if (left.length) {
    const rest = sum(left.map(l => l.amount))
    const amountColumn = columns.find(c => c.what === 'amount')
    const textColumn = columns.find(c => c.what === 'description') ?? columns[0]
    if (slots < 1 || !amountColumn || !textColumn) notes.push(error('stub-no-room', field.id, 'the table has no room for a line that sums up the rest', { value: left.length, limit: slots }))
    else {
      put(`and ${left.length} more, listed on request`, textColumn, field.type.size, row)
      put(figures(rest), amountColumn, field.type.size, row)
      notes.push(warning('stub-lines-summed', field.id, `${left.length} of ${lines.length} lines do not fit: the last row sums them up to ${figures(rest)}`, { value: lines.length, limit: slots }))
    }
  }
  return { marks, notes }
}
