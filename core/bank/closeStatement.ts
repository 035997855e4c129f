import { addDays, dayText, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { BankAccount } from '../accounts/account'
import { cents, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Decision, Stamp } from '../trail/trail'
import type { BankLine } from './bankLine'
import { reconcile, type ReconcileKnown } from './reconcile'
import { lastClosed, type Statement } from './statement'

/** What closing must know. */
export interface CloseKnown extends Omit<ReconcileKnown, 'statement'> {
  readonly account: BankAccount
  readonly statement: Statement
  readonly today: PlainDate
}

/** The key of the statement that follows one. */
const nextId = ({ accountId }: Statement, from: PlainDate, stamp: Stamp): Id<'statement'> =>
  `${accountId}/${from}/${stamp.at}` as Id<'statement'>

/**
 * Closes the open statement of an account through a day: the lines must come to the bank's balance, and the books
 * less what is outstanding agree with it, to the cent. Lines after that day go to the next statement, which
 * begins with the bank's balance.
 */
export function closeStatement(
  known: CloseKnown,
  act: { readonly through: PlainDate; readonly balance: Cents },
  stamp: Stamp,
): Decision<{ statements: Statement[]; bankLines: BankLine[] }> {
  const { statement, account, today } = known
  const { through } = act
  const at = { field: 'through', value: through }
  if (statement.closing) return refuse('statement-closed', 'This statement is already closed', at)
  if (through < statement.from || through > today)
    return refuse('through-outside', `Choose a day from ${dayText(statement.from)} to ${dayText(today)}`, at)
  const state = reconcile(known, through)
  const { sign } = account.currency
  const off = cents(act.balance - state.bank)
  if (off !== 0)
    return refuse(
      'balance-differs',
      `The lines through ${dayText(through)} come to ${figures(state.bank, { sign })}, which is ${figures(cents(Math.abs(off)), { sign })} ${off > 0 ? 'less' : 'more'} than that balance`,
      { field: 'balance', value: act.balance, limit: state.bank },
    )
  if (state.difference !== 0)
    return refuse(
      'books-differ',
      `The bank and the books differ by ${figures(cents(Math.abs(state.difference)), { sign })}. A statement can be closed when they agree`,
      { field: 'difference', value: state.difference },
    )
  const from = addDays(through, 1)
  const id = nextId(statement, from, stamp)
  const { outstanding, book } = state
  const closed: Statement = {
    ...statement,
    closing: { through, balance: act.balance, book, outstanding, at: stamp.at, by: stamp.by },
  }
  const { stated } = statement
  const next: Statement = {
    ...{ id, accountId: statement.accountId, from, opening: act.balance, files: [] },
    ...(stated && stated.day > through && { stated }),
  }
  return good({
    changes: {
      statements: [closed, next],
      bankLines: known.lines.filter(l => l.date > through).map(l => ({ ...l, statementId: id })),
    },
    trail: {
      act: 'Statement closed',
      text: `Closed the bank statement of ${account.name} from ${dayText(statement.from)} through ${dayText(through)} at ${figures(act.balance, { sign })}; ${outstanding.length} outstanding.`,
      about: { account: account.id, statement: statement.id },
    },
  })
}

/**
 * Opens the newest closed statement of an account again, with a reason. The lines of the statement after it come
 * back to it. Refused for an older one.
 */
export function reopenStatement(
  known: {
    readonly account: BankAccount
    readonly statements: readonly Statement[]
    /** Lines of the open statement. */
    readonly lines: readonly BankLine[]
  },
  act: { readonly statementId: Id<'statement'>; readonly why: string },
): Decision<{ statements: Statement[]; bankLines: BankLine[] }> {
  const at = { field: 'statement' }
  const why = act.why.trim()
  if (!why) return refuse('why-blank', 'Give a reason for reopening the statement', { field: 'why' })
  const last = lastClosed(known.statements)
  if (!last || last.id !== act.statementId)
    return refuse('statement-older', 'Only the newest closed statement can be reopened', at)
  const open = known.statements.find(s => !s.closing)
  const { closing, ...bare } = last
  const stated = open?.stated ?? last.stated
  return good({
    changes: {
      statements: [{ ...bare, files: [...last.files, ...(open?.files ?? [])], ...(stated && { stated }) }],
      bankLines: known.lines.map(l => ({ ...l, statementId: last.id })),
    },
    ...(open && { removes: { statements: [open.id] } }),
    trail: {
      act: 'Statement reopened',
      text: `Reopened the bank statement of ${known.account.name} through ${dayText(closing!.through)}: ${why}.`,
      about: { account: known.account.id, statement: last.id },
    },
  })
}
