import { addDays, dateOf, type PlainDate } from '../base/dates'
import { good, must, refuse, type Result } from '../base/result'
import { cents, type Cents } from '../money/cents'

/**
 * When a bill is to be paid, and what is taken off where it is paid early: so many days from its date or from
 * the end of its month.
 */
export interface Terms {
  readonly from: 'date' | 'month end'
  readonly days: number
  readonly discount?: Discounting
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

export const MOST_TERM_DAYS = 365
const MOST_HUNDREDTHS = 5000

/**
 * Reads terms as they are written in the trade: `net 30`, `30`, `2/10 net 30`, `1.5/10 net 45`,
 * `month end + 15`, `2/10 month end`. Blank: paid on the bill's date. Refused at the field: anything else,
 * more than a year, more than half off.
 */
export function readTerms(text: string, field = 'terms'): Result<Terms> {
  const t = text.trim().toLowerCase().replaceAll(/\s+/g, ' ')
  const m =
    /^(?:(\d{1,2}(?:\.\d{1,2})?) ?%? ?\/ ?(\d{1,3})[, ]*)?(?:(?:(?:net ?)?(\d{1,3}))|(month end)(?: ?\+ ?(\d{1,3}))?)?$/.exec(
      t,
    )
  if (!m)
    return refuse(
      'terms-pattern',
      `“${text.trim()}” are no terms: try net 30, 2/10 net 30 or month end + 15`,
      {
        field,
        value: text,
      },
    )
  const days = Number(m[3] ?? m[5] ?? 0)
  const within = Number(m[2] ?? 0)
  if (days > MOST_TERM_DAYS || within > MOST_TERM_DAYS)
    return refuse('terms-long', `terms run for ${MOST_TERM_DAYS} days at most`, {
      field,
      value: text,
      limit: MOST_TERM_DAYS,
    })
  const hundredths = Math.round(Number(m[1] ?? 0) * 100)
  if (hundredths > MOST_HUNDREDTHS)
    return refuse('terms-discount', 'a discount is at most 50 %', { field, value: text })
  return good({
    from: m[4] ? 'month end' : 'date',
    days,
    ...(hundredths > 0 && { discount: { hundredths, within } }),
  })
}

/** Terms as they are written in the trade: what `readTerms` reads. */
export function tellTerms(terms: Terms): string {
  const { discount } = terms
  const early = discount ? `${discount.hundredths / 100}/${discount.within} ` : ''
  const late =
    terms.from === 'date' ? `net ${terms.days}` : `month end${terms.days ? ` + ${terms.days}` : ''}`
  return early + late
}

/** The last day of a day's month. */
function monthEnd(date: PlainDate): PlainDate {
  const [year = 0, month = 0] = date.split('-').map(Number)
  return addDays(must(month === 12 ? dateOf(year + 1, 1, 1) : dateOf(year, month + 1, 1)), -1)
}

/** The day on which a bill of that date falls due. One on a weekend stays as it is. */
export const dueDate = (terms: Terms, date: PlainDate): PlainDate =>
  addDays(terms.from === 'date' ? date : monthEnd(date), terms.days)

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
