import { addDays, dateOf, type PlainDate } from '../base/dates'
import { good, must, refuse, type Result } from '../base/result'
import { cents, type Cents } from '../money/cents'

/**
 * When a bill is to be paid, and what is taken off where it is paid early: so many days from its date or from
 * the end of its month, or on a day of the month (then `days` is that day).
 */
export interface Terms {
  readonly from: 'date' | 'month end' | 'day of month'
  readonly days: number
  readonly discount?: Discounting
  /** The supplier's own words, where they say more than days. */
  readonly text?: string
}
/** A discount in hundredths of a percent of the bill, where it is paid within so many days of its date. */
interface Discounting {
  readonly hundredths: number
  readonly within: number
}
/** What may be taken off a bill that is paid on or before a day, in minor units. */
export interface Discount {
  readonly until: PlainDate
  readonly amount: Cents
}

/** Longer terms are taken for a slip of the hand. */
export const MOST_TERM_DAYS = 365
const MOST_HUNDREDTHS = 5000

const EARLY = /^(\d{1,2}(?:\.\d{1,2})?) ?(?:% ?\/|\/|%(?: in)?) ?(\d{1,3})(?: ?days?)?[,;]? ?/
const ON_RECEIPT =
  /^(?:(?:due |payable )?(?:up)?on (?:receipt|delivery)|due now|immediate(?:ly)?|cash|cod|c\.o\.d\.?|prompt)$/
const MONTH_END = '(?:eom|e\\.o\\.m\\.|(?:the )?end of (?:the )?month|month[ -]?end)'
const DAYS = '(?:net ?|n ?\\/ ?)?(\\d{1,3})(?: ?days?)?'
const AFTER_MONTH = new RegExp(`^(?:net )?${MONTH_END}(?: ?\\+? ?${DAYS})?$`)
const DAYS_AFTER_MONTH = new RegExp(`^${DAYS} (?:after |from )?${MONTH_END}$`)
const PLAIN_DAYS = new RegExp(`^(?:due (?:in )?)?${DAYS}$`)
const MONTH_DAY = /^(?:due )?(?:on )?(?:the )?(\d{1,2})(?:st|nd|rd|th)(?: of (?:the |each )?month)?$/
const KEPT = /^(.+?) \((net \d{1,3}|month end(?: \+ \d{1,3})?|due on the \d{1,2}(?:st|nd|rd|th))\)$/
/** The longest words of a supplier's that are kept beside the days. */
export const MOST_TERM_LETTERS = 80

/** When a bill falls due, without any discount; undefined where the words are not the trade's. */
function readLate(t: string): Pick<Terms, 'from' | 'days'> | undefined {
  if (ON_RECEIPT.test(t)) return { from: 'date', days: 0 }
  const end = AFTER_MONTH.exec(t) ?? DAYS_AFTER_MONTH.exec(t)
  if (end) return { from: 'month end', days: Number(end[1] ?? 0) }
  const plain = PLAIN_DAYS.exec(t)
  if (plain) return { from: 'date', days: Number(plain[1]) }
  const day = Number(MONTH_DAY.exec(t)?.[1] ?? 0)
  return day >= 1 && day <= 31 ? { from: 'day of month', days: day } : undefined
}

/**
 * Reads terms as the trade writes them: `net 30`, `30 days`, `on receipt`, `2/10 net 30`, `2 % 10 days`,
 * `month end + 15`, `eom + 10`, `due on the 15th`. Blank: paid on the bill's date. Words of another kind are
 * kept beside the days where those are given (`net 30` for “per contract”). Refused at the field: words
 * without days, more than a year, more than half off.
 */
export function readTerms(text: string, field = 'terms', daysFor?: number): Result<Terms> {
  const kept = KEPT.exec(text.trim())
  if (kept) {
    const days = readTerms(kept[2]!, field)
    return days.ok ? good({ ...days.value, text: kept[1]!.slice(0, MOST_TERM_LETTERS) }) : days
  }
  const t = text.trim().toLowerCase().replaceAll(/\s+/g, ' ')
  const early = EARLY.exec(t)
  const within = Number(early?.[2] ?? 0)
  const rest = early ? t.slice(early[0].length) : t
  const late = rest ? readLate(rest) : { from: 'date' as const, days: within }
  if (!late && daysFor !== undefined)
    return good({ from: 'date', days: daysFor, text: text.trim().slice(0, MOST_TERM_LETTERS) })
  if (!late)
    return refuse(
      'terms-pattern',
      `“${text.trim()}” is not recognized. Try net 30, 2/10 net 30, on receipt, eom + 10 or 15th.`,
      { field, value: text },
    )
  if (late.days > MOST_TERM_DAYS || within > MOST_TERM_DAYS)
    return refuse('terms-long', `Terms can be at most ${MOST_TERM_DAYS} days`, {
      field,
      value: text,
      limit: MOST_TERM_DAYS,
    })
  const hundredths = Math.round(Number(early?.[1] ?? 0) * 100)
  if (hundredths > MOST_HUNDREDTHS)
    return refuse('terms-discount', 'The discount can be at most 50 %', { field, value: text })
  return good({ ...late, ...(hundredths > 0 && { discount: { hundredths, within } }) })
}

/** Terms as they are written in the trade: what `readTerms` reads. */
export function termsText(terms: Terms): string {
  const { discount, text } = terms
  const early = discount ? `${discount.hundredths / 100}/${discount.within} ` : ''
  const late = {
    date: `net ${terms.days}`,
    'month end': `month end${terms.days ? ` + ${terms.days}` : ''}`,
    'day of month': `due on the ${ordinal(terms.days)}`,
  }[terms.from]
  return text ? `${text} (${late})` : early + late
}
const ordinal = (n: number): string =>
  `${n}${n % 100 >= 11 && n % 100 <= 13 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th')}`

/** The last day of a day's month. */
function monthEnd(date: PlainDate): PlainDate {
  const [year = 0, month = 0] = date.split('-').map(Number)
  return addDays(must(month === 12 ? dateOf(year + 1, 1, 1) : dateOf(year, month + 1, 1)), -1)
}

/** The next day that has this number in its month, or the month's last where it is shorter. */
function nextDayOfMonth(day: number, date: PlainDate): PlainDate {
  const end = monthEnd(date)
  const inMonth = (of: PlainDate): PlainDate =>
    Number(of.slice(8)) < day ? of : (`${of.slice(0, 8)}${String(day).padStart(2, '0')}` as PlainDate)
  const here = inMonth(end)
  return here >= date ? here : inMonth(monthEnd(addDays(end, 1)))
}
/** The day on which a bill of that date falls due. One on a weekend stays as it is. */
export function dueDate({ from, days }: Terms, date: PlainDate): PlainDate {
  if (from === 'day of month') return nextDayOfMonth(days, date)
  return addDays(from === 'date' ? date : monthEnd(date), days)
}

/**
 * The discount that terms grant on a bill, rounded half up to the minor unit, once; none where they grant
 * none or it comes to nothing, and none on a credit.
 */
export function discountOf(terms: Terms, date: PlainDate, amount: Cents): Discount | undefined {
  const { discount } = terms
  if (!discount || amount <= 0) return undefined
  const off = Number((BigInt(amount) * BigInt(discount.hundredths) + 5000n) / 10000n)
  return off > 0 ? { until: addDays(date, discount.within), amount: cents(off) } : undefined
}
