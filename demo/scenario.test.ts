import { describe, expect, it } from 'vitest'
import { daysBetween, type PlainDate } from '../core/base/dates'
import { findReason } from '../core/bank/findReason'
import { STALE_DAYS } from '../core/bank/staleDays'
import { alwaysHolds } from '../core/office/test/holds'
import { ledgerBalance } from '../core/office/test/office'
import { layoutOf, stockNow } from '../core/paper/versions'
import { billStages } from '../core/bills/bill'
import { factsOf } from '../core/accounts/account'
import { factsOfPayment } from '../core/payments/payment'
import { proofer } from '../core/proof/compose'
import { firstBroken } from '../core/trail/trail'
import { demoOffice } from './scenario'

const office = await demoOffice('2026-11-24T09:05:00.000-05:00')

describe('the demo office', () => {
  it('is as large as the story says', () => {
    expect([office.companies.length, office.accounts.length, office.payees.length]).toEqual([2, 3, 41])
    expect(office.payments.filter(p => p.state === 'waiting' && p.accountId === 'operating')).toHaveLength(12)
    expect(office.runs.filter(r => r.state === 'at the printer').map(r => r.accountId)).toEqual(['payroll'])
    for (const fate of ['issued', 'cleared', 'spoiled', 'missing', 'on paper'])
      expect(
        office.numbers.some(n => n.fate === fate),
        fate,
      ).toBe(true)
    expect(firstBroken(office.trail)).toBeUndefined()
    expect(
      office.numbers.filter(n => n.bookId === 'operating-pad' && ['issued', 'cleared'].includes(n.fate))
        .length,
    ).toBeGreaterThan(5)
    expect(office.runs.some(r => (r.firstPlace ?? 1) > 1)).toBe(true)
    const stages = (companyId: string) =>
      Object.fromEntries(
        billStages.map(s => [s, office.bills.filter(b => b.companyId === companyId && b.stage === s).length]),
      )
    expect(stages('ferry')).toMatchObject({ draft: 1, waits: 1, cancelled: 0 })
    expect(office.bills.filter(b => b.stage === 'paid').length).toBeGreaterThan(500)
    expect(office.bills.some(b => b.stage === 'payable' && b.amount < 0)).toBe(true)
    alwaysHolds(office)
  })
  it('has a bank line of each kind that must be looked at, a stale check, and files that the bank got', () => {
    const rows = new Map(office.numbers.filter(n => n.accountId === 'operating').map(n => [n.number, n]))
    const kinds = office.bankLines
      .filter(l => l.accountId === 'operating' && !l.match)
      .map(
        l =>
          findReason(
            l,
            { isInBook: l.number! < 99_000, row: l.number === undefined ? undefined : rows.get(l.number) },
            '$',
          )?.kind,
      )
    const wanted = ['amount differs', 'payee differs', 'spoiled', 'stopped', 'paid twice', 'never issued']
    for (const kind of [...wanted, 'unknown number', 'no number']) expect(kinds).toContain(kind)
    const today = '2026-11-24' as PlainDate
    const isStale = (date: PlainDate): boolean => daysBetween(date, today) > STALE_DAYS
    expect([...rows.values()].some(n => n.fate === 'issued' && n.check && isStale(n.check.date))).toBe(true)
    expect(office.sentFiles.length).toBeGreaterThan(2)
  })
  it.each(['2026-01-01', '2026-02-28', '2027-12-31'])('stands on any day: %s', async day => {
    const now = `${day}T00:03:00.000+05:30`
    const then = await demoOffice(now)
    for (const a of then.accounts) expect(ledgerBalance(then.entries, a.cashLedgerId)).toBeGreaterThan(0)
    expect(then.payments.filter(p => p.state === 'waiting' && p.accountId === 'operating')).toHaveLength(12)
    expect(then.payments.every(p => p.scheduled || p.date <= day)).toBe(true)
    alwaysHolds(then)
    // Nothing of the story lies ahead of the hour.
    for (const at of [
      ...then.trail.map(t => t.at),
      ...then.runs.flatMap(r => [r.printedAt, r.countedAt].filter(Boolean)),
      ...then.payments.map(p => p.drawnAt),
    ])
      expect(Date.parse(at)).toBeLessThan(Date.parse(now))
  })
  it('is told the same way twice', async () => {
    expect(await demoOffice('2026-11-24T09:05:00.000-05:00')).toEqual(office)
  })
  it('can all be printed without a note', () => {
    for (const account of office.accounts) {
      const ready = proofer(
        layoutOf(office.layouts, office.owns, account.layoutId, account.companyId)!,
        stockNow(office.stocks, account.stockId)!,
        factsOf(
          account,
          office.companies.find(c => c.id === account.companyId)!,
        ),
      )
      expect(ready.notes).toEqual([])
      for (const p of office.payments.filter(p => p.accountId === account.id))
        expect(ready.sheet([factsOfPayment(p, 4001, account.signing)]).notes).toEqual([])
    }
  })
})
