import type { Brand } from './brand'
import { good, must, refuse, type Result } from './result'

/** A calendar day, `YYYY-MM-DD`, without time or zone. Sorts as text. */
export type PlainDate = Brand<string, 'PlainDate'>

const DAY_MS = 86_400_000
const monthNames = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
]
const dayNames = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']

/** Reads `YYYY-MM-DD`; refuses other patterns, days that do not exist, and years outside 1900-2199. */
export function plainDate(text: string, field = 'date'): Result<PlainDate> {
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text)
  if (!m)
    return refuse('date-pattern', `“${text}” is not a date. Enter it as 2026-11-24`, { field, value: text })
  return dateOf(Number(m[1]), Number(m[2]), Number(m[3]), field)
}

/** The day of that year, month (1-12) and day; refuses days that do not exist. */
export function dateOf(year: number, month: number, day: number, field = 'date'): Result<PlainDate> {
  const text = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
  if (year < 1900 || year > 2199)
    return refuse('date-range', `The year ${year} is not between 1900 and 2199`, { field, value: text })
  const at = new Date(Date.UTC(year, month - 1, day))
  if (at.getUTCMonth() !== month - 1 || at.getUTCDate() !== day)
    return refuse('date-missing', `${text} does not exist in the calendar`, { field, value: text })
  return good(text as PlainDate)
}

/**
 * A moment as it is written down: local time with its offset, e.g. `2026-11-24T21:05:09.120-05:00`, so that
 * the day in it is the business day. `offset` is how many minutes local time is ahead of UTC.
 */
export function momentOf(at: Date, offset: number): string {
  const local = new Date(at.getTime() + offset * 60_000).toISOString().slice(0, -1)
  const [hours, minutes] = [Math.floor(Math.abs(offset) / 60), Math.abs(offset) % 60].map(n =>
    String(n).padStart(2, '0'),
  )
  return `${local}${offset < 0 ? '-' : '+'}${hours}:${minutes}`
}
/** The calendar day of a moment (`YYYY-MM-DDThh:mm…`) as written, in the zone it was written in. */
export const dayOfMoment = (moment: string): PlainDate => must(plainDate(moment.slice(0, 10)))
/** The time of a moment as written, in the zone it was written in: 10:00 AM, with its seconds 10:00:30 AM. */
export function timeOfMoment(moment: string, withSeconds = false): string {
  const [hours, minutes, seconds] = moment.slice(11, 19).split(':')
  const hour = Number(hours)
  const rest = withSeconds ? `${minutes}:${seconds}` : minutes
  return `${hour % 12 || 12}:${rest} ${hour < 12 ? 'AM' : 'PM'}`
}
/** Earlier before later; moments of different offsets do not sort as text. Blank ones come first. */
export const byMoment = (a: string, b: string): number =>
  a === b ? 0 : (a ? Date.parse(a) : 0) - (b ? Date.parse(b) : 0)

/** The day so many days after a date; before it where `days` is negative. */
export function addDays(date: PlainDate, days: number): PlainDate {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10) as PlainDate
}

/** So many months up to one, the oldest first, as `YYYY-MM`. */
export function monthsThrough(last: string, count: number): string[] {
  const end = Number(last.slice(0, 4)) * 12 + Number(last.slice(5, 7)) - 1
  return Array.from({ length: count }, (_, i) => {
    const at = end - (count - 1 - i)
    return `${Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')}`
  })
}
/** Whole months from the first to the second, both as `YYYY-MM`. */
export const monthsBetween = (from: string, to: string): number =>
  (Number(to.slice(0, 4)) - Number(from.slice(0, 4))) * 12 + Number(to.slice(5, 7)) - Number(from.slice(5, 7))

/** Whole days from the first to the second; negative where the second is earlier. */
export const daysBetween = (from: PlainDate, to: PlainDate): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / DAY_MS)

/** 0 = Sunday … 6 = Saturday. */
export const weekday = (date: PlainDate): number => new Date(`${date}T00:00:00Z`).getUTCDay()

/** A day spelled out, so that a mistyped one is seen: Tuesday, November 24, 2026, or the day before the month. */
export const spelledDay = (date: PlainDate, dayFirst: boolean): string =>
  `${dayNames[weekday(date)]}, ${formatDate(date, dayFirst ? 'D MMMM YYYY' : 'MMMM D, YYYY')}`

/** Patterns in which a date can print on a check. */
export const datePatterns = [
  'MM/DD/YYYY',
  'YYYY-MM-DD',
  'MMM D, YYYY',
  'MMMM D, YYYY',
  'D MMMM YYYY',
  'DD/MM/YYYY',
  'YYYYMMDD',
  'DDMMYYYY',
  'MMDDYYYY',
] as const
export type DatePattern = (typeof datePatterns)[number]

