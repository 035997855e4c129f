import { must, type Result } from '../../base/result'
import { plainDate } from '../../base/dates'
import type { Random } from '../../base/random'
import { idOf } from '../../base/id'
import { bookInUse, jumpedBy, nextNumber, type CheckNumber, type NumberBook } from '../../books/book'
import { stockById } from '../../paper/builtIn'
import { foundFates, givenFates } from '../../books/giveFate'
import type { Fate } from '../../books/fates'
import { cents } from '../../money/cents'
import { faultKinds, feed, type PressFault, type SheetOut } from '../../practice/press'
import { endings } from '../../runs/replace'
import { shiftFrom } from '../../runs/shift'
import { runOrders, wayOf, type Outcome, type Run, type Skipped } from '../../runs/run'
import type { CountOffAct } from '../../runs/countOff'
import type { Stamp } from '../../trail/trail'
import type { ActName, InputOf } from '../acts'
import { standing } from '../gather'
import type { MemoryOffice } from '../memory'
import { madeOf, planOf } from '../looking'
import { account, bookOf, company, drawOf, OPENING, opened } from './office'
import type { Changes } from '../tables'
import { cancelled, counted, drew, emptyWorld, gave, printed, replaced, type World } from './world'

/** Does an act of an office, in memory or in the store, as the simulator wants it. */
export type Acting = <N extends ActName>(name: N, input: InputOf<N>, stamp: Stamp) => Promise<Result<unknown>>
const BOOK = 36
/** The PDF of a run: what is in it matters to nobody here. */
const PDF = new Uint8Array([1, 2])
const PAD: NumberBook = {
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
})

/** How often each kind of act is tried: those that lead a run on more often. */
const KINDS = [0, 0, 3, 3, 4, 4, 4, 4, 6, 6, 6, 8, 8, 8, 11, 12, 13, 13, 14, 15, 16, 17, 18, 18, 19]

/** What chance does next: a name for the report, the act, and its effect on the plain model. */
export interface Move {
  readonly name: string
  act(): Promise<Result<unknown>>
  effect(world: World): void
}

/**
 * Chooses an act, sensible or not, from what a tab sees of the office (`seen` may be old: another tab acted
 * since). Runs are printed by a printer with
 * faults, and counted off as a person would who looks at the sheets.
 */
