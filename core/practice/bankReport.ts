import { z } from '../base/schema'
import { payLayoutSchema } from '../bank/positivePay/layout'
import { decisions, type IncomingQuestion } from '../bank/questions/question'
import type { IncomingLine } from '../bank/bankLine'
import { MOST_CENTS, type Cents } from '../money/cents'
import { MOST_CHECK_NUMBER, type CheckNumber } from '../numbers/book'
import { plainDate, type PlainDate } from '../base/dates'
import { accountFactsSchema } from '../proof/facts'
import { mishaps, type BankAnswer } from './bank'

const day = z
  .string()
  .refine(text => plainDate(text).ok, { message: 'this must be a date such as 2026-11-24' })
  .transform(text => text as PlainDate)
const amount = z
  .number()
  .int()
  .min(-MOST_CENTS)
  .max(MOST_CENTS)
  .transform(n => n as Cents)
const number = z
  .number()
  .int()
  .min(1)
  .max(MOST_CHECK_NUMBER)
  .transform(n => n as CheckNumber)
const account = z.string().regex(/^\d{3,19}$/, 'an account number has 3 to 19 digits')
const MOST_TEXT = 5_000_000
const check = z.strictObject({ number, amount, payee: z.string().max(100).optional() })

/** What the practice bank can be asked to do. */
export const bankOrderSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open'), account, from: day, opening: amount }),
  z.strictObject({
    kind: z.literal('tell'),
    account,
    layout: payLayoutSchema,
    text: z.string().max(MOST_TEXT),
  }),
  z.strictObject({
    kind: z.literal('sheets'),
    account,
    day,
    jobId: z.string().max(80),
    facts: accountFactsSchema,
  }),
  z.strictObject({
    kind: z.literal('checks'),
    account,
    day,
    checks: z.array(z.strictObject({ number, amount })).min(1).max(500),
  }),
  z.strictObject({ kind: z.literal('mishap'), account, day, mishap: z.enum(mishaps), check }),
  z.strictObject({
    kind: z.literal('chance'),
    account,
    day,
    seed: z.number().int().min(0).max(1e9),
    checks: z.array(check).max(500),
  }),
  z.strictObject({ kind: z.literal('money'), account, day, amount, text: z.string().trim().min(1).max(80) }),
  z.strictObject({
    kind: z.literal('answers'),
    account,
    day,
    answers: z
      .array(z.strictObject({ reference: z.string().max(200), decision: z.enum(decisions) }))
      .max(5000),
  }),
])
export type BankOrder = z.input<typeof bankOrderSchema>
/** What is asked of the practice bank for a statement. */
export const statementQuery = z.object({
  account,
  from: day,
  through: day,
  format: z.enum(['camt.053', 'OFX 2', 'OFX 1', 'BAI2', 'CSV']),
})

/** A check as the practice bank took it in. */
export interface TakenCheck {
  /** Nothing where its MICR line could not be read. */
  readonly number?: number
  readonly amount?: number
  readonly answer: BankAnswer | 'not readable'
}
/** Everything that the page of the practice bank shows of an account. */
export interface BankReport {
  readonly account: string
  readonly from: PlainDate
  readonly balance: number
  /** Checks that it was told of. */
  readonly known: number
  readonly lines: readonly IncomingLine[]
  readonly questions: readonly IncomingQuestion[]
  /** What came of the last order. */
  readonly taken?: readonly TakenCheck[]
}
