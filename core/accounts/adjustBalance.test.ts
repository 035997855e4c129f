import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { outcome } from '../base/test/outcome'
import { cents } from '../money/cents'
import { account, drawKnown } from '../office/test/office'
import { adjustBalance } from './adjustBalance'
import { day } from '../payments/test/payment'

const ledger = drawKnown().ledgers.find(l => l.id === 'wood')
const known = {
  ...{ account, ledgers: [ledger!], isKnown: false, closedThrough: day('2026-10-31') },
  payables: { ledgerId: idOf<'ledger'>('owed'), discountId: idOf<'ledger'>('taken'), secondAbove: null },
}
const act = {
  ...{ id: idOf<'entry'>('a1'), date: day('2026-11-24'), amount: cents(125_00), why: ' Deposit ' },
  ledgerId: ledger!.id,
}
const of = (more: Partial<typeof act>, with_: Partial<typeof known> = {}): string =>
  outcome(adjustBalance({ ...known, ...with_ }, { ...act, ...more }))

/** What comes of it against a ledger account of that key. */
const as = (id: typeof act.ledgerId): string => of({ ledgerId: id }, { ledgers: [{ ...ledger!, id }] })

describe('a book balance that is adjusted', () => {
  it('goes up or down by a dated entry against a ledger account, with its reason', () => {
    const up = must(adjustBalance(known, act))
    expect(up.changes.entries[0]).toMatchObject({
      ...{ date: '2026-11-24', text: 'Deposit', paymentId: null },
      lines: [
        { ledgerId: account.cashLedgerId, debit: 125_00, credit: 0 },
        { ledgerId: ledger!.id, debit: 0, credit: 125_00 },
      ],
    })
    expect(up.trail.text).toBe('Adjusted the balance of Yard up by $125.00, dated Nov 24, 2026: Deposit.')
    const down = must(adjustBalance(known, { ...act, amount: cents(-5_00), why: 'Bank fee' }))
    expect(down.changes.entries[0]!.lines[0]).toMatchObject({ debit: 0, credit: 5_00 })
    expect(down.trail.text).toContain('down by $5.00')
  })
  it('is refused for nothing, in a closed period, without a reason, twice, and where it does not belong', () => {
    expect(of({ amount: cents(0) })).toBe('amount-nothing at amount')
    expect(of({ date: day('2026-10-31') })).toBe('period-closed at date')
    expect(of({ why: ' ' })).toBe('why-blank at why')
    expect(of({}, { isKnown: true })).toBe('entry-known at amount')
    expect(of({}, { ledgers: [{ ...ledger!, companyId: idOf('other') }] })).toBe('ledger-elsewhere at ledger')
    expect(as(account.cashLedgerId)).toBe('ledger-itself at ledger')
    expect(as(idOf('owed'))).toBe('ledger-payables at ledger')
  })
})