const monthsIn = {
  en: monthNames,
  fr: [
    'janvier',
    'février',
    'mars',
    'avril',
    'mai',
    'juin',
    'juillet',
    'août',
    'septembre',
    'octobre',
    'novembre',
    'décembre',
  ],
  es: [
    'enero',
    'febrero',
    'marzo',
    'abril',
    'mayo',
    'junio',
    'julio',
    'agosto',
    'septiembre',
    'octubre',
    'noviembre',
    'diciembre',
  ],
} as const

/** Names of months without accents and their usual short forms, by language. */
const shortMonths: readonly (readonly string[])[] = [
  ['jan', 'janv', 'ene'],
  ['feb', 'fev', 'fevr'],
  ['mar'],
  ['apr', 'avr', 'abr'],
  ['may'],
  ['jun'],
  ['jul', 'juil'],
  ['aug', 'ago'],
  ['sep', 'sept', 'set'],
  ['oct'],
  ['nov'],
  ['dec', 'dic'],
]
const withoutAccents = (text: string): string => text.normalize('NFD').replaceAll(/\p{M}/gu, '').toLowerCase()
/** The month (1-12) by its whole name or its usual short form in the shipped languages; undefined for any other word. */
export function monthNamed(name: string): number | undefined {
  const bare = withoutAccents(name)
  const at = monthNames.findIndex(
    (_, i) =>
      Object.values(monthsIn).some(list => withoutAccents(list[i] ?? '') === bare) ||
      shortMonths[i]?.includes(bare),
  )
  return at < 0 ? undefined : at + 1
}

/** A day as all screens, the trail and papers show it: Nov 22, 2026. */
export const dayText = (date: PlainDate): string => formatDate(date, 'MMM D, YYYY')
/**
 * The date written by one of our patterns; in French and Spanish the day stands before the name of the month,
 * in French the first as 1er.
 */
export function formatDate(
  date: PlainDate,
  pattern: DatePattern,
  language: keyof typeof monthsIn = 'en',
): string {
  const [y, m, d] = date.split('-') as [string, string, string]
  const name = monthsIn[language][Number(m) - 1] ?? ''
  if (language === 'fr' && pattern.includes('MMM')) return `${d === '01' ? '1er' : Number(d)} ${name} ${y}`
  if (language === 'es' && pattern.includes('MMM')) return `${Number(d)} de ${name} de ${y}`
  switch (pattern) {
    case 'YYYYMMDD':
      return `${y}${m}${d}`
    case 'DDMMYYYY':
      return `${d}${m}${y}`
    case 'MMDDYYYY':
      return `${m}${d}${y}`
    case 'MM/DD/YYYY':
      return `${m}/${d}/${y}`
    case 'DD/MM/YYYY':
      return `${d}/${m}/${y}`
    case 'YYYY-MM-DD':
      return date
    case 'MMM D, YYYY':
      return `${name.slice(0, 3)} ${Number(d)}, ${y}`
    case 'MMMM D, YYYY':
      return `${name} ${Number(d)}, ${y}`
    case 'D MMMM YYYY':
      return `${Number(d)} ${name} ${y}`
  }
}

/** Where a date without a year, a bare day or a weekday is looked for: behind today, around it, or ahead. */
export type Lean = 'back' | 'around' | 'ahead'
/** A date without a year further from today than this is asked: it is typed again with its year. */
const FAR_DAYS = 60
/** How far ahead a date without a year may be where dates are looked for behind today. */
const AHEAD_DAYS = 31

