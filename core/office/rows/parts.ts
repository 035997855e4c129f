import { countries } from '../../base/country'
import { plainDate, type PlainDate } from '../../base/dates'
import type { Id } from '../../base/id'
import { z } from '../../base/schema'
import { MOST_CHECK_NUMBER, type CheckNumber } from '../../numbers/book'
import type { Cents } from '../../money/cents'

/** What many rows have in common. A value that passes has the domain's own type. */
const branded = <T>(schema: z.ZodType): z.ZodType<T> => schema as z.ZodType<T>

const MOST_KEY = 200
/** The schema of a key of one kind of row. */
export const id = <Kind extends string>() => branded<Id<Kind>>(z.string().min(1).max(MOST_KEY))
/** Money in minor units. */
export const cents = branded<Cents>(z.number().int())
export const day = branded<PlainDate>(
  z.string().refine(text => plainDate(text).ok, 'this must be a date such as 2026-11-24'),
)
/** A moment with the offset of its place, ISO 8601; empty where it has not come. */
export const moment = z
  .string()
  .regex(/^$|^\d{4}-\d\d-\d\dT\d\d:\d\d/, 'this must be a time such as 2026-11-24T10:00:00')
export const checkNumber = branded<CheckNumber>(z.number().int().min(1).max(MOST_CHECK_NUMBER))
/** Any text of a row; the limit keeps a hostile file from filling the store. */
export const text = z.string().max(4000)
/** An address or a note, line by line. */
export const lines = z.array(z.string().max(200)).max(10)
export const country = z.enum(countries)
export const count = z.number().int().min(0)
