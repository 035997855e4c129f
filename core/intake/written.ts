import { dateOf, plainDate, type PlainDate } from '../base/dates'
import { refuse, type Result } from '../base/result'
import { parseAmount, type Cents } from '../money/cents'

/** Which of two small numbers in a date is the month. */
export type DayOrder = 'month first' | 'day first'
/** What stands before the cents. */
export type DecimalMark = '.' | ','

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const monthNamed = (name: string): number => months.indexOf(name.slice(0, 3).toLowerCase()) + 1
const fullYear = (text: string): number => (text.length === 2 ? 2000 : 0) + Number(text)
const SLASHED = /^(\d{1,2})[/.-](\d{1,2})[/.-](\d{2}|\d{4})$/

/**
 * Reads a date as it stands in files: `2026-11-24`, `20261124`, `11/24/2026` or `24.11.26` by their order,
 * `24 Nov 2026`, `November 24, 2026`; a time behind it is left aside.
 */
export function readDay(text: string, order: DayOrder, field = 'date'): Result<PlainDate> {
  const t = text.trim().replace(/[T ]\d{1,2}:\d{2}(:\d{2}(\.\d+)?)?( ?[ap]m)?Z?$/i, '')
  const plain = /^(\d{4})[-/.]?(\d{2})[-/.]?(\d{2})$/.exec(t)
  if (plain) return dateOf(Number(plain[1]), Number(plain[2]), Number(plain[3]), field)
  const slashed = SLASHED.exec(t)
  if (slashed) {
    const [first, second] = [Number(slashed[1]), Number(slashed[2])]
    const year = fullYear(slashed[3] ?? '')
    return order === 'month first' ? dateOf(year, first, second, field) : dateOf(year, second, first, field)
  }
  const worded = /^(\d{1,2})[ -]([a-z]{3,9})\.?,?[ -](\d{2}|\d{4})$/i.exec(t)
  if (worded) return dateOf(fullYear(worded[3] ?? ''), monthNamed(worded[2] ?? ''), Number(worded[1]), field)
  const named = /^([a-z]{3,9})\.? (\d{1,2}),? (\d{4})$/i.exec(t)
  if (named) return dateOf(Number(named[3]), monthNamed(named[1] ?? ''), Number(named[2]), field)
  const loose = plainDate(t, field)
  return loose.ok
    ? loose
    : refuse('date-pattern', `“${t}” is not a date: write it as 2026-11-24`, { field, value: t })
}

/**
 * How dates are written, told from all of them: the order that reads more; undefined where both read the same
 * ones and would tell other days: that is asked, never guessed.
 */
export function orderOfDays(texts: readonly string[]): DayOrder | undefined {
  const slashed = texts.map(t => t.trim()).filter(t => SLASHED.test(t))
  const read = (order: DayOrder) => slashed.map(t => readDay(t, order))
  const [month, day] = [read('month first'), read('day first')]
  const [byMonth, byDay] = [month, day].map(list => list.filter(r => r.ok).length) as [number, number]
  if (byMonth !== byDay) return byMonth > byDay ? 'month first' : 'day first'
  const differs = month.some((r, i) => r.ok && day[i]?.ok && r.value !== day[i].value)
  return differs ? undefined : 'month first'
}

/** An amount's digits under a decimal mark, as `1234.56`; undefined where they are not written so. */
function digitsOf(text: string, mark: DecimalMark): string | undefined {
  const bare = text.replaceAll(/[\s\u00a0\u202f’']/g, '').replaceAll(/[$£€₹]|USD|CAD|EUR|GBP|INR|C\$/gi, '')
  const inside = /^\((.+)\)$/.exec(bare)
  const signed = (inside?.[1] ?? bare).replaceAll('−', '-')
  const minus = inside !== null || signed.startsWith('-') || signed.endsWith('-')
  const figures = signed.replace(/^[-+]|-$/g, '')
  const even =
    mark === '.' ? figures : figures.replaceAll('.', '\0').replaceAll(',', '.').replaceAll('\0', ',')
  return parseAmount(even).ok ? `${minus ? '-' : ''}${even.replaceAll(',', '')}` : undefined
}
/**
 * Reads an amount as it stands in files: with a currency's sign or letters, spaces or marks between
 * thousands, a minus before or behind, or parentheses for less than nothing.
 */
export function readFigure(text: string, mark: DecimalMark, field = 'amount'): Result<Cents> {
  const digits = digitsOf(text, mark)
  return parseAmount(digits ?? text, field)
}
/** What stands before the cents, told from all amounts: the mark that reads more of them. */
export function markOfFigures(texts: readonly string[]): DecimalMark {
  const read = (mark: DecimalMark): number => texts.filter(t => digitsOf(t, mark) !== undefined).length
  return read(',') > read('.') ? ',' : '.'
}
