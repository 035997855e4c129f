import { addDays, daysBetween, dayText, type PlainDate } from '../../base/dates'
import { grouped } from '../../base/grouped'
import { howMany } from '../../base/howMany'
import type { Id } from '../../base/id'
import { open, owed, type Bill } from '../../bills/bill'
import { amount, day, number, text } from '../../lists/list'
import { trialList } from '../../lists/lists'
import { cents, sum, type Cents } from '../../money/cents'
import type { LedgerAccount } from '../../ledger/entry'
import type { LedgerTotal } from '../../ledger/totals'
import type { Payee } from '../../payees/payee'
import type { Payment } from '../../payments/payment'
import type { Report } from './report'

/** Days overdue at which a bill moves to the next column. */
const AGES = [0, 30, 60, 90] as const
const ageTitles = ['Not due', '1 to 30 days', '31 to 60', '61 to 90', 'Over 90']
const columnOf = (bill: Bill, today: PlainDate): number => {
  const late = daysBetween(bill.due, today)
  const at = AGES.findIndex(limit => late <= limit)
  return at < 0 ? AGES.length : at
}

/** What is owed on bills and credit notes by payee and days overdue; the sum is what the ledger says is owed. */
export function agedReport(
  bills: readonly Bill[],
  payees: ReadonlyMap<Id<'payee'>, Payee>,
  under: string,
  today: PlainDate,
): Report {
  const due = bills.filter(b => b.stage === 'payable' && owed(b) !== 0)
  const columnsOf = (some: readonly Bill[]): Cents[] =>
    ageTitles.map((_, at) => sum(some.filter(b => columnOf(b, today) === at).map(owed)))
  const rows = [...grouped(due, b => b.payeeId)]
    .map(([id, own]) => ({ id, name: payees.get(id as Id<'payee'>)?.name ?? '', own }))
    .sort((a, b) => (a.name < b.name ? -1 : 1))
  const totals = columnsOf(due)
  return {
    ...{ name: 'bills by age', title: 'Bills by age', under },
    columns: [text('Payee'), number('Bills'), ...ageTitles.map(amount), amount('Owed')],
    rows: rows.map(({ name, own }) => [name, own.length, ...columnsOf(own), sum(own.map(owed))]),
    sum: [howMany(rows.length, 'payee'), due.length, ...totals, sum(totals)],
    notes: ['Payments that wait in the lane or are on paper are not taken off yet.'],
    things: rows.map(({ id }) => ({ kind: 'payee', id })),
    ...(due.length && { chart: { title: 'Owed by days overdue', labels: ageTitles, bars: totals } }),
  }
}

/** The trial balance of a company. */
export function trialReport(
  ledgers: readonly LedgerAccount[],
  totals: readonly LedgerTotal[],
  under: string,
): Report {
  const { rows, ...list } = trialList(ledgers, totals)
  const byCode = new Map(ledgers.map(l => [l.code, l.id]))
  return {
    ...list,
    ...{ title: 'Trial balance', under, rows: rows.slice(0, -1), sum: rows.at(-1)! },
    things: rows.slice(0, -1).map(r => ({ kind: 'ledger', id: byCode.get(String(r[0])) ?? '' })),
  }
}

const WEEKS = 12
/**
 * Cash going out by week: what is open of payable bills by their due date, and payments that wait or are on paper by
 * their date; overdue ones in this week. `cash` is what the books have now.
 */
export function cashReport(
  bills: readonly Bill[],
  promised: readonly Payment[],
  cash: Cents,
  under: string,
  today: PlainDate,
): Report {
  const dayOf = (p: Payment): PlainDate => p.scheduled ?? p.date
  const isIn = (date: PlainDate, week: number): boolean =>
    Math.min(Math.max(0, Math.floor(daysBetween(today, date) / 7)), WEEKS) === week
  let left: number = cash
  const weeks = Array.from({ length: WEEKS }, (_, week) => {
    const ofBills = sum(bills.filter(b => b.stage === 'payable' && isIn(b.due, week)).map(open))
    const ofLane = sum(promised.filter(p => isIn(dayOf(p), week)).map(p => p.amount))
    left -= ofBills + ofLane
    return { from: addDays(today, week * 7), ofBills, ofLane, left: cents(left) }
  })
  const out = weeks.map(w => cents(w.ofBills + w.ofLane))
  return {
    ...{ name: 'cash going out', title: 'Cash going out by week', under },
    columns: [
      day('Week from'),
      amount('Bills due'),
      amount('Payments waiting'),
      amount('Going out'),
      amount('Left'),
    ],
    rows: weeks.map((w, i) => [w.from, w.ofBills, w.ofLane, out[i]!, w.left]),
    sum: [null, sum(weeks.map(w => w.ofBills)), sum(weeks.map(w => w.ofLane)), sum(out), weeks.at(-1)!.left],
    notes: [
      'Begins with the book balance of all accounts of the company. Overdue bills are in the first week. Money coming in is not counted.',
    ],
    chart: {
      ...{ title: 'Going out', labels: weeks.map(w => dayText(w.from).split(',')[0]!), bars: out },
      left: { title: 'Left', amounts: weeks.map(w => w.left) },
    },
  }
}
