import { daysBetween, type PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { STALE_DAYS } from '#core/bank/staleDays'
import { inOrderOfNeed } from '#core/bank/questions/question'
import { lastDayOf, openStatement } from '#core/bank/statement'
import type { BankAccount } from '#core/accounts/account'
import { sum, type Cents } from '#core/money/cents'
import type { Payment } from '#core/payments/payment'
import { numbersInFates } from '../numbers/bookFates'
import { readAccounts, type AccountView } from '../accounts/accountReads'
import { db } from '../store/db'
import { StoreReading } from '../store/storeReading'

const office = new StoreReading(db)

/** Questions of the bank that wait for an answer, and the first deadline among them. */
async function readOpenQuestions(accountId: Id<'account'>): Promise<{ count: number; deadline?: PlainDate }> {
  const [first, ...others] = inOrderOfNeed(
    (await office.where('bankQuestions', 'account', [accountId])).filter(q => !q.answer),
  )
  return first ? { count: others.length + 1, deadline: first.deadline } : { count: 0 }
}

/** What Today says of the bank: what is outstanding, what waits, and what is missing. */
export interface BankToday {
  readonly outstanding: { readonly count: number; readonly total: Cents; readonly oldest?: PlainDate }
  readonly stale: number
  /** Lines of the open statement that must be looked at. */
  readonly waiting: number
  /** Checks that the bank is not told of yet. */
  readonly unreported: number
  /** Checks that the bank asks about, and the first deadline. */
  readonly questions: { readonly count: number; readonly deadline?: PlainDate }
  /** Stopped checks whose stop the bank has not confirmed. */
  readonly stops: number
  /** Days since the last day that a statement covers; undefined where none was begun. */
  readonly days?: number
}
/** Stopped checks whose stop the bank has not confirmed. */
async function countStops(accountId: Id<'account'>): Promise<number> {
  const stopped = await numbersInFates(db, accountId, ['stopped'])
  return stopped.filter(n => !n.stop).length
}
/** What Today says of the bank, account by account: all in one transaction, for they are many small questions. */
export async function readBanksToday(
  today: PlainDate,
): Promise<{ readonly view: AccountView; readonly bank: BankToday }[]> {
  const views = await readAccounts()
  const { books, lanes, payments, statements, bankLines, bankItems, bankQuestions, numbers } = db
  return db.transaction(
    'r',
    [books, lanes, payments, statements, bankLines, bankItems, bankQuestions, numbers],
    async () =>
      Promise.all(views.map(async view => ({ view, bank: await readBankToday(view.account, today) }))),
  )
}
async function readBankToday(account: BankAccount, today: PlainDate): Promise<BankToday> {
  const uncleared = await office.where('payments', 'uncleared', [account.id])
  const checks = uncleared.filter((p: Payment) => p.state === 'issued' && !p.otherwise)
  const oldest = checks.map(p => p.date).sort()[0]
  const statement = openStatement(await office.where('statements', 'account', [account.id]))
  const lines = statement ? await office.where('bankLines', 'statement', [statement.id]) : []
  const through = statement && lastDayOf(statement)
  return {
    outstanding: {
      ...{ count: checks.length, total: sum(checks.map(p => p.amount)) },
      ...(oldest && { oldest }),
    },
    stale: checks.filter(p => daysBetween(p.date, today) > STALE_DAYS).length,
    waiting: lines.filter(l => !l.match).length,
    unreported: (await office.where('bankItems', 'waiting', [account.id])).length,
    questions: await readOpenQuestions(account.id),
    stops: await countStops(account.id),
    ...(statement && { days: daysBetween(through ?? statement.from, today) }),
  }
}
