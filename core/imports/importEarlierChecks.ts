import { howManyOf } from '../base/howMany'
import type { Id } from '../base/id'
import { good, refuse, type Refusal, type Result } from '../base/result'
import {
  become,
  inBook,
  numberId,
  unusedRow,
  type CheckNumber,
  type CheckOnPaper,
  type NumberBook,
  type NumberRow,
} from '../numbers/book'
import type { GivenFate } from '../numbers/giveFate'
import { entry, sided, type Entry } from '../ledger/entry'
import { cents } from '../money/cents'
import type { Payment } from '../payments/payment'
import type { Payee } from '../payees/payee'
import {
  importWhatIsGood,
  type ImportedFile,
  type ImportKnown,
  type ImportedKind,
  type TakingIn,
} from './importRows'
import type { Decision, Stamp } from '../trail/trail'
import { issueEntry } from '../payments/issueEntry'
import { beforeRun } from '../runs/run'

/** What may have become of a check before the office began here. */
export const earlierStates = ['issued', 'cleared', 'voided', 'stopped'] as const
export type EarlierState = (typeof earlierStates)[number]

/** A check that was issued elsewhere, before: its payment is among the draws. */
export interface EarlierCheck {
  readonly paymentId: Id<'payment'>
  readonly number: CheckNumber
  readonly state: EarlierState
  readonly why: string
}
/** A number that carries no check, and what became of it. */
export interface EarlierFate {
  readonly number: CheckNumber
  readonly fate: GivenFate
  readonly why: string
}
/** Checks and numbers from before the office began here. */
export interface TakingBefore {
  readonly taking: TakingIn
  readonly checks: readonly EarlierCheck[]
  readonly fates: readonly EarlierFate[]
  /** The opening balance is what was left after these checks: it stays as it is. */
  readonly held: boolean
}
/** What must be known before earlier checks are imported: also their number books. */
export interface BeforeKnown extends ImportKnown {
  readonly books: readonly NumberBook[]
  /** Those of the numbers that were touched already. */
  readonly rows: ReadonlyMap<Id<'number'>, NumberRow>
  /** Where opening balances stand in the ledger. */
  readonly equity: Id<'ledger'> | undefined
}
export type BeforeKind = ImportedKind | 'checks' | 'fates'
interface Before {
  readonly payees: Payee[]
  readonly payments: Payment[]
  readonly numbers: NumberRow[]
  readonly entries: Entry[]
  readonly refused: { readonly kind: BeforeKind; readonly at: number; readonly refusal: Refusal }[]
}

/** The number books of an account as they fill with what was before. */
class Earlier {
  readonly numbers = new Map<Id<'number'>, NumberRow>()
  constructor(
    private readonly known: BeforeKnown,
    private readonly act: TakingBefore,
    private readonly stamp: Stamp,
  ) {}

  /** The row of a number that nothing became of yet. */
  private untouched(number: CheckNumber): Result<NumberRow> {
    const at = { field: 'number', value: number }
    const book = this.known.books.find(b => inBook(b, number) && b.kind !== 'advices')
    if (!book) return refuse('number-outside', `Number ${number} is not in a number book of this account`, at)
    const id = numberId(book.id, number)
    const row = this.numbers.get(id) ?? this.known.rows.get(id) ?? unusedRow(book, number)
    return row.fate === 'unused'
      ? good(row)
      : refuse('number-used', `Number ${number} is already ${row.fate}. A number can only be used once`, at)
  }
  private keep(row: Result<NumberRow>): Result<NumberRow> {
    if (row.ok) this.numbers.set(row.value.id, row.value)
    return row
  }
  fate({ number, fate, why }: EarlierFate): Result<NumberRow> {
    if (!why.trim())
      return refuse('why-blank', `Give a reason why number ${number} is ${fate}`, { field: 'why' })
    const row = this.untouched(number)
    return row.ok ? this.keep(become(row.value, fate, this.stamp, { why: why.trim(), check: null })) : row
  }
  /** The payment as it stands after its check, and what it comes to in the ledger. */
  check(of: EarlierCheck, payment: Payment): Result<{ payment: Payment; entries: Entry[] }> {
    const row = this.untouched(of.number)
    if (!row.ok) return row
    const ended = of.state === 'voided' || of.state === 'stopped'
    if (ended && !of.why.trim())
      return refuse('why-blank', `Give a reason why number ${of.number} is ${of.state}`, { field: 'why' })
    const { name: payee, date, amount } = payment
    const check: CheckOnPaper = {
      ...{ paymentId: payment.id, runId: beforeRun(this.act.taking.id), sheet: 1, place: 1 },
      ...{ payee, date, amount },
    }
    const issued = become(row.value, 'issued', this.stamp, { check, why: 'issued before' })
    if (!issued.ok || of.state === 'issued') {
      const kept = this.keep(issued)
      return kept.ok
        ? good({ payment: { ...payment, state: 'issued' }, entries: this.entry(payment, of) })
        : kept
    }
    const then = this.keep(
      become(issued.value, of.state, this.stamp, { ...(of.why && { why: of.why.trim() }) }),
    )
    if (!then.ok) return then
    return ended
      ? good({ payment: { ...payment, state: 'cancelled' }, entries: [] })
      : good({ payment: { ...payment, state: 'cleared' }, entries: this.entry(payment, of) })
  }
  /** As when it is issued; where the opening balance was told after it, that is put back by as much. */
  private entry(payment: Payment, { number }: EarlierCheck): Entry[] {
    const { account, equity } = this.known
    const issue = issueEntry(payment, number, account!.cashLedgerId, payment.date)
    if (!this.act.held || !equity) return [issue]
    const back = [sided(account!.cashLedgerId, payment.amount), sided(equity, cents(-payment.amount))]
    return [entry({ ...issue, lines: [...issue.lines, ...back] })]
  }
}

