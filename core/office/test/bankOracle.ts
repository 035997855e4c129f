import { addDays, type PlainDate } from '../../base/dates'
import type { Random } from '../../base/random'
import type { Id } from '../../base/id'
import { sum } from '../../money/cents'
import { reconcile } from '../../bank/reconcile'
import { reconcileKnown } from '../lookupBank'
import type { Reading } from '../reading'
import type { Snapshot } from '../tables'

const cashIn = (lines: Snapshot['entries'][number]['lines'], cash: string): number =>
  lines.reduce((sum, l) => sum + (l.ledgerId === cash ? l.debit - l.credit : 0), 0)

/**
 * What a statement must come to as of a day, worked out from every row of the office and nothing else: each payment
 * and each movement by itself, in the books by that day or not, with the bank by that day or not.
 */
function slowReconciliation(
  office: Snapshot,
  account: Snapshot['accounts'][number],
  statement: Snapshot['statements'][number],
  through: PlainDate,
): { bank: number; book: number; outstanding: number } {
  const cash = account.cashLedgerId
  const lines = office.bankLines.filter(l => l.accountId === account.id)
  const paidBy = (id: string, through: PlainDate): boolean =>
    lines.some(l => l.date <= through && Object.values(l.match ?? {}).includes(id as Id<'movement'>))
  const isMatched = (id: string): boolean => paidBy(id, '9999-12-31' as PlainDate)
  const bank =
    statement.opening +
    lines
      .filter(l => l.statementId === statement.id && l.date <= through)
      .reduce((sum, l) => sum + l.amount, 0)
  const book = office.entries
    .filter(e => e.date <= through)
    .reduce((sum, e) => sum + cashIn(e.lines, cash), 0)
  let outstanding = 0
  for (const p of office.payments.filter(p => p.accountId === account.id)) {
    const own = office.entries.filter(e => e.paymentId === p.id)
    const isIssue = (id: string): boolean => id.split('/').length === 3 && id.includes('/issued/')
    const inBooks =
      own.some(e => isIssue(e.id) && e.date <= through) && !own.some(e => !isIssue(e.id) && e.date <= through)
    // What is cleared without a line was cleared before statements were begun.
    const withBank = isMatched(p.id) ? paidBy(p.id, through) : p.state === 'cleared'
    const isPaidAhead = isMatched(p.id) && withBank && !inBooks
    if (inBooks && !withBank) outstanding -= p.amount
    if (isPaidAhead) outstanding += p.amount
  }
  for (const m of office.movements.filter(m => m.accountId === account.id)) {
    const withBank = isMatched(m.id) ? paidBy(m.id, through) : m.state === 'before'
    const inBooks = m.date <= through
    if (inBooks && !withBank) outstanding += m.amount
    if (isMatched(m.id) && withBank && !inBooks) outstanding -= m.amount
  }
  return { bank, book, outstanding }
}

/** A day of the simulated weeks. */
export const aDay = (r: Random): PlainDate => addDays('2026-11-26' as PlainDate, -r.between(0, 45))

/**
 * Holds what an office says of its open statement as of a day, by indexes and what is kept, against what all rows
 * say. Throws where they differ.
 */
export async function bankAgrees(reading: Reading, office: Snapshot, through: PlainDate): Promise<void> {
  for (const account of office.accounts) {
    const statement = office.statements.find(s => s.accountId === account.id && !s.closing)
    if (!statement || through < statement.from) continue
    const state = reconcile(await reconcileKnown(reading, account, statement, through), through)
    const slow = slowReconciliation(office, account, statement, through)
    const said = {
      bank: state.bank,
      book: state.book,
      outstanding: sum(state.outstanding.map(o => o.amount)),
    }
    for (const name of ['bank', 'book', 'outstanding'] as const)
      if (said[name] !== slow[name])
        throw new Error(
          `${name} of the statement through ${through} is ${said[name]}, rows say ${slow[name]}`,
        )
  }
}
