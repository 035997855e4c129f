import { byMoment } from '../base/dates'
import { hashOf } from '../base/hash'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import type { GivenFate } from '../numbers/giveFate'
import { takeNumbers, type CheckNumber, type NumberBook, type Rows, type Way } from '../numbers/book'
import type { MicrFit } from '../micr/micrFit'
import type { Layout } from '../paper/layout'
import { checksPerSheet, type Stock } from '../paper/stock'
import type { Signing } from '../accounts/account'
import { factsOfPayment, type Payment } from '../payments/payment'
import type { AccountFacts, CheckFacts } from '../proof/facts'

type RunState = 'prepared' | 'at the printer' | 'counted off' | 'dropped'

/** Orders in which the checks of a run can come out. */
export const runOrders = ['as drawn', 'payee', 'date', 'amount', 'by hand'] as const
export type RunOrder = (typeof runOrders)[number]

/** Fields of a payment that may be seen to be wrong on the paper. */
export const correctables = ['payee', 'date', 'amount', 'memo'] as const
export type Correctable = (typeof correctables)[number]

/**
 * What a person saw of one check when counting off. `number` is what the paper carries, where that is
 * another than planned; `correct` is the field that was wrong: the payment goes back to the lane to have it
 * put right.
 */
export type Outcome =
  | { readonly kind: 'good'; readonly number?: CheckNumber }
  | {
      readonly kind: 'spoiled'
      readonly why: string
      readonly number?: CheckNumber
      readonly correct?: Correctable
    }
  | { readonly kind: 'never came out' }

/** One check of a run: which sheet it is on, where, under which number. */
export interface RunCheck {
  readonly sheet: number
  readonly place: number
  readonly number: CheckNumber
  readonly paymentId: Id<'payment'>
  readonly outcome: Outcome | null
  /** The number it was sent to the printer with, where the paper turned out to carry another. */
  readonly sentAs?: CheckNumber
}

/**
 * The printer and tray of a run, the fit its pages go through, the MICR line's own correction, and how the
 * sheets come to lie (face down where nothing is said).
 */
export interface Printing {
  readonly printerId: Id<'printer'>
  readonly tray: string
  readonly fitId: Id<'fit'> | null
  readonly micr?: MicrFit
  readonly stacking?: 'face down' | 'face up'
}

/** What became of a number that no check carries, because two sheets were fed at once or one was torn. */
export interface Skipped {
  readonly number: CheckNumber
  readonly fate: GivenFate
  readonly why: string
}

/** The stock and the layout of one run, where they are others than the account's. */
export interface RunPaper {
  readonly stockId: string
  readonly layoutId: string
}

/** One batch of checks put on paper together. */
export interface Run {
  readonly id: Id<'run'>
  readonly accountId: Id<'account'>
  readonly bookId: Id<'book'>
  readonly state: RunState
  readonly order: RunOrder
  /** What it goes on and how, where that was chosen for this run alone. */
  readonly paper?: RunPaper
  /** The payments picked, in the order in which they go on paper. */
  readonly paymentIds: readonly Id<'payment'>[]
  /** The number on the top sheet, as the clerk confirmed it at loading; null before. */
  readonly top: CheckNumber | null
  /** Place of its first check on the top sheet, where that sheet is part-used; 1 where nothing is said. */
  readonly firstPlace?: number
  /** Whose signature images print on all of this run; null: as the account says. */
  readonly signers: readonly number[] | null
  /** Advices may use up the stationer's numbered checks: a person said so. */
  readonly advicesToo?: boolean
  /**
   * What the stock was when its pack was loaded, by content: with another one the pack must be looked at
   * again.
   */
  readonly loadedOn?: string
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
  /** Who prints it elsewhere, where it was sent away. */
  readonly sentTo?: string
  readonly countedAt: string
  /** Who counted it off. */
  readonly countedBy?: string
  /** Numbers that went through the printer with it and carry no check. */
  readonly skipped?: readonly Skipped[]
}

/** One number that a counted-off run used: with its check, or with none. */
export interface UsedNumber {
  readonly number: CheckNumber
  readonly check?: RunCheck
  readonly came: string
  readonly why: string
}
/** Every number that a run used, lowest first. */
export const numbersOfRun = (run: Run): UsedNumber[] =>
  [
    ...run.checks.map(check => ({
      number: check.number,
      check,
      came: check.outcome?.kind ?? '',
      why: check.outcome?.kind === 'spoiled' ? check.outcome.why : '',
    })),
    ...(run.skipped ?? []).map(({ number, fate, why }) => ({ number, came: fate, why })),
  ].sort((a, b) => a.number - b.number)

/**
 * A layout on a stock with the facts of an account, exactly as printed with: kept for ever, once for all runs
 * that share it, told from others by its content.
 */
export interface LayoutVersion {
  readonly id: string
  readonly layout: Layout
  readonly stock: Stock
  readonly account: AccountFacts
}
const known = new WeakMap<Layout, WeakMap<Stock, WeakMap<AccountFacts, LayoutVersion>>>()

