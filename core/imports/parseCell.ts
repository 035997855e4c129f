import { dateOf, monthNamed, type PlainDate } from '../base/dates'
import { refuse, type Result, good } from '../base/result'
import type { Cents } from '../money/cents'
import {
  decimalText,
  exactCents,
  markProvenBy,
  readDecimal,
  roundedCents,
  type DecimalMark,
} from '../money/decimal'

export type { DecimalMark } from '../money/decimal'
/** Which of two small numbers in a date is the month. */
export type DayOrder = 'month first' | 'day first'

/** A year of two digits is only understood where it lies this near to today's. */
const NEAR_YEARS = 20
const SLASHED = /^(\d{1,2})[/.-](\d{1,2})[/.-](\d{2}|\d{4})$/
/** A date without the time of day behind it. */
const withoutTime = (text: string): string =>
  text.trim().replace(/[T ]+\d{1,2}:\d{2}(:\d{2}([.,]\d+)?)?( ?[ap]\.?m\.?)?( ?(Z|[+-]\d{2}:?\d{2}))?$/i, '')

/** A year as written; one of two digits far from today is refused, since it could lie in either century. */
function yearOf(text: string, today: PlainDate, field: string): Result<number> {
  if (text.length === 4) return good(Number(text))
  const now = Number(today.slice(0, 4))
  const year = 2000 + Number(text)
  return Math.abs(year - now) <= NEAR_YEARS
    ? good(year)
    : refuse(
        'date-century',
        `The year ${text} could be ${year - 100} or ${year}. Write it with four digits.`,
        {
          field,
          value: text,
        },
      )
}

/**
 * Reads a date as files write it: `2026-11-24`, `20261124`, `11/24/2026` or `24.11.26` by their order,
 * `24 Nov 2026`, `24 juin 2026`, `24 de junio de 2026`, `November 24, 2026`; a time of day behind it is left
 * aside. Refused at the field: anything else, days that do not exist, a two-digit year more than 20 years
 * from today.
 */
export function readDay(text: string, order: DayOrder, today: PlainDate, field = 'date'): Result<PlainDate> {
  const t = withoutTime(text)
  const dated = (year: string, month: number, day: string): Result<PlainDate> => {
    const full = yearOf(year, today, field)
    return full.ok ? dateOf(full.value, month, Number(day), field) : full
  }
  const plain = /^(\d{4})[-/.]?(\d{2})[-/.]?(\d{2})$/.exec(t)
  if (plain) return dated(plain[1]!, Number(plain[2]), plain[3]!)
  const slashed = SLASHED.exec(t)
  if (slashed) {
    const [, first = '', second = '', year = ''] = slashed
    return order === 'month first' ? dated(year, Number(first), second) : dated(year, Number(second), first)
  }
  const worded = /^(\d{1,2})(?:er|\.)?(?: |-| de )(\p{L}+)\.?,?(?: |-| de )(\d{2}|\d{4})$/u.exec(t)
  const named = /^(\p{L}+)\.? (\d{1,2}),? (\d{4})$/u.exec(t)
  const [month, day, year] = worded ? [worded[2]!, worded[1]!, worded[3]!] : (named?.slice(1) ?? [])
  const at = month === undefined ? undefined : monthNamed(month)
  if (at !== undefined) return dated(year!, at, day!)
  return refuse('date-pattern', `“${t}” is not a date. Enter it as 2026-11-24`, { field, value: t })
}

/**
 * How dates are written, proven by those that only one order can read. Undefined where nothing proves it and
 * some date would be another day in the other order, or where dates prove both: that is asked, never guessed.
 */
export function orderOfDays(texts: readonly string[], today: PlainDate): DayOrder | undefined {
  const slashed = texts.map(withoutTime).filter(t => SLASHED.test(t))
  const read = (order: DayOrder) => slashed.map(t => readDay(t, order, today))
  const [month, day] = [read('month first'), read('day first')]
  const only = (own: readonly Result<PlainDate>[], other: readonly Result<PlainDate>[]): boolean =>
    own.some((r, i) => r.ok && !other[i]?.ok)
  const [onlyMonth, onlyDay] = [only(month, day), only(day, month)]
  if (onlyMonth !== onlyDay) return onlyMonth ? 'month first' : 'day first'
  if (onlyMonth) return undefined
  const differs = month.some((r, i) => r.ok && day[i]?.ok && r.value !== day[i].value)
  return differs ? undefined : 'month first'
}

/**
 * Reads an amount as files write it: with a currency's sign or letters, groups of thousands, a minus before or
 * behind, or parentheses for an amount below zero. Refused at the field: what the mark cannot read, and more
 * decimals than money has unless `round` asks to round them half away from zero.
 */
export function readFigure(text: string, mark: DecimalMark, round = false, field = 'amount'): Result<Cents> {
  const exact = readDecimal(text, mark)
  const at = { field, value: text }
  if (!exact)
    return refuse(
      'amount-pattern',
      `“${text.trim()}” is not an amount with a decimal ${mark === '.' ? 'point' : 'comma'}.`,
      at,
    )
  if (exact.scale > 2 && !round)
    return refuse(
      'amount-decimals',
      `${decimalText(exact)} has ${exact.scale} decimals. Amounts have two.`,
      at,
    )
  const amount = roundedCents(exact)
  return amount === undefined
    ? refuse('amount-too-large', `${decimalText(exact)} is more than 999,999,999.99.`, at)
    : good(amount)
}

/**
 * The decimal mark of a file, proven by its figures: one with both marks, with a group that is not three
 * digits, or that begins with 0. Undefined where nothing proves it and some figure could be read both ways,
 * or where figures prove both: then it is asked.
 */
export function markOfFigures(texts: readonly string[]): DecimalMark | undefined {
  const proofs = new Set(texts.map(markProvenBy))
  const [point, comma] = [proofs.has('.'), proofs.has(',')]
  if (point !== comma) return point ? '.' : ','
  return point || proofs.has('either') ? undefined : '.'
}
/** What a figure is under each mark, for the person who chooses: `1,234.00`, or that it is no amount. */
export function bothReadings(text: string): Readonly<Record<DecimalMark, string>> {
  const shownAs = (mark: DecimalMark): string => {
    const exact = readDecimal(text, mark)
    if (!exact) return 'not an amount'
    return exactCents(exact) === undefined ? `${decimalText(exact)} (too many decimals)` : decimalText(exact)
  }
  return { '.': shownAs('.'), ',': shownAs(',') }
}