/** The day of that month and day of the month that is nearest in the year before, this one or the next. */
function nearestYear(month: number, day: number, today: PlainDate, lean: Lean): Result<PlainDate> {
  const year = Number(today.slice(0, 4))
  const found = [year - 1, year, year + 1].map(y => dateOf(y, month, day))
  const able = found.flatMap(r => (r.ok ? [r.value] : []))
  const off = (date: PlainDate): number => {
    const days = daysBetween(today, date)
    if (lean === 'back' && days > AHEAD_DAYS) return days + 1000
    if (lean === 'ahead' && days < -AHEAD_DAYS) return 1000 - days
    return Math.abs(days)
  }
  const [nearest] = able.sort((a, b) => off(a) - off(b))
  if (!nearest) return found[1]!
  const days = daysBetween(today, nearest)
  if (Math.abs(days) <= FAR_DAYS) return good(nearest)
  const away = days < 0 ? `${-days} days ago` : `in ${days} days`
  return refuse('date-far', `Without a year this would be ${dayText(nearest)}, ${away}. Type the year too.`, {
    field: 'date',
    value: nearest,
  })
}
/** The nearest day with that number in its month, today or after; looking back, today or before. */
function dayOfMonth(wanted: number, today: PlainDate, lean: Lean): PlainDate | undefined {
  const [year, month] = today.split('-').map(Number) as [number, number]
  const step = lean === 'back' ? -1 : 1
  for (let away = 0; away < 3; away++) {
    const at = month - 1 + away * step
    const found = dateOf(year + Math.floor(at / 12), (((at % 12) + 12) % 12) + 1, wanted)
    if (found.ok && (lean === 'back' ? found.value <= today : found.value >= today)) return found.value
  }
  return undefined
}
function weekdayTyped(t: string, today: PlainDate, lean: Lean): PlainDate | undefined {
  const named = t.length >= 2 ? dayNames.findIndex(name => name.toLowerCase().startsWith(t)) : -1
  if (named < 0) return undefined
  const ahead = (named - weekday(today) + 7) % 7
  return addDays(today, lean === 'back' && ahead > 0 ? ahead - 7 : ahead)
}

/**
 * Reads a date as a clerk types it, counted from `today`: empty or `.` today · `today`, `tomorrow`,
 * `yesterday` · `+3`, `-2` days from today · `fri` the next Friday (today counts) · `15` the 15th that comes
 * next · `me` month's end · `11/24` or `11/24/2026` month first, or `24/11` where the day is first ·
 * `2026-11-24`, `2026-1-1`. Looking back (bills), a weekday or a bare day is the last one. Without a year the
 * nearest year is taken; a day more than 60 days off is refused until the year is typed too.
 */
export function typedDate(
  text: string,
  today: PlainDate,
  dayFirst = false,
  lean: Lean = 'around',
): Result<PlainDate> {
  const t = text.trim().toLowerCase()
  const [year, month] = today.split('-').map(Number) as [number, number]
  if (t === '' || t === '.') return good(today)
  const near = ['yesterday', 'today', 'tomorrow'].findIndex(name => t.length >= 3 && name.startsWith(t))
  if (near >= 0) return good(addDays(today, near - 1))
  if (/^[+-]\d{1,3}$/.test(t)) return good(addDays(today, Number(t)))
  if (t === 'me')
    return good(addDays(must(dateOf(month === 12 ? year + 1 : year, month === 12 ? 1 : month + 1, 1)), -1))
  const named = weekdayTyped(t, today, lean)
  if (named) return good(named)
  const bare = /^\d{1,2}$/.test(t) ? dayOfMonth(Number(t), today, lean) : undefined
  if (bare) return good(bare)
  const short = /^(\d{1,2})[/.-](\d{1,2})(?:[/.-](\d{2}|\d{4}))?$/.exec(t)
  if (short) {
    const [first, second] = [Number(short[1]), Number(short[2])]
    const [ofMonth, ofDay] = dayFirst ? [second, first] : [first, second]
    return short[3]
      ? dateOf(Number(short[3].padStart(4, '20')), ofMonth, ofDay)
      : nearestYear(ofMonth, ofDay, today, lean)
  }
  const long = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(t)
  if (long) return dateOf(Number(long[1]), Number(long[2]), Number(long[3]))
  return refuse(
    'date-typed',
    `“${text.trim()}” is not a date. Try ${dayFirst ? '24/11' : '11/24'}, fri, +3, 15 or me (month end)`,
    { field: 'date', value: text },
  )
}

/** How a date is read that a clerk types. */
export interface DateTyping {
  readonly today: PlainDate
  readonly dayFirst: boolean
  /** The clock is behind the last recorded act: a date counted from today cannot be trusted. */
  readonly clockBehind?: boolean
}
const WITH_YEAR = /^(?:\d{4}[-/.]\d{1,2}[-/.]\d{1,2}|\d{1,2}[-/.]\d{1,2}[-/.](?:\d{2}|\d{4}))$/
/** Reads a typed date; while the clock is behind, one that is counted from today is refused until its year is typed. */
export const readTypedDate = (text: string, how: DateTyping, lean: Lean = 'around'): Result<PlainDate> =>
  how.clockBehind && !WITH_YEAR.test(text.trim())
    ? refuse(
        'date-clock',
        'This computer’s clock is behind the last recorded action. Type the date with its year.',
        { field: 'date', value: text },
      )
    : typedDate(text, how.today, how.dayFirst, lean)
