import { sentence } from '../base/sentence'
import { howMany } from '../base/howMany'
import { canonicalJson } from '../base/hash'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import {
  become,
  jumpedBy,
  unusedRow,
  type CheckNumber,
  type NumberBook,
  type NumberRow,
  type Rows,
} from '../numbers/book'
import { spans } from '../numbers/spans'
import type { Layout } from '../paper/layout'
import type { Stock } from '../paper/stock'
import type { Signing } from '../accounts/account'
import type { Payment } from '../payments/payment'
import { essentialNotes } from '../proof/essentials'
import type { AccountFacts, CheckFacts } from '../proof/facts'
import type { Decision, Stamp } from '../trail/trail'
import {
  copyId,
  layoutVersion,
  plan,
  wayOf,
  type CheckCopy,
  type LayoutVersion,
  type PlannedCheck,
  type Run,
} from './run'

/** What a PDF was made of: the checks, and the key of the layout version with its stock and account. */
export interface Made {
  readonly checks: readonly CheckFacts[]
  readonly version: string
  /** Sheet and place of each check, as `1/1`. */ readonly places: readonly string[]
}
/** Sheet and place of each check, in the order of printing, to compare two plans. */
export const placesOf = (planned: readonly { readonly sheet: number; readonly place: number }[]): string[] =>
  planned.map(p => `${p.sheet}/${p.place}`)

/** What must be known before a run goes to the printer. */
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

/** Refuses a run that cannot go on paper now, whatever stands on its checks. */
function mayPrint({ run, openRuns, book, fates, stock }: PrintKnown): Result<true> {
  if (run.state !== 'prepared')
    return refuse('run-printed', `this run is ${run.state} already`, { field: 'run' })
  const other = openRuns.find(r => r.id !== run.id && r.state === 'at the printer')
  if (other)
    return refuse('run-open', 'Another run of this number book is waiting to be counted off', {
      field: 'run',
      value: other.id,
    })
  const jumped = run.top === null ? good([]) : jumpedBy(book, fates, run.top, wayOf(stock, run.printing))
  if (!jumped.ok) return jumped
  if (jumped.value.length)
    return refuse('numbers-jumped', 'Numbers would be skipped. Load again', {
      field: 'top',
      limit: jumped.value.length,
    })
  return good(true)
}

/** Refuses what would not be a check, or is not what the PDF in hand was made of. */
function asProofed(
  known: PrintKnown,
  planned: readonly PlannedCheck[],
  version: LayoutVersion,
  made: Made,
): Result<true> {
  // What would not be a check is never printed as one; advices need none of it.
  const lacks = planned.every(p => p.payment.advice)
    ? undefined
    : essentialNotes(known.layout, known.stock).find(n => n.severity === 'error')
  if (lacks) return refuse('layout-essentials', lacks.text, { field: 'layout' })
  const now: Made = { checks: planned.map(p => p.facts), version: version.id, places: placesOf(planned) }
  return canonicalJson(now) === canonicalJson(made)
    ? good(true)
    : refuse('proof-stale', 'Something changed since you checked the proof. Check it again', {
        field: 'run',
      })
}

/** The numbers of a run, on paper with what each check says. */
function onPaper(known: PrintKnown, planned: readonly PlannedCheck[], stamp: Stamp): Result<NumberRow[]> {
  const numbers: NumberRow[] = []
  for (const { number, payment, sheet, place } of planned) {
    const { name: payee, date, amount } = payment
    const check = { paymentId: payment.id, runId: known.run.id, sheet, place, payee, date, amount }
    const before = known.rows.get(number) ?? unusedRow(known.book, number)
    const row = become(before, 'on paper', stamp, { check })
    if (!row.ok) return row
    numbers.push(row.value)
  }
  return good(numbers)
}

type Printed = {
  runs: Run[]
  numbers: NumberRow[]
  payments: Payment[]
  copies: CheckCopy[]
  layoutVersions: LayoutVersion[]
}

/**
 * Sends a run to the printer, or away to who prints it elsewhere (`sentTo`): at this moment its numbers go on
 * paper. `made` is what the PDF in hand was made of; where anything has changed since, the act is refused, so
 * that paper and record cannot differ.
 */
export function print(
  known: PrintKnown,
  act: { made: Made; consent?: string; sentTo?: string },
  stamp: Stamp,
): Decision<Printed> {
  const { run } = known
  const sentTo = act.sentTo?.trim()
  if (sentTo === '') return refuse('sent-blank', 'Enter who the file goes to', { field: 'sentTo' })
  const may = mayPrint(known)
  if (!may.ok) return may
  const planned = plan(run, known.payments, known.book, known.fates, known.stock, known.signing)
  if (!planned.ok) return planned
  const version = layoutVersion(known.layout, known.stock, known.account)
  const same = asProofed(known, planned.value, version, act.made)
  if (!same.ok) return same
  const numbers = onPaper(known, planned.value, stamp)
  if (!numbers.ok) return numbers
  const checks = planned.value.map(({ sheet, place, number, payment }) => ({
    sheet,
    place,
    number,
    paymentId: payment.id,
    outcome: null,
  }))
  const consented = act.consent ? ` Warnings accepted: ${act.consent}.` : ''
  return good({
    changes: {
      runs: [
        {
          ...run,
          state: 'at the printer',
          checks,
          printedWith: version.id,
          copies: 1,
          printedAt: stamp.at,
          ...(sentTo && { sentTo }),
        },
      ],
      numbers: numbers.value,
      payments: planned.value.map(({ payment }) => ({ ...payment, state: 'on paper' })),
      copies: planned.value.map(c => ({ id: copyId(run.id, c.number), runId: run.id, facts: c.facts })),
      layoutVersions: [version],
    },
    trail: {
      act: sentTo ? 'Run sent away' : 'Run printed',
      text: `${sentTo ? 'Sent away' : 'Printed'} ${howMany(checks.length, 'check')}, ${spans(checks.map(c => c.number))}${sentTo ? `, to ${sentTo}` : ''}.${consented}`,
      about: { account: run.accountId, run: run.id, book: run.bookId },
    },
  })
}

/** Sends the PDF of a run out once more: only after a person said what became of the first paper. */
export function printAgain(known: { run: Run }, act: { why: string }): Decision<{ runs: Run[] }> {
  if (known.run.state !== 'at the printer')
    return refuse('run-not-at-printer', `this run is ${known.run.state}`, { field: 'run' })
  if (!act.why.trim()) return refuse('why-blank', 'Enter what happened to the first sheets', { field: 'why' })
  const copies = known.run.copies + 1
  return good({
    changes: { runs: [{ ...known.run, copies }] },
    trail: {
      act: 'Printed again',
      text: sentence(`Printed copy ${copies} of the run. First sheets: ${act.why.trim()}`),
      about: { account: known.run.accountId, run: known.run.id },
    },
  })
}
