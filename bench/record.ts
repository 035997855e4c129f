// Ten years of an office made at once, and its proof: sums of all rows, the chain, and what rows say of one another, in
// a process of its own. The peer: the same rows written as JSON once. Prints JSON.
import type { PlainDate } from '../core/base/dates'
import { idOf } from '../core/base/id'
import { alikeKey, type Bill } from '../core/bills/bill'
import { billEntry } from '../core/bills/billEntry'
import { totalsAfter } from '../core/ledger/totals'
import type { Entry } from '../core/ledger/entry'
import { cents } from '../core/money/cents'
import { numberId, type CheckNumber, type NumberBook, type NumberRow } from '../core/numbers/book'
import { perform } from '../core/office/actTypes'
import { auditOffice } from '../core/office/audit'
import { RecordAudit } from '../core/office/auditRecord'
import { MemoryOffice } from '../core/office/memory'
import { byTable, digestedTables, digestsOf, statedRows } from '../core/office/rowDigests'
import { account, company, opened, payee } from '../core/office/test/office'
import type { Snapshot } from '../core/office/tables'
import { issueEntry } from '../core/payments/issueEntry'
import type { Payment } from '../core/payments/payment'
import { copyId, type CheckCopy, type Run } from '../core/runs/run'
import { trailLine, type TrailLine } from '../core/trail/trail'

const CHECKS = 100_000
const LINES = 200_000
const A_RUN = 45
const day = (n: number) =>
  new Date(Date.UTC(2017, 0, 1) + (n % 3650) * 86_400_000).toISOString().slice(0, 10) as PlainDate
const at = '2026-11-20T10:00:00.000Z'
const book: NumberBook = {
  ...{ id: idOf('book'), accountId: account.id, kind: 'printed by us' },
  ...{ start: 1 as CheckNumber, end: (CHECKS + 1000) as CheckNumber },
}
const payables = company.payables!

/** A bill, its payment, the check that paid it, its copy and both entries. */
function paidBill(n: number) {
  const amount = cents(1000 + (n % 90_000))
  const number = n as CheckNumber
  const bare: Bill = {
    ...{ id: idOf<'bill'>(`bill${n}`), companyId: company.id, payeeId: payee.id, number: `B-${n}` },
    ...{ alike: alikeKey(payee.id, `B-${n}`), ourNumber: n, date: day(n), due: day(n), amount, memo: '' },
    ...{ lines: [{ ledgerId: idOf<'ledger'>('wood'), amount, memo: '' }], taxForm: 'none', stage: 'draft' },
    ...{ enteredAt: at, enteredBy: 'Bench', promised: cents(0), settled: cents(0), entries: 0 },
  }
  const owed = billEntry(bare, payee.name, company, payables)
  const payment: Payment = {
    ...{ id: idOf<'payment'>(`p${n}`), companyId: company.id, accountId: account.id, payeeId: payee.id },
    ...{ name: payee.name, address: payee.address, date: day(n), amount, memo: '', lines: [], split: [] },
    ...{ state: 'cleared', drawnAt: at },
    settles: {
      ...{ payables: payables.ledgerId, discounts: payables.discountId },
      bills: [{ billId: bare.id, amount, discount: cents(0) }],
    },
  }
  const runId = idOf<'run'>(`r${Math.floor(n / A_RUN)}`)
  const check = {
    ...{ paymentId: payment.id, runId, sheet: 1, place: 1 },
    ...{ payee: payment.name, date: payment.date, amount },
  }
  const row: NumberRow = {
    ...{ id: numberId(book.id, number), bookId: book.id, accountId: account.id, number, fate: 'cleared' },
    ...{
      why: '',
      at,
      check,
      life: [
        { at, by: 'Bench', fate: 'issued' },
        { at, by: 'Bench', fate: 'cleared' },
      ],
    },
  }
  const facts = { number, date: payment.date, payee: payment.name, address: payment.address, amount }
  const copy: CheckCopy = { id: copyId(runId, number), runId, facts: { ...facts, memo: '', lines: [] } }
  return {
    bill: { ...owed.bill, stage: 'paid', settled: amount } as Bill,
    ...{ payment, row, copy },
    entries: [owed.entry, issueEntry(payment, number, account.cashLedgerId, payment.date)],
  }
}
const runOf = (n: number): Run => ({
  ...{ id: idOf(`r${n}`), accountId: account.id, bookId: book.id, state: 'counted off', order: 'as drawn' },
  ...{ paymentIds: [], top: null, signers: null, printing: null, checks: [], printedWith: null, copies: 1 },
  ...{ preparedAt: at, printedAt: at, countedAt: at },
})

const timed = <T>(work: () => T): readonly [T, number] => {
  const from = performance.now()
  return [work(), performance.now() - from]
}
const base = new MemoryOffice(false)
base.put({ ...opened(1), books: [book] })
await perform(base, 'nameOperator', { name: 'Bench' }, { at, by: 'Bench' })
const before = base.snapshot()
const paid = Array.from({ length: CHECKS }, (_, i) => paidBill(i + 1))
const entries: Entry[] = [...before.entries, ...paid.flatMap(p => p.entries)]
const rows: Snapshot = {
  ...before,
  ...{ bills: paid.map(p => p.bill), payments: paid.map(p => p.payment), numbers: paid.map(p => p.row) },
  ...{ copies: paid.map(p => p.copy), entries, totals: totalsAfter([], entries) },
  runs: Array.from({ length: Math.floor(CHECKS / A_RUN) + 1 }, (_, n) => runOf(n)),
}
const [digests, sumsMs] = timed(() => digestsOf(rows))
const trail: TrailLine[] = []
const [, linesMs] = timed(() => {
  for (let n = 1; n < LINES; n++) {
    const about = { account: account.id, bill: `bill${(n % CHECKS) + 1}` }
    trail.push(
      trailLine({ act: 'Bill entered', text: `Entered bill B-${n}.`, about }, { at, by: 'B' }, trail.at(-1)),
    )
  }
  const stated = statedRows(byTable(digests), [], undefined)
  trail.push(trailLine({ act: 'Proof begun', text: 'x', about: {} }, { at, by: 'B' }, trail.at(-1), stated))
})
const audit = new RecordAudit()
const [, chainMs] = timed(() => audit.addLines(trail))
const [, rowsMs] = timed(() => {
  for (const table of digestedTables) audit.addRows(table, rows[table])
})
const office: Snapshot = { ...rows, trail }
const [found, relationsMs] = timed(() => [...audit.findings(), ...auditOffice(office, 'without trail')])
const [, jsonMs] = timed(() => {
  for (const table of digestedTables) for (const row of rows[table]) JSON.stringify(row)
})
const count = digestedTables.reduce((sum, table) => sum + rows[table].length, 0)
console.log(
  JSON.stringify({ found: found.slice(0, 3), count, sumsMs, linesMs, chainMs, rowsMs, relationsMs, jsonMs }),
)
