import { byKey } from '../../base/grouped'
import { idOf } from '../../base/id'
import { movedOn } from '../../ledger/entry'
import { isStanding } from '../../numbers/fates'
import { cents } from '../../money/cents'
import { figures } from '../../money/figures'
import { isEntered, isIssueEntry } from '../../payments/issueEntry'
import { isPaid, type Payment } from '../../payments/payment'
import { byHand, copyId, isBefore } from '../../runs/run'
import type { Must } from './findings'
import type { Snapshot } from '../tables'

/** No account has a number twice, and no number that the trail names is gone. */
function numbersStand({ numbers, trail, payments, bills, runs }: Snapshot, must: Must): void {
  const seen = new Set<string>()
  for (const row of numbers) {
    const key = `${row.accountId} ${row.number}`
    must(!seen.has(key), () => `account ${row.accountId} has number ${row.number} twice`)
    seen.add(key)
  }
  const idsOf = (rows: readonly { readonly id: string }[]) => new Set(rows.map(row => row.id))
  const there = [
    ['number', idsOf(numbers)],
    ['payment', idsOf(payments)],
    ['bill', idsOf(bills)],
    ['run', idsOf(runs)],
  ] as const
  for (const { about, seq } of trail)
    for (const [thing, ids] of there) {
      const id = about[thing]
      must(
        id === undefined || ids.has(id),
        () => `line ${seq} of the trail is about ${thing} ${id}, which is not there`,
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
    must(payment !== undefined, () => `check ${number} is for a payment that is not there`)
    must(
      !isStanding(fate) || !payment || (payment.amount === check.amount && payment.name === check.payee),
      () =>
        `check ${number} is for ${figures(check.amount)} to ${check.payee}, its payment for ${payment && figures(payment.amount)} to ${payment?.name}`,
    )
    if (isBefore(check.runId)) continue
    must(
      check.runId === byHand(bookId) || runOf.has(check.runId),
      () => `check ${number} is of a run that is not there`,
    )
    const copy = copyOf.get(copyId(check.runId, number))?.facts
    must(copy !== undefined, () => `check ${number} has no copy`)
    must(
      !copy ||
        (copy.number === number &&
          copy.amount === check.amount &&
          copy.payee === check.payee &&
          copy.date === check.date),
      () => `the copy of check ${number} differs from the check`,
    )
  }
}

/** Each payment moved in the ledger what its state says, and no entry is of a payment that is not there. */
function entriesAgree({ entries, payments, accounts, numbers }: Snapshot, must: Must): void {
  // Checks from before this office stand in the ledger as a part of its opening balance.
  const before = new Set(
    numbers.flatMap(n => (n.check && isBefore(n.check.runId) ? [n.check.paymentId] : [])),
  )
  const accountOf = byKey(accounts)
  const cashOf = (p: Payment) => accountOf.get(p.accountId)?.cashLedgerId ?? idOf<'ledger'>('')
  const paymentOf = byKey(payments)
  const missing = new Set<string>()
  const issued = new Set<string>()
  const movedBy = new Map<string, number>()
  for (const entry of entries) {
    const { id, paymentId } = entry
    if (paymentId === null) continue
    const payment = paymentOf.get(paymentId)
    must(
      payment !== undefined || missing.has(paymentId),
      () => `entry ${id} is of a payment that is not there`,
    )
    if (!payment) missing.add(paymentId)
    if (isIssueEntry(entry)) issued.add(paymentId)
    if (payment) movedBy.set(paymentId, (movedBy.get(paymentId) ?? 0) + movedOn(entry, cashOf(payment)))
  }
  for (const p of payments) {
    if (before.has(p.id)) continue
    const cash = cashOf(p)
    const stands = isPaid(p) || p.booked === true
    must(!stands || !isEntered(p) || issued.has(p.id), () => `payment ${p.id} is ${p.state} and has no entry`)
    const moved = cents(movedBy.get(p.id) ?? 0)
    const expected = cents(stands ? -p.amount : 0)
    must(
      p.state === 'on paper' || moved === expected || p.split.some(part => part.ledgerId === cash),
      () =>
        `payment ${p.id}, ${p.state}, moved ${figures(moved)} on its account instead of ${figures(expected)}`,
    )
  }
}

/** What must hold between rows of different tables; `must` hears of each thing that does not. */
export function relationsHold(office: Snapshot, must: Must): void {
  numbersStand(office, must)
  checksAgree(office, must)
  entriesAgree(office, must)
}
