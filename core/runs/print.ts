import { canonicalJson } from '../base/hash'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import {
  become,
  jumpedBy,
  unusedRow,
  type CheckNumber,
  type NumberBook,
  type NumberRow,
  type Rows,
} from '../books/book'
import type { Layout } from '../paper/layout'
import type { Stock } from '../paper/stock'
import type { Signing } from '../payables/account'
import type { Payment } from '../payables/payment'
import { essentialNotes } from '../proof/essentials'
import type { AccountFacts, CheckFacts } from '../proof/facts'
import type { Decision, Stamp } from '../trail/trail'
import { copyId, layoutVersion, plan, wayOf, type CheckCopy, type LayoutVersion, type Run } from './run'

/** What a PDF was made of: the checks, and the key of the layout version with its stock and account. */
export interface Made {
  readonly checks: readonly CheckFacts[]
  readonly version: string
  /** Sheet and place of each check, as `1/1`. */ readonly places: readonly string[]
}
export const placesOf = (planned: readonly { readonly sheet: number; readonly place: number }[]): string[] =>
  planned.map(p => `${p.sheet}/${p.place}`)

export interface PrintKnown {
  readonly run: Run
  readonly openRuns: readonly Run[]
  readonly book: NumberBook
  /** The fates of the book, and the rows of those numbers that were touched before. */
  readonly fates: Rows
  readonly rows: Pick<ReadonlyMap<CheckNumber, NumberRow>, 'get'>
  readonly payments: ReadonlyMap<Id<'payment'>, Payment>
  readonly account: AccountFacts
  readonly signing: Signing
  readonly layout: Layout
  readonly stock: Stock
}

/**
 * Sends a run to the printer: at this moment its numbers go on paper. `made` is what the PDF in hand was made
 * of; where anything has
 * changed since, the act is refused, so that paper and record cannot differ.
 */
export function print(
  known: PrintKnown,
  act: { made: Made; consent?: string },
  stamp: Stamp,
): Decision<{
  runs: Run[]
  numbers: NumberRow[]
  payments: Payment[]
  copies: CheckCopy[]
  layoutVersions: LayoutVersion[]
}> {
  const { run } = known
  if (run.state !== 'prepared')
    return refuse('run-printed', `this run is ${run.state} already`, { field: 'run' })
  const other = known.openRuns.find(r => r.id !== run.id && r.state === 'at the printer')
  if (other)
    return refuse('run-open', 'another run of this number book waits for its count-off', {
      field: 'run',
      value: other.id,
    })
  if (run.top !== null) {
    const jumped = jumpedBy(known.book, known.fates, run.top, wayOf(known.stock, run.printing))
    if (!jumped.ok) return jumped
    if (jumped.value.length)
      return refuse('numbers-jumped', 'numbers would be jumped over: load again', {
        field: 'top',
        limit: jumped.value.length,
      })
  }
  const planned = plan(run, known.payments, known.book, known.fates, known.stock, known.signing)
  if (!planned.ok) return planned
  // What would not be a check is never printed as one; advices need none of it.
  const lacks = planned.value.every(p => p.payment.advice)
    ? undefined
    : essentialNotes(known.layout, known.stock).find(n => n.severity === 'error')
  if (lacks) return refuse('layout-essentials', lacks.text, { field: 'layout' })
  const version = layoutVersion(known.layout, known.stock, known.account)
  const now: Made = {
    checks: planned.value.map(p => p.facts),
    version: version.id,
    places: placesOf(planned.value),
  }
  if (canonicalJson(now) !== canonicalJson(act.made))
    return refuse('proof-stale', 'something changed since the proof was made: look at the proof again', {
      field: 'run',
    })

  const numbers: NumberRow[] = []
  for (const { number, payment, sheet, place } of planned.value) {
    const row = become(known.rows.get(number) ?? unusedRow(known.book, number), 'on paper', stamp, {
      check: {
        paymentId: payment.id,
        runId: run.id,
        sheet,
        place,
        payee: payment.name,
        date: payment.date,
        amount: payment.amount,
      },
    })
    if (!row.ok) return row
    numbers.push(row.value)
  }
  const checks = planned.value.map(({ sheet, place, number, payment }) => ({
    sheet,
    place,
    number,
    paymentId: payment.id,
    outcome: null,
  }))
  return good({
    changes: {
      runs: [
        { ...run, state: 'at the printer', checks, printedWith: version.id, copies: 1, printedAt: stamp.at },
      ],
      numbers,
      payments: planned.value.map(({ payment }) => ({ ...payment, state: 'on paper' })),
      copies: planned.value.map(({ number, facts }) => ({
        id: copyId(run.id, number),
        runId: run.id,
        facts,
      })),
      layoutVersions: [version],
    },
    trail: {
      act: 'print',
      text: `${checks.length} checks, ${checks[0]?.number} to ${checks.at(-1)?.number}${act.consent ? `; with warnings, consented: ${act.consent}` : ''}`,
      about: { account: run.accountId, run: run.id, book: run.bookId },
    },
  })
}

/** Sends the PDF of a run out once more: only after a person said what became of the first paper. */
export function printAgain(known: { run: Run }, act: { why: string }): Decision<{ runs: Run[] }> {
  if (known.run.state !== 'at the printer')
    return refuse('run-not-at-printer', `this run is ${known.run.state}`, { field: 'run' })
  if (!act.why.trim()) return refuse('why-blank', 'say what became of the first paper', { field: 'why' })
  const copies = known.run.copies + 1
  return good({
    changes: { runs: [{ ...known.run, copies }] },
    trail: {
      act: 'print again',
      text: `${act.why.trim()}: copy ${copies} sent out`,
      about: { account: known.run.accountId, run: known.run.id },
    },
  })
}
