import { daysBetween, type PlainDate } from '#core/base/dates'
import { grouped } from '#core/base/grouped'
import type { Id } from '#core/base/id'
import { STALE_DAYS } from '#core/bank/staleDays'
import { inOrderOfNeed } from '#core/bank/questions/question'
import { lastDayOf, openStatement } from '#core/bank/statement'
import { sum, type Cents } from '#core/money/cents'
import { numbersInFates } from '../numbers/bookFates'
import { readAccounts, type AccountView } from '../accounts/accountReads'
import { db } from '../store/db'

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
/**
 * What the store holds of the bank, for all accounts at once. Tables of which few rows are wanted are asked one question;
 * many rows come faster key by key, since the store then gives them in one piece.
 */
async function readBankRows(accountIds: readonly Id<'account'>[]) {
  const inState = (state: string): [string, string][] => accountIds.map(id => [id, state])
  const [issued, statements, items, questions, stopped] = await Promise.all([
    Promise.all(inState('issued').map(of => db.payments.where('[accountId+state]').equals(of).toArray())),
    db.statements.where('accountId').anyOf(accountIds).toArray(),
    db.bankItems.where('[accountId+state]').anyOf(inState('waiting')).toArray(),
    db.bankQuestions.where('accountId').anyOf(accountIds).toArray(),
    numbersInFates(db, accountIds, ['stopped']),
  ])
  const open = [...grouped(statements, s => s.accountId).values()].flatMap(own => openStatement(own) ?? [])
  const lines = await Promise.all(
    open.map(({ id }) => db.bankLines.where('statementId').equals(id).toArray()),
  )
  const of = <T extends { readonly accountId: Id<'account'> }>(rows: readonly T[]) => {
    const groups = grouped(rows, row => row.accountId)
    return (id: Id<'account'>): readonly T[] => groups.get(id) ?? []
  }
  return {
    ...{ issued: of(issued.flat()), open: of(open), lines: of(lines.flat()), items: of(items) },
    ...{ questions: of(questions), stopped: of(stopped) },
  }
}
type BankRows = Awaited<ReturnType<typeof readBankRows>>

/** What Today says of the bank, account by account. */
export async function readBanksToday(
  today: PlainDate,
): Promise<{ readonly view: AccountView; readonly bank: BankToday }[]> {
  const views = await readAccounts()
  const { books, payments, statements, bankLines, bankItems, bankQuestions, numbers } = db
  const rows = await db.transaction(
    'r',
    [books, payments, statements, bankLines, bankItems, bankQuestions, numbers],
    () => readBankRows(views.map(v => v.account.id)),
  )
  return views.map(view => ({ view, bank: bankToday(rows, view.account.id, today) }))
}
function bankToday(rows: BankRows, id: Id<'account'>, today: PlainDate): BankToday {
  const checks = rows.issued(id).filter(p => !p.otherwise)
  const oldest = checks.map(p => p.date).sort()[0]
  const [statement] = rows.open(id)
  const [first, ...others] = inOrderOfNeed(rows.questions(id).filter(q => !q.answer))
  return {
    outstanding: {
      ...{ count: checks.length, total: sum(checks.map(p => p.amount)) },
      ...(oldest && { oldest }),
    },
    stale: checks.filter(p => daysBetween(p.date, today) > STALE_DAYS).length,
    waiting: rows.lines(id).filter(l => !l.match).length,
    unreported: rows.items(id).length,
    questions: first ? { count: others.length + 1, deadline: first.deadline } : { count: 0 },
    stops: rows.stopped(id).filter(n => !n.stop).length,
    ...(statement && { days: daysBetween(lastDayOf(statement) ?? statement.from, today) }),
  }
}
