import { z } from '../base/schema'
import type { Refusal } from '../base/result'
import { foundFates, givenFates } from '../numbers/giveFate'
import { earlierStates } from '../imports/importEarlierChecks'
import { runOrders } from '../runs/run'
import { endings } from '../checks/replace'
import type { ActName, InputOf } from './allActs'
import { MOST_PARTS } from '../bank/enterMovement'
import { payLayoutSchema } from '../bank/positivePay/layout'
import { MOST_LINES } from '../bank/importStatement'
import { account, company, ledger } from './rows/accounts'
import {
  bankRule,
  decided,
  format,
  incomingLine,
  incomingQuestion,
  lineMatch,
  movementKind,
  stated,
} from './rows/bank'
import { book } from './rows/numbers'
import { fit, ownSettings, printer } from './rows/paper'
import { cents, checkNumber, count, day, id, lines, text } from './rows/parts'
import { MOST_TAKEN } from '../imports/importRows'
import { otherWays } from '../payments/payment'
import { billInput, payee, payeeForm } from './rows/payees'
import { allocations, checkFacts, payment } from './rows/payments'
import { micrFit, outcome, printing, runPaper, skipped } from './rows/runs'
import { reasonList } from './rows/settings'
import { mailWays } from '../mail/recordMail'
import { adviceKinds, type AdviceKind } from '../reports/remittance'
import { layoutSchema } from '../paper/layout'
import { stockSchema } from '../paper/stock'

/** A form hands on what it does not hold as undefined: for a schema that is not there at all. */
const bare = <T extends z.ZodType>(schema: T) =>
  z.preprocess(
    given =>
      given && typeof given === 'object'
        ? Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined))
        : given,
    schema,
  )
const companyForm = bare(company.omit({ closedThrough: true, payables: true, journal: true }))
const saved = z.strictObject({ account: bare(account), company: companyForm })

const drawing = z.strictObject({
  ...payment.pick({
    id: true,
    address: true,
    date: true,
    amount: true,
    memo: true,
    lines: true,
    split: true,
    accountWithPayee: true,
    pay: true,
    advice: true,
    signers: true,
    scheduled: true,
  }).shape,
  payee,
  settles: allocations.exactOptional(),
  apart: text.exactOptional(),
})
const entering = z.strictObject({
  ...billInput.shape,
  id: id<'bill'>(),
  draft: z.boolean().exactOptional(),
})
const aBill = { billId: id<'bill'>() }
const picture = z.instanceof(Uint8Array)
const numbers = z.array(checkNumber).min(1).max(100_000)
const keys = <Kind extends string>(kind: z.ZodType<Kind>) => z.array(kind).max(100_000)
const taking = z.strictObject({
  id: id<'intake'>(),
  companyId: id<'company'>(),
  accountId: id<'account'>().exactOptional(),
  file: text,
  ledgers: z.array(ledger).max(MOST_TAKEN),
  payees: z.array(z.strictObject({ id: id<'payee'>(), to: bare(payeeForm) })).max(MOST_TAKEN),
  bills: z.array(entering).max(MOST_TAKEN),
  draws: z.array(drawing).max(MOST_TAKEN),
  changes: z
    .array(z.strictObject({ id: id<'payee'>(), from: bare(payeeForm), to: bare(payeeForm) }))
    .max(MOST_TAKEN)
    .exactOptional(),
})
const aRun = { runId: id<'run'>() }
const aBook = { bookId: id<'book'>() }
const aPayment = { paymentId: id<'payment'>() }
const anAccount = { accountId: id<'account'>() }
const aLine = { lineId: id<'bankLine'>() }
const aNumber = { numberId: id<'number'>() }

