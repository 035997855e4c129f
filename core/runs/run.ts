import { hashOf } from '../base/hash'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { takeNumbers, type CheckNumber, type NumberBook, type NumberRow } from '../books/book'
import type { MicrFit } from '../micr/micrFit'
import type { Layout } from '../paper/layout'
import { checksPerSheet, type Stock } from '../paper/stock'
import type { Signing } from '../payables/account'
import { factsOfPayment, type Payment } from '../payables/payment'
import type { AccountFacts, CheckFacts } from '../proof/facts'

export const runStates = ['prepared', 'at the printer', 'counted off', 'dropped'] as const
export type RunState = (typeof runStates)[number]

export const runOrders = ['as drawn', 'payee', 'date', 'amount'] as const
export type RunOrder = (typeof runOrders)[number]

/** What a person saw of one check when counting off. */
export type Outcome = { readonly kind: 'good' } | { readonly kind: 'spoiled', readonly why: string } | { readonly kind: 'never came out' }

/** One check of a run: which sheet it is on, where, under which number. */
export interface RunCheck {
  readonly sheet: number
  readonly place: number
  readonly number: CheckNumber
  readonly paymentId: Id<'payment'>
  readonly outcome: Outcome | null
}

/** The printer and tray of a run, the fit its pages go through, the MICR line's own correction, and how the sheets come to lie (face down where nothing is said). */
export interface Printing { readonly printerId: Id<'printer'>, readonly tray: string, readonly fitId: Id<'fit'> | null, readonly micr?: MicrFit, readonly stacking?: 'face down' | 'face up' }

/** One batch of checks put on paper together. */
export interface Run {
  readonly id: Id<'run'>
  readonly accountId: Id<'account'>
  readonly bookId: Id<'book'>
  readonly state: RunState
  readonly order: RunOrder
  /** The payments picked, in the order in which they go on paper. */
  readonly paymentIds: readonly Id<'payment'>[]
  /** The number on the top sheet, as the clerk confirmed it at loading; null before. */
  readonly top: CheckNumber | null
  /** Whose signature images print on all of this run; null: as the account says. */
  readonly signers: readonly number[] | null
  /** Which printer and tray it goes through, by which fit; null where nobody said. */
  readonly printing: Printing | null
  /** Filled when the run goes to the printer. */
  readonly checks: readonly RunCheck[]
  /** Key of the layout version it was printed with; null before. */
  readonly printedWith: string | null
  /** How many times the PDF was sent out for printing. */
  readonly copies: number
  readonly preparedAt: string
  readonly printedAt: string
  readonly countedAt: string
}

/** A layout on a stock with the facts of an account, exactly as printed with: kept for ever, once for all runs that share it, told from others by its content. */
export interface LayoutVersion { readonly id: string, readonly layout: Layout, readonly stock: Stock, readonly account: AccountFacts }
const known = new WeakMap<Layout, WeakMap<Stock, WeakMap<AccountFacts, LayoutVersion>>>()

/** The version of these three, its key from their content; the same object for the same three objects, since pictures make the hash dear. */
export function layoutVersion(layout: Layout, stock: Stock, account: AccountFacts): LayoutVersion {
  const byStock = known.get(layout) ?? new WeakMap<Stock, WeakMap<AccountFacts, LayoutVersion>>()
  known.set(layout, byStock)
  const byAccount = byStock.get(stock) ?? new WeakMap<AccountFacts, LayoutVersion>()
  byStock.set(stock, byAccount)
  const version = byAccount.get(account) ?? { id: `${layout.id}@${hashOf({ layout, stock, account }).slice(0, 16)}`, layout, stock, account }
  byAccount.set(account, version)
  return version
}

/** The exact words and figures of one check as printed, kept for ever. */
export interface CheckCopy { readonly id: string, readonly runId: Id<'run'>, readonly facts: CheckFacts }
export const copyId = (runId: Id<'run'>, number: CheckNumber): string => `${runId}/${number}`

/** Payments in the order in which they go on paper; equal ones in the order they were drawn. */
export function ordered(payments: readonly Payment[], order: RunOrder): Payment[] {
  const drawn = (a: Payment, b: Payment): number => (a.drawnAt < b.drawnAt ? -1 : a.drawnAt > b.drawnAt ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  const by: Record<RunOrder, (a: Payment, b: Payment) => number> = {
    'as drawn': drawn,
    'payee': (a, b) => a.name.localeCompare(b.name, 'en') || drawn(a, b),
    'date': (a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : drawn(a, b)),
    'amount': (a, b) => b.amount - a.amount || drawn(a, b),
  }
  return [...payments].sort(by[order])
}

export interface PlannedCheck { readonly sheet: number, readonly place: number, readonly number: CheckNumber, readonly payment: Payment, readonly facts: CheckFacts }

/** Which payment goes on which sheet under which number. Refuses where a payment no longer waits or the book is too short. */
export function plan(run: Run, payments: ReadonlyMap<Id<'payment'>, Payment>, book: NumberBook, rows: ReadonlyMap<CheckNumber, NumberRow>, stock: Stock, signing: Signing): Result<PlannedCheck[]> {
  if (run.top === null) return refuse('run-not-loaded', 'say first which number is on the top sheet', { field: 'top' })
  const numbers = takeNumbers(book, rows, run.top, run.paymentIds.length)
  if (!numbers.ok) return numbers
  const perSheet = checksPerSheet(stock)
  const planned: PlannedCheck[] = []
  for (const [i, id] of run.paymentIds.entries()) {
    const payment = payments.get(id)
    const number = numbers.value[i]
    if (!payment || number === undefined) return refuse('payment-gone', 'a payment of this run is no longer there: pick again', { field: 'payments' })
    if (payment.state !== 'waiting') return refuse('payment-not-waiting', `the payment to ${payment.name} is ${payment.state}: pick again`, { field: 'payments', value: payment.name })
    planned.push({ sheet: Math.floor(i / perSheet) + 1, place: i % perSheet + 1, number, payment, facts: factsOfPayment(payment, number, signing, run.signers) })
  }
  return good(planned)
}
