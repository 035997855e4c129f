import { byMoment, type PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { movementsOfMatch, paymentOfMatch, type BankLine, type IncomingLine } from '#core/bank/bankLine'
import type { BankRule } from '#core/bank/bankRule'
import { findReason, presented, type Reason } from '#core/bank/findReason'
import { sortLines, type SortedLines } from '#core/bank/importStatement'
import type { Movement } from '#core/bank/movement'
import { creditorBank } from '#core/bank/pain/agents'
import { waitsForOrder } from '#core/bank/pain/sendTransfers'
import { checkFiles, type PositivePay, type SentFile } from '#core/bank/positivePay/bankItem'
import { payItems, type PayLayoutRow } from '#core/bank/positivePay/sendFile'
import type { PayItem } from '#core/bank/positivePay/writeFile'
import { inOrderOfNeed, type BankQuestion } from '#core/bank/questions/question'
import { reconcile, type Reconciliation } from '#core/bank/reconcile'
import { openStatement, type Statement } from '#core/bank/statement'
import { oneKeyFor, suggestionsFor, type OneKey, type OpenItems, type Suggestion } from '#core/bank/suggest'
import type { BankAccount } from '#core/accounts/account'
import { cents } from '#core/money/cents'
import { linesOnDays, numbersKnown, reconcileKnown } from '#core/office/lookupBank'
import { byId, standingChecks } from '#core/office/lookups'
import type { NumberRow } from '#core/numbers/book'
import type { Payee } from '#core/payees/payee'
import type { Payment } from '#core/payments/payment'
import { numbersInFates } from '../numbers/bookFates'
import { db } from '../store/db'
import { StoreReading } from '../store/storeReading'

const office = new StoreReading(db)

export const readStatements = (accountId: Id<'account'>): Promise<Statement[]> =>
  office.where('statements', 'account', [accountId])
export const readBankRules = (companyId: Id<'company'>): Promise<BankRule[]> =>
  office.where('bankRules', 'company', [companyId])

/** A line of the open statement with why it must be looked at, and what it may be. */
export interface SeenLine {
  readonly id: Id<'bankLine'>
  readonly line: BankLine
  /** Undefined where it is matched. */
  readonly reason?: Reason
  /** The check number that the line names, as our books have it. */
  readonly row?: NumberRow
  readonly suggestions: readonly Suggestion[]
  readonly oneKey?: OneKey
}

/** What is open in the books of an account, to suggest matches from. */
async function readOpenItems(accountId: Id<'account'>): Promise<OpenItems> {
  const [movements, uncleared] = await Promise.all([
    office.where('movements', 'open', [accountId]),
    office.where('payments', 'uncleared', [accountId]),
  ])
  const payments = uncleared.filter(p => p.state === 'issued')
  const numbers = await standingChecks(
    office,
    payments.map(p => p.id),
  )
  return { movements, payments, numbers }
}

/** The open statement of an account as its page shows it. */
export interface StatementView {
  readonly statement: Statement
  readonly lines: readonly SeenLine[]
  /** What lines are matched with, in words, by line. */
  readonly matches: ReadonlyMap<Id<'bankLine'>, string>
}
export async function readOpenStatement(account: BankAccount): Promise<StatementView | undefined> {
  const statement = openStatement(await readStatements(account.id))
  if (!statement) return undefined
  const lines = await office.where('bankLines', 'statement', [statement.id])
  const [open, rules, known, matches] = await Promise.all([
    readOpenItems(account.id),
    readBankRules(account.companyId),
    numbersKnown(
      office,
      account.id,
      lines.filter(l => !l.match),
    ),
    readMatchTexts(lines),
  ])
  const seen = lines.map((line): SeenLine => {
    if (line.match) return { id: line.id, line, suggestions: [] }
    const number = line.number === undefined ? undefined : known.numberOf(line.number)
    const reason = findReason(line, number ?? { isInBook: false, row: undefined }, account.currency.sign)
    const suggestions = suggestionsFor(line, open)
    const oneKey = oneKeyFor(line, suggestions, rules)
    return {
      ...{ id: line.id, line, suggestions },
      ...(reason && { reason }),
      ...(number?.row && { row: number.row }),
      ...(oneKey && { oneKey }),
    }
  })
  return { statement, lines: seen, matches }
}

/** What lines are matched with, in words. */
async function readMatchTexts(lines: readonly BankLine[]): Promise<Map<Id<'bankLine'>, string>> {
  const matched = lines.flatMap(l => (l.match ? [{ id: l.id, match: l.match }] : []))
  const payments = await byId(
    office,
    'payments',
    matched.flatMap(m => paymentOfMatch(m.match) ?? []),
  )
  const movements = await byId(
    office,
    'movements',
    matched.flatMap(m => movementsOfMatch(m.match)),
  )
  return new Map(
    matched.map(({ id, match }) => [
      id,
      match.kind === 'movement'
        ? (movements.get(match.movementId)?.text ?? '')
        : match.kind === 'check'
          ? `Check ${match.numberId.split('/').at(-1)} to ${payments.get(match.paymentId)?.name ?? ''}`
          : (payments.get(match.paymentId)?.name ?? ''),
    ]),
  )
}

/** The open statement held against the books as of a day. */
export const readReconciliation = async (
  account: BankAccount,
  statement: Statement,
  through: PlainDate,
): Promise<Reconciliation> => reconcile(await reconcileKnown(office, account, statement, through), through)

/** Which lines of a file are new, known, or of before the open statement. */
export async function readSorted(
  accountId: Id<'account'>,
  lines: readonly IncomingLine[],
): Promise<SortedLines | undefined> {
  const open = openStatement(await readStatements(accountId))
  return open && sortLines(lines, await linesOnDays(office, accountId, lines), open.from)
}

/** Money of an account that moved without a check, newest first. */
export const readMovements = async (
  accountId: Id<'account'>,
  most: number,
  takes: (movement: Movement) => boolean = () => true,
): Promise<Movement[]> =>
  db.movements
    .where('[accountId+date]')
    .between([accountId, ''], [accountId, '\uffff'])
    .reverse()
    .filter(takes)
    .limit(most)
    .toArray()

/** The lines of a statement, by day. */
export const readClosedLines = async (statementId: Id<'statement'>): Promise<BankLine[]> =>
  (await office.where('bankLines', 'statement', [statementId])).toSorted((a, b) => (a.date < b.date ? -1 : 1))

/** What the bank of an account is told: its layout, what waits, and the files that were sent, newest first. */
export interface BankFilesView {
  readonly chosen: PositivePay | undefined
  readonly layouts: readonly PayLayoutRow[]
  readonly items: readonly PayItem[]
  readonly sent: readonly SentFile[]
}
export async function readBankFiles(account: BankAccount): Promise<BankFilesView> {
  const [chosen, layouts, waiting, sent] = await Promise.all([
    office.get('positivePay', account.id),
    office.where('payLayouts', 'company', [account.companyId]),
    office.where('bankItems', 'waiting', [account.id]),
    office.where('sentFiles', 'account', [account.id]),
  ])
  const rows = await office.many('numbers', [...new Set(waiting.map(i => i.numberId))])
  return {
    ...{ chosen, layouts },
    items: payItems(waiting, new Map(rows.map(r => [r.id, r]))),
    sent: checkFiles(sent).sort((a, b) => byMoment(b.at, a.at)),
  }
}

/** A transfer that the bank was not ordered to make yet; `fault` is what the order lacks. */
export interface WaitingTransfer {
  readonly payment: Payment
  readonly payee: Payee | undefined
  readonly fault?: string
}
/** The transfers of an account that wait for an order, oldest first, and the files of those ordered, newest first. */
export async function readTransfers(
  account: BankAccount,
): Promise<{ readonly waiting: readonly WaitingTransfer[]; readonly sent: readonly SentFile[] }> {
  const uncleared = await office.where('payments', 'uncleared', [account.id])
  const payments = uncleared.filter(waitsForOrder)
  const payees = await byId(
    office,
    'payees',
    payments.map(p => p.payeeId),
  )
  const sent = await office.where('sentFiles', 'account', [account.id])
  return {
    waiting: payments
      .sort((a, b) => byMoment(a.drawnAt, b.drawnAt))
      .map(payment => {
        const payee = payees.get(payment.payeeId)
        const bank = creditorBank(account.country, payee ?? {})
        return { payment, payee, ...(!bank.ok && { fault: bank.refusal.text }) }
      }),
    sent: sent.filter(f => f.transfers !== undefined).sort((a, b) => byMoment(b.at, a.at)),
  }
}

/** The questions of the bank of an account. */
export const readQuestions = (accountId: Id<'account'>): Promise<BankQuestion[]> =>
  office.where('bankQuestions', 'account', [accountId])
/** A question of the bank beside what our books say of its check. */
export interface SeenQuestion {
  readonly id: string
  readonly question: BankQuestion
  readonly row?: NumberRow
  /** What speaks against paying it; none where everything agrees. */
  readonly reason?: Reason
}
/** The questions of the bank of an account, those that wait for an answer first. */
export async function readQuestionsSeen(account: BankAccount): Promise<SeenQuestion[]> {
  const questions = inOrderOfNeed(await readQuestions(account.id))
  const asLine = (q: BankQuestion) => ({
    ...{ date: q.date, amount: cents(-q.amount), number: q.number, text: q.reason },
    ...(q.payee && { payee: q.payee }),
  })
  const { numberOf } = await numbersKnown(office, account.id, questions.map(asLine))
  return questions.map(question => {
    const known = numberOf(question.number)
    const reason = findReason(asLine(question), known, account.currency.sign, presented)
    return {
      ...{ id: question.id, question },
      ...(known.row && { row: known.row }),
      ...(reason && { reason }),
    }
  })
}
/** Checks of an account that somebody may present: those that are out, and stopped ones; the newest first. */
export const readPresentable = async (accountId: Id<'account'>): Promise<NumberRow[]> =>
  (await numbersInFates(db, [accountId], ['issued', 'stopped']))
    .filter(n => n.check !== null)
    .sort((a, b) => b.number - a.number)
