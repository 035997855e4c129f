import type { Id } from '../../base/id'
import type { CheckNumber } from '../../numbers/book'
import type { Outcome, Run, Skipped } from '../../runs/run'
import type { Snapshot } from '../tables'
import { alwaysHolds } from './holds'
import { company } from './office'

/**
 * The obvious, slow model of an office: what happened, one plain rule an act, no indexes. Fates by number,
 * payments by key, cash in cents.
 */
export interface World {
  readonly fates: Map<number, string>
  /** Which payment a number carries now. */
  readonly carries: Map<number, string>
  readonly payments: Map<string, { amount: number; state: string; booked: boolean }>
  cash: number
  /** The amount above which a bill waits for a second person. */
  limit: number | null
  /** The office is at another desk: nothing is done in it. */
  away: boolean
  /** Checks of before that the opening balance had in it: taken back, cash stays. */
  readonly putBack: Set<string>
  /** Numbers whose use, told by a file, was taken back just now. */
  readonly neverWere: Set<number>
  /** What is owed on each bill before any payment; none where it is not owed yet or any more. */
  readonly bills: Map<string, number>
  /** What each payment settles of each bill, discount with it. */
  readonly settles: Map<string, readonly { readonly bill: string; readonly whole: number }[]>
}
export const emptyWorld = (cash: number, limit: number | null): World => ({
  limit,
  fates: new Map(),
  carries: new Map(),
  payments: new Map(),
  cash,
  away: false,
  putBack: new Set(),
  neverWere: new Set(),
  bills: new Map(),
  settles: new Map(),
})

/** Whether a bill that is entered now is owed at once. */
export const isWithinLimit = (w: World, amount: number): boolean =>
  w.limit === null || Math.abs(amount) <= w.limit

export const drew = (w: World, id: string, amount: number): void => {
  w.payments.set(id, { amount, state: 'waiting', booked: false })
}
/** A payment stands for these bills, in the lane or paid already. */
export function settled(
  w: World,
  id: string,
  amount: number,
  bills: readonly { readonly bill: string; readonly whole: number }[],
): void {
  drew(w, id, amount)
  w.settles.set(id, bills)
}
/** What the ledger must say is owed: bills, less what issued payments settled. */
function owedInAll(w: World): number {
  let owed = 0
  for (const amount of w.bills.values()) owed += amount
  for (const [id, bills] of w.settles) {
    const { state, booked } = w.payments.get(id)!
    if (['issued', 'cleared', 'written back'].includes(state) || (booked && state !== 'cancelled'))
      for (const { whole } of bills) owed -= whole
  }
  return owed
}
export const gave = (w: World, numbers: readonly number[], fate: string): void => {
  for (const n of numbers) w.fates.set(n, fate)
}
export function printed(w: World, planned: readonly { number: number; payment: string }[]): void {
  for (const { number, payment } of planned) {
    w.fates.set(number, 'on paper')
    w.carries.set(number, payment)
    w.payments.get(payment)!.state = 'on paper'
  }
}
export function counted(
  w: World,
  checks: Run['checks'],
  outcomes: ReadonlyMap<CheckNumber, Outcome>,
  skipped: readonly Skipped[],
): void {
  for (const c of checks) {
    w.fates.set(c.number, 'unused')
    w.carries.delete(c.number)
  }
  for (const c of checks) {
    const said = outcomes.get(c.number)!
    const payment = w.payments.get(c.paymentId)!
    payment.state = said.kind === 'good' ? 'issued' : 'waiting'
    if (said.kind === 'never came out') continue
    const number = said.number ?? c.number
    w.fates.set(number, said.kind === 'good' ? 'issued' : 'spoiled')
    w.carries.set(number, c.paymentId)
    if (said.kind !== 'good') continue
    if (!payment.booked) w.cash -= payment.amount
    payment.booked = false
  }
  for (const s of skipped) {
    w.fates.set(s.number, s.fate)
    w.carries.delete(s.number)
  }
}
export function replaced(w: World, number: number, fate: string): void {
  w.fates.set(number, fate)
  Object.assign(w.payments.get(w.carries.get(number)!)!, { state: 'waiting', booked: true })
}
export function cancelled(w: World, payment: string, number: number | undefined, fate: string): void {
  if (number !== undefined) w.fates.set(number, fate)
  w.cash += w.payments.get(payment)!.amount
  Object.assign(w.payments.get(payment)!, { state: 'cancelled', booked: false })
}

/** A check that was never cashed: its money is back in the account, and what it paid stays paid. */
export function writtenBack(w: World, payment: string, number: number): void {
  w.fates.set(number, 'voided')
  w.cash += w.payments.get(payment)!.amount
  w.payments.get(payment)!.state = 'written back'
}

const ended: readonly string[] = ['issued', 'cleared', 'voided', 'stopped', 'spoiled']

/**
 * Everything that must always hold, and all that the model says, found by looking at every row; throws at the
 * first that does not. `before` are the fates before the last act.
 */
export function mustHold(
  office: Snapshot,
  w: World,
  cash: Id<'ledger'>,
  before: ReadonlyMap<number, string>,
): void {
  alwaysHolds(office)
  const must = (holds: boolean, what: string): void => {
    if (!holds) throw new Error(what)
  }
  const rows = new Map<number, Snapshot['numbers'][number]>()
  for (const row of office.numbers) {
    must(!rows.has(row.number), `${row.number} is in two books`)
    rows.set(row.number, row)
    must(
      row.fate === (w.fates.get(row.number) ?? 'unused'),
      `${row.number} is ${row.fate}, the model says ${w.fates.get(row.number) ?? 'unused'}`,
    )
    const was = before.get(row.number) ?? 'unused'
    must(
      !ended.includes(was) || ended.includes(row.fate) || w.neverWere.delete(row.number),
      `${row.number} was ${was} and came back as ${row.fate}`,
    )
  }
  for (const [number, fate] of w.fates)
    must(fate === (rows.get(number)?.fate ?? 'unused'), `${number} should be ${fate}`)
  must(office.payments.length === w.payments.size, 'a payment is missing or extra')
  for (const p of office.payments) {
    const of = w.payments.get(p.id)
    must(
      of?.state === p.state && of.amount === p.amount && of.booked === (p.booked ?? false),
      `payment ${p.id} is ${p.state}${p.booked ? ', booked' : ''}, the model says ${JSON.stringify(of)}`,
    )
  }
  for (const b of office.bills) {
    const live = b.stage === 'payable' || b.stage === 'paid'
    must(
      (live ? b.amount : undefined) === w.bills.get(b.id),
      `bill ${b.number} is ${b.stage} for ${b.amount}, the model says ${w.bills.get(b.id)}`,
    )
  }
  const payables = office.totals.find(t => t.id === company.payables!.ledgerId)?.balance ?? 0
  must(payables === -owedInAll(w), `payables stands at ${payables}, the model says ${-owedInAll(w)}`)
  let [all, own] = [0, 0]
  for (const e of office.entries) {
    let sum = 0
    for (const l of e.lines) {
      sum += l.debit - l.credit
      if (l.ledgerId === cash) own += l.debit - l.credit
    }
    all += sum
  }
  must(all === 0 && own === w.cash, `cash is ${own}, the model says ${w.cash}`)
}
