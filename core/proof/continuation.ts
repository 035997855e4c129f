import { formatDate } from '../base/dates'
import { languageOf } from '../money/locale'
import { figures } from '../money/figures'
import { subtract, sum, type Cents } from '../money/cents'
import type { Box, Mm } from '../paper/length'
import type { Layout } from '../paper/layout'
import { type Stock, roleNames } from '../paper/stock'
import { say } from './captions'
import type { AccountFacts, CheckFacts, StubLine } from './facts'
import { textWidth } from './fitText'
import type { Drawing, Mark } from './marks'
import { tableHead, tableRows, type TableField, type TableSet } from './stubTable'

const MARGIN = 14
const HEAD = 26

/** The lines that a table on one check had no room for. */
export interface Remainder {
  readonly field: TableField
  readonly check: CheckFacts
  readonly lines: readonly StubLine[]
}

interface Words {
  readonly size: number
  readonly bold?: boolean
  readonly right?: boolean
}

/** Words on a continuation sheet, in the layout's ink. */
function words(remainder: Remainder, layout: Layout, text: string, x: Mm, y: Mm, how: Words): Mark {
  const { size, bold = false, right = false } = how
  const face = bold ? ('sans-bold' as const) : ('sans' as const)
  const left = right ? x - textWidth(text, { face }, size) : x
  return { kind: 'text', field: remainder.field.id, face, size, ink: layout.ink, text, y, x: left }
}

/** Who pays whom, and which check the sheet continues. */
function headOf(remainder: Remainder, on: Continued, sheet: number): Mark[] {
  const { check, field } = remainder
  const { layout, account, right } = on
  const put = (text: string, x: Mm, down: Mm, how: Words): Mark =>
    words(remainder, layout, text, x, MARGIN + down, how)
  const date = formatDate(check.date, 'MMM D, YYYY', languageOf(layout.locale))
  const which = `${say('continues', layout.locale, check.number)}, ${sheet}`
  return [
    put(account.company.name[0] ?? '', MARGIN, 5, { size: 12, bold: true }),
    put(which, right, 5, { size: 11, bold: true, right: true }),
    put(check.payee, MARGIN, 11, { size: 10 }),
    put(date, right, 11, { size: 10, right: true }),
    put(roleNames[field.panel], MARGIN, 17, { size: 8 }),
  ]
}

/** What the lines left come to, and what was brought here from the stub. */
function footOf(remainder: Remainder, { layout, account, right, box }: Continued): Mark[] {
  const y = box.y + box.h + 7
  const total = sum(remainder.lines.map(l => l.amount))
  const money = (amount: Cents): string =>
    figures(amount, { locale: layout.locale, sign: account.currency.sign })
  const before = `${say('brought', layout.locale)}: ${money(subtract(remainder.check.amount, total))}`
  const put = (text: string, x: Mm, how: Words): Mark => words(remainder, layout, text, x, y, how)
  return [
    { kind: 'line', x: right - 40, y: y - 5, x2: right, y2: y - 5, width: 0.3, ink: layout.ink },
    put(money(total), right, { size: 10, bold: true, right: true }),
    put(before, MARGIN, { size: 8 }),
  ]
}

/** What all continuation sheets of a table have in common. */
interface Continued {
  readonly layout: Layout
  readonly account: AccountFacts
  readonly box: Box
  /** Right edge of what is printed, in mm. */
  readonly right: Mm
}

/**
 * The continuation sheets of one table on plain paper of the stock's own size: who pays whom, which check
 * it continues, the lines that were left, and a total that with the stub comes to the check. Every line
 * stands on exactly one sheet.
 */
export function continuationSheets(
  remainder: Remainder,
  layout: Layout,
  stock: Stock,
  account: AccountFacts,
): Drawing[] {
  const { field } = remainder
  const { w, h } = stock.sheet
  const box: Box = { x: MARGIN, y: MARGIN + HEAD, w: w - 2 * MARGIN, h: h - 2 * MARGIN - HEAD - 12 }
  const scale = box.w / field.w
  const columns = field.columns.map(c => ({ ...c, w: c.w * scale }))
  const wide: TableField = { ...field, overflow: 'sheet', columns }
  const on: Continued = { layout, account, box, right: w - MARGIN }
  const titles = tableHead(wide, box, layout.captionInk, layout.locale, layout.unit).marks
  const rowsOf = (lines: readonly StubLine[]): TableSet =>
    tableRows(wide, box, lines, layout.ink, layout.locale)
  const sheets: Drawing[] = []
  let left = remainder.lines
  while (left.length) {
    // One table never takes all: where even one line does not go on an empty sheet, it is put there alone.
    const takes = Math.max(1, rowsOf(left).shown)
    const rows = rowsOf(left.slice(0, takes)).marks
    left = left.slice(takes)
    const marks = [...headOf(remainder, on, sheets.length + 1), ...titles, ...rows]
    if (!left.length) marks.push(...footOf(remainder, on))
    sheets.push({ w, h, layers: [{ shared: false, marks }] })
  }
  return sheets
}
