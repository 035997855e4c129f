import { describe, expect, it } from 'vitest'
import { addDays, plainDate, type PlainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must } from '../../base/result'
import { cents, type Cents } from '../../money/cents'
import type { Bill } from '../../bills/bill'
import type { ListCell } from '../../lists/list'
import type { CheckNumber } from '../../numbers/book'
import { lived } from '../../office/test/lived'
import { account, company, payee } from '../../office/test/office'
import type { Payee } from '../../payees/payee'
import type { Payment } from '../../payments/payment'
import { endedReport, outstandingReport, runReport } from './checks'
import { form1099, usualThreshold } from './form1099'
import { agedReport, cashReport, trialReport } from './owed'
import { paidReport, payReport } from './paid'
import { registerReport } from './register'
import { reportPaper, withSum, type Report } from './report'

const today = must(plainDate('2026-11-24'))
const all = { from: '', to: '' } as const
const keyed = <T extends { readonly id: unknown }>(rows: readonly T[]) =>
  new Map(rows.map(r => [r.id as T['id'], r]))
/** A column of a report by its title. */
const column = (report: Report, title: string): ListCell[] => {
  const at = report.columns.findIndex(c => c.title === title)
  return report.rows.map(row => row[at] ?? null)
}
const sumOf = (report: Report, title: string): number =>
  column(report, title).reduce<number>((sum, n) => sum + Number(n ?? 0), 0)
const foot = (report: Report, title: string): ListCell =>
  report.sum?.[report.columns.findIndex(c => c.title === title)] ?? null

describe('reports of an office that has lived', () => {
  it('say what its rows and its ledger say, each sum that of its column', async () => {
    for (const seed of [3, 8, 21, 34]) {
      const office = (await lived(seed)).snapshot()
      const accounts = keyed(office.accounts)
      const payees = keyed(office.payees)
      const balances = keyed(office.totals)
      const aged = agedReport(office.bills, payees, '', today)
      const payables = balances.get(company.payables!.ledgerId)?.balance ?? 0
      expect(sumOf(aged, 'Owed') + payables).toBe(0)
      expect(foot(aged, 'Owed')).toBe(sumOf(aged, 'Owed'))
      for (const row of aged.rows)
        expect(row.slice(2, -1).reduce<number>((s, n) => s + Number(n), 0)).toBe(row.at(-1))
      const paid = paidReport(office.payments, payees, '', all)
      const isPaid = office.payments.filter(p => p.state === 'issued' || p.state === 'cleared')
      expect(foot(paid, 'Paid')).toBe(isPaid.reduce((s, p) => s + p.amount, 0))
      expect(sumOf(paid, 'Paid')).toBe(foot(paid, 'Paid'))
      const out = outstandingReport(office.numbers, accounts, '', today)
      expect(out.rows).toHaveLength(office.numbers.filter(n => n.fate === 'issued').length)
      expect(foot(out, 'Amount')).toBe(sumOf(out, 'Amount'))
      const ended = endedReport(office.numbers, accounts, '', all)
      expect(ended.rows).toHaveLength(
        office.numbers.filter(n => ['voided', 'stopped', 'spoiled'].includes(n.fate)).length,
      )
      const trial = trialReport(office.ledgers, office.totals, '')
      expect(foot(trial, 'Debit')).toBe(sumOf(trial, 'Debit'))
      const register = registerReport('', office.numbers, office.movements, accounts, all)
      expect(register.rows).toHaveLength(
        office.movements.length + office.numbers.filter(n => n.fate !== 'unused').length,
      )
      const cash = cashReport(office.bills, [], cents(100), '', today)
      expect(foot(cash, 'Left')).toBe(100 - Number(foot(cash, 'Going out')))
      for (const run of office.runs.filter(r => r.state === 'counted off').slice(0, 3)) {
        const numbers = new Map(office.numbers.map(n => [n.number as number, n]))
        const report = runReport(run, keyed(office.payments), n => numbers.get(n), '')
        const issued = run.checks.filter(c => c.outcome?.kind === 'good')
        expect(String(report.sum?.[1])).toMatch(
          new RegExp(`^${issued.length === 1 ? 'one' : issued.length} check`),
        )
      }
      for (const report of [aged, paid, out, ended, trial, register, cash]) {
        expect(withSum(report).rows.every(row => row.length === report.columns.length)).toBe(true)
        expect(report.things?.length ?? report.rows.length).toBe(report.rows.length)
        expect(reportPaper(report, 'Pellam', today).rows).toHaveLength(report.rows.length)
      }
    }
  })
})

const someone = (id: string, more: Partial<Payee> = {}): Payee => ({
  ...payee,
  id: idOf(id),
  name: id,
  ...more,
})
const billOf = (id: string, taxForm: Bill['taxForm']) => [idOf<'bill'>(id), { taxForm }] as const
const payment = (id: string, payeeId: string, more: Partial<Payment> = {}): Payment => ({
  ...{ id: idOf(id), companyId: company.id, accountId: account.id, payeeId: idOf(payeeId), name: payeeId },
  ...{ address: [], date: must(plainDate('2026-05-02')), amount: cents(0), memo: '', lines: [], split: [] },
  ...{ state: 'issued', drawnAt: '2026-05-02T10:00:00Z' },
  ...more,
})
const pays = (bill: string, amount: number, discount = 0): Pick<Payment, 'settles'> => ({
  settles: {
    ...{ payables: idOf('owed'), discounts: idOf('discounts') },
    bills: [{ billId: idOf(bill), amount: cents(amount), discount: cents(discount) }],
  },
})
const direct = (amount: number): Pick<Payment, 'split'> => ({
  split: [{ ledgerId: idOf('wood'), amount: cents(amount) }],
})

