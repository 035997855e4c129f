import { must } from '../../base/result'
import { plainDate } from '../../base/dates'
import type { Random } from '../../base/random'
import { idOf } from '../../base/id'
import { bookInUse, jumpedBy, nextNumber, type CheckNumber, type NumberBook } from '../../numbers/book'
import { builtInLayouts, builtInStocks, stockById } from '../../paper/builtIn'
import { foundFates, givenFates } from '../../numbers/giveFate'
import { cents } from '../../money/cents'
import { endings } from '../../checks/replace'
import { runOrders, wayOf } from '../../runs/run'
import { standingNumber } from '../lookups'
import type { MemoryOffice } from '../memory'
import { madeOf, planOf } from '../looking'
import { account, company, drawOf } from './office'
import { cancelled, counted, drew, gave, printed, replaced, writtenBack } from './world'
import type { Payment } from '../../payments/payment'
import type { ActName } from '../actTypes'
import { bankMoves, someBankMove } from './bankMoves'
import { billMoves, moreBillMoves, wholes } from './billMoves'
import { payeeChange, settingMoves } from './settingMoves'
import { importMoves } from './importMoves'
import { type Acting, PDF, PAD, type Move, type Tried, Chance, countedBy } from './chance'

/** A payment is drawn, now and then for an amount that is none. */
function draw(c: Chance): Move | undefined {
  const act = drawOf(`pay${c.n}`, c.r.between(-1, 40_000))
  return {
    name: 'draw',
    act: () => c.office('draw', { accountId: account.id, draw: act }, c.stamp),
    effect: w => drew(w, act.id, act.amount),
  }
}

/** A run is begun, or begun again. */
function pick(c: Chance): Move | undefined {
  const ids = c.payments
    .filter(
      p =>
        (c.r.next() < 0.97 ? p.state === 'waiting' && p.accountId === account.id && !p.correct : true) &&
        c.r.next() < 0.8,
    )
    .map(p => p.id)
  const runId = c.r.next() < 0.2 && c.runs.length ? c.r.one(c.runs).id : idOf<'run'>(`run${c.n}`)
  return {
    name: 'pick',
    act: () =>
      c.office(
        'pick',
        {
          bookId: bookInUse(c.books, c.seen.kept.accounts.get(account.id)?.bookId)!.id,
          runId,
          paymentIds: ids,
          order: c.r.one(runOrders),
          ...(c.r.next() < 0.2 && {
            paper: { stockId: c.r.one(builtInStocks).id, layoutId: c.r.one(builtInLayouts()).id },
          }),
        },
        c.stamp,
      ),
    effect: () => {},
  }
}

/** The pack is loaded, now and then at a number that is not the next. */
function load(c: Chance): Move | undefined {
  const run = c.openRun('prepared')
  if (!run) return undefined
  const book = c.seen.kept.books.get(run.bookId)!
  const top = c.r.next() < 0.93 ? (nextNumber(book, c.seen.rowsOf(book.id)) ?? c.anyNumber()) : c.anyNumber()
  const stacking = c.r.one(['face down', 'face up'] as const)
  const printing = { printerId: idOf<'printer'>('p'), tray: 'T', fitId: null, stacking }
  const jumped = jumpedBy(
    book,
    c.seen.rowsOf(book.id),
    top,
    wayOf(stockById('check-over-two-stubs-preprinted')!, printing),
  )
  const gap =
    jumped.ok && jumped.value.length && c.r.next() < 0.3
      ? { fate: c.r.one(givenFates), why: 'not in the pack', count: jumped.value.length }
      : undefined
  return {
    name: 'load',
    act: () => c.office('load', { runId: run.id, top, printing, ...(gap && { gap }) }, c.stamp),
    effect: w => {
      if (gap && jumped.ok) gave(w, jumped.value, gap.fate)
    },
  }
}

/** A run goes to the printer. */
function print(c: Chance): Move | undefined {
  const run = c.openRun('prepared')
  if (!run) return undefined
  let planned: readonly { number: number; payment: string }[] = []
  return {
    name: 'print',
    act: async () => {
      const [p, made] = [await planOf(c.now, run.id), await madeOf(c.now, run.id)]
      planned = p.ok ? p.value.map(c => ({ number: c.number, payment: c.payment.id })) : []
      return made.ok ? c.office('print', { runId: run.id, made: made.value, pdf: PDF }, c.stamp) : made
    },
    effect: w => printed(w, planned),
  }
}

/** A run is counted off. */
function countOff(c: Chance): Move | undefined {
  const run = c.openRun('at the printer')
  if (!run?.checks.length) return undefined
  const act = countedBy(c.r, run, c.seen)
  return {
    name: 'count off',
    act: () => c.office('countOff', { runId: run.id, ...act }, c.stamp),
    effect: w => counted(w, run.checks, act.outcomes, act.skipped ?? []),
  }
}

