import { z } from 'zod'
import type { PlainDate } from '../base/dates'
import { micrPatternSchema } from '../micr/pattern'
import { routingNumber } from '../micr/routing'
import type { Cents } from '../money/cents'

const line = z.string().trim().min(1).max(80)

/** What is the same on every check of an account: company, bank and MICR facts. Also the account file of the command line (docs/formats.md). */
export const accountFactsSchema = z.strictObject({
  company: z.strictObject({ name: z.array(line).min(1).max(2), address: z.array(line).max(4) }),
  bank: z.strictObject({ name: line, address: z.array(line).max(3) }),
  /** Fractional routing number, e.g. `12-3456/7890`. */
  fraction: z.string().trim().max(20).regex(/^$|^\d{1,2}-\d{1,4}\/\d{3,4}$/, 'a fraction is written as 12-3456/7890'),
  routing: z.string().superRefine((text, ctx) => {
    const checked = routingNumber(text)
    if (!checked.ok) ctx.addIssue({ code: 'custom', message: checked.refusal.text })
  }),
  /** As it stands in the on-us field: digits, dashes, spaces. */
  account: z.string().regex(/^[0-9][0-9 -]{2,18}$/, 'an account number is 3 to 19 digits, dashes or spaces'),
  pattern: micrPatternSchema,
  currency: z.strictObject({ sign: z.string().max(4), name: z.string().min(1).max(30) }),
})
export type AccountFacts = z.infer<typeof accountFactsSchema>

/** One line of what a check pays, as its stubs tell it. */
export interface StubLine { readonly reference: string, readonly date: PlainDate | null, readonly description: string, readonly amount: Cents }

/** What is printed on one check: the frozen copy that is kept with its number. */
export interface CheckFacts {
  readonly number: number
  readonly date: PlainDate
  readonly payee: string
  readonly address: readonly string[]
  readonly amount: Cents
  readonly memo: string
  readonly lines: readonly StubLine[]
}
