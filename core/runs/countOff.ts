import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, never, refuse } from '../base/result'
import {
  become,
  inBook,
  unusedRow,
  type CheckNumber,
  type CheckOnPaper,
  type NumberBook,
  type NumberRow,
} from '../books/book'
import type { Entry } from '../ledger/entry'
import { openDay } from '../ledger/period'
import { figures } from '../money/figures'
import { sum } from '../money/cents'
import type { Payment } from '../payables/payment'
import type { Decision, Stamp } from '../trail/trail'
import { issueEntry, replacedRows } from './issue'
import { copyId, type CheckCopy, type Outcome, type Run, type RunCheck, type Skipped } from './run'

export interface CountOffKnown {
  readonly run: Run
  readonly book: NumberBook
  readonly rows: ReadonlyMap<CheckNumber, NumberRow>
  readonly payments: ReadonlyMap<Id<'payment'>, Payment>
  /** All numbers that ever carried these payments, and the frozen copies of the run's checks. */
  readonly earlier: readonly NumberRow[]
  readonly copies: ReadonlyMap<string, CheckCopy>
  readonly cashLedgerId: Id<'ledger'>
  readonly closedThrough?: PlainDate | undefined
}

export interface CountOffAct {
  readonly outcomes: ReadonlyMap<CheckNumber, Outcome>
  readonly skipped?: readonly Skipped[]
}
type CountedOff = {
  runs: Run[]
  numbers: NumberRow[]
  payments: Payment[]
  entries: Entry[]
  copies: CheckCopy[]
}

/**
 * Counts a run off: every check gets the outcome that a person saw, under the number that its paper carries.
 * Good: issued, and the entry is
 * made. Spoiled: the number is used up, the payment is back in the lane. Never came out: the number is unused
 * again, the payment back in the lane.
 * A number of the run that no check carries gets the fate told for it, or is unused again. Refused unless
 * every check has exactly one outcome,
 * every spoiled one a reason, no number is on two checks, and every other number is one that may still be
 * used.
 */