describe('the 1099 list', () => {
  const payees = keyed([
    someone('Ilse', { taxForm: '1099', taxBox: '1', taxId: '1' }),
    someone('Teodor', { taxForm: 'none', taxBox: '2' }),
    someone('Mara', { taxForm: '1099', taxBox: '1' }),
  ])
  const bills = new Map([billOf('flagged', '1099'), billOf('left off', 'none')])
  const list = (payments: readonly Payment[], threshold: Cents = cents(60_000)) =>
    form1099(
      {
        payments,
        bills,
        payees,
        numbers: new Map([[idOf<'payment'>('a'), { number: 4055 as CheckNumber }]]),
      },
      2026,
      threshold,
      '',
    )
  it('counts what was paid of flagged bills, whatever the payee says, and without a bill what the payee says', () => {
    const report = list([
      payment('a', 'Ilse', { ...pays('flagged', 80_000, 500), date: must(plainDate('2026-12-31')) }),
      payment('b', 'Ilse', pays('left off', 500_000)),
      payment('c', 'Ilse', { ...direct(20_000), state: 'cleared' }),
      payment('d', 'Teodor', pays('flagged', 70_000)),
      payment('e', 'Teodor', direct(900_000)),
      payment('f', 'Mara', direct(59_999)),
    ])
    expect(column(report, 'Payee')).toEqual(['Ilse', 'Teodor', 'Mara'])
    expect(column(report, 'Amount')).toEqual([100_000, 70_000, 59_999])
    expect(column(report, 'Box')).toEqual(['1', '2', '1'])
    expect(column(report, 'Note')).toEqual(['', '', 'below the threshold'])
    expect(column(report, 'Payments')[0]).toBe('4055, payment')
    expect(foot(report, 'Amount')).toBe(170_000)
    expect(report.notes?.join()).toContain('No tax number on file: Mara')
  })
  it('leaves out other years, what is not paid, cancelled or written back, and payments by card', () => {
    const flagged = pays('flagged', 90_000)
    const report = list([
      payment('a', 'Ilse', { ...flagged, date: must(plainDate('2025-12-31')) }),
      payment('b', 'Ilse', { ...flagged, state: 'waiting' }),
      payment('c', 'Ilse', { ...flagged, state: 'cancelled' }),
      payment('d', 'Ilse', { ...flagged, state: 'written back' }),
      payment('e', 'Ilse', { ...flagged, otherwise: { way: 'card', reference: '' } }),
      payment('f', 'Ilse', { ...pays('flagged', 60_000), otherwise: { way: 'transfer', reference: 'T-1' } }),
    ])
    expect(column(report, 'Amount')).toEqual([60_000])
    expect(column(report, 'Payments')).toEqual(['transfer T-1'])
    expect([usualThreshold(2025), usualThreshold(2026)]).toEqual([60_000, 200_000])
  })
})

describe('pay', () => {
  it('adds up each line over the payments of the days, and of the year', () => {
    const line = (kind: 'earning' | 'deduction', now: number) =>
      ({ kind, name: kind === 'earning' ? 'Regular' : 'Tax', now: cents(now), yearToDate: cents(0) }) as const
    const paid = (id: string, date: PlainDate, earned: number, tax: number): Payment =>
      payment(id, 'Teodor', { date, pay: [line('earning', earned), line('deduction', tax)] })
    const report = payReport(
      [
        paid('a', must(plainDate('2026-01-09')), 100_000, 20_000),
        paid('b', must(plainDate('2026-11-20')), 110_000, 21_000),
        paid('c', must(plainDate('2025-12-31')), 900_000, 90_000),
        paid('d', addDays(today, 1), 1, 1),
      ],
      keyed([someone('Teodor')] as Payee[]),
      '',
      { from: must(plainDate('2026-11-01')), to: today },
    )
    expect(report.rows.map(r => r.slice(1))).toEqual([
      ['earning', 'Regular', 110_000, 210_000],
      ['deduction', 'Tax', -21_000, -41_000],
    ])
    expect(report.sum?.slice(3)).toEqual([89_000, 169_000])
  })
})

describe('cash going out', () => {
  it('has overdue bills in the first week, each later one in its week, and what is beyond in none', () => {
    const bill = (days: number, amount: number): Bill =>
      ({
        stage: 'payable',
        due: addDays(today, days),
        amount: cents(amount),
        promised: 0,
        settled: 0,
      }) as Bill
    const waiting = payment('w', 'x', {
      amount: cents(7),
      date: today,
      scheduled: addDays(today, 15),
      state: 'waiting',
    })
    const report = cashReport(
      [bill(-40, 1), bill(6, 2), bill(7, 4), bill(84, 1000)],
      [waiting],
      cents(100),
      '',
      today,
    )
    expect(column(report, 'Going out').slice(0, 4)).toEqual([3, 4, 7, 0])
    expect(column(report, 'Left').slice(0, 3)).toEqual([97, 93, 86])
    expect(report.rows).toHaveLength(12)
  })
})