/** What each act may be told, by its name. A new act has its line here. */
const inputSchemas: { readonly [N in ActName]: z.ZodType<InputOf<N>> } = {
  addPrinter: z.strictObject({ printer }),
  amend: z.strictObject({
    accountId: id<'account'>(),
    paymentIds: keys(id<'payment'>()),
    change: z.strictObject({
      name: text.exactOptional(),
      address: lines.exactOptional(),
      date: day.exactOptional(),
      amount: cents.exactOptional(),
      memo: text.exactOptional(),
      settles: allocations.exactOptional(),
      scheduled: day.exactOptional(),
      discounts: z.union([z.strictObject({ keep: text }), z.literal('lose')]).exactOptional(),
    }),
  }),
  approveBill: z.strictObject(aBill),
  archiveBook: z.strictObject({ ...aBook, archived: z.boolean() }),
  bringBack: z.strictObject(aPayment),
  cancel: z.strictObject({
    ...aPayment,
    ending: z.enum(endings).exclude(['spoiled']),
    why: text,
    date: day.exactOptional(),
  }),
  cancelBill: z.strictObject({ ...aBill, why: text }),
  changeBill: z.strictObject({
    ...aBill,
    from: billInput,
    to: billInput,
    draft: z.boolean().exactOptional(),
  }),
  closePeriod: z.strictObject({ companyId: id<'company'>(), through: day.nullable(), today: day }),
  confirmFit: z.strictObject({ fitId: id<'fit'>(), worst: z.number() }),
  countOff: z.strictObject({
    ...aRun,
    outcomes: z.map(checkNumber, outcome),
    skipped: skipped.exactOptional(),
  }),
  draw: z.strictObject({ accountId: id<'account'>(), draw: drawing }),
  drawWithBill: z.strictObject({ accountId: id<'account'>(), draw: drawing, bill: entering }),
  drop: z.strictObject(aRun),
  enterBill: z.strictObject({ companyId: id<'company'>(), bill: entering }),
  giveFate: z.strictObject({ ...aBook, numbers, fate: z.enum(givenFates), why: text }),
  holdBill: z.strictObject({
    ...aBill,
    hold: z.strictObject({ kind: z.enum(['held', 'disputed']), why: text }).nullable(),
  }),
  holdPayee: z.strictObject({ payeeId: id<'payee'>(), why: text.nullable() }),
  saveApprovalLimit: z.strictObject({ companyId: id<'company'>(), secondAbove: cents.nullable() }),
  saveFit: z.strictObject({ fit: fit.omit({ madeAt: true, by: true, confirmed: true }) }),
  saveMicr: z.strictObject({
    printer,
    micr: z.strictObject({ ...micrFit, how: z.enum(['by eye', 'by scan']) }),
  }),
  keepPdfsFor: z.strictObject({ days: z.number().nullable() }),
  savePayee: z.strictObject({
    id: id<'payee'>(),
    companyId: id<'company'>(),
    from: bare(payeeForm).exactOptional(),
    to: bare(payeeForm),
  }),
  saveReasons: reasonList,
  discardPdfs: z.strictObject({ runIds: keys(id<'run'>()) }),
  mergePayees: z.strictObject({ fromId: id<'payee'>(), intoId: id<'payee'>() }),
  handOver: z.strictObject({ to: text }),
  continueOffice: z.strictObject({ back: z.boolean() }),
  nameOperator: z.strictObject({ name: text }),
  load: z.strictObject({
    ...aRun,
    top: checkNumber,
    printing: printing.nullable().exactOptional(),
    firstPlace: count.exactOptional(),
    gap: z.strictObject({ fate: z.enum(givenFates), why: text, count }).exactOptional(),
  }),
  addAccount: z.strictObject({
    company: companyForm,
    ledgers: z.array(ledger).max(1000),
    account: bare(account),
    book,
    opening: cents,
    equity: id<'ledger'>(),
  }),
  addBook: z.strictObject({ book }),
  payByOtherMeans: z.strictObject({
    accountId: id<'account'>(),
    draw: drawing,
    way: z.enum(otherWays),
    reference: text,
  }),
  pick: z.strictObject({
    ...aBook,
    ...aRun,
    paymentIds: keys(id<'payment'>()),
    order: z.enum(runOrders),
    signers: z.array(count).max(20).nullable().exactOptional(),
    advicesToo: z.boolean().exactOptional(),
    paper: runPaper.exactOptional(),
  }),
  print: z.strictObject({
    ...aRun,
    made: z.strictObject({
      checks: z.array(checkFacts),
      version: text,
      places: z.array(text),
    }),
    consent: text.exactOptional(),
    sentTo: text.exactOptional(),
    pdf: picture.exactOptional(),
    continuation: picture.exactOptional(),
  }),
  printAgain: z.strictObject({ ...aRun, why: text }),
  printCopy: z.strictObject({ ...aNumber, firstSheet: text, inHouse: z.boolean() }),
  record: z.strictObject({ ...aBook, draw: drawing, number: checkNumber }),
  writeBack: z.strictObject({ ...aPayment, ledgerId: id<'ledger'>(), why: text, date: day }),
  confirmStop: z.strictObject({ ...aNumber, on: day, reference: text }),
  replace: z.strictObject({ ...aNumber, ending: z.enum(endings), why: text }),
  saveAccount: z.strictObject({ from: saved, to: saved }),
  saveLayout: z.strictObject({
    key: text,
    layout: layoutSchema.exactOptional(),
    from: count,
    owns: z.array(z.strictObject({ companyId: id<'company'>(), own: ownSettings })).max(1000),
  }),
  saveStock: z.strictObject({ stock: stockSchema }),
  settle: z.strictObject({
    companyId: id<'company'>(),
    payments: z.array(z.strictObject({ accountId: id<'account'>(), draw: drawing })).max(5000),
  }),
  exportJournal: z.strictObject({ companyId: id<'company'>(), through: day }),
  sharePayee: z.strictObject({ payeeId: id<'payee'>(), companyId: id<'company'>(), id: id<'payee'>() }),
  setBooksElsewhere: z.strictObject({ companyId: id<'company'>(), elsewhere: z.boolean() }),
  importRows: taking,
  importEarlierChecks: z.strictObject({
    taking,
    checks: z
      .array(
        z.strictObject({
          paymentId: id<'payment'>(),
          number: checkNumber,
          state: z.enum(earlierStates),
          why: text,
        }),
      )
      .max(MOST_TAKEN),
    fates: z
      .array(z.strictObject({ number: checkNumber, fate: z.enum(givenFates), why: text }))
      .max(MOST_TAKEN),
    held: z.boolean(),
  }),
  undoEarlierChecks: z.strictObject({ intakeId: id<'intake'>() }),
  undoImport: z.strictObject({ intakeId: id<'intake'>() }),
  undoAmend: z.strictObject(aPayment),
  undoBillChange: z.strictObject(aBill),
  undoPayeeChange: z.strictObject({ payeeId: id<'payee'>() }),
  unsharePayee: z.strictObject({ payeeId: id<'payee'>() }),
  switchBook: z.strictObject({ ...aRun, ...aBook }),
  undoFate: z.strictObject({
    ...aBook,
    numbers,
    to: z.enum(foundFates).exactOptional(),
    why: text.exactOptional(),
  }),
  withdraw: z.strictObject({ ...aPayment, why: text }),
  beginStatements: z.strictObject({ ...anAccount, from: day, opening: cents }),
  importStatement: z.strictObject({
    ...anAccount,
    fileId: id<'bankFile'>(),
    file: text,
    format,
    lines: z.array(incomingLine).max(MOST_LINES),
    from: day.exactOptional(),
    through: day.exactOptional(),
    stated: stated.exactOptional(),
  }),
  matchLines: z.strictObject({
    ...anAccount,
    matches: z.array(z.strictObject({ ...aLine, to: lineMatch })).max(MOST_LINES),
  }),
  undoMatch: z.strictObject({ ...anAccount, ...aLine }),
  undoStatementFile: z.strictObject({ ...anAccount, fileId: id<'bankFile'>() }),
  enterMovement: z.strictObject({
    ...anAccount,
    id: id<'entry'>(),
    kind: movementKind,
    date: day,
    amount: cents,
    parts: z.array(z.strictObject({ ledgerId: id<'ledger'>(), amount: cents })).max(MOST_PARTS),
    toAccountId: id<'account'>().exactOptional(),
    text,
    party: text.exactOptional(),
    reference: text.exactOptional(),
    lineId: id<'bankLine'>().exactOptional(),
  }),
  reverseMovement: z.strictObject({ movementId: id<'movement'>(), why: text, date: day }),
  acceptBankAmount: z.strictObject({
    ...anAccount,
    ...aLine,
    ...aNumber,
    id: id<'entry'>(),
    ledgerId: id<'ledger'>(),
    text,
  }),
  noteBankLine: z.strictObject({ ...anAccount, ...aLine, note: text, isReported: z.boolean() }),
  closeStatement: z.strictObject({ statementId: id<'statement'>(), through: day, balance: cents }),
  reopenStatement: z.strictObject({ statementId: id<'statement'>(), why: text }),
  beginProof: z.strictObject({}),
  sendTransfers: z.strictObject({
    ...{ ...anAccount, fileId: id<'sentFile'>(), paymentIds: keys(id<'payment'>()), date: day },
    currency: text,
  }),
  sendBankFile: z.strictObject({ ...anAccount, fileId: id<'sentFile'>(), shorten: z.boolean() }),
  setPositivePay: z.strictObject({ ...anAccount, layoutId: id<'payLayout'>().nullable() }),
  savePayLayout: z.strictObject({
    companyId: id<'company'>(),
    id: id<'payLayout'>(),
    layout: payLayoutSchema.nullable(),
  }),
  importBankQuestions: z.strictObject({
    ...anAccount,
    file: text,
    questions: z.array(incomingQuestion).min(1).max(MOST_LINES),
  }),
  answerBankQuestion: z.strictObject({ questionId: id<'bankQuestion'>(), decision: decided, why: text }),
  recordMail: z.strictObject({
    ...aPayment,
    kind: z.enum(Object.keys(adviceKinds) as [AdviceKind, ...AdviceKind[]]),
    to: text,
    way: z.enum(mailWays),
  }),
  saveBankRule: z.strictObject({ rule: bankRule, remove: z.boolean() }),
}

/** Refuses what an act must not be told: a value of another kind, or one more than there is; its path is the field. */
export function inputFault<N extends ActName>(name: N, input: InputOf<N>): Refusal | undefined {
  const issue = inputSchemas[name].safeParse(input).error?.issues[0]
  if (!issue) return undefined
  const path = issue.path.join('.')
  return { code: 'input-faulty', text: `${path || name}: ${issue.message}`, field: path }
}
