import { byKey, grouped } from '../../base/grouped'
import type { NumberRow } from '../../numbers/book'
import { isStanding } from '../../numbers/fates'
import { firstBroken } from '../../trail/trail'
import { totalsAstray } from '../../ledger/totals'
import { entryIdOf, owed } from '../../bills/bill'
import { payeeAccount } from '../../payments/payeeAccount'
import { billsAstray, weightOf } from '../../payments/settling'
import { bankHolds } from './auditBank'
import { relationsHold } from './auditRelations'
import { Findings, type Must } from './findings'
import { lookAtEach } from './ownRules'
import { tableNames, type Snapshot } from '../tables'

/**
 * What must hold in any office, found by looking at every row, whatever was done in it. Gives a sentence for
 * each thing that does not: numbers, payments, entries, running totals, bills, payables, the chain of the trail; the
 * chain is left out where its lines are looked at elsewhere.
 */
export function auditOffice(
  office: Snapshot,
  chain: 'with trail' | 'without trail' = 'with trail',
): string[] {
  const found = new Findings()
  for (const table of tableNames) lookAtEach(table, office[table], found)
  found.lookAt(must => rowsAgree(office, must))
  if (chain === 'with trail') {
    const broken = firstBroken(office.trail)
    found.must(!broken, () => `the trail is broken at line ${broken?.seq}`)
  }
  return found.list
}

/** What must hold between the rows of an office; `must` hears of each thing that does not. */
export function rowsAgree(office: Snapshot, must: Must): void {
  paymentsHold(office, numbersHold(office, must), must)
  const [astray] = totalsAstray(office.totals, office.entries)
  must(
    !astray,
    () => `ledger ${astray?.ledgerId} is kept as ${astray?.kept}, its entries say ${astray?.entries}`,
  )
  billsHold(office, must)
  booksHold(office, must)
  bankHolds(office, must)
  relationsHold(office, must)
  const keys = office.trail.flatMap(l => l.key ?? [])
  must(new Set(keys).size === keys.length, () => 'one action is in the trail twice')
}

/** Every number stands once, in its book. Gives the standing checks by payment. */
function numbersHold(office: Snapshot, must: Must): ReadonlyMap<string, readonly NumberRow[]> {
  const books = new Map(office.books.map(b => [b.id, b]))
  const seen = new Set<string>()
  for (const row of office.numbers) {
    must(!seen.has(row.id), () => `${row.id} is there twice`)
    seen.add(row.id)
    const book = books.get(row.bookId)
    must(
      book !== undefined && row.number >= book.start && row.number <= book.end,
      () => `${row.number} is outside its book`,
    )
  }
  return grouped(
    office.numbers.filter(n => n.check && isStanding(n.fate)),
    n => n.check!.paymentId,
  )
}

/** Every payment has the check its state says, and stays within its company. */
function paymentsHold(
  office: Snapshot,
  carried: ReadonlyMap<string, readonly NumberRow[]>,
  must: Must,
): void {
  const accounts = byKey(office.accounts)
  const companyOf = new Map(office.ledgers.map(l => [l.id, l.companyId]))
  for (const p of office.payments) {
    const own = carried.get(p.id) ?? []
    must(
      own.length === (p.otherwise || ['waiting', 'cancelled', 'written back'].includes(p.state) ? 0 : 1),
      () => `payment ${p.id}, ${p.state}, has ${own.length} valid checks`,
    )
    must(
      own.every(r => r.fate === p.state),
      () => `payment ${p.id} is ${p.state}, its number ${own[0]?.fate}`,
    )
    must(
      accounts.get(p.accountId)?.companyId === p.companyId &&
        p.split.every(s => (companyOf.get(s.ledgerId) ?? p.companyId) === p.companyId),
      () => `payment ${p.id} mixes companies`,
    )
  }
}

