import { byKey, grouped } from '../base/grouped'
import type { Entry } from '../ledger/entry'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import { isEntered, isIssueEntry } from '../payments/issueEntry'
import { isPaid, type Payment } from '../payments/payment'
import { byHand, copyId, isBefore } from '../runs/run'
import type { Snapshot } from './tables'

/** Takes down a sentence where something does not hold. */
type Must = (holds: boolean, what: string) => void

/** No account has a number twice, and no number that the trail names is gone. */
function numbersStand({ numbers, trail, payments, bills, runs }: Snapshot, must: Must): void {
  const seen = new Set<string>()
  for (const row of numbers) {
    const key = `${row.accountId} ${row.number}`
    must(!seen.has(key), `account ${row.accountId} has number ${row.number} twice`)
    seen.add(key)
  }
  const there = {
    number: byKey(numbers),
    payment: byKey(payments),
    bill: byKey(bills),
    run: byKey(runs),
  } as const
  for (const { about, seq } of trail)
    for (const [thing, rows] of Object.entries(there)) {
      const id = about[thing]
      must(
        id === undefined || (rows as ReadonlyMap<string, unknown>).has(id),
        `line ${seq} of the trail is about ${thing} ${id}, which is not there`,
      )
    }
}

/** What a check says is what its payment and its copy say, and its run is there. */
function checksAgree({ numbers, payments, copies, runs }: Snapshot, must: Must): void {
  const paymentOf = byKey(payments)
  const copyOf = byKey(copies)
  const runOf = byKey(runs)
  for (const { number, bookId, fate, check } of numbers) {
    if (!check) continue
    const payment = paymentOf.get(check.paymentId)
    must(payment !== undefined, `check ${number} is for a payment that is not there`)
    const stands = fate === 'on paper' || fate === 'issued' || fate === 'cleared'
    must(
      !stands || !payment || (payment.amount === check.amount && payment.name === check.payee),
      `check ${number} is for ${figures(check.amount)} to ${check.payee}, its payment for ${payment && figures(payment.amount)} to ${payment?.name}`,
    )
    if (isBefore(check.runId)) continue
    must(
      check.runId === byHand(bookId) || runOf.has(check.runId),
      `check ${number} is of a run that is not there`,
    )
    const copy = copyOf.get(copyId(check.runId, number))?.facts
    must(copy !== undefined, `check ${number} has no copy`)
    must(
      !copy ||
        (copy.number === number &&
          copy.amount === check.amount &&
          copy.payee === check.payee &&
          copy.date === check.date),
      `the copy of check ${number} differs from the check`,
    )
  }
}

/** What a payment moved on its account's cash, over all its entries. */
const cashMoved = (entries: readonly Entry[], cash: string): number =>
  entries.reduce(
    (sum, e) => sum + e.lines.reduce((s, l) => s + (l.ledgerId === cash ? l.debit - l.credit : 0), 0),
    0,
  )

/** Each payment moved in the ledger what its state says, and no entry is of a payment that is not there. */
function entriesAgree({ entries, payments, accounts, numbers }: Snapshot, must: Must): void {
  // Checks from before this office stand in the ledger as a part of its opening balance.
  const before = new Set(
    numbers.flatMap(n => (n.check && isBefore(n.check.runId) ? [n.check.paymentId] : [])),
  )
  const own = grouped(
    entries.filter(e => e.paymentId !== null),
    e => e.paymentId!,
  )
  const paymentOf = byKey(payments)
  for (const [id, [first]] of own)
    must(paymentOf.has(id as Payment['id']), `entry ${first?.id} is of a payment that is not there`)
  const accountOf = byKey(accounts)
  for (const p of payments) {
    if (before.has(p.id)) continue
    const theirs = own.get(p.id) ?? []
    const cash = accountOf.get(p.accountId)?.cashLedgerId ?? ''
    const stands = isPaid(p) || p.booked === true
    must(
      !stands || !isEntered(p) || theirs.some(isIssueEntry),
      `payment ${p.id} is ${p.state} and has no entry`,
    )
    const moved = cashMoved(theirs, cash)
    const expected = stands ? -p.amount : 0
    must(
      p.state === 'on paper' || moved === expected || p.split.some(part => part.ledgerId === cash),
      `payment ${p.id}, ${p.state}, moved ${figures(cents(moved))} on its account instead of ${figures(cents(expected))}`,
    )
  }
}
/** Nobody approved their own bill. */
function approvalsHold({ bills }: Snapshot, must: Must): void {
  for (const b of bills)
    must(!b.approvedBy || b.approvedBy !== b.enteredBy, `bill ${b.number} was approved by who entered it`)
}

/** What must hold between rows of different tables; `must` hears of each thing that does not. */
export function relationsHold(office: Snapshot, must: Must): void {
  numbersStand(office, must)
  checksAgree(office, must)
  entriesAgree(office, must)
  approvalsHold(office, must)
}
