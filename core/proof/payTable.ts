import type { Locale } from '../money/locale'
import { cents, sum } from '../money/cents'
import { figures } from '../money/figures'
import type { Box } from '../paper/length'
import type { Field } from '../paper/layout'
import { say } from './captions'
import type { PayLine } from './facts'
import { fitText, textWidth } from './fitText'
import type { Set } from './lettering'
import type { Mark } from './marks'
import { error, type Note } from './note'
import { headMarks, rowBaseline, rowsTop } from './stubTable'

export type PayField = Extract<Field, { kind: 'payTable' }>

/**
 * Two halves side by side: what was earned, what was deducted, each with this period and, where wanted, the
 * year to date.
 */
function halves(field: PayField, box: Box, locale: Locale) {
  const gap = 6
  const w = (box.w - gap) / 2
  const money = field.yearToDate ? w * 0.27 : w * 0.34
  return (['earning', 'deduction'] as const).map((kind, i) => {
    const x = box.x + i * (w + gap)
    const name = {
      title: say(kind === 'earning' ? 'earnings' : 'deductions', locale),
      x,
      w: w - money * (field.yearToDate ? 2 : 1) - 1,
      right: false,
    }
    const now = { title: say('thisPeriod', locale), x: name.x + name.w + 1, w: money - 1, right: true }
    const year = { title: say('yearToDate', locale), x: now.x + now.w + 1, w: money - 1, right: true }
    return { kind, box: { x, y: box.y, w, h: box.h }, name, now, year: field.yearToDate ? year : undefined }
  })
}

/** The titles of the pay stub: the same on every check. */
export const payHead = (field: PayField, box: Box, captionInk: string, locale: Locale): Mark[] =>
  halves(field, box, locale).flatMap(half =>
    headMarks([half.name, half.now, ...(half.year ? [half.year] : [])], field, half.box, captionInk),
  )

/**
 * The rows of a pay stub and the net pay beneath. Earnings less deductions must come to the check; rows that
 * do not fit are an error
 * that says how many, since a pay stub may not leave anything out.
 */
export function payRows(
  field: PayField,
  box: Box,
  lines: readonly PayLine[],
  ink: string,
  locale: Locale,
): Set {
  const marks: Mark[] = []
  const notes: Note[] = []
  const slots = Math.floor((box.y + box.h - rowsTop(box)) / field.rowHeight + 1e-6) - 1
  const put = (
    text: string,
    c: { x: number; w: number; right: boolean },
    row: number,
    face = field.type.face,
  ): void => {
    const { size, fits } = fitText([text], c.w, field.rowHeight, { ...field.type, face })
    if (!fits)
      notes.push(
        error('text-too-long', field.id, `“${text}” is too wide for the pay stub`, {
          value: text,
          limit: c.w,
        }),
      )
    marks.push({
      kind: 'text',
      field: field.id,
      face,
      size,
      ink,
      text,
      y: rowBaseline(box, field.rowHeight, row),
      x: c.right ? c.x + c.w - textWidth(text, { face }, size) : c.x,
    })
  }
  let most = 0
  for (const half of halves(field, box, locale)) {
    const own = lines.filter(l => l.kind === half.kind)
    most = Math.max(most, own.length)
    own.slice(0, slots).forEach((line, row) => {
      put(line.name, half.name, row)
      put(figures(line.now, { locale }), half.now, row)
      if (half.year) put(figures(line.yearToDate, { locale }), half.year, row)
    })
  }
  if (most > slots)
    notes.push(
      error(
        'pay-rows',
        field.id,
        `the pay stub has room for ${Math.max(0, slots)} rows, ${most} are wanted`,
        { value: most, limit: slots },
      ),
    )
  const net = (of: (l: PayLine) => PayLine['now']): string =>
    figures(
      cents(
        sum(lines.filter(l => l.kind === 'earning').map(of)) -
          sum(lines.filter(l => l.kind === 'deduction').map(of)),
      ),
      { locale },
    )
  const last = halves(field, box, locale)[1]
  if (last && lines.length) {
    const bold = field.type.face.startsWith('serif') ? ('serif-bold' as const) : ('sans-bold' as const)
    put(say('netPay', locale), last.name, slots, bold)
    put(
      net(l => l.now),
      last.now,
      slots,
      bold,
    )
    if (last.year)
      put(
        net(l => l.yearToDate),
        last.year,
        slots,
        bold,
      )
  }
  return { marks, notes }
}
