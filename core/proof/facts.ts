import { currencyFault } from '../money/currency'
import type { Language } from '../money/locale'
import { z } from '../base/schema'
import { countries, type Country } from '../base/country'
import type { PlainDate } from '../base/dates'
import { micrPatternSchema } from '../micr/pattern'
import { bankCode } from '../micr/routing'
import { micrShapesSchema } from '../micr/shapes'
import type { Cents } from '../money/cents'
import { pictureSchema } from '../paper/picture'

const line = z.string().trim().min(1).max(80)

/** A person who signs checks of an account; the picture of the signature may be printed. */
const signatory = z.strictObject({
  name: line,
  title: z.string().trim().max(60).default(''),
  picture: pictureSchema.optional(),
})

/**
 * What is the same on every check of an account: company, bank and MICR facts. Also the account file of the
 * command line (docs/formats.md).
 */
export const factsShape = z.strictObject({
  country: z.enum(countries).default('US'),
  company: z.strictObject({
    name: z.array(line).min(1).max(2),
    address: z.array(line).max(4),
    logo: pictureSchema.optional(),
  }),
  bank: z.strictObject({
    name: z.string().trim().max(80),
    address: z.array(line).max(3),
    logo: pictureSchema.optional(),
  }),
  /** Fractional routing number, e.g. `12-3456/7890`. */
  fraction: z
    .string()
    .trim()
    .max(20)
    .regex(/^$|^\d{1,2}-\d{1,4}\/\d{3,4}$/, 'a fraction must be written as 12-3456/7890'),
  /**
   * The bank's code: routing number, transit and institution, sort code or MICR code, by country; empty where
   * the stationer printed the MICR line.
   */
  routing: z.string(),
  /**
   * As it stands in the on-us field: digits, dashes, spaces; empty where the stationer printed the MICR line.
   */
  account: z
    .string()
    .regex(/^([0-9][0-9 -]{2,18})?$/, 'an account number must have 3 to 19 digits, dashes or spaces'),
  /**
   * Six-digit account part of the MICR line (India), and two-digit transaction code (India, United Kingdom);
   * else empty.
   */
  part: z
    .string()
    .regex(/^(\d{6})?$/, 'the account part must have six digits')
    .default(''),
  code: z
    .string()
    .regex(/^(\d{2})?$/, 'a transaction code must have two digits')
    .default(''),
  pattern: micrPatternSchema,
  /** Shapes of the MICR line from a font file of the bank; ours where there are none. */
  micrShapes: micrShapesSchema.optional(),
  currency: z
    .strictObject({
      sign: z.string().max(4),
      name: z.string().min(1).max(30),
      minor: z.string().max(20).optional(),
    })
    .superRefine((currency, ctx) => {
      const message = currencyFault(currency)
      if (message) ctx.addIssue({ code: 'custom', path: ['name'], message })
    }),
  signatories: z.array(signatory).max(6).default([]),
})
/** The bank's code must be one of its country, where it is filled in. */
export const codesAgree = (facts: { country: Country; routing: string }, ctx: z.RefinementCtx): void => {
  const checked = bankCode(facts.country, facts.routing)
  if (facts.routing !== '' && !checked.ok)
    ctx.addIssue({ code: 'custom', path: ['routing'], message: checked.refusal.text })
}
/** All that an account gives to its checks, with bank codes whose check digits agree. */
export const accountFactsSchema = factsShape.superRefine(codesAgree)
export type AccountFacts = z.infer<typeof accountFactsSchema>
export type Signatory = AccountFacts['signatories'][number]

/**
 * One line of what a check pays, as its stubs tell it. `amount` is what is paid of it, after any discount.
 */
export interface StubLine {
  readonly reference: string
  readonly date: PlainDate | null
  readonly description: string
  readonly amount: Cents
  readonly gross?: Cents
  readonly discount?: Cents
  readonly ourNumber?: string
  readonly purchaseOrder?: string
  readonly ledger?: string
  readonly quantity?: string
  /** Our own number of what was delivered, and the payee's. */
  readonly item?: string
  readonly theirItem?: string
}

/**
 * One line of a pay stub: earned or deducted (as an amount above zero), in this period and since the year
 * began.
 */
export interface PayLine {
  readonly kind: 'earning' | 'deduction'
  readonly name: string
  readonly now: Cents
  readonly yearToDate: Cents
}

/** What is printed on one check: the frozen copy that is kept with its number. */
export interface CheckFacts {
  readonly number: number
  readonly date: PlainDate
  readonly payee: string
  readonly address: readonly string[]
  readonly amount: Cents
  readonly memo: string
  readonly lines: readonly StubLine[]
  /** Our account number with the payee. */
  readonly accountWithPayee?: string
  readonly pay?: readonly PayLine[]
  /**
   * Paid by other means, or nothing to pay: printed without MICR line and signature, overlaid NON-NEGOTIABLE.
   */
  readonly advice?: boolean
  /** In this language, whatever that of the layout. */
  readonly language?: Language
  /** Whose signature images print, as indexes of the account's signatories; none where it is left out. */
  readonly signers?: readonly number[]
}