/**
 * The version of these three, its key from their content; the same object for the same three objects, since
 * pictures make the hash dear.
 */
export function layoutVersion(layout: Layout, stock: Stock, account: AccountFacts): LayoutVersion {
  const byStock = known.get(layout) ?? new WeakMap<Stock, WeakMap<AccountFacts, LayoutVersion>>()
  known.set(layout, byStock)
  const byAccount = byStock.get(stock) ?? new WeakMap<AccountFacts, LayoutVersion>()
  byStock.set(stock, byAccount)
  const version = byAccount.get(account) ?? {
    id: `${layout.id}@${hashOf({ layout, stock, account }).slice(0, 16)}`,
    layout,
    stock,
    account,
  }
  byAccount.set(account, version)
  return version
}

/**
 * The exact words and figures of one check as printed, kept for ever. `version` names the layout version
 * where no run does: a check written by hand.
 */
export interface CheckCopy {
  readonly id: string
  readonly runId: Id<'run'>
  readonly facts: CheckFacts
  readonly version?: string
}
/** The key of the copy that a run keeps of one check. */
export const copyId = (runId: Id<'run'>, number: CheckNumber): string => `${runId}/${number}`

/**
 * Payments in the order in which they go on paper, advices after the checks, so that the lowest number goes
 * to a check; equal ones in the order they were drawn.
 */
export function ordered(payments: readonly Payment[], order: RunOrder): Payment[] {
  const drawn = (a: Payment, b: Payment): number =>
    byMoment(a.drawnAt, b.drawnAt) || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  const by: Record<RunOrder, (a: Payment, b: Payment) => number> = {
    'as drawn': drawn,
    payee: (a, b) => a.name.localeCompare(b.name, 'en') || drawn(a, b),
    date: (a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : drawn(a, b)),
    amount: (a, b) => b.amount - a.amount || drawn(a, b),
    'by hand': () => 0,
  }
  return [...payments].sort(
    (a, b) => Number(a.advice ?? false) - Number(b.advice ?? false) || by[order](a, b),
  )
}

/** The account as a run prints it: on the stock and by the layout that were chosen for the run. */
export const accountOn = <T extends RunPaper>(account: T, run: Pick<Run, 'paper'> | undefined): T =>
  run?.paper ? { ...account, ...run.paper } : account
/**
 * Why a book cannot count the numbers of a stock; undefined where it can. The stationer's own numbers are met,
 * ours are printed; advices are on plain paper whatever the stock.
 */
export function otherNumbers(book: NumberBook, stock: Stock): string | undefined {
  if (book.kind === 'advices' || (book.kind === 'stationer’s stock') === stock.numbered) return undefined
  return stock.numbered
    ? `“${stock.name}” has preprinted numbers. Choose the number book of that pack`
    : `“${stock.name}” has no preprinted numbers. Choose a number book that is printed by us`
}

/** The stock that a run of a book goes on: advices of their own book go on plain paper of the same size. */
export const paperOfBook = (stock: Stock, book: NumberBook): Stock => {
  if (book.kind !== 'advices') return stock
  const known = plain.get(stock) ?? { ...stock, carries: [], numbered: false }
  plain.set(stock, known)
  return known
}
const plain = new WeakMap<Stock, Stock>()

/**
 * Why a book cannot give a payment its number; undefined where it can. Where advices were said to go on
 * numbered checks, `advicesToo` is set.
 */
export function unfitFor(book: NumberBook, payment: Payment, advicesToo: boolean): string | undefined {
  if (book.kind === 'advices') return payment.advice ? undefined : 'This book is for advices only'
  if (book.kind === 'stationer’s stock' && payment.advice && !advicesToo)
    return 'An advice would use a numbered check'
  return undefined
}

/** A stock by its content, to see whether it is still the one that was loaded. */
export const stockMark = (stock: Stock): string => hashOf(stock).slice(0, 16)

/** The key that stands for a run where a check was written by hand. */
export const byHand = (bookId: Id<'book'>): Id<'run'> => `by-hand/${bookId}` as Id<'run'>
/** The key that stands for a run where a check was issued before the office began here. */
export const beforeRun = (intakeId: Id<'intake'>): Id<'run'> => `before/${intakeId}` as Id<'run'>
/** Whether a check was issued before the office was started here. */
export const isBefore = (runId: Id<'run'>): boolean => runId.startsWith('before/')
/** How a check came to be that was in no run of ours, in words; undefined where it was in one. */
export const withoutRun = (runId: Id<'run'>): string | undefined =>
  runId.startsWith('by-hand/')
    ? 'Written by hand'
    : isBefore(runId)
      ? 'Issued before this office was started'
      : undefined

/**
 * Whether numbers are met downward: a pack with its highest number on top, in a printer that puts the last
 * check on paper first.
 */
