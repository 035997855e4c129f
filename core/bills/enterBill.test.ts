import { describe, expect, it } from 'vitest'
import { plainDate, type PlainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { outcome } from '../base/test/outcome'
import { MOST_CENTS, cents } from '../money/cents'
import { company, payee } from '../office/test/office'
import type { Bill, BillInput } from './bill'
import { enterBill, type BillKnown } from './enterBill'
import { ledgerOf } from '../ledger/test/ledger'

const stamp = { at: '2026-11-24T10:00:00-05:00', by: 'Test' }
const date = (text: string): PlainDate => must(plainDate(text))
const wood = idOf<'ledger'>('wood')
const known = (more: Partial<BillKnown> = {}): BillKnown => ({
  bill: undefined,
  payee,
  company,
  ledgers: [ledgerOf('wood'), ledgerOf('owed'), ledgerOf('theirs', { companyId: idOf('other') })],
  alike: [],
  lastNumber: 6,
  ...more,
})
const line = (amount: number, ledgerId = wood) => ({ ledgerId, amount: cents(amount), memo: '' })
const told = (more: Partial<BillInput> = {}): BillInput => ({
  payeeId: payee.id,
  number: 'A-1',
  date: date('2026-11-14'),
  due: date('2026-12-14'),
  amount: cents(10_000),
  lines: [line(more.amount ?? 10_000)],
  memo: '',
  taxForm: 'none',
  ...more,
})
const id = idOf<'bill'>('b1')
const enter = (more: Partial<BillInput> & { readonly draft?: boolean } = {}, of: Partial<BillKnown> = {}) =>
  enterBill(known(of), { id, ...told(more), ...(more.draft && { draft: true }) }, stamp)
const entered = (more: Partial<BillInput> = {}, of: Partial<BillKnown> = {}): Bill =>
  must(enter(more, of)).changes.bills[0]!
const off = (amount: number, until = '2026-11-20') => ({ amount: cents(amount), until: until as PlainDate })

describe('a bill that is entered', () => {
  it.each<[string, Partial<BillInput> & { readonly draft?: boolean }, string]>([
    ['as it should be', {}, 'done'],
    ['for nothing', { amount: cents(0) }, 'amount-zero at amount'],
    ['as large as can be', { amount: MOST_CENTS }, 'done'],
    ['larger', { amount: cents(MOST_CENTS + 1) }, 'amount-too-large at amount'],
    ['as a credit larger', { amount: cents(-MOST_CENTS - 1) }, 'amount-too-large at amount'],
    ['on no day', { date: '2026-02-30' as PlainDate }, 'date-missing at date'],
    ['due on no day', { due: '2026-13-01' as PlainDate }, 'date-missing at due'],
    ['with a discount', { discount: off(9999) }, 'done'],
    ['with all of it as discount', { discount: off(10_000) }, 'discount-size at discount'],
    ['with nothing as discount', { discount: off(0) }, 'discount-size at discount'],
    ['with a discount until no day', { discount: off(1, '2026-11-31') }, 'date-missing at discount'],
    ['as a credit', { amount: cents(-500) }, 'done'],
    ['as a credit with a discount', { amount: cents(-500), discount: off(1) }, 'discount-credit at discount'],
    ['without a number', { number: ' ' }, 'number-blank at number'],
    ['as a draft without a number or lines', { number: '', lines: [], draft: true }, 'done'],
    ['with a long number', { number: 'x'.repeat(40) }, 'done'],
    ['with a longer one', { number: 'x'.repeat(41) }, 'text-too-long at number'],
    ['with a long memo', { memo: 'x'.repeat(81) }, 'text-too-long at memo'],
    ['with a long order', { purchaseOrder: 'x'.repeat(41) }, 'text-too-long at purchaseOrder'],
    ['with a line for nothing', { lines: [line(10_000), line(0)] }, 'line-nothing at lines'],
    ['with lines that come to less', { lines: [line(9999)] }, 'lines-differ at lines'],
    ['with a line of theirs', { lines: [line(10_000, idOf('theirs'))] }, 'ledger-elsewhere at lines'],
    ['into what is owed', { lines: [line(10_000, idOf('owed'))] }, 'ledger-itself at lines'],
    ['in 200 lines', { amount: cents(200), lines: Array.from({ length: 200 }, () => line(1)) }, 'done'],
    [
      'in more',
      { amount: cents(201), lines: Array.from({ length: 201 }, () => line(1)) },
      'bill-lines at lines',
    ],
  ])('%s', (_, more, expected) => {
    expect(outcome(enter(more))).toBe(expected)
  })
  it('is of a payee of the company, once, and needs a ledger account for what is owed', () => {
    expect(outcome(enter({}, { payee: undefined }))).toBe('payee-elsewhere at payee')
    expect(outcome(enter({}, { payee: { ...payee, companyId: idOf('x') } }))).toBe('payee-elsewhere at payee')
    expect(outcome(enter({}, { payee: { ...payee, became: idOf('x') } }))).toBe('payee-merged at payee')
    expect(outcome(enter({}, { bill: entered() }))).toBe('bill-known at bill')
    const { payables: _, ...without } = company
    expect(outcome(enter({}, { company: without }))).toBe('payables-none at payee')
    expect(outcome(enter({ draft: true }, { company: without }))).toBe('done')
  })
  it('is told by its own words what is the same, or left to place', () => {
    const alike = [{ ...entered(), id: idOf<'bill'>('b0') }]
    const twice = enter({ number: ' A-1 ' }, { alike })
    expect(twice.ok || twice.refusal.text).toBe(
      'Bill A-1 from Shoreline Timber was already entered: 100.00, dated Nov 14, 2026, our number 7.',
    )
    expect(outcome(enter({ again: ' ' }, { alike }))).toBe('bill-twice at number')
    expect(outcome(enter({ number: 'a 1' }, { alike }))).toBe('done')
    expect(outcome(enter({}, { alike: [{ ...alike[0]!, stage: 'cancelled' }] }))).toBe('done')
    const differ = enter({ lines: [line(9000)] })
    expect(differ.ok || differ.refusal.text).toBe('10.00 is not assigned to a line yet.')
  })
  it('stands in the trail and in the ledger with its payee, number and amount', () => {
    const text = (more: Parameters<typeof enter>[0]): string => must(enter(more)).trail.text
    const head = (what: string, amount: string): string =>
      `Entered ${what} A-1 from Shoreline Timber: ${amount}, due Dec 14, 2026 (our number 7).`
    expect(text({})).toBe(head('bill', '100.00'))
    expect(text({ again: ' twice sent ' })).toBe(`${head('bill', '100.00')} Entered again: twice sent.`)
    expect(text({ amount: cents(-500) })).toBe(head('credit note', '-5.00'))
    expect(text({ amount: cents(30_001) })).toBe(`${head('bill', '300.01')} It needs approval.`)
    expect(text({ draft: true })).toBe(`${head('bill', '100.00')} It is a draft.`)
    expect(text({ number: '', draft: true })).toContain('bill (no number) from')
    const [entry] = must(enter()).changes.entries
    expect(entry).toMatchObject({ text: 'Bill A-1, Shoreline Timber', date: '2026-11-14', billId: id })
    expect(must(enter({ amount: cents(-500) })).changes.entries[0]!.text).toMatch(/^Credit note A-1/)
  })
})
