import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import type { NumberRow } from '../numbers/book'
import { sided } from '../ledger/entry'
import { cents } from '../money/cents'
import { account, company } from '../office/test/office'
import { cancel, reversalDate, type CancelKnown, type Cancelling } from './cancel'
import { replace, type Ending } from './replace'
import { book, day, paymentOf, rowOf, runId, stamp } from '../runs/test/run'

const issued = paymentOf('a', { state: 'issued' })
const row = rowOf(101, 'issued', issued)
const lifeLine = (fate: NumberRow['fate'], why?: string) => ({
  ...stamp,
  fate,
  ...(why && { why }),
  payee: issued.name,
  runId,
})
const ended = (fate: NumberRow['fate'], why = ''): NumberRow => ({
  ...row,
  fate,
  why,
  at: stamp.at,
  life: [lifeLine(fate, why)],
})

describe('a check that is replaced', () => {
  const replaced = (of = row, payment = issued, ending: Ending = 'voided', why = ' torn ') =>
    replace({ row: of, payment }, { ending, why }, stamp)
  it('ends, and its payment is back in the lane with its entry standing', () => {
    expect(must(replaced())).toEqual({
      changes: {
        numbers: [ended('voided', 'torn')],
        payments: [{ ...issued, state: 'waiting', booked: true }],
      },
      trail: {
        act: 'Check replaced',
        text: 'Replaced check 101 (voided: torn). The payment of 120.00 to Shoreline Timber is back in the lane.',
        about: { account: account.id, book: book.id, payment: issued.id, number: row.id },
      },
    })
  })
  it.each<[() => ReturnType<typeof replaced>, string]>([
    [
      () => replaced(rowOf(101, 'cleared', issued)),
      'check-cleared (number, 101) The bank has paid check 101, so it cannot be replaced.',
    ],
    [
      () => replaced(rowOf(101, 'voided', issued)),
      'check-not-issued (number, 101) Check 101 is voided. Only an issued check can be replaced.',
    ],
    [
      () => replaced(row, { ...issued, state: 'waiting' }),
      'check-not-issued (number, 101) Check 101 is issued. Only an issued check can be replaced.',
    ],
    [
      () => replaced(row, { ...issued, id: idOf('b') }),
      'check-not-issued (number, 101) Check 101 is issued. Only an issued check can be replaced.',
    ],
    [
      () => replaced(rowOf(101, 'issued')),
      'check-not-issued (number, 101) Check 101 is issued. Only an issued check can be replaced.',
    ],
    [() => replaced(row, issued, 'voided', ' '), 'why-blank (why) Give a reason for replacing the check.'],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
})

describe('a payment that is cancelled', () => {
  const cancelled = (more: Partial<CancelKnown> = {}, act: Partial<Cancelling> = {}) =>
    cancel(
      { row, payment: issued, enteredOn: day('2026-11-24'), cashLedgerId: account.cashLedgerId, ...more },
      { ending: 'stopped', why: ' paid twice ', ...act },
      stamp,
    )
  const [wood, cash] = [idOf<'ledger'>('wood'), idOf<'ledger'>('cash')]
  const about = { account: account.id, payment: issued.id }
  it('ends its check, and its entry is reversed', () => {
    expect(must(cancelled())).toEqual({
      changes: {
        numbers: [ended('stopped', 'paid twice')],
        payments: [{ ...issued, state: 'cancelled' }],
        entries: [
          {
            id: 'a/reversed/101',
            companyId: company.id,
            date: '2026-11-24',
            text: 'Cancelled: Shoreline Timber',
            paymentId: issued.id,
            lines: [sided(cash, cents(120_00)), sided(wood, cents(-120_00))],
            ledgers: [cash, wood],
          },
        ],
      },
      trail: {
        act: 'Payment cancelled',
        text: 'Cancelled the payment of 120.00 to Shoreline Timber, check 101 stopped, reversed on Nov 24, 2026: paid twice.',
        about: { ...about, number: row.id, book: book.id },
      },
    })
  })
  it('has no check while it waits for another, or where it was paid without one', () => {
    const waiting = { ...issued, state: 'waiting' as const, booked: true, correct: 'date' as const }
    const waits = must(cancelled({ row: undefined, payment: waiting }))
    expect(waits.changes.numbers).toEqual([])
    expect(waits.changes.payments).toEqual([{ ...issued, state: 'cancelled' }])
    expect(waits.changes.entries.map(e => e.id)).toEqual(['a/reversed/waiting'])
    expect(waits.trail).toMatchObject({
      text: 'Cancelled the payment of 120.00 to Shoreline Timber, reversed on Nov 24, 2026: paid twice.',
      about,
    })
    const otherwise = { way: 'card' as const, reference: 'R7' }
    const card = must(cancelled({ row: undefined, payment: { ...issued, otherwise } }))
    expect(card.changes.entries.map(e => e.id)).toEqual(['a/reversed/otherwise'])
    expect(card.changes.numbers).toEqual([])
  })
  it('reverses nothing of an advice for nothing', () => {
    const free = { ...issued, amount: cents(0), split: [], advice: true }
    expect(must(cancelled({ payment: free, enteredOn: undefined })).changes.entries).toEqual([])
  })
  it.each<[() => ReturnType<typeof cancelled>, string]>([
    [
      () => cancelled({ payment: { ...issued, state: 'cleared' } }),
      'check-cleared (number) The bank has paid this check, so it cannot be cancelled.',
    ],
    [
      () => cancelled({ row: rowOf(101, 'cleared', issued) }),
      'check-cleared (number) The bank has paid this check, so it cannot be cancelled.',
    ],
    [
      () => cancelled({ payment: { ...issued, state: 'waiting' } }),
      'payment-not-issued (payment) The payment to Shoreline Timber is waiting. Only an issued payment can be cancelled.',
    ],
    [
      () => cancelled({ payment: { ...issued, state: 'cancelled', booked: true } }),
      'payment-not-issued (payment) The payment to Shoreline Timber is cancelled. Only an issued payment can be cancelled.',
    ],
    [() => cancelled({}, { why: ' ' }), 'why-blank (why) Give a reason for cancelling the payment.'],
    [
      () => cancelled({ closedThrough: day('2026-11-24') }),
      'period-closed (date, 2026-11-24, 2026-11-24) The books are closed through Nov 24, 2026. Enter a reversal date of Nov 25, 2026 or later.',
    ],
    [
      () => cancelled({}, { date: day('2026-11-23') }),
      'reversal-early (date, 2026-11-23, 2026-11-24) The payment was entered on Nov 24, 2026 and cannot be reversed before that.',
    ],
    [
      () => cancelled({}, { date: day('2026-11-25') }),
      'reversal-late (date, 2026-11-25, 2026-11-24) Choose a day up to Nov 24, 2026.',
    ],
    [
      () =>
        cancelled(
          { enteredOn: day('2026-11-02'), closedThrough: day('2026-11-10') },
          { date: day('2026-11-10') },
        ),
      'period-closed (date, 2026-11-10, 2026-11-10) The books are closed through Nov 10, 2026. Choose a later date.',
    ],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
  it('is dated on the day of its entry, of its own date where nothing was entered, or on the one told', () => {
    const on = (enteredOn?: string, told?: string, closed?: string) =>
      cameTo(
        reversalDate(
          {
            payment: { date: day('2026-11-20') },
            enteredOn: enteredOn ? day(enteredOn) : undefined,
            closedThrough: closed ? day(closed) : undefined,
          },
          told ? day(told) : undefined,
          day('2026-11-24'),
        ),
      )
    expect(on('2026-11-18')).toBe('2026-11-18')
    expect(on()).toBe('2026-11-20')
    expect(on('2026-11-30')).toBe('2026-11-30')
    expect(on('2026-11-30', '2026-12-01')).toMatch(/^reversal-late/)
    expect(on('2026-11-18', '2026-11-24', '2026-11-23')).toBe('2026-11-24')
    expect(on('2026-11-18', undefined, '2026-11-17')).toBe('2026-11-18')
  })
  it('stops where it is issued without a check that stands', () => {
    const broken = 'payment a is issued without a standing check'
    expect(() => cancelled({ row: undefined })).toThrow(broken)
    expect(() => cancelled({ row: rowOf(101, 'voided', issued) })).toThrow(broken)
    expect(() => cancelled({ row: rowOf(101, 'issued', paymentOf('b')) })).toThrow(broken)
    expect(() => cancelled({ row: rowOf(101, 'issued') })).toThrow(broken)
  })
})
