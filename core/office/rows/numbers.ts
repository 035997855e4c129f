import { z } from '../../base/schema'
import { bookKinds, type NumberBook, type NumberRow } from '../../numbers/book'
import { fates } from '../../numbers/fates'
import { cents, checkNumber, count, day, id, moment, text } from './parts'

export const book = z.strictObject({
  id: id<'book'>(),
  accountId: id<'account'>(),
  kind: z.enum(bookKinds),
  start: checkNumber,
  end: checkNumber,
  name: text.exactOptional(),
  archived: z.boolean().exactOptional(),
}) satisfies z.ZodType<NumberBook>

const lifeEvent = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('printed again'), copy: count }),
  z.strictObject({ kind: z.literal('replaced'), by: checkNumber }),
  z.strictObject({ kind: z.literal('stop confirmed') }),
])
const lifeLine = z.strictObject({
  at: moment,
  by: text,
  fate: z.enum(fates),
  why: text.exactOptional(),
  payee: text.exactOptional(),
  runId: id<'run'>().exactOptional(),
  event: lifeEvent.exactOptional(),
})

export const number = z.strictObject({
  id: id<'number'>(),
  bookId: id<'book'>(),
  accountId: id<'account'>(),
  number: checkNumber,
  fate: z.enum(fates),
  why: text,
  at: moment,
  check: z
    .strictObject({
      paymentId: id<'payment'>(),
      runId: id<'run'>(),
      sheet: count,
      place: count,
      payee: text,
      date: day,
      amount: cents,
    })
    .nullable(),
  replacedBy: checkNumber.exactOptional(),
  stop: z.strictObject({ on: day, reference: text }).exactOptional(),
  life: z.array(lifeLine).max(1000),
}) satisfies z.ZodType<NumberRow>
