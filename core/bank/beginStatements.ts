import { dayText, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { BankAccount } from '../accounts/account'
import type { Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Payment } from '../payments/payment'
import type { Decision } from '../trail/trail'
import type { Movement } from './movement'
import type { Statement } from './statement'

/** The key of an account's first statement. */
const firstStatementId = (accountId: Id<'account'>): Id<'statement'> =>
  `${accountId}/first` as Id<'statement'>

/**
 * Begins the statements of an account on a day, with the bank's balance before it. What moved the account before
 * that day without a check counts as on an earlier statement; checks that were issued stay outstanding.
 * Refused where statements were begun already, or for a day to come.
 */
export function beginStatements(
  known: {
    readonly account: BankAccount
    readonly statements: readonly Statement[]
    readonly movements: readonly Movement[]
    /** Issued payments of the account without a check. */
    readonly payments: readonly Payment[]
    readonly today: PlainDate
  },
  act: { readonly from: PlainDate; readonly opening: Cents },
): Decision<{ statements: Statement[]; movements: Movement[]; payments: Payment[] }> {
  const { account, today } = known
  if (known.statements.length)
    return refuse('statements-begun', 'The statements of this account have already begun', { field: 'from' })
  if (act.from > today)
    return refuse('from-ahead', `Choose a day up to ${dayText(today)}`, { field: 'from', value: act.from })
  const statement: Statement = {
    ...{ id: firstStatementId(account.id), accountId: account.id, from: act.from },
    ...{ opening: act.opening, files: [] },
  }
  return good({
    changes: {
      statements: [statement],
      movements: known.movements
        .filter(m => m.state === 'open' && m.date < act.from)
        .map(m => ({ ...m, state: 'before' })),
      payments: known.payments.filter(p => p.date < act.from).map(p => ({ ...p, state: 'cleared' })),
    },
    trail: {
      act: 'Statements begun',
      text: `Began the bank statements of ${account.name} on ${dayText(act.from)} with ${figures(act.opening, { sign: account.currency.sign })}.`,
      about: { account: account.id, statement: statement.id },
    },
  })
}
