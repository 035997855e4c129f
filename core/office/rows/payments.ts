import { z } from '../../base/schema'
import type { Payee, Payment } from '../../payables/payment'
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

const signers = z.array(count).max(20)

export const payee = z.strictObject({
  id: id<'payee'>(),
  companyId: id<'company'>(),
  kind: z.enum(['supplier', 'employee', 'owner', 'one-time']),
  name: text,
  address: lines,
  memo: text,
  split: z.array(z.strictObject({ ledgerId: id<'ledger'>(), weight: z.number().min(0) })).max(200),
  onHold: z.boolean(),
  taxForm: z.enum(['1099', 'none']),
  accountWithPayee: some,
}) satisfies z.ZodType<Payee>

export const payment = z.strictObject({
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
  split: z.array(z.strictObject({ ledgerId: id<'ledger'>(), amount: cents })).max(200),
  state: z.enum(['waiting', 'on paper', 'issued', 'cleared', 'cancelled']),
  drawnAt: moment,
  accountWithPayee: some,
  pay: z.array(payLine).max(200).exactOptional(),
  advice: z.boolean().exactOptional(),
  signers: signers.exactOptional(),
  booked: z.boolean().exactOptional(),
  correct: z.enum(correctables).exactOptional(),
  withdrawn: z.boolean().exactOptional(),
}) satisfies z.ZodType<Payment>

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
  signers: signers.exactOptional(),
}) satisfies z.ZodType<CheckFacts>
