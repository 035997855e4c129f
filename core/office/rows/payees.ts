import { z } from '../../base/schema'
import { languages } from '../../money/locale'
import { billStages, type Bill, type BillInput } from '../../bills/bill'
import { payeeKinds, usualWays, type Payee, type PayeeForm } from '../../payees/payee'
import { MOST_TERM_DAYS, MOST_TERM_LETTERS, type Discount, type Terms } from '../../payees/terms'
import { cents, count, day, id, lines, moment, text } from './parts'

const some = text.exactOptional()
const days = z.number().int().min(0).max(MOST_TERM_DAYS)
const taxForm = z.enum(['1099', 'none'])

const terms = z.strictObject({
  from: z.enum(['date', 'month end', 'day of month']),
  days,
  discount: z.strictObject({ hundredths: z.number().int().min(1).max(10_000), within: days }).exactOptional(),
  text: z.string().min(1).max(MOST_TERM_LETTERS).exactOptional(),
}) satisfies z.ZodType<Terms>

const barePayee = z.strictObject({
  id: id<'payee'>(),
  companyId: id<'company'>(),
  kind: z.enum(payeeKinds),
  name: text,
  address: lines,
  memo: text,
  split: z.array(z.strictObject({ ledgerId: id<'ledger'>(), weight: z.number().min(0) })).max(200),
  onHold: z.boolean(),
  holdWhy: some,
  taxForm,
  taxBox: some,
  taxId: some,
  accountWithPayee: some,
  code: some,
  others: z
    .array(z.strictObject({ name: text, lines }))
    .max(20)
    .exactOptional(),
  bankCode: some,
  bankAccount: some,
  email: some,
  mails: z.literal(true).exactOptional(),
  terms: terms.exactOptional(),
  accountId: id<'account'>().exactOptional(),
  became: id<'payee'>().exactOptional(),
  removed: moment.exactOptional(),
  before: z.strictObject({ at: moment, by: text, name: text, address: lines }).exactOptional(),
  way: z.enum(usualWays).exactOptional(),
  language: z.enum(languages).exactOptional(),
  shared: some,
})
export const payeeForm = barePayee.omit({
  id: true,
  companyId: true,
  became: true,
  removed: true,
  before: true,
  onHold: true,
  holdWhy: true,
  shared: true,
}) satisfies z.ZodType<PayeeForm>
export const payee = barePayee.extend({ was: payeeForm.exactOptional() }) satisfies z.ZodType<Payee>

const discount = z.strictObject({ until: day, amount: cents }) satisfies z.ZodType<Discount>

const bareBill = z.strictObject({
  id: id<'bill'>(),
  companyId: id<'company'>(),
  payeeId: id<'payee'>(),
  number: text,
  alike: text,
  ourNumber: count,
  date: day,
  due: day,
  amount: cents,
  discount: discount.exactOptional(),
  lines: z
    .array(
      z.strictObject({
        ledgerId: id<'ledger'>(),
        amount: cents,
        memo: text,
        quantity: some,
        unit: cents.exactOptional(),
        tag: some,
      }),
    )
    .max(1000),
  memo: text,
  purchaseOrder: some,
  payTo: some,
  taxForm,
  hold: z.strictObject({ kind: z.enum(['held', 'disputed']), why: text }).exactOptional(),
  stage: z.enum(billStages),
  again: some,
  enteredAt: moment,
  enteredBy: text,
  approvedBy: some,
  changedBy: z.array(text).max(100).exactOptional(),
  wasApprovedBy: some,
  promised: cents,
  settled: cents,
  entries: count,
})
export const billInput = bareBill.pick({
  payeeId: true,
  number: true,
  date: true,
  due: true,
  amount: true,
  discount: true,
  lines: true,
  memo: true,
  purchaseOrder: true,
  payTo: true,
  taxForm: true,
  again: true,
}) satisfies z.ZodType<BillInput>
export const bill = bareBill.extend({ was: billInput.exactOptional() }) satisfies z.ZodType<Bill>
