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

const isEarning = (line: PayLine): boolean => line.kind === 'earning'
/** Earnings less deductions, of this period or of the year. */
const netOf = (lines: readonly PayLine[], of: 'now' | 'yearToDate', locale: Locale): string => {
  const sumOf = (some: readonly PayLine[]): number => sum(some.map(l => l[of]))
  return figures(cents(sumOf(lines.filter(isEarning)) - sumOf(lines.filter(l => !isEarning(l)))), { locale })
}
interface Column {
  readonly x: number
  readonly w: number
  readonly right: boolean
}
type Put = (text: string, column: Column, row: number, face?: PayField['type']['face']) => void

/** Puts texts into a pay stub's columns; one that is too wide is told. */
function putter(field: PayField, box: Box, ink: string, marks: Mark[], notes: Note[]): Put {
  return (text, c, row, face = field.type.face) => {
    const { size, fits } = fitText([text], c.w, field.rowHeight, { ...field.type, face })
    if (!fits) {
      const problem = `“${text}” is too wide for the pay stub`
      notes.push(error('text-too-long', field.id, problem, { value: text, limit: c.w }))
    }
    const y = rowBaseline(box, field.rowHeight, row)
    const x = c.right ? c.x + c.w - textWidth(text, { face }, size) : c.x
    marks.push({ kind: 'text', field: field.id, face, size, ink, text, y, x })
  }
}

/**
 * The rows of a pay stub and the net pay beneath. Earnings less deductions must come to the check; rows
 * that do not fit are an error that says how many, since a pay stub may not leave anything out.
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
  const put = putter(field, box, ink, marks, notes)
  const slots = Math.floor((box.y + box.h - rowsTop(box)) / field.rowHeight + 1e-6) - 1
  const both = halves(field, box, locale).map(half => ({
    half,
    own: lines.filter(l => l.kind === half.kind),
  }))
  for (const { half, own } of both)
    own.slice(0, slots).forEach((line, row) => {
      put(line.name, half.name, row)
      put(figures(line.now, { locale }), half.now, row)
      if (half.year) put(figures(line.yearToDate, { locale }), half.year, row)
    })
  const most = Math.max(...both.map(b => b.own.length))
  if (most > slots) {
    const problem = `The pay stub has space for ${Math.max(0, slots)} rows, but ${most} are needed`
    notes.push(error('pay-rows', field.id, problem, { value: most, limit: slots }))
  }
  const last = both[1]?.half
  if (last && lines.length) {
    const bold = field.type.face.startsWith('serif') ? ('serif-bold' as const) : ('sans-bold' as const)
    put(say('netPay', locale), last.name, slots, bold)
    put(netOf(lines, 'now', locale), last.now, slots, bold)
    if (last.year) put(netOf(lines, 'yearToDate', locale), last.year, slots, bold)
  }
  return { marks, notes }
}