/** Takes in all that can be of what was before, each thing by itself, and tells what is refused. */
export function beforeWhatHolds(known: BeforeKnown, act: TakingBefore, stamp: Stamp): Before {
  const taken = importWhatIsGood(known, act.taking, stamp)
  const refused: Before['refused'] = [...taken.refused]
  const waiting = new Map(taken.payments.map(p => [p.id, p]))
  const earlier = new Earlier(known, act, stamp)
  const payments: Payment[] = []
  const entries: Entry[] = []
  for (const [at, check] of act.checks.entries()) {
    const payment = waiting.get(check.paymentId)
    if (!payment) continue
    const done = earlier.check(check, payment)
    if (done.ok) {
      payments.push(done.value.payment)
      entries.push(...done.value.entries)
    } else refused.push({ kind: 'checks', at, refusal: done.refusal })
  }
  for (const [at, fate] of act.fates.entries()) {
    const done = earlier.fate(fate)
    if (!done.ok) refused.push({ kind: 'fates', at, refusal: done.refusal })
  }
  return { payees: taken.payees, payments, numbers: [...earlier.numbers.values()], entries, refused }
}

/** How much of what was before came, in words. */
export const earlierChecksText = (of: {
  readonly payments: { readonly length: number }
  readonly numbers: { readonly length: number }
}): string =>
  howManyOf([of.payments.length, 'check'], [of.numbers.length - of.payments.length, 'other number'])

/**
 * Takes in what was before the office began here: checks with their payments, issued, cleared, voided or
 * stopped, under numbers of the account's books, and what became of other numbers. All of it, or nothing; the
 * refusal names which thing it was. One line in the trail.
 */
export function importEarlierChecks(
  known: BeforeKnown,
  act: TakingBefore,
  stamp: Stamp,
): Decision<{
  intakes: ImportedFile[]
  payees: Payee[]
  payments: Payment[]
  numbers: NumberRow[]
  entries: Entry[]
}> {
  const { id, companyId, accountId, file, draws } = act.taking
  if (known.intake) return refuse('intake-known', 'This file was already imported', { field: 'file' })
  if (!accountId || known.account?.companyId !== companyId)
    return refuse('account-blank', 'Choose the account of these numbers', { field: 'account' })
  if (act.held && !known.equity && act.checks.length)
    return refuse('equity-none', 'This company has no ledger account for opening balances', { field: 'held' })
  if (draws.length !== act.checks.length || act.taking.bills.length || act.taking.ledgers.length)
    return refuse('intake-odd', 'Each payment must belong to one check', {
      field: 'file',
    })
  const { refused, ...changes } = beforeWhatHolds(known, act, stamp)
  const [first] = refused
  if (first)
    return refuse(first.refusal.code, `${first.kind} ${first.at + 1}: ${first.refusal.text}`, {
      field: 'file',
    })
  if (changes.payments.length !== draws.length)
    return refuse('intake-odd', 'a payment has no check', { field: 'file' })
  const summary = earlierChecksText(changes)
  if (!summary) return refuse('intake-empty', 'There is nothing to import', { field: 'file' })
  const intake: ImportedFile = {
    ...{ id, companyId, file, at: stamp.at, by: stamp.by, ledgers: [], bills: [] },
    payees: changes.payees.map(p => p.id),
    payments: changes.payments.map(p => p.id),
    numbers: changes.numbers.map(n => n.id),
  }
  return good({
    changes: { ...changes, intakes: [intake] },
    trail: {
      act: 'Earlier checks imported',
      text: `Imported ${summary} from ${file}${act.held ? '; the opening balance includes them' : ''}.`,
      about: { intake: id, company: companyId, account: accountId },
    },
  })
}
