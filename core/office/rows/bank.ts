import { z } from '../../base/schema'
import type { BankLine, IncomingLine, LineMatch } from '../../bank/bankLine'
import type { BankRule } from '../../bank/bankRule'
import { movementKinds, type Movement, type MovementKind } from '../../bank/movement'
import type { BankItem, PositivePay, SentFile } from '../../bank/positivePay/bankItem'
import { decisions, type BankQuestion, type IncomingQuestion } from '../../bank/questions/question'
import { payLayoutSchema } from '../../bank/positivePay/layout'
import type { PayLayoutRow } from '../../bank/positivePay/sendFile'
import { bankFormats, type BankFile, type Outstanding, type Statement } from '../../bank/statement'
import { cents, checkNumber, count, day, id, moment, text } from './parts'

export const format = z.enum(bankFormats)
export const movementKind = z.enum(Object.keys(movementKinds) as [MovementKind, ...MovementKind[]])

/** What a bank line was matched with. */
export const lineMatch = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('check'),
    numberId: id<'number'>(),
    paymentId: id<'payment'>(),
    differenceId: id<'movement'>().exactOptional(),
  }),
  z.strictObject({ kind: z.literal('payment'), paymentId: id<'payment'>() }),
  z.strictObject({ kind: z.literal('movement'), movementId: id<'movement'>() }),
]) satisfies z.ZodType<LineMatch>

const given = {
  date: day,
  amount: cents,
  number: checkNumber.exactOptional(),
  text,
  payee: text.exactOptional(),
  reference: text.exactOptional(),
}
export const incomingLine = z.strictObject(given) satisfies z.ZodType<IncomingLine>
export const stated = z.strictObject({ day, amount: cents })

export const bankLine = z.strictObject({
  id: id<'bankLine'>(),
  accountId: id<'account'>(),
  statementId: id<'statement'>(),
  fileId: id<'bankFile'>(),
  ...given,
  match: lineMatch.exactOptional(),
  note: text.exactOptional(),
  reported: z.strictObject({ at: moment, by: text }).exactOptional(),
}) satisfies z.ZodType<BankLine>

const bankFile = z.strictObject({
  id: id<'bankFile'>(),
  name: text,
  format,
  at: moment,
  by: text,
  lines: count,
  from: day,
  through: day,
}) satisfies z.ZodType<BankFile>

const MOST_FILES = 2000
const MOST_OUTSTANDING = 100_000
const outstanding = z.strictObject({
  date: day,
  amount: cents,
  text,
  number: checkNumber.exactOptional(),
}) satisfies z.ZodType<Outstanding>

export const statement = z.strictObject({
  id: id<'statement'>(),
  accountId: id<'account'>(),
  from: day,
  opening: cents,
  files: z.array(bankFile).max(MOST_FILES),
  stated: stated.exactOptional(),
  closing: z
    .strictObject({
      through: day,
      balance: cents,
      book: cents,
      outstanding: z.array(outstanding).max(MOST_OUTSTANDING),
      at: moment,
      by: text,
    })
    .exactOptional(),
}) satisfies z.ZodType<Statement>

export const movement = z.strictObject({
  id: id<'movement'>(),
  companyId: id<'company'>(),
  accountId: id<'account'>(),
  kind: movementKind,
  date: day,
  amount: cents,
  text,
  party: text.exactOptional(),
  reference: text.exactOptional(),
  entryId: id<'entry'>(),
  state: z.enum(['open', 'cleared', 'before', 'reversed']),
  otherId: id<'movement'>().exactOptional(),
  reversal: id<'movement'>().exactOptional(),
  why: text.exactOptional(),
  paymentId: id<'payment'>().exactOptional(),
  billId: id<'bill'>().exactOptional(),
}) satisfies z.ZodType<Movement>

export const bankRule = z.strictObject({
  id: id<'bankRule'>(),
  companyId: id<'company'>(),
  contains: text,
  way: z.enum(['in', 'out']),
  kind: movementKind,
  ledgerId: id<'ledger'>(),
}) satisfies z.ZodType<BankRule>

export const payLayout = z.strictObject({
  id: id<'payLayout'>(),
  companyId: id<'company'>(),
  layout: payLayoutSchema,
}) satisfies z.ZodType<PayLayoutRow>

export const positivePay = z.strictObject({
  id: id<'account'>(),
  layoutId: id<'payLayout'>(),
}) satisfies z.ZodType<PositivePay>

export const bankItem = z.strictObject({
  id: id<'bankItem'>(),
  accountId: id<'account'>(),
  numberId: id<'number'>(),
  kind: z.enum(['issue', 'end']),
  state: z.enum(['waiting', 'sent']),
  fileId: id<'sentFile'>().exactOptional(),
}) satisfies z.ZodType<BankItem>

const MOST_FILE_LETTERS = 20_000_000
export const sentFile = z.strictObject({
  id: id<'sentFile'>(),
  accountId: id<'account'>(),
  name: text,
  text: z.string().max(MOST_FILE_LETTERS),
  at: moment,
  by: text,
  issues: count,
  ends: count,
  transfers: count.exactOptional(),
}) satisfies z.ZodType<SentFile>

const asked = {
  reference: text,
  number: checkNumber,
  amount: cents,
  date: day,
  payee: text.exactOptional(),
  reason: text,
  deadline: day,
}
export const incomingQuestion = z.strictObject(asked) satisfies z.ZodType<IncomingQuestion>
export const decided = z.enum(decisions)
export const bankQuestion = z.strictObject({
  id: id<'bankQuestion'>(),
  accountId: id<'account'>(),
  ...asked,
  file: text,
  at: moment,
  answer: z.strictObject({ decision: decided, why: text, at: moment, by: text }).exactOptional(),
}) satisfies z.ZodType<BankQuestion>
