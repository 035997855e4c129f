import type { Result } from '../../base/result'
import type { Random } from '../../base/random'
import { idOf } from '../../base/id'
import type { CheckNumber, NumberBook, NumberRow } from '../../numbers/book'
import type { Fate } from '../../numbers/fates'
import { faultKinds, feed, type PressFault, type SheetOut } from '../../practice/press'
import { shiftFrom } from '../../runs/shift'
import type { Outcome, Run, Skipped } from '../../runs/run'
import type { CountOffAct } from '../../runs/countOff'
import type { Payment } from '../../payments/payment'
import type { Stamp } from '../../trail/trail'
import type { ActName, InputOf } from '../actTypes'
import type { MemoryOffice } from '../memory'
import { account, bookOf, company, morePayees, OPENING, opened, payee } from './office'
import type { Changes } from '../tables'
import { emptyWorld, type World } from './world'

/** Does an act of an office, in memory or in the store, as the simulator wants it. */
export type Acting = <N extends ActName>(name: N, input: InputOf<N>, stamp: Stamp) => Promise<Result<unknown>>
const BOOK = 36
/** The PDF of a run: what is in it matters to nobody here. */
export const PDF = new Uint8Array([1, 2])
export const PAD: NumberBook = {
  id: idOf('pad'),
  accountId: account.id,
  kind: 'handwritten pad',
  start: 9001 as CheckNumber,
  end: 9006 as CheckNumber,
}
const SECOND: NumberBook = {
  id: idOf('second'),
  accountId: account.id,
  kind: 'stationer’s stock',
  start: 501 as CheckNumber,
  end: 520 as CheckNumber,
}
export const startingOffice = (): Changes => ({
  ...opened(BOOK),
  accounts: [{ ...account, stockId: 'check-over-two-stubs-preprinted' }],
  books: [bookOf(BOOK), PAD, SECOND],
  // The bank of the last one is not known.
  payees: [payee, ...morePayees].map((p, i) => ({
    ...p,
    ...(i < 2 && { bankCode: '123456780', bankAccount: '77' }),
  })),
})

/** What chance does next: a name for the report, the act, and its effect on the plain model. */
export interface Move {
  readonly name: string
  act(): Promise<Result<unknown>>
  effect(world: World): void
}

/** How often a move is tried, and the move. */
export type Tried = readonly [often: number, make: (c: Chance) => Move | undefined]
/** Moves by the act that each tries. */
export type Moves = { readonly [N in ActName]?: Tried }

/** What a move is chosen from: what a tab sees of the office, what it is now, and chance. */
export class Chance {
  readonly stamp: Stamp
  readonly runs: readonly Run[]
  readonly books: readonly NumberBook[]
  readonly payments: readonly Payment[]
  readonly rows: readonly NumberRow[]

  constructor(
    readonly r: Random,
    readonly n: number,
    readonly seen: MemoryOffice,
    readonly now: MemoryOffice,
    readonly office: Acting,
  ) {
    const two = (x: number): string => String(x).padStart(2, '0')
    this.stamp = {
      at: `2026-11-24T10:${two(Math.floor(n / 60) % 60)}:${two(n % 60)}Z`,
      by: 'Test',
      key: `act${n}`,
    }
    this.runs = [...seen.kept.runs.values()]
    this.books = [...seen.kept.books.values()]
    this.payments = [...seen.kept.payments.values()]
    this.rows = [...seen.kept.numbers.values()]
  }

  some = <T>(list: readonly T[]): T | undefined => (list.length ? this.r.one(list) : undefined)
  openRun = (state: Run['state']): Run | undefined =>
    this.some(this.r.next() < 0.9 ? this.runs.filter(x => x.state === state) : this.runs)
  anyNumber = (): CheckNumber =>
    this.r.one([
      this.r.between(99, 103 + BOOK),
      this.r.between(499, 522),
      this.r.between(9000, 9007),
    ]) as CheckNumber
}

/**
 * Prints a run on a printer with faults and says of every sheet what a person would see; now and then
 * something silly.
 */
export function countedBy(r: Random, run: Run, desk: MemoryOffice): CountOffAct {
  const fed = [...run.checks].sort((a, b) => a.sheet - b.sheet)
  const faults = Array.from({ length: r.one([0, 0, 1, 2]) }, (): PressFault => ({
    kind: r.one(faultKinds),
    at: r.between(1, fed.length + 1),
  }))
  const out = feed(
    fed.length,
    {
      top: fed[0]!.number,
      order: 'lowest on top',
      sheets: r.next() < 0.9 ? 100 : r.between(0, fed.length),
      firstPlace: 1,
    },
    1,
    faults,
  ).sheets
  const sheetOf = (page: number): SheetOut | undefined =>
    out.find(s => s.page === page && s.came === 'printed')
  const outcomes = new Map<CheckNumber, Outcome>()
  const book = desk.kept.books.get(run.bookId)!
  let told: ReadonlyMap<CheckNumber, CheckNumber> = new Map()
  for (const [i, check] of fed.entries()) {
    const sheet = sheetOf(i + 1)
    if (!sheet) {
      outcomes.set(check.number, { kind: 'never came out' })
      continue
    }
    const carries = sheet.numbers[0] as CheckNumber
    if ((told.get(check.number) ?? check.number) !== carries) {
      const shift = shiftFrom(run.checks, told, check.number, carries, book, desk.rowsOf(book.id))
      if (shift.ok) told = shift.value.numbers
    }
    const number = told.get(check.number) ?? check.number
    const other = number !== check.number ? { number } : {}
    outcomes.set(
      check.number,
      sheet.upsideDown
        ? { kind: 'spoiled', why: 'upside down', ...other }
        : r.next() < 0.05
          ? { kind: 'spoiled', why: r.next() < 0.9 ? 'smeared' : '', ...other }
          : { kind: 'good', ...other },
    )
  }
  const carried = new Set(
    [...outcomes].flatMap(([sent, o]) => (o.kind === 'never came out' ? [] : [o.number ?? sent])),
  )
  const skipped: Skipped[] = out
    .filter(s => s.came !== 'printed' && !carried.has(s.numbers[0] as CheckNumber) && r.next() < 0.9)
    .map(s => ({ number: s.numbers[0] as CheckNumber, fate: 'spoiled', why: s.came }))
  if (r.next() < 0.03) outcomes.delete(fed[0]!.number)
  if (r.next() < 0.05 && fed[1]) outcomes.set(fed[1].number, { kind: 'good', number: fed[0]!.number })
  return { outcomes, skipped }
}

/** Fates by number, to be held against those after the next act. */
export const fatesNow = (desk: MemoryOffice): Map<number, Fate> =>
  new Map([...desk.kept.numbers.values()].map(row => [row.number, row.fate]))
export const startingWorld = (): World => emptyWorld(OPENING, company.payables?.secondAbove ?? null)
