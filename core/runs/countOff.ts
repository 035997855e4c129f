import type { Id } from '../base/id'
import { good, never, refuse } from '../base/result'
import { become, type CheckNumber, type NumberRow } from '../books/book'
import { entry, type Entry } from '../ledger/entry'
import { figures } from '../money/figures'
import { sum, zero } from '../money/cents'
import type { Payment } from '../payables/payment'
import type { Decision, Stamp } from '../trail/trail'
import type { Outcome, Run, RunCheck } from './run'

export interface CountOffKnown {
  readonly run: Run
  readonly rows: ReadonlyMap<CheckNumber, NumberRow>
  readonly payments: ReadonlyMap<Id<'payment'>, Payment>
  readonly cashLedgerId: Id<'ledger'>
}

/** The entry of an issued check: its ledger accounts to the debit, cash to the credit, on the date of the check. */
function issueEntry(payment: Payment, number: CheckNumber, cashLedgerId: Id<'ledger'>): Entry {
  return entry({
    id: `${payment.id}/issued/${number}` as Id<'entry'>, companyId: payment.companyId, date: payment.date, text: `Check ${number}, ${payment.name}`, paymentId: payment.id,
    lines: [...payment.split.map(s => ({ ledgerId: s.ledgerId, debit: s.amount, credit: zero })), { ledgerId: cashLedgerId, debit: zero, credit: payment.amount }],
  })
}

/**
 * Counts a run off: every check gets the outcome that a person saw. Good: issued, and the entry is made. Spoiled: the number is used up,
 * the payment is back in the lane. Never came out: the number is unused again, the payment back in the lane.
 * Refused unless every check of the run has exactly one outcome, and every spoiled one a reason.
 */
export function countOff(known: CountOffKnown, act: { outcomes: ReadonlyMap<CheckNumber, Outcome> }, stamp: Stamp): Decision<{ runs: Run[], numbers: NumberRow[], payments: Payment[], entries: Entry[] }> {
  const { run } = known
  if (run.state !== 'at the printer') return refuse('run-not-at-printer', `this run is ${run.state}`, { field: 'run' })
  const numbers: NumberRow[] = []
  const payments: Payment[] = []
  const entries: Entry[] = []
  const checks: RunCheck[] = []
  for (const check of run.checks) {
    const outcome = act.outcomes.get(check.number)
    if (!outcome) return refuse('outcome-missing', `say what became of ${check.number}`, { field: 'outcome', value: check.number })
    const row = known.rows.get(check.number)
    const payment = known.payments.get(check.paymentId)
    if (!row || !payment || row.check?.runId !== run.id || payment.state !== 'on paper') throw new Error(`number ${check.number} of run ${run.id} is not on paper in the books`)
    let moved
    switch (outcome.kind) {
      case 'good':
        moved = become(row, 'issued', stamp.at)
        payments.push({ ...payment, state: 'issued' })
        if (payment.amount !== 0) entries.push(issueEntry(payment, check.number, known.cashLedgerId))
        break
      case 'spoiled':
        if (!outcome.why.trim()) return refuse('why-blank', `say why ${check.number} is spoiled`, { field: 'why', value: check.number })
        moved = become(row, 'spoiled', stamp.at, { why: outcome.why.trim() })
        payments.push({ ...payment, state: 'waiting' })
        break
      case 'never came out':
        moved = become(row, 'unused', stamp.at, { check: null })
        payments.push({ ...payment, state: 'waiting' })
        break
      default: return never(outcome)
    }
    if (!moved.ok) return moved
    numbers.push(moved.value)
    checks.push({ ...check, outcome })
  }
  if (act.outcomes.size !== run.checks.length) return refuse('outcome-extra', 'an outcome names a number that is not in this run', { field: 'outcome' })
  const count = (kind: Outcome['kind']): number => checks.filter(c => c.outcome?.kind === kind).length
  const issued = payments.filter(p => p.state === 'issued')
  return good({
    changes: { runs: [{ ...run, state: 'counted off', checks, countedAt: stamp.at }], numbers, payments, entries },
    trail: {
      act: 'count off', text: `${count('good')} good for ${figures(sum(issued.map(p => p.amount)))}, ${count('spoiled')} spoiled, ${count('never came out')} never came out`,
      about: { account: run.accountId, run: run.id, book: run.bookId },
    },
  })
}
