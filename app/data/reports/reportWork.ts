import { addDays, dayText, type PlainDate } from '#core/base/dates'
import { byKey } from '#core/base/grouped'
import type { Id } from '#core/base/id'
import type { BankAccount } from '#core/accounts/account'
import { listCsv, type Days } from '#core/lists/list'
import { sum, type Cents } from '#core/money/cents'
import type { NumberRow } from '#core/numbers/book'
import { standingChecks } from '#core/office/lookups'
import type { Movement } from '#core/bank/movement'
import { promisedOf, type Payment } from '#core/payments/payment'
import { endedReport, outstandingReport, runReport } from '#core/reports/tables/checks'
import { form1099 } from '#core/reports/tables/form1099'
import { agedReport, cashReport, trialReport } from '#core/reports/tables/owed'
import { paidReport, payReport } from '#core/reports/tables/paid'
import { registerReport } from '#core/reports/tables/register'
import { withSum, type Report } from '#core/reports/tables/report'
import { workbookOf } from '../files/workbook'
import { db } from '../store/db'
import { StoreReading } from '../store/storeReading'
import type { ReportName } from './reportNames'

/** Which report is wanted, of what. */
export interface ReportAsk {
  readonly name: ReportName
  readonly companyId: Id<'company'>
  /** One account, or all of the company. */
  readonly accountId?: Id<'account'>
  readonly days: Days
  readonly year: number
  readonly threshold: Cents
  readonly runId?: Id<'run'>
  readonly today: PlainDate
}

const daysText = ({ from, to }: Days): string =>
  from && to
    ? `${dayText(from)} to ${dayText(to)}`
    : from
      ? `from ${dayText(from)}`
      : to
        ? `through ${dayText(to)}`
        : 'all days'

/** The accounts that a report is about. */
async function accountsOf({ companyId, accountId }: ReportAsk): Promise<BankAccount[]> {
  const own = await db.accounts.where('companyId').equals(companyId).toArray()
  return accountId ? own.filter(a => a.id === accountId) : own
}
/** The rows that belong to accounts, read for all of them at once. */
const ofAll = async <T>(
  accounts: readonly BankAccount[],
  read: (id: Id<'account'>) => PromiseLike<T[]>,
): Promise<T[]> => (await Promise.all(accounts.map(a => read(a.id)))).flat()
const numbersOf = (accounts: readonly BankAccount[]): Promise<NumberRow[]> =>
  ofAll(accounts, id => db.numbers.where('[accountId+number]').between([id, 0], [id, Infinity]).toArray())
const paymentsOf = (accounts: readonly BankAccount[]): Promise<Payment[]> =>
  ofAll(accounts, id => db.payments.where('[accountId+state]').between([id, ''], [id, '\uffff']).toArray())
const movementsOf = (accounts: readonly BankAccount[]): Promise<Movement[]> =>
  ofAll(accounts, id => db.movements.where('[accountId+date]').between([id, ''], [id, '\uffff']).toArray())
/** Payments in the lane and on paper. */
const notIssued = (accounts: readonly BankAccount[]): Promise<Payment[]> =>
  ofAll(accounts, id =>
    db.payments
      .where('[accountId+state]')
      .anyOf([
        [id, 'waiting'],
        [id, 'on paper'],
      ])
      .toArray(),
  )
const payeesOf = async (companyId: Id<'company'>) =>
  byKey(await db.payees.where('companyId').equals(companyId).toArray())
const totalsOf = async (ids: readonly Id<'ledger'>[]) =>
  (await db.totals.bulkGet([...ids])).filter(t => t !== undefined)
const payableBills = (companyId: Id<'company'>) =>
  db.bills
    .where('[companyId+stage+due]')
    .between([companyId, 'payable', ''], [companyId, 'payable', '\uffff'])
    .toArray()

const namesOf = (accounts: readonly BankAccount[]): string => accounts.map(a => a.name).join(', ')
const ofAccounts = (accounts: readonly BankAccount[], days?: Days): string =>
  days ? `${namesOf(accounts)}, ${daysText(days)}` : namesOf(accounts)