/** Books of an account do not overlap, and each has one open run at most. */
function booksHold({ books, runs }: Snapshot, must: Must): void {
  for (const a of books)
    for (const b of books)
      must(
        a.id >= b.id || a.accountId !== b.accountId || a.end < b.start || b.end < a.start,
        () => `books ${a.id} and ${b.id} overlap`,
      )
  for (const book of books)
    must(
      runs.filter(r => r.bookId === book.id && (r.state === 'prepared' || r.state === 'at the printer'))
        .length <= 1,
      () => `two runs are open on ${book.id}`,
    )
}

/** What live payments settle is of their own payee, payable, and takes no more discount than each bill grants. */
function settlingsHold({ bills, payments }: Snapshot, must: Must): void {
  const known = new Map(bills.map(b => [b.id, b]))
  const taken = new Map<string, number>()
  for (const p of payments) {
    if (weightOf(p) === 'none') continue
    for (const { billId, discount } of p.settles?.bills ?? []) {
      const bill = known.get(billId)
      must(bill?.payeeId === p.payeeId, () => `payment ${p.id} settles a bill of another payee`)
      must(
        bill?.stage === 'payable' || bill?.stage === 'paid',
        () => `payment ${p.id} settles a bill that is ${bill?.stage}`,
      )
      taken.set(billId, (taken.get(billId) ?? 0) + discount)
    }
  }
  for (const { id, number, discount } of bills)
    must(
      (taken.get(id) ?? 0) <= (discount?.amount ?? 0),
      () => `more discount is taken of bill ${number} than it grants`,
    )
}

/** What must hold of bills: never paid above what they are, and the ledger says what is owed on them. */
function billsHold(office: Snapshot, must: Must): void {
  const paidTo = grouped(office.payments, p => p.payeeId)
  for (const [id, own] of grouped(office.bills, b => b.payeeId)) {
    const line = payeeAccount(own, paidTo.get(id) ?? []).at(-1)
    const theirs = own
      .filter(b => b.stage === 'payable' || b.stage === 'paid')
      .reduce((s, b) => s + owed(b), 0)
    must(
      (line?.balance ?? 0) === theirs,
      () => `the account of ${id} ends at ${line?.balance}, owed is ${theirs}`,
    )
  }
  settlingsHold(office, must)
  const [off] = billsAstray(office.bills, office.payments)
  must(!off, () => `bill ${off?.billId} is kept as ${off?.kept}, its payments say ${off?.payments}`)
  const payees = new Map(office.payees.map(p => [p.id, p]))
  const entries = new Set(office.entries.map(e => e.id))
  const numbers = new Set<string>()
  const owedBy = new Map<string, number>()
  for (const b of office.bills) {
    must(payees.get(b.payeeId)?.companyId === b.companyId, () => `bill ${b.number} is of another company`)
    must(!payees.get(b.payeeId)?.became, () => `bill ${b.number} is of a payee that became another`)
    must(
      b.stage === 'cancelled' || !payees.get(b.payeeId)?.removed,
      () => `bill ${b.number} is of a removed payee`,
    )
    const entry = entryIdOf(b)
    must(!entry || entries.has(entry), () => `bill ${b.number} has no entry`)
    must(!numbers.has(`${b.companyId} ${b.ourNumber}`), () => `our number ${b.ourNumber} is used twice`)
    numbers.add(`${b.companyId} ${b.ourNumber}`)
    if (b.stage === 'payable' || b.stage === 'paid')
      owedBy.set(b.companyId, (owedBy.get(b.companyId) ?? 0) + owed(b))
  }
  const balances = new Map(office.totals.map(t => [t.id, t.balance]))
  for (const { id, payables } of office.companies) {
    const balance = (payables && balances.get(payables.ledgerId)) ?? 0
    must(
      balance === -(owedBy.get(id) ?? 0),
      () => `payables are ${balance}, but ${owedBy.get(id) ?? 0} is owed`,
    )
  }
}
