import { formatDate } from '../base/dates'
import { languageOf } from '../money/locale'
import { figures } from '../money/figures'
import { subtract, sum } from '../money/cents'
import type { Box } from '../paper/length'
import type { Layout } from '../paper/layout'
import type { Stock } from '../paper/stock'
import { roleNames } from '../paper/stock'
import { say } from './captions'
import type { AccountFacts, CheckFacts, StubLine } from './facts'
import { textWidth } from './fitText'
import type { Drawing, Mark } from './marks'
import { tableHead, tableRows, type TableField } from './stubTable'

const MARGIN = 14
const HEAD = 26

/** The lines that a table on one check had no room for. */
export interface Remainder {
  readonly field: TableField
  readonly check: CheckFacts
  readonly lines: readonly StubLine[]
}

/**
 * The continuation sheets of one table on plain paper of the stock's own size: who pays whom, which check it
 * continues, the lines that
 * were left, and a total that with the stub comes to the check. Every line stands on exactly one sheet.
 */
export function continuationSheets(
  { field, check, lines }: Remainder,
  layout: Layout,
  stock: Stock,
  account: AccountFacts,
): Drawing[] {
  const { w, h } = stock.sheet
  const box: Box = { x: MARGIN, y: MARGIN + HEAD, w: w - 2 * MARGIN, h: h - 2 * MARGIN - HEAD - 12 }
  const scale = box.w / field.w
  const wide: TableField = {
    ...field,
    overflow: 'sheet',
    columns: field.columns.map(c => ({ ...c, w: c.w * scale })),
  }
  const total = sum(lines.map(l => l.amount))
  const text = (x: number, y: number, words: string, size: number, bold = false, right = false): Mark => {
    const face = bold ? ('sans-bold' as const) : ('sans' as const)
    return {
      kind: 'text',
      field: field.id,
      face,
      size,
      ink: layout.ink,
      text: words,
      y,
      x: right ? x - textWidth(words, { face }, size) : x,
    }
  }
  const sheets: Drawing[] = []
  let left = lines
  while (left.length) {
    // One table never takes all: where even one line does not go on an empty sheet, it is put there alone.
    const whole = tableRows(wide, box, left, layout.ink, layout.locale)
    const rows = tableRows(wide, box, left.slice(0, Math.max(1, whole.shown)), layout.ink, layout.locale)
    left = left.slice(Math.max(1, whole.shown))
    const marks: Mark[] = [
      text(MARGIN, MARGIN + 5, account.company.name[0] ?? '', 12, true),
      text(
        w - MARGIN,
        MARGIN + 5,
        `${say('continues', layout.locale, check.number)}, ${sheets.length + 1}`,
        11,
        true,
        true,
      ),
      text(MARGIN, MARGIN + 11, check.payee, 10),
      text(
        w - MARGIN,
        MARGIN + 11,
        formatDate(check.date, 'MMM D, YYYY', languageOf(layout.locale)),
        10,
        false,
        true,
      ),
      text(MARGIN, MARGIN + 17, roleNames[field.panel], 8),
      ...tableHead(wide, box, layout.captionInk, layout.locale, layout.unit).marks,
      ...rows.marks,
    ]
    if (!left.length) {
      const y = box.y + box.h + 7
      marks.push({
        kind: 'line',
        x: w - MARGIN - 40,
        y: y - 5,
        x2: w - MARGIN,
        y2: y - 5,
        width: 0.3,
        ink: layout.ink,
      })
      marks.push(
        text(
          w - MARGIN,
          y,
          figures(total, { locale: layout.locale, sign: account.currency.sign }),
          10,
          true,
          true,
        ),
      )
      marks.push(
        text(
          MARGIN,
          y,
          `${say('brought', layout.locale)}: ${figures(subtract(check.amount, total), { locale: layout.locale, sign: account.currency.sign })}`,
          8,
        ),
      )
    }
    sheets.push({ w, h, layers: [{ shared: false, marks }] })
  }
  return sheets
}