/** Some numbers get a fate by hand. */
function giveFate(c: Chance): Move | undefined {
  const book = c.r.one(c.books)
  const first = c.anyNumber()
  const numbers = Array.from({ length: c.r.between(1, 3) }, (_, i) => (first + i) as CheckNumber)
  const fate = c.r.one(givenFates)
  return {
    name: 'give a fate',
    act: () =>
      c.office(
        'giveFate',
        { bookId: book.id, numbers, fate, why: c.r.next() < 0.95 ? 'counted' : ' ' },
        c.stamp,
      ),
    effect: w => gave(w, numbers, fate),
  }
}

/** A number that was missing or set aside is found again. */
function undoFate(c: Chance): Move | undefined {
  const row = c.some(c.rows.filter(x => x.fate === 'set aside' || x.fate === 'missing')) ?? c.some(c.rows)
  const to = c.r.one(foundFates)
  return (
    row && {
      name: 'take back',
      act: () =>
        c.office(
          'undoFate',
          {
            bookId: row.bookId,
            numbers: [row.number],
            to,
            why: c.r.next() < 0.9 ? 'lay behind the cabinet' : '',
          },
          c.stamp,
        ),
      effect: w => gave(w, [row.number], to),
    }
  )
}

/** A check is replaced. */
function replace(c: Chance): Move | undefined {
  const row = c.some(c.r.next() < 0.8 ? c.rows.filter(x => x.fate === 'issued') : c.rows)
  const ending = c.r.one(endings)
  return (
    row && {
      name: 'replace',
      act: () => c.office('replace', { numberId: row.id, ending, why: 'lost in the mail' }, c.stamp),
      effect: w => replaced(w, row.number, ending),
    }
  )
}

/** A payment is cancelled. */
function cancel(c: Chance): Move | undefined {
  const payment = c.some(
    c.r.next() < 0.8 ? c.payments.filter(p => p.state === 'issued' || p.booked) : c.payments,
  )
  if (!payment) return undefined
  const ending = c.r.one(['voided', 'stopped'] as const)
  const number = standingNumber(c.now.found('numbers', 'payment', [payment.id]))?.number
  return {
    name: 'cancel',
    act: () =>
      c.office(
        'cancel',
        {
          paymentId: payment.id,
          ending,
          why: 'wrong payee',
          ...(c.r.next() < 0.5 && { date: must(plainDate('2026-11-24')) }),
        },
        c.stamp,
      ),
    effect: w => cancelled(w, payment.id, number, ending),
  }
}

/** A check that nobody cashed is written back, now and then on a day or to a ledger account that is refused. */
function writeBack(c: Chance): Move | undefined {
  const payment = c.some(c.r.next() < 0.9 ? c.payments.filter(p => p.state === 'issued') : c.payments)
  if (!payment) return undefined
  const number = standingNumber(c.now.found('numbers', 'payment', [payment.id]))?.number
  const input = {
    paymentId: payment.id,
    ledgerId: idOf<'ledger'>(c.r.one(['wood', 'wood', 'wood', 'owed', account.cashLedgerId])),
    why: c.r.one(['never cashed', 'never cashed', ' ']),
    date: must(plainDate(c.r.one(['2026-11-24', '2026-11-24', '2026-11-20', '2026-12-01']))),
  }
  return {
    name: 'write a check back',
    act: () => c.office('writeBack', input, c.stamp),
    effect: w => writtenBack(w, payment.id, number!),
  }
}
/** The bank confirms a stop, or is said to of a check that was never stopped. */
function confirmStop(c: Chance): Move | undefined {
  const row = c.some(c.r.next() < 0.9 ? c.rows.filter(x => x.fate === 'stopped') : c.rows)
  const on = must(plainDate(c.r.next() < 0.9 ? '2026-11-24' : '2026-11-20'))
  return (
    row && {
      name: 'confirm a stop',
      act: () => c.office('confirmStop', { numberId: row.id, on, reference: c.r.one(['S-1', ' ']) }, c.stamp),
      effect: () => {},
    }
  )
}

/** An advice is mailed, now and then to no address. */
function recordMail(c: Chance): Move | undefined {
  const payment = c.some(c.payments)
  const to = c.r.one(['desk@cobalt.example', 'nowhere'])
  return (
    payment && {
      name: 'mail an advice',
      act: () => c.office('recordMail', { paymentId: payment.id, kind: 'advice', to, way: 'saved' }, c.stamp),
      effect: () => {},
    }
  )
}

