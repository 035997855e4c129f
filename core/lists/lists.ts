import { actName, lineText } from '../trail/lineText'
import type { Id } from '../base/id'
import type { NumberRow } from '../numbers/book'
import type { Entry, LedgerAccount } from '../ledger/entry'
import { trialBalance } from '../ledger/trial'
import type { LedgerTotal } from '../ledger/totals'
import { open, type Bill } from '../bills/bill'
import type { BankAccount } from '../accounts/account'
import { type Payee, isLive } from '../payees/payee'
import type { Payment } from '../payments/payment'
import { stageText } from '../payments/mayAllocate'
import { termsText } from '../payees/terms'
import type { TrailLine } from '../trail/trail'
import { amount, day, number, text, within, type Days, type List, type ListCell } from './list'

type Ledgers = ReadonlyMap<Id<'ledger'>, LedgerAccount>
/** The number of the one ledger account of some parts; blank where there are several. */
const onlyLedger = (parts: readonly { readonly ledgerId: Id<'ledger'> }[], ledgers: Ledgers): string =>
  parts.length === 1 ? (ledgers.get(parts[0]!.ledgerId)?.code ?? '') : ''

const addressLines = [0, 1, 2, 3, 4]
/** Payees, with the titles under which they can be taken in again; tax numbers stay here. */
export const payeesList = (payees: readonly Payee[], ledgers: Ledgers): List => ({
  name: 'payees',
  columns: [
    ...['Name', 'Code', 'Kind'].map(text),
    ...addressLines.map(i => text(`Address, line ${i + 1}`)),
    ...['Memo', 'Our account number with them', 'E-mail', 'Terms', '1099', 'Ledger account', 'On hold'].map(
      text,
    ),
  ],
  rows: payees
    .filter(isLive)
    .map(p => [
      ...[p.name, p.code ?? '', p.kind],
      ...addressLines.map(i => p.address[i] ?? ''),
      ...[p.memo, p.accountWithPayee ?? '', p.email ?? '', p.terms ? termsText(p.terms) : ''],
      ...[
        p.taxForm === '1099' ? 'yes' : 'no',
        onlyLedger(p.split, ledgers),
        p.onHold ? (p.holdWhy ?? 'yes') : '',
      ],
    ]),
})

/** The lines of a bill as cells, one a row: an only line has the bill's own amount. */
const lineCells = (bill: Bill, ledgers: Ledgers): { ledger: string; line: ListCell[] }[] =>
  bill.lines.map(l => ({
    ledger: ledgers.get(l.ledgerId)?.code ?? '',
    line: [bill.lines.length > 1 ? l.amount : null, l.memo, l.tag ?? ''],
  }))

/**
 * Bills and credit notes in the order of our numbers, with the titles under which they can be taken in again;
 * each further line is a row with nothing but the line.
 */
export const billsList = (
  bills: readonly Bill[],
  payees: ReadonlyMap<Id<'payee'>, Payee>,
  ledgers: Ledgers,
  days: Days,
): List => ({
  name: 'bills',
  columns: [
    ...['Payee', 'Bill number'].map(text),
    day('Date'),
    amount('Amount'),
    day('Due'),
    amount('Discount'),
    day('Discount until'),
    ...['Ledger account', 'Memo', 'Purchase order', '1099'].map(text),
    amount('Line: amount'),
    ...['Line: memo', 'Line: job or department'].map(text),
    number('Our number'),
    text('Stage'),
    amount('Open'),
    text('Held'),
  ],
  rows: bills
    .filter(b => within(days, b.date))
    .sort((a, b) => a.ourNumber - b.ourNumber)
    .flatMap(b => {
      const [first = { ledger: '', line: [null, '', ''] }, ...others] = lineCells(b, ledgers)
      return [
        [
          ...[payees.get(b.payeeId)?.name ?? '', b.number, b.date, b.amount, b.due],
          ...[b.discount?.amount ?? null, b.discount?.until ?? null, first.ledger],
          ...[b.memo, b.purchaseOrder ?? '', b.taxForm === '1099' ? 'yes' : 'no'],
          ...[...first.line, b.ourNumber, stageText[b.stage]],
          ...[b.stage === 'payable' ? open(b) : 0, b.hold ? `${b.hold.kind}: ${b.hold.why}` : ''],
        ],
        ...others.map(({ ledger, line }) => [
          ...['', '', null, null, null, null, null, ledger, '', '', '', ...line, null, '', null, ''],
        ]),
      ]
    }),
})