export function countOff(known: CountOffKnown, act: CountOffAct, stamp: Stamp): Decision<CountedOff> {
  const { run } = known
  if (run.state !== 'at the printer')
    return refuse('run-not-at-printer', `this run is ${run.state}`, { field: 'run' })
  if (act.outcomes.size !== run.checks.length) {
    const missing = run.checks.find(c => !act.outcomes.has(c.number))
    return missing
      ? refuse('outcome-missing', `say what became of ${missing.number}`, {
          field: 'outcome',
          value: missing.number,
        })
      : refuse('outcome-extra', 'an outcome names a number that is not in this run', { field: 'outcome' })
  }
  const numbers = new Map<CheckNumber, NumberRow>()
  const rowOf = (n: CheckNumber): NumberRow => numbers.get(n) ?? known.rows.get(n) ?? unusedRow(known.book, n)
  const carried = new Set<CheckNumber>()
  const payments: Payment[] = []
  const entries: Entry[] = []
  const checks: RunCheck[] = []
  const copies: CheckCopy[] = []
  const standing: { paymentId: Id<'payment'>; number: CheckNumber }[] = []
  // First every number of the run is let go, so that a shift by one cannot run into its neighbour.
  const held = new Map<CheckNumber, CheckOnPaper>()
  for (const check of run.checks) {
    const row = known.rows.get(check.number)
    if (row?.check?.runId !== run.id || row.fate !== 'on paper')
      throw new Error(`number ${check.number} of run ${run.id} is not on paper in the books`)
    held.set(check.number, row.check)
  }
  for (const check of run.checks) {
    const outcome = act.outcomes.get(check.number)
    const payment = known.payments.get(check.paymentId)
    if (!outcome)
      return refuse('outcome-missing', `say what became of ${check.number}`, {
        field: 'outcome',
        value: check.number,
      })
    if (!payment || payment.state !== 'on paper')
      throw new Error(`the payment of ${check.number} is not on paper`)
    if (outcome.kind === 'never came out') {
      payments.push({ ...payment, state: 'waiting' })
      checks.push({ ...check, outcome })
      continue
    }
    const number = outcome.number ?? check.number
    if (!inBook(known.book, number))
      return refuse('number-outside', `${number} is not in the number book`, {
        field: 'number',
        value: number,
      })
    if (carried.has(number))
      return refuse('number-twice', `${number} is said of two sheets`, { field: 'number', value: number })
    carried.add(number)
    const row = known.rows.get(number)
    if (!held.has(number) && row && row.fate !== 'unused')
      return refuse('number-used', `${number} is ${row.fate}: a number is never used twice`, {
        field: 'number',
        value: number,
      })
    if (outcome.kind === 'spoiled' && !outcome.why.trim())
      return refuse('why-blank', `say why ${number} is spoiled`, { field: 'why', value: number })
    const paper = held.get(check.number)!
    const moved = number === check.number ? rowOf(number) : { ...rowOf(number), fate: 'unused' as const }
    switch (outcome.kind) {
      case 'good': {
        const issued = become(moved, 'issued', stamp, { check: paper })
        if (!issued.ok) return issued
        numbers.set(number, issued.value)
        const { booked, ...bare } = payment
        payments.push({ ...bare, state: 'issued' })
        if (!booked && payment.amount !== 0)
          entries.push(
            issueEntry(payment, number, known.cashLedgerId, openDay(payment.date, known.closedThrough)),
          )
        standing.push({ paymentId: payment.id, number })
        break
      }
      case 'spoiled': {
        const spoiled = become(moved, 'spoiled', stamp, { why: outcome.why.trim(), check: paper })
        if (!spoiled.ok) return spoiled
        numbers.set(number, spoiled.value)
        payments.push({ ...payment, state: 'waiting', ...(outcome.correct && { correct: outcome.correct }) })
        break
      }
      default:
        never(outcome)
    }
    checks.push({ ...check, number, outcome, ...(number !== check.number && { sentAs: check.number }) })
    const copy = known.copies.get(copyId(run.id, check.number))
    if (number !== check.number && copy)
      copies.push({ ...copy, id: copyId(run.id, number), facts: { ...copy.facts, number } })
  }
  for (const { number, fate, why } of act.skipped ?? []) {
    if (carried.has(number))
      return refuse('number-twice', `${number} is said to be ${fate}, but a sheet carries it`, {
        field: 'skipped',
        value: number,
      })
    if (!inBook(known.book, number))
      return refuse('number-outside', `${number} is not in the number book`, {
        field: 'skipped',
        value: number,
      })
    if (!why.trim())
      return refuse('why-blank', `say why ${number} is ${fate}`, { field: 'why', value: number })
    const row = rowOf(number)
    if (!held.has(number) && row.fate !== 'unused')
      return refuse('number-used', `${number} is ${row.fate}`, { field: 'skipped', value: number })
    const freed =
      held.has(number) && !numbers.has(number) ? become(row, 'unused', stamp, { check: null }) : good(row)
    const given = freed.ok ? become(freed.value, fate, stamp, { why: why.trim(), check: null }) : freed
    if (!given.ok) return given
    numbers.set(number, given.value)
    carried.add(number)
  }
  for (const check of run.checks) {
    if (carried.has(check.number)) continue
    const freed = become(rowOf(check.number), 'unused', stamp, { check: null })
    if (!freed.ok) return freed
    numbers.set(check.number, freed.value)
  }
  for (const { paymentId, number } of standing)
    for (const old of replacedRows(known.earlier, paymentId, number, stamp))
      if (!numbers.has(old.number)) numbers.set(old.number, old)
  const count = (kind: Outcome['kind']): number => checks.filter(c => c.outcome?.kind === kind).length
  const shifted = checks.filter(c => c.sentAs !== undefined).length
  const issued = payments.filter(p => p.state === 'issued')
  return good({
    changes: {
      runs: [
        {
          ...run,
          state: 'counted off',
          checks,
          ...(act.skipped?.length && { skipped: act.skipped }),
          countedAt: stamp.at,
          countedBy: stamp.by,
        },
      ],
      numbers: [...numbers.values()],
      payments,
      entries,
      copies,
    },
    trail: {
      act: 'count off',
      text: `${count('good')} good for ${figures(sum(issued.map(p => p.amount)))}, ${count('spoiled')} spoiled, ${count('never came out')} never came out${shifted ? `, ${shifted} under another number` : ''}${act.skipped?.length ? `, skipped ${act.skipped.map(s => `${s.number} ${s.fate}`).join(', ')}` : ''}`,
      about: { account: run.accountId, run: run.id, book: run.bookId },
    },
  })
}