/** A payment in the lane is changed. */
function amend(c: Chance): Move | undefined {
  const payment = c.some(c.payments.filter(p => p.state === 'waiting'))
  if (!payment) return undefined
  const amount = c.r.next() < 0.5 ? cents(c.r.between(0, 9000)) : undefined
  let told: { bill: string; whole: number }[] = []
  return {
    name: 'change',
    act: async () => {
      const done = await c.office(
        'amend',
        {
          accountId: account.id,
          paymentIds: [payment.id],
          change: {
            memo: 'changed',
            date: must(plainDate(c.r.one(['2026-11-25', '2026-10-02']))),
            ...(amount !== undefined && { amount }),
          },
        },
        c.stamp,
      )
      if (done.ok) told = wholes((done.value as { payments: Payment[] }).payments[0]?.settles)
      return done
    },
    effect: w => {
      if (amount !== undefined) w.payments.get(payment.id)!.amount = amount
      if (w.settles.has(payment.id)) w.settles.set(payment.id, told)
    },
  }
}

/** The last change of a payment in the lane is taken back; which that is, this tab may not know. */
function undoAmend(c: Chance): Move | undefined {
  const payment = c.some(c.payments.filter(p => p.was))
  if (!payment) return undefined
  let back: Payment | undefined
  return {
    name: 'take a change in the lane back',
    act: async () => {
      const done = await c.office('undoAmend', { paymentId: payment.id }, c.stamp)
      if (done.ok) [back] = (done.value as { payments: Payment[] }).payments
      return done
    },
    effect: w => {
      if (!back) return
      w.payments.get(payment.id)!.amount = back.amount
      if (w.settles.has(payment.id) || back.settles) w.settles.set(payment.id, wholes(back.settles))
    },
  }
}

/** A payment is withdrawn. */
function withdraw(c: Chance): Move | undefined {
  const payment = c.some(c.payments.filter(p => p.state === 'waiting'))
  return (
    payment && {
      name: 'withdraw',
      act: () => c.office('withdraw', { paymentId: payment.id, why: 'drawn twice' }, c.stamp),
      effect: w => {
        w.payments.get(payment.id)!.state = 'cancelled'
      },
    }
  )
}
/** A withdrawn payment is brought back, whatever became of its bills meanwhile. */
function bringBack(c: Chance): Move | undefined {
  const payment = c.some(c.payments.filter(p => p.withdrawn))
  return (
    payment && {
      name: 'bring back',
      act: () => c.office('bringBack', { paymentId: payment.id }, c.stamp),
      effect: w => {
        w.payments.get(payment.id)!.state = 'waiting'
      },
    }
  )
}

/** A check written by hand is recorded. */
function record(c: Chance): Move | undefined {
  const act = drawOf(`hand${c.n}`, c.r.between(0, 9000))
  const number = c.r.between(9000, 9008) as CheckNumber
  return {
    name: 'record',
    act: () => c.office('record', { bookId: PAD.id, draw: act, number }, c.stamp),
    effect: w => {
      drew(w, act.id, act.amount)
      gave(w, [number], 'issued')
      w.carries.set(number, act.id)
      w.payments.get(act.id)!.state = 'issued'
      w.cash -= act.amount
    },
  }
}

/** A prepared run is dropped. */
function drop(c: Chance): Move | undefined {
  const run = c.openRun('prepared')
  return run && { name: 'drop', act: () => c.office('drop', { runId: run.id }, c.stamp), effect: () => {} }
}

/** A run goes on another number book. */
function switchBook(c: Chance): Move | undefined {
  const run = c.openRun('prepared')
  return (
    run && {
      name: 'load another book',
      act: () => c.office('switchBook', { runId: run.id, bookId: c.r.one(c.books).id }, c.stamp),
      effect: () => {},
    }
  )
}

/** The PDF of a run goes out once more. */
function printAgain(c: Chance): Move | undefined {
  const run = c.openRun('at the printer')
  return (
    run && {
      name: 'print again',
      act: () => c.office('printAgain', { runId: run.id, why: 'nothing came out' }, c.stamp),
      effect: () => {},
    }
  )
}

/** A check is printed again under its own number. */
function printCopy(c: Chance): Move | undefined {
  const row = c.some(c.rows)
  return (
    row && {
      name: 'print under its own number',
      act: () => c.office('printCopy', { numberId: row.id, firstSheet: 'torn', inHouse: true }, c.stamp),
      effect: () => {},
    }
  )
}

/** The books are closed through a day, or opened again. */
function closePeriod(c: Chance): Move {
  return {
    name: 'close a period',
    act: () =>
      c.office(
        'closePeriod',
        {
          companyId: company.id,
          through: c.r.one([null, must(plainDate('2026-10-31')), must(plainDate('2026-12-31'))]),
          today: must(plainDate('2026-11-24')),
        },
        c.stamp,
      ),
    effect: () => {},
  }
}

