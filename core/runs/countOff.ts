import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import {
  become,
  inBook,
  unusedRow,
  type CheckNumber,
  type CheckOnPaper,
  type NumberBook,
  type NumberRow,
} from '../numbers/book'
import type { Entry } from '../ledger/entry'
import { openDay } from '../ledger/period'
import { figures } from '../money/figures'
import { sum } from '../money/cents'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'
import { isEntered, issueEntry, replacedRows } from '../payments/issueEntry'
import { copyId, type CheckCopy, type Outcome, type Run, type RunCheck, type Skipped } from './run'

/** What must be known before a run is counted off. */
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

/**
 * What a person says of a run: of every check by the number it was sent with, and of numbers that were
 * skipped.
 */
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

/** What a count-off comes to, as it goes from sheet to sheet. */
class Tally {
  readonly numbers = new Map<CheckNumber, NumberRow>()
  readonly carried = new Set<CheckNumber>()
  readonly payments: Payment[] = []
  readonly entries: Entry[] = []
  readonly checks: RunCheck[] = []
  readonly copies: CheckCopy[] = []
  /** Which number a payment was issued under. */
  readonly issuedUnder: { paymentId: Id<'payment'>; number: CheckNumber }[] = []

  constructor(
    readonly known: CountOffKnown,
    readonly stamp: Stamp,
    /**
     * The numbers of the run: every one is let go first, so that a shift by one cannot run into its
     * neighbour.
     */
    readonly held: ReadonlyMap<CheckNumber, CheckOnPaper>,
  ) {}

  rowOf(n: CheckNumber): NumberRow {
    return this.numbers.get(n) ?? this.known.rows.get(n) ?? unusedRow(this.known.book, n)
  }
  /** Whether another number than those of the run is used already. */
  usedElsewhere(number: CheckNumber): NumberRow | undefined {
    const row = this.rowOf(number)
    return !this.held.has(number) && row.fate !== 'unused' ? row : undefined
  }
}

/**
 * The checks that the run's numbers carry in the books. Throws where a number is not on paper: the books are
 * broken.
 */
function heldBy({ run, rows }: CountOffKnown): Map<CheckNumber, CheckOnPaper> {
  return new Map(
    run.checks.map(({ number }) => {
      const row = rows.get(number)
      if (row?.check?.runId !== run.id || row.fate !== 'on paper') {
        throw new Error(`Number ${number} of this run is not on paper in the number book`)
      }
      return [number, row.check]
    }),
  )
}

/** Every check of the run has one outcome, and there is no other. */
function oneOutcomeEach(run: Run, outcomes: ReadonlyMap<CheckNumber, Outcome>): Result<true> {
  const missing = run.checks.find(c => !outcomes.has(c.number))
  if (missing) return outcomeMissing(missing.number)
  return outcomes.size === run.checks.length
    ? good(true)
    : refuse('outcome-extra', 'An outcome is for a number that is not in this run', { field: 'outcome' })
}
const outcomeMissing = (number: CheckNumber) =>
  refuse('outcome-missing', `Choose an outcome for ${number}`, { field: 'outcome', value: number })
const outside = (number: CheckNumber, field: string) =>
  refuse('number-outside', `${number} is not in the number book`, { field, value: number })
const whyBlank = (number: CheckNumber, fate: string) =>
  refuse('why-blank', `Give a reason why ${number} is ${fate}`, { field: 'why', value: number })

/** Whether the paper of a check may carry this number, and whether its outcome says enough. */
function mayCarry(t: Tally, number: CheckNumber, outcome: Outcome): Result<true> {
  if (!inBook(t.known.book, number)) return outside(number, 'number')
  if (t.carried.has(number)) {
    return refuse('number-twice', `Number ${number} was given to two sheets`, {
      field: 'number',
      value: number,
    })
  }
  const used = t.usedElsewhere(number)
  if (used) {
    return refuse('number-used', `Number ${number} is already ${used.fate}. A number can only be used once`, {
      field: 'number',
      value: number,
    })
  }
  return outcome.kind === 'spoiled' && !outcome.why.trim() ? whyBlank(number, 'spoiled') : good(true)
}

/** A check that came out well: issued, and entered unless it is booked already. */
function issue(t: Tally, payment: Payment, row: NumberRow, paper: CheckOnPaper): Result<true> {
  const issued = become(row, 'issued', t.stamp, { check: paper })
  if (!issued.ok) return issued
  t.numbers.set(row.number, issued.value)
  const { booked, ...bare } = payment
  t.payments.push({ ...bare, state: 'issued' })
  if (!booked && isEntered(payment)) {
    const date = openDay(payment.date, t.known.closedThrough)
    t.entries.push(issueEntry(payment, row.number, t.known.cashLedgerId, date))
  }
  t.issuedUnder.push({ paymentId: payment.id, number: row.number })
  return good(true)
}

/** A spoiled sheet: its number is used up, its payment back in the lane. */
function spoil(
  t: Tally,
  payment: Payment,
  row: NumberRow,
  paper: CheckOnPaper,
  outcome: Extract<Outcome, { kind: 'spoiled' }>,
): Result<true> {
  const spoiled = become(row, 'spoiled', t.stamp, { why: outcome.why.trim(), check: paper })
  if (!spoiled.ok) return spoiled
  t.numbers.set(row.number, spoiled.value)
  t.payments.push({ ...payment, state: 'waiting', ...(outcome.correct && { correct: outcome.correct }) })
  return good(true)
}

