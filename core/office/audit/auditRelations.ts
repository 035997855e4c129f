import { byKey, grouped } from '../../base/grouped'
import { idOf } from '../../base/id'
import { movedOn } from '../../ledger/entry'
import { isStanding } from '../../numbers/fates'
import { cents, sum } from '../../money/cents'
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
    must(
      !isStanding(fate) || !payment || (payment.amount === check.amount && payment.name === check.payee),
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
    const cash = accountOf.get(p.accountId)?.cashLedgerId ?? idOf<'ledger'>('')
    const stands = isPaid(p) || p.booked === true
    must(
      !stands || !isEntered(p) || theirs.some(isIssueEntry),
      `payment ${p.id} is ${p.state} and has no entry`,
    )
    const moved = sum(theirs.map(e => movedOn(e, cash)))
    const expected = cents(stands ? -p.amount : 0)
    must(
      p.state === 'on paper' || moved === expected || p.split.some(part => part.ledgerId === cash),
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