function useUp(c: Chance, book: NumberBook): Move | undefined {
  const all = Array.from({ length: book.end - book.start + 1 }, (_, i) => (book.start + i) as CheckNumber)
  const left = all.filter(x => (c.seen.rowsOf(book.id).get(x)?.fate ?? 'unused') === 'unused')
  if (left.length > 6) return undefined
  const input = { bookId: book.id, numbers: left, fate: 'spoiled', why: 'used up' } as const
  return {
    name: 'give a fate',
    act: () => c.office('giveFate', input, c.stamp),
    effect: w => gave(w, left, 'spoiled'),
  }
}
function putAway(c: Chance, book: NumberBook): Move {
  const away = c.r.next() < 0.95 ? !book.archived : Boolean(book.archived)
  return {
    name: 'put a book away',
    act: () => c.office('archiveBook', { bookId: book.id, archived: away }, c.stamp),
    effect: () => {},
  }
}

/** A book is put away or taken out; now and then one is used up first, or it could never be. */
function putBookAway(c: Chance): Move | undefined {
  const full = c.books.find(
    b => c.rows.filter(x => x.bookId === b.id && x.fate !== 'unused').length === b.end - b.start + 1,
  )
  return full && c.r.next() < 0.8
    ? putAway(c, full)
    : c.r.next() < 0.4
      ? useUp(c, c.r.next() < 0.6 ? PAD : c.r.one(c.books))
      : putAway(c, c.r.one(c.books))
}

/** The office goes to another desk. */
const handOver = (c: Chance): Move => ({
  name: 'hand the office over',
  act: () => c.office('handOver', { to: c.r.next() < 0.9 ? 'Back desk' : ' ' }, c.stamp),
  effect: w => {
    w.away = true
  },
})
/** Work goes on here: the one thing that is done in an office that was handed over. */
const continueOffice = (c: Chance): Move => ({
  name: 'take the office on',
  act: () => c.office('continueOffice', { back: c.r.next() < 0.5 }, c.stamp),
  effect: w => {
    if (!w.away) throw new Error('it was taken on, and had never been away')
    w.away = false
  },
})
/** What is done in an office that is at another desk must not be. */
const neverWhileAway = (move: Move | undefined): Move | undefined =>
  move && {
    ...move,
    effect: w => {
      if (w.away) throw new Error(`${move.name} was done in an office that was handed over`)
      move.effect(w)
    },
  }

/** Every act has its move, and how often it is tried: those that lead a run on more often. The compiler asks for each. */
const moves = {
  draw: [6, draw],
  pick: [6, pick],
  load: [12, load],
  print: [9, print],
  countOff: [9, countOff],
  giveFate: [3, giveFate],
  undoFate: [3, undoFate],
  replace: [6, replace],
  cancel: [3, cancel],
  writeBack: [4, writeBack],
  confirmStop: [3, confirmStop],
  recordMail: [1, recordMail],
  amend: [3, amend],
  undoAmend: [2, undoAmend],
  withdraw: [3, withdraw],
  bringBack: [2, bringBack],
  record: [3, record],
  drop: [1, drop],
  switchBook: [1, switchBook],
  printAgain: [3, printAgain],
  printCopy: [1, printCopy],
  closePeriod: [1, closePeriod],
  archiveBook: [2, putBookAway],
  handOver: [1, handOver],
  continueOffice: [1, continueOffice],
  ...bankMoves,
  ...billMoves,
  ...importMoves,
  ...settingMoves,
} as const satisfies Record<ActName, Tried>
/** Statements take several acts one after the other: once they are begun, they are tried more often. */
const BANK = { before: 0.1, begun: 0.35 } as const
const byChance = [...Object.values<Tried>(moves), ...moreBillMoves, payeeChange].flatMap(([often, make]) =>
  Array.from({ length: often }, () => make as Tried[1]),
)

/**
 * Chooses an act, sensible or not, from what a tab sees of the office (`seen` may be old: another tab acted
 * since). Runs are printed by a printer with faults, and counted off as a person would who looks at the
 * sheets.
 */
export function nextMove(
  r: Random,
  n: number,
  seen: MemoryOffice,
  now: MemoryOffice,
  office: Acting,
): Move | undefined {
  const c = new Chance(r, n, seen, now, office)
  const away = now.kept.settings.get('office')?.handedOver !== undefined
  const bank = now.kept.statements.size ? BANK.begun : BANK.before
  const make = r.next() < (away ? 0.3 : 0) ? continueOffice : r.next() < bank ? someBankMove : r.one(byChance)
  return make === continueOffice ? continueOffice(c) : neverWhileAway(make(c))
}