/** Payments by the day on them, with the number that stands for each. */
export const paymentsList = (
  payments: readonly Payment[],
  accounts: ReadonlyMap<Id<'account'>, BankAccount>,
  numbers: ReadonlyMap<Id<'payment'>, NumberRow>,
  days: Days,
): List => ({
  name: 'payments',
  columns: [
    text('Account'),
    text('Payee'),
    day('Date'),
    amount('Amount'),
    text('Memo'),
    text('State'),
    number('Number'),
    text('Paid by'),
    text('Bills paid'),
  ],
  rows: payments
    .filter(p => within(days, p.date))
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.id < b.id ? -1 : 1))
    .map(p => [
      ...[accounts.get(p.accountId)?.name ?? '', p.name, p.date, p.amount, p.memo],
      ...[p.withdrawn ? 'withdrawn' : p.state, numbers.get(p.id)?.number ?? null],
      p.otherwise ? `${p.otherwise.way} ${p.otherwise.reference}` : p.advice ? 'advice' : 'check',
      p.lines.map(l => l.reference || l.description).join(', '),
    ]),
})

/** Every number that was touched, account by account: the register, and what became of the others. */
export const numbersList = (
  rows: readonly NumberRow[],
  accounts: ReadonlyMap<Id<'account'>, BankAccount>,
  days: Days,
): List => ({
  name: 'numbers',
  columns: [
    text('Account'),
    number('Number'),
    text('Fate'),
    text('Reason'),
    day('Since'),
    text('Payee'),
    day('Date on the check'),
    amount('Amount'),
    number('Replaced by'),
  ],
  rows: rows
    .filter(r => r.fate !== 'unused' && within(days, r.check?.date ?? r.at.slice(0, 10)))
    .sort((a, b) => (a.accountId < b.accountId ? -1 : a.accountId > b.accountId ? 1 : a.number - b.number))
    .map(r => [
      ...[accounts.get(r.accountId)?.name ?? '', r.number, r.fate, r.why, r.at.slice(0, 10)],
      ...[r.check?.payee ?? '', r.check?.date ?? null, r.check?.amount ?? null, r.replacedBy ?? null],
    ]),
})

/** The journal: every line of every entry by day; what was taken back stands there as lines of its own. */
export const entriesList = (entries: readonly Entry[], ledgers: Ledgers, days: Days): List => ({
  name: 'journal',
  columns: [
    day('Date'),
    text('Entry'),
    text('Text'),
    text('Ledger account'),
    text('Name'),
    amount('Debit'),
    amount('Credit'),
  ],
  rows: entries
    .filter(e => within(days, e.date))
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.id < b.id ? -1 : 1))
    .flatMap(e =>
      e.lines.map(l => {
        const ledger = ledgers.get(l.ledgerId)
        return [
          e.date,
          e.id,
          e.text,
          ledger?.code ?? '',
          ledger?.name ?? '',
          l.debit || null,
          l.credit || null,
        ]
      }),
    ),
})

/** The trial balance, its sums last. */
export function trialList(ledgers: readonly LedgerAccount[], totals: readonly LedgerTotal[]): List {
  const trial = trialBalance(ledgers, totals)
  return {
    name: 'trial balance',
    columns: [text('Number'), text('Name'), text('Kind'), amount('Debit'), amount('Credit')],
    rows: [
      ...trial.rows.map(r => [
        r.ledger.code,
        r.ledger.name,
        r.ledger.kind,
        r.debit || null,
        r.credit || null,
      ]),
      ['', 'Total', '', trial.debit, trial.credit],
    ],
  }
}

/** The trail: who did what and when. */
export const trailList = (lines: readonly TrailLine[], days: Days): List => ({
  name: 'trail',
  columns: [number('Line'), text('When'), text('By'), text('Act'), text('What')],
  rows: lines
    .filter(l => within(days, l.at.slice(0, 10)))
    .map(l => [l.seq, l.at, l.by, actName(l.act), lineText(l)]),
})
