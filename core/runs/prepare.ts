import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import { jumpedBy, type CheckNumber, type NumberBook, type NumberRow } from '../books/book'
import type { Payment } from '../payables/payment'
import { figures } from '../money/figures'
import { sum } from '../money/cents'
import type { Decision, Stamp } from '../trail/trail'
import { ordered, type Run, type RunOrder } from './run'

export interface Picking { readonly runId: Id<'run'>, readonly paymentIds: readonly Id<'payment'>[], readonly order: RunOrder, readonly signers?: readonly number[] | null }

const range = (run: Run): string => (run.checks.length ? `${run.checks[0]?.number} to ${run.checks.at(-1)?.number}` : `${run.paymentIds.length} payments`)

/**
 * Picks payments for a run, or picks anew for one not yet printed. One open run a number book: where another is open, its state is told.
 * Picking anew takes back the loaded number, since the pack must be looked at again.
 */
export function pick(known: { book: NumberBook, run: Run | undefined, openRuns: readonly Run[], payments: readonly Payment[] }, act: Picking, stamp: Stamp): Decision<{ runs: Run[] }> {
  const other = known.openRuns.find(r => r.id !== act.runId)
  if (other) return refuse('run-open', other.state === 'at the printer' ? `a run of this number book waits for its count-off (${range(other)})` : `another run of this number book is being prepared (${range(other)})`, { field: 'run', value: other.id })
  if (known.run && known.run.state !== 'prepared') return refuse('run-printed', `this run is ${known.run.state}: it can no longer be picked anew`, { field: 'run' })
  if (!act.paymentIds.length) return refuse('pick-none', 'pick at least one payment', { field: 'payments' })
  const payments = act.paymentIds.map(id => known.payments.find(p => p.id === id))
  const waiting = payments.filter((p): p is Payment => p !== undefined && p.state === 'waiting' && p.accountId === known.book.accountId)
  if (waiting.length < payments.length) return refuse('payment-not-waiting', 'a payment picked is no longer in the lane of this account', { field: 'payments' })
  const run: Run = {
    id: act.runId, accountId: known.book.accountId, bookId: known.book.id, state: 'prepared', order: act.order, paymentIds: ordered(waiting, act.order).map(p => p.id),
    top: null, signers: act.signers ?? null, printing: known.run?.printing ?? null, checks: [], printedWith: null, copies: 0, preparedAt: known.run?.preparedAt ?? stamp.at, printedAt: '', countedAt: '',
  }
  return good({ changes: { runs: [run] }, trail: { act: 'pick', text: `${waiting.length} payments, ${figures(sum(waiting.map(p => p.amount)))}, order ${act.order}`, about: { account: run.accountId, run: run.id } } })
}

/** Takes down the number on the top sheet. Numbers it would jump over must have been given a fate before. */
export function load(known: { run: Run, book: NumberBook, rows: ReadonlyMap<CheckNumber, NumberRow> }, act: { top: CheckNumber, printing?: Run['printing'] }): Decision<{ runs: Run[] }> {
  if (known.run.state !== 'prepared') return refuse('run-printed', `this run is ${known.run.state}`, { field: 'run' })
  const jumped = jumpedBy(known.book, known.rows, act.top)
  if (!jumped.ok) return jumped
  if (jumped.value.length) return refuse('numbers-jumped', `${jumped.value.length} unused numbers from ${jumped.value[0]} would be jumped over: say first what became of them`, { field: 'top', value: act.top, limit: jumped.value.length })
  return good({ changes: { runs: [{ ...known.run, top: act.top, printing: act.printing ?? null }] }, trail: { act: 'load', text: `${act.top} on the top sheet`, about: { account: known.run.accountId, run: known.run.id } } })
}

/** Drops a run that was not printed: its payments stay in the lane. */
export function drop(known: { run: Run }): Decision<{ runs: Run[] }> {
  if (known.run.state !== 'prepared') return refuse('run-printed', `this run is ${known.run.state}: it must be counted off`, { field: 'run' })
  return good({ changes: { runs: [{ ...known.run, state: 'dropped' }] }, trail: { act: 'drop a run', text: `${known.run.paymentIds.length} payments stay in the lane`, about: { account: known.run.accountId, run: known.run.id } } })
}