export function nextMove(
  r: Random,
  n: number,
  seen: MemoryOffice,
  now: MemoryOffice,
  office: Acting,
): Move | undefined {
  const stamp = {
    at: `2026-11-24T10:${String(Math.floor(n / 60) % 60).padStart(2, '0')}:${String(n % 60).padStart(2, '0')}Z`,
    by: 'Test',
    key: `act${n}`,
  }
  const runs = [...seen.kept.runs.values()]
  const books = [...seen.kept.books.values()]
  const payments = [...seen.kept.payments.values()]
  const rows = [...seen.kept.numbers.values()]
  const some = <T>(list: readonly T[]): T | undefined => (list.length ? r.one(list) : undefined)
  const openRun = (state: Run['state']): Run | undefined =>
    some(r.next() < 0.9 ? runs.filter(x => x.state === state) : runs)
  const anyNumber = (): CheckNumber =>
    r.one([r.between(99, 103 + BOOK), r.between(499, 522), r.between(9000, 9007)]) as CheckNumber
  const useUp = (book: NumberBook): Move | undefined => {
    const left = Array.from(
      { length: book.end - book.start + 1 },
      (_, i) => (book.start + i) as CheckNumber,
    ).filter(x => (seen.rowsOf(book.id).get(x)?.fate ?? 'unused') === 'unused')
    return left.length > 6
      ? undefined
      : {
          name: 'give a fate',
          act: () =>
            office('giveFate', { bookId: book.id, numbers: left, fate: 'spoiled', why: 'used up' }, stamp),
          effect: w => gave(w, left, 'spoiled'),
        }
  }
  const putAway = (book: NumberBook): Move => {
    const away = r.next() < 0.95 ? !book.archived : Boolean(book.archived)
    return {
      name: 'put a book away',
      act: () => office('archiveBook', { bookId: book.id, archived: away }, stamp),
      effect: () => {},
    }
  }
  switch (r.one(KINDS)) {
    case 0: {
      const act = drawOf(`pay${n}`, r.between(-1, 40_000))
      return {
        name: 'draw',
        act: () => office('draw', { accountId: account.id, draw: act }, stamp),
        effect: w => drew(w, act.id, act.amount),
      }
    }
    case 3: {
      const ids = payments
        .filter(
          p =>
            (r.next() < 0.97 ? p.state === 'waiting' && p.accountId === account.id && !p.correct : true) &&
            r.next() < 0.8,
        )
        .map(p => p.id)
      const runId = r.next() < 0.2 && runs.length ? r.one(runs).id : idOf<'run'>(`run${n}`)
      return {
        name: 'pick',
        act: () =>
          office(
            'pick',
            {
              bookId: bookInUse(books, seen.kept.accounts.get(account.id)?.bookId)!.id,
              runId,
              paymentIds: ids,
              order: r.one(runOrders),
            },
            stamp,
          ),
        effect: () => {},
      }
    }
    case 4: {
      const run = openRun('prepared')
      if (!run) return undefined
      const book = seen.kept.books.get(run.bookId)!
      const top = r.next() < 0.93 ? (nextNumber(book, seen.rowsOf(book.id)) ?? anyNumber()) : anyNumber()
      const stacking = r.one(['face down', 'face up'] as const)
      const printing = { printerId: idOf<'printer'>('p'), tray: 'T', fitId: null, stacking }
      const jumped = jumpedBy(
        book,
        seen.rowsOf(book.id),
        top,
        wayOf(stockById('check-over-two-stubs-preprinted')!, printing),
      )
      const gap =
        jumped.ok && jumped.value.length && r.next() < 0.3
          ? { fate: r.one(givenFates), why: 'not in the pack', count: jumped.value.length }
          : undefined
      return {
        name: 'load',
        act: () => office('load', { runId: run.id, top, printing, ...(gap && { gap }) }, stamp),
        effect: w => {
          if (gap && jumped.ok) gave(w, jumped.value, gap.fate)
        },
      }
    }
    case 6: {
      const run = openRun('prepared')
      if (!run) return undefined
      let planned: readonly { number: number; payment: string }[] = []
      return {
        name: 'print',
        act: async () => {
          const [p, made] = [await planOf(now, run.id), await madeOf(now, run.id)]
          planned = p.ok ? p.value.map(c => ({ number: c.number, payment: c.payment.id })) : []
          return made.ok ? office('print', { runId: run.id, made: made.value, pdf: PDF }, stamp) : made
        },
        effect: w => printed(w, planned),
      }
    }
    case 8: {
      const run = openRun('at the printer')
      if (!run?.checks.length) return undefined
      const act = countedBy(r, run, seen)
      return {
        name: 'count off',
        act: () => office('countOff', { runId: run.id, ...act }, stamp),
        effect: w => counted(w, run.checks, act.outcomes, act.skipped ?? []),
      }
    }
    case 11: {
      const book = r.one(books)
      const first = anyNumber()
      const numbers = Array.from({ length: r.between(1, 3) }, (_, i) => (first + i) as CheckNumber)
      const fate = r.one(givenFates)
      return {
        name: 'give a fate',
        act: () =>
          office(
            'giveFate',
            { bookId: book.id, numbers, fate, why: r.next() < 0.95 ? 'counted' : ' ' },
            stamp,
          ),
        effect: w => gave(w, numbers, fate),
      }
    }
    case 12: {
      const row = some(rows.filter(x => x.fate === 'set aside' || x.fate === 'missing')) ?? some(rows)
      const to = r.one(foundFates)
      return (
        row && {
          name: 'take back',
          act: () =>
            office(
              'takeBack',
              {
                bookId: row.bookId,
                numbers: [row.number],
                to,
                why: r.next() < 0.9 ? 'lay behind the cabinet' : '',
              },
              stamp,
            ),
          effect: w => gave(w, [row.number], to),
        }
      )
    }
    case 13: {
      const row = some(r.next() < 0.8 ? rows.filter(x => x.fate === 'issued') : rows)
      const ending = r.one(endings)
      return (
        row && {
          name: 'replace',
          act: () => office('replace', { numberId: row.id, ending, why: 'lost in the mail' }, stamp),
          effect: w => replaced(w, row.number, ending),
        }
      )
    }
    case 14: {
      const payment = some(r.next() < 0.8 ? payments.filter(p => p.state === 'issued' || p.booked) : payments)
      if (!payment) return undefined
      const ending = r.one(['voided', 'stopped'] as const)
      const number = standing(now.found('numbers', 'payment', [payment.id]))?.number
      return {
        name: 'cancel',
        act: () =>
          office(
            'cancel',
            {
              paymentId: payment.id,
              ending,
              why: 'wrong payee',
              ...(r.next() < 0.5 && { date: must(plainDate('2026-11-24')) }),
            },
            stamp,
          ),
        effect: w => cancelled(w, payment.id, number, ending),
      }
    }
    case 15: {
      const payment = some(payments.filter(p => p.state === 'waiting'))
      if (!payment) return undefined
      const amount = r.next() < 0.5 ? cents(r.between(0, 9000)) : undefined
      return {
        name: 'change',
        act: () =>
          office(
            'amend',
            {
              accountId: account.id,
              paymentIds: [payment.id],
              change: {
                memo: 'changed',
                date: must(plainDate(r.one(['2026-11-25', '2026-10-02']))),
                ...(amount !== undefined && { amount }),
              },
            },
            stamp,
          ),
        effect: w => {
          if (amount !== undefined) w.payments.get(payment.id)!.amount = amount
        },
      }
    }
    case 16: {
      const payment = some(payments.filter(p => p.state === 'waiting' || p.withdrawn))
      if (!payment) return undefined
      return payment.withdrawn
        ? {
            name: 'bring back',
            act: () => office('bringBack', { paymentId: payment.id }, stamp),
            effect: w => {
              w.payments.get(payment.id)!.state = 'waiting'
            },
          }
        : {
            name: 'withdraw',
            act: () => office('withdraw', { paymentId: payment.id, why: 'drawn twice' }, stamp),
            effect: w => {
              w.payments.get(payment.id)!.state = 'cancelled'
            },
          }
    }
    case 17: {
      const act = drawOf(`hand${n}`, r.between(0, 9000))
      const number = r.between(9000, 9008) as CheckNumber
      return {
        name: 'record',
        act: () => office('record', { bookId: PAD.id, draw: act, number }, stamp),
        effect: w => {
          drew(w, act.id, act.amount)
          gave(w, [number], 'issued')
          w.carries.set(number, act.id)
          w.payments.get(act.id)!.state = 'issued'
          w.cash -= act.amount
        },
      }
    }
    case 18: {
      switch (r.between(0, 5)) {
        case 0: {
          const run = openRun('prepared')
          return (
            run && { name: 'drop', act: () => office('drop', { runId: run.id }, stamp), effect: () => {} }
          )
        }
        case 1: {
          const run = openRun('prepared')
          return (
            run && {
              name: 'load another book',
              act: () => office('switchBook', { runId: run.id, bookId: r.one(books).id }, stamp),
              effect: () => {},
            }
          )
        }
        case 2: {
          const run = openRun('at the printer')
          return (
            run && {
              name: 'print again',
              act: () => office('printAgain', { runId: run.id, why: 'nothing came out' }, stamp),
              effect: () => {},
            }
          )
        }
        case 3: {
          const row = some(rows)
          return (
            row && {
              name: 'print under its own number',
              act: () => office('printCopy', { numberId: row.id, firstSheet: 'torn', inHouse: true }, stamp),
              effect: () => {},
            }
          )
        }
        case 4:
          return {
            name: 'close a period',
            act: () =>
              office(
                'closePeriod',
                {
                  companyId: company.id,
                  through: r.one([null, must(plainDate('2026-10-31')), must(plainDate('2026-12-31'))]),
                  today: must(plainDate('2026-11-24')),
                },
                stamp,
              ),
            effect: () => {},
          }
        default: {
          const full = books.find(
            b => rows.filter(x => x.bookId === b.id && x.fate !== 'unused').length === b.end - b.start + 1,
          )
          return full && r.next() < 0.8
            ? putAway(full)
            : r.next() < 0.4
              ? useUp(r.next() < 0.6 ? PAD : r.one(books))
              : putAway(r.one(books))
        }
      }
    }
    default: {
      const issued = rows.filter(x => x.fate === 'issued' && r.next() < 0.3)
      return issued.length
        ? {
            name: 'clear',
            act: () => office('clear', { accountId: account.id, numberIds: issued.map(x => x.id) }, stamp),
            effect: w => {
              for (const x of issued) {
                w.fates.set(x.number, 'cleared')
                w.payments.get(w.carries.get(x.number)!)!.state = 'cleared'
              }
            },
          }
        : undefined
    }
  }
}

/**
 * Prints a run on a printer with faults and says of every sheet what a person would see; now and then
 * something silly.
 */
function countedBy(r: Random, run: Run, desk: MemoryOffice): CountOffAct {
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
export const startingWorld = (): World => emptyWorld(OPENING)
