import { daysBetween, type PlainDate } from '../../base/dates'
import { howMany } from '../../base/howMany'
import type { Id } from '../../base/id'
import { STALE_DAYS } from '../../bank/staleDays'
import type { BankAccount } from '../../accounts/account'
import { amount, day, number, text, within, type Days } from '../../lists/list'
import { sum } from '../../money/cents'
import type { CheckOnPaper, NumberRow } from '../../numbers/book'
import { spans } from '../../numbers/spans'
import { numbersOfRun, type Run } from '../../runs/run'
import type { Payment } from '../../payments/payment'
import { endings } from '../../checks/replace'
import type { Report, ReportThing } from './report'

type Accounts = ReadonlyMap<Id<'account'>, Pick<BankAccount, 'name'>>
type Written = NumberRow & { readonly check: CheckOnPaper }
const isWritten = (row: NumberRow): row is Written => row.check !== null
const thingOf = (row: NumberRow): ReportThing => ({ kind: 'number', id: row.id })
const nameOf = (accounts: Accounts, row: NumberRow): string => accounts.get(row.accountId)?.name ?? ''
const byDate = (a: Written, b: Written): number =>
  a.check.date === b.check.date ? a.number - b.number : a.check.date < b.check.date ? -1 : 1

/** Checks that were issued and have not reached the bank, the oldest first; those older than 180 days are stale. */
export function outstandingReport(
  numbers: readonly NumberRow[],
  accounts: Accounts,
  under: string,
  today: PlainDate,
): Report {
  const rows = numbers
    .filter(isWritten)
    .filter(r => r.fate === 'issued')
    .sort(byDate)
  const age = ({ check }: Written): number => daysBetween(check.date, today)
  const stale = rows.filter(r => age(r) > STALE_DAYS)
  const labels = ['up to 30 days', '31 to 60', '61 to 90', '91 to 180', 'stale']
  const limits = [30, 60, 90, STALE_DAYS, Infinity]
  const bars = limits.map((limit, i) =>
    sum(rows.filter(r => age(r) <= limit && age(r) > (limits[i - 1] ?? -Infinity)).map(r => r.check.amount)),
  )
  return {
    ...{ name: 'outstanding checks', title: 'Outstanding checks', under },
    columns: [
      ...[text('Account'), number('Number'), text('Payee'), day('Date')],
      ...[number('Days'), amount('Amount'), text('Note')],
    ],
    rows: rows.map(r => [
      ...[nameOf(accounts, r), r.number, r.check.payee, r.check.date],
      ...[age(r), r.check.amount, age(r) > STALE_DAYS ? 'stale' : ''],
    ]),
    sum: ['', null, howMany(rows.length, 'check'), null, null, sum(rows.map(r => r.check.amount)), ''],
    notes: [
      `Stale means older than ${STALE_DAYS} days: the bank need not pay it.${stale.length ? ` Replace or cancel ${howMany(stale.length, 'stale check')}.` : ''}`,
    ],
    things: rows.map(thingOf),
    ...(rows.length && { chart: { title: 'Outstanding by age', labels, bars } }),
  }
}

/** Checks that ended without being paid, by the day on which they ended, with what replaced them. */
export function endedReport(
  numbers: readonly NumberRow[],
  accounts: Accounts,
  under: string,
  days: Days,
): Report {
  const rows = numbers
    .filter(r => (endings as readonly string[]).includes(r.fate) && within(days, r.at.slice(0, 10)))
    .sort((a, b) => (a.at < b.at ? -1 : 1))
  return {
    ...{ name: 'voided and replaced', title: 'Voided and replaced checks', under },
    columns: [
      ...[text('Account'), number('Number'), text('Fate'), day('Since'), text('Reason')],
      ...[text('Payee'), amount('Amount'), number('Replaced by')],
    ],
    rows: rows.map(r => [
      ...[nameOf(accounts, r), r.number, r.fate, r.at.slice(0, 10), r.why],
      ...[r.check?.payee ?? '', r.check?.amount ?? null, r.replacedBy ?? null],
    ]),
    sum: [
      '',
      null,
      '',
      null,
      '',
      howMany(rows.length, 'check'),
      sum(rows.flatMap(r => r.check?.amount ?? [])),
      null,
    ],
    things: rows.map(thingOf),
  }
}

/** What became of every number of a run. The sum is of the checks that came out good. */
export function runReport(
  run: Run,
  payments: ReadonlyMap<Id<'payment'>, Payment>,
  numberOf: (n: number) => NumberRow | undefined,
  under: string,
): Report {
  const used = numbersOfRun(run)
  const rows = used.map(({ number: n, check, came }) => {
    const payment = check && payments.get(check.paymentId)
    const row = numberOf(n)
    return { n, payment, came, row }
  })
  const good = rows.filter(r => r.came === 'good')
  return {
    ...{ name: `run ${spans(used.map(u => u.number))}`, title: 'Register of a run', under },
    columns: [number('Number'), text('Payee'), day('Date'), amount('Amount'), text('Came out'), text('Now')],
    rows: rows.map(({ n, payment, came, row }) => [
      ...[n, payment?.name ?? 'no check', row?.check?.date ?? payment?.date ?? null],
      ...[payment?.amount ?? null, came || 'not counted off', row?.fate ?? 'unused'],
    ]),
    sum: [
      null,
      `${howMany(good.length, 'check')} issued`,
      null,
      sum(good.flatMap(r => r.payment?.amount ?? [])),
      '',
      '',
    ],
    things: rows.map(({ row }) => row && thingOf(row)),
  }
}
