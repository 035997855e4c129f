import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { cents, sum, type Cents } from '../money/cents'
import type { NumberRow } from '../numbers/book'
import { movedOn, type Entry } from '../ledger/entry'
import { isIssueEntry } from '../payments/issueEntry'
import type { Payment } from '../payments/payment'
import type { BankLine } from './bankLine'
import type { Movement } from './movement'
import { bankBalance, type Outstanding, type Statement } from './statement'

/** What a statement is reconciled from: what is open now, and what happened after its last day. */
export interface ReconcileKnown {
  readonly statement: Pick<Statement, 'opening'>
  /** All lines of the statement, those after its last day too. */
  readonly lines: readonly BankLine[]
  /** Lines of earlier statements whose match is entered after the last day: the bank was first. */
  readonly earlier: readonly BankLine[]
  readonly cashLedgerId: Id<'ledger'>
  /** What the books have now. */
  readonly bookNow: Cents
  /** Entries of the account's cash that are dated after the last day. */
  readonly entriesAfter: readonly Entry[]
  /** Payments that left the books and have not reached the bank: issued, or waiting for a replacement check. */
  readonly uncleared: readonly Payment[]
  /** The checks that carry these payments. */
  readonly numbers: ReadonlyMap<Id<'payment'>, NumberRow>
  readonly movements: readonly Movement[]
}
/** A statement beside the books, as of its last day. Amounts in minor units. */
export interface Reconciliation {
  readonly through: PlainDate
  /** The bank's balance by the opening balance and the lines. */
  readonly bank: Cents
  readonly moneyIn: Cents
  readonly moneyOut: Cents
  /** In the books, and not with the bank yet. */
  readonly outstanding: readonly Outstanding[]
  /** Lines through the last day that nothing is matched with. */
  readonly unmatched: readonly BankLine[]
  /** What the books had at the end of the day. */
  readonly book: Cents
  /** What the bank's balance comes to once all that is outstanding has reached it. */
  readonly adjusted: Cents
  /** What is left to explain; a statement closes at 0. */
  readonly difference: Cents
}

/** What was entered after the last day, by payment and by entry, so that it is not counted as outstanding. */
function enteredAfter(entries: readonly Entry[]): { payments: Set<string>; entries: Set<string> } {
  const issued = entries.filter(isIssueEntry)
  return {
    payments: new Set(issued.map(e => e.paymentId!)),
    entries: new Set(entries.map(e => e.id)),
  }
}

/** A payment as something outstanding. */
const ofPayment = (payment: Payment, row: NumberRow | undefined): Outstanding => ({
  ...{ date: payment.date, amount: cents(-payment.amount), text: payment.name },
  ...(row && { number: row.number }),
})

/**
 * Payments cancelled after the last day whose entry is of before it: they were outstanding then. Their reversal
 * says what they came to.
 */
function cancelledAfter(known: ReconcileKnown, after: ReturnType<typeof enteredAfter>): Outstanding[] {
  return known.entriesAfter
    .filter(e => e.paymentId && !isIssueEntry(e) && !after.payments.has(e.paymentId))
    .map(e => ({
      ...{ date: e.date, amount: cents(-movedOn(e, known.cashLedgerId)) },
      text: e.text.replace(/^Cancelled: /, ''),
    }))
    .filter(o => o.amount !== 0)
}

/** Movements of which one half was taken back after the last day: the other half was outstanding then. */
function reversedAfter(known: ReconcileKnown, after: ReturnType<typeof enteredAfter>): Movement[] {
  const entryOf = new Map(known.movements.map(m => [m.id, m.entryId]))
  return known.movements.filter(m => {
    const other = m.reversal && entryOf.get(m.reversal)
    return m.state === 'reversed' && !after.entries.has(m.entryId) && other && after.entries.has(other)
  })
}

