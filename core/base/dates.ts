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
    return refuse('date-pattern', `“${text}” is not a date: write it as 2026-11-24`, { field, value: text })
  return dateOf(Number(m[1]), Number(m[2]), Number(m[3]), field)
}

/** The day of that year, month (1-12) and day; refuses days that do not exist. */
export function dateOf(year: number, month: number, day: number, field = 'date'): Result<PlainDate> {
  const text = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
  if (year < 1900 || year > 2199)
    return refuse('date-range', `the year ${year} is outside 1900 to 2199`, { field, value: text })
  const at = new Date(Date.UTC(year, month - 1, day))
  if (at.getUTCMonth() !== month - 1 || at.getUTCDate() !== day)
    return refuse('date-missing', `${text} does not exist in the calendar`, { field, value: text })
  return good(text as PlainDate)
}

/**
 * A moment as it is written down: local time with its offset, e.g. `2026-11-24T21:05:09.120-05:00`, so that
 * the day in it is the business day.
 * `offset` is how many minutes local time is ahead of UTC.
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
/** Earlier before later; moments of different offsets do not sort as text. Blank ones come first. */
export const byMoment = (a: string, b: string): number =>
  a === b ? 0 : (a ? Date.parse(a) : 0) - (b ? Date.parse(b) : 0)

export function addDays(date: PlainDate, days: number): PlainDate {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10) as PlainDate
}

/** Whole days from the first to the second; negative where the second is earlier. */
export const daysBetween = (from: PlainDate, to: PlainDate): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / DAY_MS)

/** 0 = Sunday … 6 = Saturday. */
export const weekday = (date: PlainDate): number => new Date(`${date}T00:00:00Z`).getUTCDay()

/** A day spelled out, so that a mistyped one is seen: Tuesday, November 24, 2026, or the day before the month. */
export const spelledDay = (date: PlainDate, dayFirst: boolean): string =>
  `${dayNames[weekday(date)]}, ${formatDate(date, dayFirst ? 'D MMMM YYYY' : 'MMMM D, YYYY')}`

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

/**
 * Reads a date as a clerk types it, counted from `today`:
 * empty or `.` today · `today`, `tomorrow`, `yesterday` · `+3`, `-2` days from today · `fri` the next Friday
 * (today counts) · `15` the 15th that
 * comes next · `me` month's end · `11/24` or `11/24/2026` month first, or `24/11` where the day stands first
 * · `2026-11-24`, `2026-1-1`.
 */
export function typedDate(text: string, today: PlainDate, dayFirst = false): Result<PlainDate> {
  const t = text.trim().toLowerCase()
  const [year, month] = today.split('-').map(Number) as [number, number]
  if (t === '' || t === '.') return good(today)
  const near = ['yesterday', 'today', 'tomorrow'].findIndex(name => t.length >= 3 && name.startsWith(t))
  if (near >= 0) return good(addDays(today, near - 1))
  if (/^[+-]\d{1,3}$/.test(t)) return good(addDays(today, Number(t)))
  if (t === 'me')
    return good(addDays(must(dateOf(month === 12 ? year + 1 : year, month === 12 ? 1 : month + 1, 1)), -1))
  const named = t.length >= 2 ? dayNames.findIndex(name => name.toLowerCase().startsWith(t)) : -1
  if (named >= 0) return good(addDays(today, (named - weekday(today) + 7) % 7))
  if (/^\d{1,2}$/.test(t)) {
    const wanted = Number(t)
    for (let ahead = 0; ahead < 3; ahead++) {
      const m = ((month - 1 + ahead) % 12) + 1
      const found = dateOf(year + Math.floor((month - 1 + ahead) / 12), m, wanted)
      if (found.ok && found.value >= today) return found
    }
  }
  const short = /^(\d{1,2})[/.-](\d{1,2})(?:[/.-](\d{2}|\d{4}))?$/.exec(t)
  const [first, second] = [Number(short?.[1]), Number(short?.[2])]
  if (short)
    return dateOf(
      short[3] ? Number(short[3].padStart(4, '20')) : year,
      dayFirst ? second : first,
      dayFirst ? first : second,
    )
  const long = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(t)
  if (long) return dateOf(Number(long[1]), Number(long[2]), Number(long[3]))
  return refuse(
    'date-typed',
    `“${text.trim()}” is not a date: try +3, fri, 15, me, ${dayFirst ? '24/11' : '11/24'} or 2026-11-24`,
    { field: 'date', value: text },
  )
}
