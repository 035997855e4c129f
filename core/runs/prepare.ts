import { howMany } from '../base/howMany'
import { dayOfMoment, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import {
  bookName,
  feedsRuns,
  behind,
  type CheckNumber,
  type NumberBook,
  type NumberRow,
  type Rows,
} from '../numbers/book'
import { giveFate, type GivenFate } from '../numbers/giveFate'
import { spans } from '../numbers/spans'
import type { Layout } from '../paper/layout'
import { checksPerSheet, type Stock } from '../paper/stock'
import { mayUse } from '../paper/versions'
import type { BankAccount } from '../accounts/account'
import { heldBecause, type Bill } from '../bills/bill'
import type { Payee } from '../payees/payee'
import { notBefore, type Payment } from '../payments/payment'
import { figures } from '../money/figures'
import { sum } from '../money/cents'
import type { Decision, Stamp } from '../trail/trail'
import {
  ordered,
  otherNumbers,
  stockMark,
  unfitFor,
  wayOf,
  type Run,
  type RunOrder,
  type RunPaper,
} from './run'

/** Payments that are picked from the lane for a run. */
export interface Picking {
  readonly runId: Id<'run'>
  readonly paymentIds: readonly Id<'payment'>[]
  readonly order: RunOrder
  readonly signers?: readonly number[] | null
  /** Advices may use up numbered checks. */
  readonly advicesToo?: boolean
  /** For this run alone; the account's where nothing is said. */
  readonly paper?: RunPaper
}

const range = (run: Run): string =>
  run.checks.length ? spans(run.checks.map(c => c.number)) : howMany(run.paymentIds.length, 'payment')

interface PickKnown {
  readonly book: NumberBook
  readonly run: Run | undefined
  readonly openRuns: readonly Run[]
  readonly payments: ReadonlyMap<Id<'payment'>, Payment>
  /** Their payees and bills, by key: those on hold keep a payment out. */
  readonly payees: ReadonlyMap<Id<'payee'>, Payee>
  readonly bills: ReadonlyMap<Id<'bill'>, Bill>
  /** The stock and the layout that were chosen for this run, where they were. */
  readonly stock?: Stock | undefined
  readonly layout?: Layout | undefined
  readonly companyId: Id<'company'>
}

/** Refuses a stock or a layout that is not there, is kept for others, or has other numbers than the book. */
function mayGoOn({ book, stock, layout, companyId }: PickKnown, { paper }: Picking): Result<true> {
  if (!paper) return good(true)
  if (!stock)
    return refuse('stock-unknown', 'This stock no longer exists. Choose another', { field: 'stock' })
  if (!layout)
    return refuse('layout-unknown', 'This layout no longer exists. Choose another', { field: 'layout' })
  const other = otherNumbers(book, stock)
  return other ? refuse('book-unfit', other, { field: 'book' }) : mayUse(layout, companyId)
}

/** Refuses a book or a run that cannot be picked for now. */
function mayPick({ book, run, openRuns }: PickKnown, act: Picking): Result<true> {
  if (!feedsRuns(book))
    return refuse('book-unfit', `“${bookName(book)}” cannot be loaded for a run`, { field: 'book' })
  const other = openRuns.find(r => r.id !== act.runId)
  if (other)
    return refuse(
      'run-open',
      other.state === 'at the printer'
        ? `A run of this number book is waiting to be counted off (${range(other)})`
        : `Another run of this number book is being prepared (${range(other)})`,
      { field: 'run', value: other.id },
    )
  if (run && run.state !== 'prepared')
    return refuse('run-printed', `This run is ${run.state} and cannot be picked again`, {
      field: 'run',
    })
  if (run && run.bookId !== book.id)
    return refuse('book-unfit', 'This run uses numbers from another book. Load that one', {
      field: 'book',
    })
  return good(true)
}

/** The payments picked, each once, in the lane of the account, and fit for the book; or why one is not. */
function pickable(known: PickKnown, act: Picking, today: PlainDate): Result<Payment[]> {
  const { book, payments } = known
  const at = { field: 'payments' }
  if (!act.paymentIds.length) return refuse('pick-none', 'Pick at least one payment', at)
  if (new Set(act.paymentIds).size < act.paymentIds.length)
    return refuse('payment-twice', 'A payment was picked twice', at)
  const waiting: Payment[] = []
  for (const id of act.paymentIds) {
    const p = payments.get(id)
    if (p?.state !== 'waiting' || p.accountId !== book.accountId)
      return refuse(
        'payment-not-waiting',
        'A payment you picked is no longer in the lane of this account',
        at,
      )
    waiting.push(p)
  }
  for (const p of waiting) {
    const named = { ...at, value: p.name }
    if (p.correct) {
      const text = `the ${p.correct} of the payment to ${p.name} must be corrected first`
      return refuse('payment-to-correct', text, named)
    }
    const unfit = unfitFor(book, p, act.advicesToo ?? false)
    if (unfit) return refuse('payment-unfit', `${p.name}: ${unfit}`, named)
    const early = notBefore(p, today)
    if (early) return refuse('payment-early', `${p.name}: ${early}`, named)
    const bills = (p.settles?.bills ?? []).flatMap(a => known.bills.get(a.billId) ?? [])
    const held = heldBecause(known.payees.get(p.payeeId), bills)
    if (held) return refuse('payment-held', held, named)
  }
  return good(waiting)
}

/**
 * Picks payments for a run, or picks anew for one not yet printed. One open run a number book: where
 * another is open, its state is told. Picking anew takes back the loaded number, since the pack must be
 * looked at again.
 */
export function pick(known: PickKnown, act: Picking, stamp: Stamp): Decision<{ runs: Run[] }> {
  for (const may of [mayPick(known, act), mayGoOn(known, act)]) if (!may.ok) return may
  const picked = pickable(known, act, dayOfMoment(stamp.at))
  if (!picked.ok) return picked
  const run: Run = {
    id: act.runId,
    accountId: known.book.accountId,
    bookId: known.book.id,
    state: 'prepared',
    order: act.order,
    ...(act.paper && { paper: act.paper }),
    paymentIds: ordered(picked.value, act.order).map(p => p.id),
    top: null,
    signers: act.signers ?? null,
    ...(act.advicesToo && { advicesToo: true }),
    printing: known.run?.printing ?? null,
    checks: [],
    printedWith: null,
    copies: 0,
    preparedAt: known.run?.preparedAt ?? stamp.at,
    printedAt: '',
    countedAt: '',
  }
  const total = figures(sum(picked.value.map(p => p.amount)))
  return good({
    changes: { runs: [run] },
    trail: {
      act: 'Run picked',
      text: `Picked ${howMany(picked.value.length, 'payment')}, ${total}, ordered ${act.order}${act.paper ? `, on ${known.stock?.name} with layout ${known.layout?.name}` : ''}.`,
      about: { account: run.accountId, run: run.id },
    },
  })
}

/** The number on the top sheet of the pack, and how the printer takes it. */
export interface Loading {
  readonly top: CheckNumber
  readonly printing?: Run['printing']
  readonly firstPlace?: number
  /** What became of the unused numbers before the top one, and how many of them a person saw. */
  readonly gap?: { readonly fate: GivenFate; readonly why: string; readonly count: number }
}

/**
 * Takes down the number on the top sheet, and which of its checks comes first. Numbers it would jump over
 * get the fate that is told for them in the same act, once it is sure that the run fits behind them. `rows`
 * are the fates of the book, `touched` the rows of the numbers jumped over.
 */
export function load(
  known: {
    run: Run
    book: NumberBook
    rows: Rows
    touched: ReadonlyMap<CheckNumber, NumberRow>
    stock: Stock
    /** Why a number cannot stand in the MICR line of this account, where one is printed; blank where it can. */
    micrFaultOf?: (number: CheckNumber) => string
    /** Whether the account's company may print with its layout. */
    layoutFor?: Result<true>
  },
  act: Loading,
  stamp: Stamp,
): Decision<{ runs: Run[]; numbers: NumberRow[] }> {
  if (known.run.state !== 'prepared')
    return refuse('run-printed', `this run is ${known.run.state}`, { field: 'run' })
  if (known.layoutFor && !known.layoutFor.ok) return known.layoutFor
  const firstPlace = act.firstPlace ?? 1
  const perSheet = checksPerSheet(known.stock)
  if (!Number.isInteger(firstPlace) || firstPlace < 1 || firstPlace > perSheet)
    return refuse('place-outside', `A sheet of this stock has ${perSheet} checks`, {
      field: 'firstPlace',
      value: firstPlace,
      limit: perSheet,
    })
  const printing = act.printing ?? null
  const way = wayOf(known.stock, printing)
  const jumped = behind(known.book, known.rows, act.top, known.run.paymentIds.length, way)
  if (!jumped.ok) return jumped
  const last = (act.top + (way > 0 ? known.run.paymentIds.length - 1 : 0)) as CheckNumber
  const long = known.micrFaultOf?.(last)
  if (long) return refuse('micr-serial', long, { field: 'top', value: last })
  if (jumped.value.length !== (act.gap?.count ?? 0))
    return refuse(
      'numbers-jumped',
      `${howMany(jumped.value.length, 'unused number')} would be skipped (${spans(jumped.value)}). Set their fate first`,
      { field: 'top', value: act.top, limit: jumped.value.length },
    )
  const given = act.gap
    ? giveFate(
        { book: known.book, rows: known.touched },
        { numbers: jumped.value, fate: act.gap.fate, why: act.gap.why },
        stamp,
      )
    : undefined
  if (given && !given.ok) return given
  const { firstPlace: _, ...bare } = known.run
  const run: Run = {
    ...bare,
    top: act.top,
    loadedOn: stockMark(known.stock),
    printing,
    ...(firstPlace > 1 && { firstPlace }),
  }
  const before = given?.ok ? ` ${given.value.trail.text}` : ''
  return good({
    changes: { runs: [run], numbers: given?.ok ? given.value.changes.numbers : [] },
    trail: {
      act: 'Run loaded',
      text: `Loaded with number ${act.top} on the top sheet${firstPlace > 1 ? `, starting at its check ${firstPlace}` : ''}.${before}`,
      about: { account: run.accountId, run: run.id },
    },
  })
}

/**
 * Loads another box: the run takes its numbers from another book of the account, which from then on is the
 * one in use. Not so where the run has a stock of its own.
 */
export function switchBook(known: {
  run: Run
  book: NumberBook
  account: BankAccount
  openRuns: readonly Run[]
  payments: readonly Payment[]
  /** The stock that was chosen for this run, where one was. */
  stock?: Stock | undefined
}): Decision<{ runs: Run[]; accounts?: BankAccount[] }> {
  const { run, book, account } = known
  if (run.state !== 'prepared') return refuse('run-printed', `this run is ${run.state}`, { field: 'run' })
  if (book.accountId !== run.accountId || !feedsRuns(book))
    return refuse('book-unfit', `“${bookName(book)}” cannot be loaded for this run`, { field: 'book' })
  if (known.openRuns.some(r => r.id !== run.id))
    return refuse('run-open', 'another run of that number book is open', { field: 'book' })
  const unfit = known.payments.map(p => unfitFor(book, p, run.advicesToo ?? false)).find(Boolean)
  if (unfit) return refuse('book-unfit', `“${bookName(book)}”: ${unfit}`, { field: 'book' })
  const other = known.stock && otherNumbers(book, known.stock)
  if (other) return refuse('book-unfit', other, { field: 'book' })
  return good({
    changes: {
      runs: [{ ...run, bookId: book.id, top: null }],
      ...(book.kind !== 'advices' && !run.paper && { accounts: [{ ...account, bookId: book.id }] }),
    },
    trail: {
      act: 'Other book loaded',
      text: `Loaded another number book, ${bookName(book)}.`,
      about: { account: account.id, run: run.id, book: book.id },
    },
  })
}

/** Drops a run that was not printed: its payments stay in the lane. */
export function drop(known: { run: Run }): Decision<{ runs: Run[] }> {
  if (known.run.state !== 'prepared')
    return refuse('run-printed', `This run is ${known.run.state} and must be counted off`, { field: 'run' })
  return good({
    changes: { runs: [{ ...known.run, state: 'dropped' }] },
    trail: {
      act: 'Run dropped',
      text: `Dropped a run. Its ${howMany(known.run.paymentIds.length, 'payment')} stay in the lane.`,
      about: { account: known.run.accountId, run: known.run.id },
    },
  })
}
