import { addDays, daysBetween, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { movementsOfMatch, paymentOfMatch, type BankLine, type IncomingLine } from '../bank/bankLine'
import type { CloseKnown } from '../bank/closeStatement'
import type { EnteringKnown } from '../bank/enterMovement'
import type { NumberKnown } from '../bank/findReason'
import type { IncomingKnown, IncomingStatement } from '../bank/importStatement'
import type { MatchKnown } from '../bank/matchLines'
import { movementId, type Movement } from '../bank/movement'
import type { ReconcileKnown } from '../bank/reconcile'
import { openStatement, type Statement } from '../bank/statement'
import type { BankAccount } from '../accounts/account'
import { inBook, type NumberRow } from '../numbers/book'
import type { Entry } from '../ledger/entry'
import { isIssueEntry } from '../payments/issueEntry'
import type { Payment } from '../payments/payment'
import { zero } from '../money/cents'
import { byId, one, standingChecks } from './lookups'
import { inAccount, type Reading } from './reading'

const distinct = <T>(list: readonly T[]): T[] => [...new Set(list)]

/** What the books say of check numbers of an account. */
export async function numbersKnown(
  reading: Reading,
  accountId: Id<'account'>,
  lines: readonly IncomingLine[],
): Promise<{ numberOf: (n: number) => NumberKnown; rows: NumberRow[] }> {
  const asked = distinct(lines.flatMap(l => (l.number === undefined ? [] : [l.number])))
  const books = await reading.where('books', 'account', [accountId])
  const rows = await reading.where(
    'numbers',
    'account',
    asked.map(n => inAccount(accountId, n)),
  )
  const byNumber = new Map<number, NumberRow>(rows.map(row => [row.number, row]))
  return {
    rows,
    numberOf: n => ({ isInBook: books.some(b => inBook(b, n)), row: byNumber.get(n) }),
  }
}
const paymentsOf = (reading: Reading, rows: readonly NumberRow[]): Promise<Map<Id<'payment'>, Payment>> =>
  byId(
    reading,
    'payments',
    rows.flatMap(r => (r.check ? [r.check.paymentId] : [])),
  )

/** A file does not cover more days than this; lines of more are refused as they are. */
const MOST_DAYS = 800
/** The days of some lines, each once. */
function daysBetweenLines(lines: readonly IncomingLine[]): PlainDate[] {
  const days = lines.map(l => l.date).sort()
  const [first, last] = [days[0], days.at(-1)]
  if (!first || !last || daysBetween(first, last) > MOST_DAYS) return distinct(days)
  return Array.from({ length: daysBetween(first, last) + 1 }, (_, i) => addDays(first, i))
}

/** Lines of an account on the days of a file. */
export const linesOnDays = (
  reading: Reading,
  accountId: Id<'account'>,
  lines: readonly IncomingLine[],
): Promise<BankLine[]> =>
  reading.where(
    'bankLines',
    'day',
    daysBetweenLines(lines).map(day => inAccount(accountId, day)),
  )

/** What importing a statement must know. */
export async function incomingKnown(
  reading: Reading,
  { accountId, lines }: IncomingStatement,
): Promise<Omit<IncomingKnown, 'today'>> {
  const { numberOf, rows } = await numbersKnown(reading, accountId, lines)
  return {
    account: await one(reading, 'accounts', accountId),
    statement: openStatement(await reading.where('statements', 'account', [accountId])),
    known: await linesOnDays(reading, accountId, lines),
    numberOf,
    payments: await paymentsOf(reading, rows),
  }
}

/** What lines and their matches are now. `numbers` and `movements` are named besides those of the lines. */
export async function matchKnown(
  reading: Reading,
  account: BankAccount,
  lines: readonly BankLine[],
  more: { readonly numbers?: readonly Id<'number'>[]; readonly movements?: readonly Id<'movement'>[] } & {
    readonly payments?: readonly Id<'payment'>[]
  } = {},
): Promise<MatchKnown> {
  const numbers = await byId(reading, 'numbers', [
    ...lines.flatMap(l => (l.match?.kind === 'check' ? [l.match.numberId] : [])),
    ...(more.numbers ?? []),
  ])
  const payments = [
    ...lines.flatMap(l => paymentOfMatch(l.match) ?? []),
    ...[...numbers.values()].flatMap(r => (r.check ? [r.check.paymentId] : [])),
    ...(more.payments ?? []),
  ]
  const movements = [...lines.flatMap(l => movementsOfMatch(l.match)), ...(more.movements ?? [])]
  return {
    account,
    lines: new Map(lines.map(l => [l.id, l])),
    statements: await byId(
      reading,
      'statements',
      lines.map(l => l.statementId),
    ),
    numbers,
    payments: await byId(reading, 'payments', payments),
    movements: await byId(reading, 'movements', movements),
  }
}
/** Tables that a match reads. */
export const MATCHING = ['accounts', 'bankLines', 'statements', 'numbers', 'payments', 'movements'] as const

/** What undoing a match must know besides: the entries of movements, and the closed period. */
export async function undoKnown(reading: Reading, account: BankAccount, lines: readonly BankLine[]) {
  const known = await matchKnown(reading, account, lines)
  const { closedThrough } = await one(reading, 'companies', account.companyId)
  const entries = await byId(
    reading,
    'entries',
    [...known.movements.values()].map(m => m.entryId),
  )
  return { ...known, entries, closedThrough }
}

/** What entering a movement must know. */
export async function enteringKnown(
  reading: Reading,
  accountId: Id<'account'>,
  asked: {
    readonly id: Id<'entry'>
    readonly ledgers: readonly Id<'ledger'>[]
    readonly toAccountId?: Id<'account'>
    readonly lineId?: Id<'bankLine'>
  },
): Promise<EnteringKnown> {
  const account = await one(reading, 'accounts', accountId)
  const { payables, closedThrough } = await one(reading, 'companies', account.companyId)
  const of = [accountId, ...(asked.toAccountId ? [asked.toAccountId] : [])]
  return {
    ...{ account, payables, closedThrough },
    accounts: await reading.all('accounts'),
    ledgers: await reading.many('ledgers', distinct(asked.ledgers)),
    isKnown: (await reading.get('entries', asked.id)) !== undefined,
    statements: await reading.where('statements', 'account', of),
    line: asked.lineId && (await reading.get('bankLines', asked.lineId)),
  }
}
/** Tables that entering money in or out reads. */
export const ENTERING = ['accounts', 'companies', 'ledgers', 'entries', 'statements', 'bankLines'] as const

/** Movements that a reconciliation as of a day must know: open ones, matched ones, and those entered or reversed after it. */
async function movementsKnown(
  reading: Reading,
  accountId: Id<'account'>,
  lines: readonly BankLine[],
  entered: readonly Id<'entry'>[],
): Promise<Movement[]> {
  const matched = lines.flatMap(l => movementsOfMatch(l.match))
  const open = await reading.where('movements', 'open', [accountId])
  const named = await reading.many(
    'movements',
    distinct([...matched, ...entered.map(id => movementId(id, accountId))]),
  )
  const halves = await reading.many(
    'movements',
    named.flatMap(m => (m.reversal ? [m.reversal] : [])),
  )
  return [...new Map([...open, ...named, ...halves].map(m => [m.id, m])).values()]
}

/** Lines of other statements whose match is entered after a day. */
async function earlierLines(
  reading: Reading,
  accountId: Id<'account'>,
  statementId: Id<'statement'>,
  entriesAfter: readonly Entry[],
): Promise<BankLine[]> {
  const payments = entriesAfter.flatMap(e => (e.paymentId && isIssueEntry(e) ? [e.paymentId] : []))
  const movements = entriesAfter.map(e => movementId(e.id, accountId))
  const lines = [
    ...(await reading.where('bankLines', 'payment', distinct(payments))),
    ...(await reading.where('bankLines', 'movement', movements)),
  ]
  return lines.filter(l => l.statementId !== statementId)
}

/** What a statement is reconciled from, as of a day. */
export async function reconcileKnown(
  reading: Reading,
  account: BankAccount,
  statement: Statement,
  through: PlainDate,
): Promise<ReconcileKnown & Pick<CloseKnown, 'account' | 'statement'>> {
  const { cashLedgerId } = account
  const lines = await reading.where('bankLines', 'statement', [statement.id])
  const entriesAfter = await reading.entriesAfter(cashLedgerId, through)
  const uncleared = await reading.where('payments', 'uncleared', [account.id])
  return {
    ...{ account, statement, lines, cashLedgerId, entriesAfter, uncleared },
    earlier: await earlierLines(reading, account.id, statement.id, entriesAfter),
    bookNow: (await reading.get('totals', cashLedgerId))?.balance ?? zero,
    numbers: await standingChecks(
      reading,
      uncleared.map(p => p.id),
    ),
    movements: await movementsKnown(
      reading,
      account.id,
      lines,
      entriesAfter.map(e => e.id),
    ),
  }
}
/** Tables that a statement is closed against. */
export const RECONCILING = [
  'accounts',
  'statements',
  'bankLines',
  'entries',
  'payments',
  'numbers',
  'totals',
  'movements',
] as const