export const wayOf = (stock: Stock, printing: Printing | null): Way =>
  stock.numbered &&
  stock.packOrder === 'highest on top' &&
  printing?.stacking === 'face up' &&
  checksPerSheet(stock) === 1
    ? -1
    : 1

/**
 * Which check goes on which sheet, by sheets as they are fed: indexes of the checks by place, null for an
 * empty place. Face up, the last check is put on paper first, so that the pile reads from the first check
 * down. The first sheet fed may be part-used.
 */
export function sheetPlan(
  count: number,
  perSheet: number,
  firstPlace: number,
  faceUp: boolean,
): (number | null)[][] {
  const room = perSheet - firstPlace + 1
  const all = Array.from({ length: count }, (_, i) => i)
  const first = faceUp ? all.slice(Math.max(0, count - room)) : all.slice(0, room)
  const rest = faceUp ? all.slice(0, Math.max(0, count - room)) : all.slice(room)
  const cut = (list: readonly number[]): (number | null)[][] =>
    Array.from({ length: Math.ceil(list.length / perSheet) }, (_, k) =>
      Array.from({ length: perSheet }, (__, p) => list[k * perSheet + p] ?? null),
    )
  // Face up, a sheet that is not full is the last one fed: it carries the first checks.
  const odd = rest.length % perSheet
  const sheets = faceUp
    ? [...(odd ? cut(rest.slice(0, odd)) : []), ...cut(rest.slice(odd))].reverse()
    : cut(rest)
  return count
    ? [
        Array.from({ length: perSheet }, (_, p) =>
          p < firstPlace - 1 ? null : (first[p - firstPlace + 1] ?? null),
        ),
        ...sheets,
      ]
    : []
}

/**
 * Which check of a sheet comes first when the next run begins on the sheet that this one left part-used; 1
 * where it left none.
 */
export function placeAfter(run: Run, perSheet: number): number {
  const last = Math.max(0, ...run.checks.map(c => c.sheet))
  const used = Math.max(
    0,
    ...run.checks.filter(c => c.sheet === last && c.outcome?.kind !== 'never came out').map(c => c.place),
  )
  return (used % perSheet) + 1
}

/** The checks of a run by the sheets and places they are on. */
export function bySheets<T extends { readonly sheet: number; readonly place: number }>(
  checks: readonly T[],
  perSheet: number,
): (T | null)[][] {
  const sheets = Math.max(0, ...checks.map(c => c.sheet))
  const found: (T | null)[][] = Array.from({ length: sheets }, () =>
    Array.from({ length: perSheet }, () => null),
  )
  for (const c of checks) found[c.sheet - 1]![c.place - 1] = c
  return found
}

/** Which number a payment will carry, and where on which sheet. */
export interface PlannedCheck {
  readonly sheet: number
  readonly place: number
  readonly number: CheckNumber
  readonly payment: Payment
  readonly facts: CheckFacts
}

/**
 * Which payment goes on which sheet under which number, in the order of the payments. Refuses where a payment
 * no longer waits or the book is too short.
 */
export function plan(
  run: Run,
  payments: ReadonlyMap<Id<'payment'>, Payment>,
  book: NumberBook,
  rows: Rows,
  stock: Stock,
  signing: Signing,
): Result<PlannedCheck[]> {
  if (run.top === null)
    return refuse('run-not-loaded', 'Enter the number on the top sheet first', { field: 'top' })
  if (run.loadedOn !== undefined && run.loadedOn !== stockMark(stock))
    return refuse('stock-changed', 'The stock of this account has changed since loading. Load again', {
      field: 'top',
    })
  const numbers = takeNumbers(book, rows, run.top, run.paymentIds.length, wayOf(stock, run.printing))
  if (!numbers.ok) return numbers
  const sheets = sheetPlan(
    run.paymentIds.length,
    checksPerSheet(stock),
    run.firstPlace ?? 1,
    run.printing?.stacking === 'face up',
  )
  const planned: PlannedCheck[] = []
  let fed = 0
  for (const [s, sheet] of sheets.entries())
    for (const [p, i] of sheet.entries()) {
      if (i === null) continue
      const payment = payments.get(run.paymentIds[i]!)
      // Numbers that the stationer printed are met as the sheets are fed; those we print follow the payments.
      const number = numbers.value[stock.numbered ? fed : i]!
      fed++
      if (!payment)
        return refuse('payment-gone', 'A payment of this run no longer exists. Pick again', {
          field: 'payments',
        })
      if (payment.state !== 'waiting')
        return refuse(
          'payment-not-waiting',
          `The payment to ${payment.name} is ${payment.state}. Pick again`,
          { field: 'payments', value: payment.name },
        )
      if (payment.correct)
        return refuse(
          'payment-to-correct',
          `the ${payment.correct} of the payment to ${payment.name} must be corrected first`,
          { field: 'payments', value: payment.name },
        )
      planned[i] = {
        sheet: s + 1,
        place: p + 1,
        number,
        payment,
        facts: factsOfPayment(payment, number, signing, run.signers),
      }
    }
  return good(planned)
}