/** What a matched line is made of: the payment or movement, and the difference that was accepted with it. */
function partsOf({ match, amount }: BankLine, movements: ReadonlyMap<string, Movement>) {
  if (!match) return []
  if (match.kind === 'movement') return [{ key: match.movementId, amount }]
  const difference = match.kind === 'check' && match.differenceId && movements.get(match.differenceId)
  if (!difference) return [{ key: match.paymentId, amount }]
  return [
    { key: match.paymentId, amount: cents(amount - difference.amount) },
    { key: difference.id, amount: difference.amount },
  ]
}

/** Lines after the last day whose match is of before it, and lines of before whose match is entered later. */
function acrossTheDay(
  known: ReconcileKnown,
  through: PlainDate,
  after: ReturnType<typeof enteredAfter>,
): Outstanding[] {
  const movements = new Map<string, Movement>(known.movements.map(m => [m.id, m]))
  const isLater = (key: string): boolean => {
    const movement = movements.get(key)
    return movement ? after.entries.has(movement.entryId) : after.payments.has(key)
  }
  return [...known.lines, ...known.earlier].flatMap(line =>
    partsOf(line, movements).flatMap(({ key, amount }): Outstanding[] => {
      const [lineAfter, entryAfter] = [line.date > through, isLater(key)]
      if (lineAfter === entryAfter) return []
      const { date, text, number } = line
      const moved = cents(lineAfter ? amount : -amount)
      return [{ date, amount: moved, text, ...(number !== undefined && { number }) }]
    }),
  )
}

/**
 * Holds a statement against the books as of a day: the bank's balance and what is outstanding on one side, the
 * book balance of that day on the other. Pure; amounts in minor units.
 */
export function reconcile(known: ReconcileKnown, through: PlainDate): Reconciliation {
  const { statement, lines, cashLedgerId, entriesAfter } = known
  const after = enteredAfter(entriesAfter)
  const openThen = known.movements.filter(m => m.state === 'open' && !after.entries.has(m.entryId))
  const outstanding: Outstanding[] = [
    ...known.uncleared.filter(p => !after.payments.has(p.id)).map(p => ofPayment(p, known.numbers.get(p.id))),
    ...cancelledAfter(known, after),
    ...[...openThen, ...reversedAfter(known, after)].map(({ date, amount, text }) => ({
      date,
      amount,
      text,
    })),
    ...acrossTheDay(known, through, after),
  ].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0))
  const within = lines.filter(l => l.date <= through)
  const bank = bankBalance(statement, lines, through)
  const book = cents(known.bookNow - sum(entriesAfter.map(e => movedOn(e, cashLedgerId))))
  const adjusted = cents(bank + sum(outstanding.map(o => o.amount)))
  return {
    ...{ through, bank, book, adjusted, outstanding },
    moneyIn: sum(within.filter(l => l.amount > 0).map(l => l.amount)),
    moneyOut: sum(within.filter(l => l.amount < 0).map(l => l.amount)),
    unmatched: within.filter(l => !l.match),
    difference: cents(adjusted - book),
  }
}

/** A place where a difference may come from. */
export interface Clue {
  readonly text: string
  readonly lineId?: Id<'bankLine'>
}

/**
 * Where to look while there is a difference: a line or an outstanding item of that amount, or of half of it (on
 * the wrong side), and whether it is divisible by nine (two digits swapped).
 */
export function whereToLook({ difference, unmatched, outstanding }: Reconciliation): Clue[] {
  if (difference === 0) return []
  const size = Math.abs(difference)
  const clues: Clue[] = []
  for (const { id, amount } of unmatched) {
    if (Math.abs(amount) === size) clues.push({ text: 'An unmatched bank line has this amount.', lineId: id })
    else if (Math.abs(amount) * 2 === size)
      clues.push({ text: 'An unmatched bank line has half of it: it may be on the wrong side.', lineId: id })
  }
  for (const { amount, text, number } of outstanding) {
    const what = number === undefined ? text : `Check ${number} to ${text}`
    if (Math.abs(amount) === size) clues.push({ text: `${what} is outstanding with this amount.` })
    else if (Math.abs(amount) * 2 === size) clues.push({ text: `${what} is outstanding with half of it.` })
  }
  if (size % 9 === 0) clues.push({ text: 'It is divisible by nine: two digits may be swapped somewhere.' })
  return clues
}
