import { dayText, addDays, type PlainDate } from '../base/dates'
import { good, refuse, type Result } from '../base/result'

/** The first day on which something may be entered. */
export const firstOpen = (closedThrough: PlainDate | undefined): PlainDate | undefined =>
  closedThrough ? addDays(closedThrough, 1) : undefined

/** The day itself where its period is open, else the first open day. */
export const openDay = (day: PlainDate, closedThrough: PlainDate | undefined): PlainDate =>
  closedThrough && day <= closedThrough ? addDays(closedThrough, 1) : day

/** Refuses a day in a closed period, at the field. */
export const mustBeOpen = (
  day: PlainDate,
  closedThrough: PlainDate | undefined,
  field = 'date',
): Result<PlainDate> =>
  closedThrough && day <= closedThrough
    ? refuse('period-closed', `The books are closed through ${dayText(closedThrough)}. Choose a later date`, {
        field,
        value: day,
        limit: closedThrough,
      })
    : good(day)