/** Takes down what a person saw of one check. */
function countCheck(t: Tally, check: RunCheck, outcome: Outcome): Result<true> {
  const payment = t.known.payments.get(check.paymentId)
  if (!payment || payment.state !== 'on paper') {
    throw new Error(`The payment of check ${check.number} is not on paper`)
  }
  if (outcome.kind === 'never came out') {
    t.payments.push({ ...payment, state: 'waiting' })
    t.checks.push({ ...check, outcome })
    return good(true)
  }
  const number = outcome.number ?? check.number
  const may = mayCarry(t, number, outcome)
  if (!may.ok) return may
  t.carried.add(number)
  const paper = t.held.get(check.number)!
  const shifted = number !== check.number
  const row = shifted ? { ...t.rowOf(number), fate: 'unused' as const } : t.rowOf(number)
  const done =
    outcome.kind === 'good' ? issue(t, payment, row, paper) : spoil(t, payment, row, paper, outcome)
  if (!done.ok) return done
  t.checks.push({ ...check, number, outcome, ...(shifted && { sentAs: check.number }) })
  const copy = t.known.copies.get(copyId(t.known.run.id, check.number))
  if (shifted && copy) {
    t.copies.push({ ...copy, id: copyId(t.known.run.id, number), facts: { ...copy.facts, number } })
  }
  return good(true)
}

/** A number that went through the printer and carries no check gets the fate that is told for it. */
function countSkipped(t: Tally, { number, fate, why }: Skipped): Result<true> {
  if (t.carried.has(number)) {
    return refuse('number-twice', `Number ${number} is marked ${fate}, but a sheet has it`, {
      field: 'skipped',
      value: number,
    })
  }
  if (!inBook(t.known.book, number)) return outside(number, 'skipped')
  if (!why.trim()) return whyBlank(number, fate)
  const used = t.usedElsewhere(number)
  if (used) {
    return refuse('number-used', `${number} is ${used.fate}`, { field: 'skipped', value: number })
  }
  const row = t.rowOf(number)
  const held = t.held.has(number) && !t.numbers.has(number)
  const freed = held ? become(row, 'unused', t.stamp, { check: null }) : good(row)
  const given = freed.ok ? become(freed.value, fate, t.stamp, { why: why.trim(), check: null }) : freed
  if (!given.ok) return given
  t.numbers.set(number, given.value)
  t.carried.add(number)
  return good(true)
}

/** The numbers of the run that no paper carries are unused again. */
function freeTheRest(t: Tally): Result<true> {
  for (const { number } of t.known.run.checks) {
    if (t.carried.has(number)) continue
    const freed = become(t.rowOf(number), 'unused', t.stamp, { check: null })
    if (!freed.ok) return freed
    t.numbers.set(number, freed.value)
  }
  return good(true)
}

/** The numbers that carried these payments before say which one took over. */
function nameSuccessors(t: Tally): void {
  for (const { paymentId, number } of t.issuedUnder) {
    for (const old of replacedRows(t.known.earlier, paymentId, number, t.stamp)) {
      if (!t.numbers.has(old.number)) t.numbers.set(old.number, old)
    }
  }
}

function countText(t: Tally, skipped: readonly Skipped[]): string {
  const count = (kind: Outcome['kind']): number => t.checks.filter(c => c.outcome?.kind === kind).length
  const shifted = t.checks.filter(c => c.sentAs !== undefined).length
  const issued = sum(t.payments.filter(p => p.state === 'issued').map(p => p.amount))
  return [
    `${count('good')} good for ${figures(issued)}`,
    `${count('spoiled')} spoiled`,
    `${count('never came out')} never came out`,
    ...(shifted ? [`${shifted} under another number`] : []),
    ...(skipped.length ? [`skipped ${skipped.map(s => `${s.number} ${s.fate}`).join(', ')}`] : []),
  ].join(', ')
}

/**
 * Counts a run off: every check gets the outcome that a person saw, under the number that its paper
 * carries. Good: issued, and the entry is made. Spoiled: the number is used up, the payment is back in the
 * lane. Never came out: the number is unused again, the payment back in the lane. A number of the run that
 * no check carries gets the fate told for it, or is unused again. Refused unless every check has exactly
 * one outcome, every spoiled one a reason, no number is on two checks, and every other number is one that
 * may still be used.
 */
export function countOff(known: CountOffKnown, act: CountOffAct, stamp: Stamp): Decision<CountedOff> {
  const { run } = known
  const { outcomes, skipped = [] } = act
  if (run.state !== 'at the printer') {
    return refuse('run-not-at-printer', `this run is ${run.state}`, { field: 'run' })
  }
  const each = oneOutcomeEach(run, outcomes)
  if (!each.ok) return each
  const t = new Tally(known, stamp, heldBy(known))
  const steps: (() => Result<true>)[] = [
    ...run.checks.map(check => () => countCheck(t, check, outcomes.get(check.number)!)),
    ...skipped.map(one => () => countSkipped(t, one)),
    () => freeTheRest(t),
  ]
  for (const step of steps) {
    const done = step()
    if (!done.ok) return done
  }
  nameSuccessors(t)
  const { numbers, payments, entries, checks, copies } = t
  const counted: Run = {
    ...run,
    state: 'counted off',
    checks,
    ...(skipped.length > 0 && { skipped }),
    countedAt: stamp.at,
    countedBy: stamp.by,
  }
  return good({
    changes: { runs: [counted], numbers: [...numbers.values()], payments, entries, copies },
    trail: {
      act: 'Run counted off',
      text: `Counted off: ${countText(t, skipped)}.`,
      about: { account: run.accountId, run: run.id, book: run.bookId },
    },
  })
}
