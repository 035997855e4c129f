import { z } from '../../base/schema'
import { languages } from '../../money/locale'
import {
  otherWays,
  paymentStates,
  type PaidLine,
  type Payment,
  type PaymentInput,
} from '../../payments/payment'
import type { Allocation } from '../../bills/allocation'
import type { CheckFacts, PayLine, StubLine } from '../../proof/facts'
import { correctables } from '../../runs/run'
import { cents, count, day, id, lines, moment, text } from './parts'

const some = text.exactOptional()

const stubLine = z.strictObject({
  reference: text,
  date: day.nullable(),
  description: text,
  amount: cents,
  gross: cents.exactOptional(),
  discount: cents.exactOptional(),
  ourNumber: some,
  purchaseOrder: some,
  ledger: some,
  quantity: some,
  item: some,
  theirItem: some,
}) satisfies z.ZodType<StubLine>

const payLine = z.strictObject({
  kind: z.enum(['earning', 'deduction']),
  name: text,
  now: cents,
  yearToDate: cents,
}) satisfies z.ZodType<PayLine>
const paidLine = payLine.extend({ ledgerId: id<'ledger'>().exactOptional() }) satisfies z.ZodType<PaidLine>

const MOST_ALLOCATIONS = 5000
const allocation = z.strictObject({
  billId: id<'bill'>(),
  amount: cents,
  discount: cents,
  late: some,
}) satisfies z.ZodType<Allocation>
export const allocations = z.array(allocation).max(MOST_ALLOCATIONS)

const signers = z.array(count).max(20)

const barePayment = z.strictObject({
  id: id<'payment'>(),
  companyId: id<'company'>(),
  accountId: id<'account'>(),
  payeeId: id<'payee'>(),
  name: text,
  address: lines,
  date: day,
  amount: cents,
  memo: text,
  lines: z.array(stubLine).max(5000),
  split: z.array(z.strictObject({ ledgerId: id<'ledger'>(), amount: cents, tag: some })).max(200),
  state: z.enum(paymentStates),
  drawnAt: moment,
  accountWithPayee: some,
  pay: z.array(paidLine).max(200).exactOptional(),
  advice: z.boolean().exactOptional(),
  signers: signers.exactOptional(),
  booked: z.boolean().exactOptional(),
  correct: z.enum(correctables).exactOptional(),
  withdrawn: z.boolean().exactOptional(),
  settles: z
    .strictObject({
      payables: id<'ledger'>(),
      discounts: id<'ledger'>(),
      bills: z.array(allocation).min(1).max(MOST_ALLOCATIONS),
    })
    .exactOptional(),
  scheduled: day.exactOptional(),
  language: z.enum(languages).exactOptional(),
  otherwise: z.strictObject({ way: z.enum(otherWays), reference: text }).exactOptional(),
  orderedIn: id<'sentFile'>().exactOptional(),
})
const paymentInput = barePayment.pick({
  name: true,
  address: true,
  date: true,
  amount: true,
  memo: true,
  lines: true,
  split: true,
  settles: true,
  scheduled: true,
  correct: true,
}) satisfies z.ZodType<PaymentInput>
export const payment = barePayment.extend({
  was: paymentInput.exactOptional(),
}) satisfies z.ZodType<Payment>

/** All that one check says, as it is frozen when it is printed. */
export const checkFacts = z.strictObject({
  number: count,
  date: day,
  payee: text,
  address: lines,
  amount: cents,
  memo: text,
  lines: z.array(stubLine).max(5000),
  accountWithPayee: some,
  pay: z.array(payLine).max(200).exactOptional(),
  advice: z.boolean().exactOptional(),
  language: z.enum(languages).exactOptional(),
  signers: signers.exactOptional(),
}) satisfies z.ZodType<CheckFacts>
