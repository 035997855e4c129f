import { z } from '../../base/schema'
import type { LedgerAccount } from '../../ledger/entry'
import { micrPatternSchema } from '../../micr/pattern'
import { micrShapesSchema } from '../../micr/shapes'
import { pictureSchema } from '../../paper/picture'
import type { BankAccount, Company } from '../../accounts/account'
import { cents, count, country, day, id, lines, text } from './parts'

export const company = z.strictObject({
  id: id<'company'>(),
  name: lines,
  address: lines,
  logo: pictureSchema.exactOptional(),
  closedThrough: day.exactOptional(),
  journal: z.strictObject({ from: day.exactOptional(), through: day }).exactOptional(),
  payables: z
    .strictObject({
      ledgerId: id<'ledger'>(),
      discountId: id<'ledger'>(),
      secondAbove: cents.nullable(),
      unplaced: id<'ledger'>().exactOptional(),
    })
    .exactOptional(),
}) satisfies z.ZodType<Company>

export const ledger = z.strictObject({
  id: id<'ledger'>(),
  companyId: id<'company'>(),
  code: text,
  name: text,
  kind: z.enum(['asset', 'liability', 'equity', 'income', 'expense']),
}) satisfies z.ZodType<LedgerAccount>

const signatory = z.strictObject({ name: text, title: text, picture: pictureSchema.optional() })

export const account = z.strictObject({
  id: id<'account'>(),
  companyId: id<'company'>(),
  name: text,
  forChecks: z.boolean(),
  country,
  bank: z.strictObject({ name: text, address: lines, logo: pictureSchema.exactOptional() }),
  fraction: text,
  routing: text,
  account: text,
  part: text,
  code: text,
  pattern: micrPatternSchema,
  micrShapes: micrShapesSchema.exactOptional(),
  currency: z.strictObject({ sign: text, name: text, minor: text.exactOptional() }),
  signatories: z.array(signatory).max(20),
  signing: z.strictObject({ secondAbove: cents.nullable(), prints: z.array(count).max(20) }),
  cashLedgerId: id<'ledger'>(),
  stockId: text,
  layoutId: text,
  bookId: id<'book'>().exactOptional(),
}) satisfies z.ZodType<BankAccount>