async function register(ask: ReportAsk): Promise<Report> {
  const accounts = await accountsOf(ask)
  const [numbers, movements] = await Promise.all([numbersOf(accounts), movementsOf(accounts)])
  return registerReport(ofAccounts(accounts, ask.days), numbers, movements, byKey(accounts), ask.days)
}
async function outstanding(ask: ReportAsk): Promise<Report> {
  const accounts = await accountsOf(ask)
  return outstandingReport(await numbersOf(accounts), byKey(accounts), ofAccounts(accounts), ask.today)
}
async function ended(ask: ReportAsk): Promise<Report> {
  const accounts = await accountsOf(ask)
  return endedReport(await numbersOf(accounts), byKey(accounts), ofAccounts(accounts, ask.days), ask.days)
}
async function paid(ask: ReportAsk): Promise<Report> {
  const payments = await paymentsOf(await accountsOf(ask))
  return paidReport(payments, await payeesOf(ask.companyId), daysText(ask.days), ask.days)
}
async function pay(ask: ReportAsk): Promise<Report> {
  const payments = await paymentsOf(await accountsOf(ask))
  const to = ask.days.to || ask.today
  const days = { from: ask.days.from, to }
  return payReport(payments, await payeesOf(ask.companyId), daysText(days), days)
}

async function ofForm1099(ask: ReportAsk): Promise<Report> {
  const all = await paymentsOf(await accountsOf(ask))
  const payments = all.filter(p => p.date.startsWith(String(ask.year)))
  const billIds = [...new Set(payments.flatMap(p => p.settles?.bills.map(a => a.billId) ?? []))]
  const bills = (await db.bills.bulkGet(billIds)).filter(b => b !== undefined)
  const payees = await payeesOf(ask.companyId)
  const known = {
    payments,
    bills: byKey(bills),
    payees,
    numbers: await standingChecks(
      new StoreReading(db),
      payments.map(p => p.id),
    ),
  }
  return form1099(known, ask.year, ask.threshold, `Payments made in ${ask.year}`)
}
async function aged(ask: ReportAsk): Promise<Report> {
  const bills = await payableBills(ask.companyId)
  return agedReport(bills, await payeesOf(ask.companyId), dayText(ask.today), ask.today)
}
async function trial(ask: ReportAsk): Promise<Report> {
  const ledgers = await db.ledgers.where('companyId').equals(ask.companyId).toArray()
  return trialReport(ledgers, await totalsOf(ledgers.map(l => l.id)), dayText(ask.today))
}
async function cash(ask: ReportAsk): Promise<Report> {
  const accounts = await accountsOf(ask)
  const totals = await totalsOf([...new Set(accounts.map(a => a.cashLedgerId))])
  return cashReport(
    await payableBills(ask.companyId),
    promisedOf(await notIssued(accounts)),
    sum(totals.map(t => t.balance)),
    `${dayText(ask.today)} to ${dayText(addDays(ask.today, 83))}`,
    ask.today,
  )
}
async function ofRun({ runId }: ReportAsk): Promise<Report> {
  const run = runId && (await db.runs.get(runId))
  if (!run) throw new Error('this run does not exist in this office')
  const payments = await db.payments.bulkGet(run.checks.map(c => c.paymentId))
  const account = await db.accounts.get(run.accountId)
  const used = run.checks.map(c => c.number)
  const [low, high] = [Math.min(...used) - run.checks.length, Math.max(...used) + run.checks.length]
  const numbers = await db.numbers
    .where('[accountId+number]')
    .between([run.accountId, low], [run.accountId, high])
    .toArray()
  const byNumber = new Map<number, NumberRow>(numbers.map(n => [n.number, n]))
  return runReport(
    run,
    byKey(payments.filter(p => p !== undefined)),
    n => byNumber.get(n),
    account?.name ?? '',
  )
}

const makers: { readonly [N in ReportName]: (ask: ReportAsk) => Promise<Report> } = {
  ...{ register, outstanding, ended, paid, form1099: ofForm1099, pay, aged, trial, cash, run: ofRun },
}

/** Makes reports in a worker: neither reading nor adding up holds the page up. */
export const reportWork = {
  make: (ask: ReportAsk): Promise<Report> => makers[ask.name](ask),
  async file(report: Report, as: 'csv' | 'xlsx'): Promise<Uint8Array> {
    const list = withSum(report)
    return as === 'xlsx' ? workbookOf(list) : new TextEncoder().encode(`\uFEFF${listCsv(list)}`)
  },
}
export type ReportApi = typeof reportWork
