import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { cents, type Cents } from '../money/cents'
import { company } from '../office/test/office'
import type { Company } from './account'
import { keepBillLimit } from './billLimit'
import { keepBooksElsewhere } from './booksElsewhere'
import { closePeriod } from './closePeriod'
import { day } from './test/payment'

const about = { company: company.id }
const { payables: _, ...without } = company
const limited = (secondAbove: Cents | null): Company => ({
  ...company,
  payables: { ...company.payables!, secondAbove },
})

describe('a period', () => {
  const closed = (through: string | null, of: Company = company) =>
    closePeriod({ company: of, today: day('2026-11-24') }, { through: through ? day(through) : null })
  const october = { ...company, closedThrough: day('2026-10-31') }
  const sent = { ...october, journal: { through: day('2026-09-30') } as NonNullable<Company['journal']> }
  it('is closed through a day, further, and opened again, and the trail says what was before', () => {
    expect(must(closed('2026-10-31'))).toEqual({
      changes: { companies: [october] },
      trail: { act: 'close a period', text: 'Pellam Slipway Works: closed through 2026-10-31', about },
    })
    expect(must(closed('2026-11-23', october)).trail).toMatchObject({
      act: 'close a period',
      text: 'Pellam Slipway Works: closed through 2026-11-23, before: 2026-10-31',
    })
    expect(must(closed('2026-10-30', october)).trail.act).toBe('open a period again')
    expect(must(closed('2026-10-31', october)).trail.act).toBe('close a period')
    expect(must(closed(null, october))).toEqual({
      changes: { companies: [company] },
      trail: {
        act: 'open a period again',
        text: 'Pellam Slipway Works: nothing closed, before: 2026-10-31',
        about,
      },
    })
    expect(must(closed('2026-09-30', sent)).changes.companies[0]!.closedThrough).toBe('2026-09-30')
  })
  it.each<[() => ReturnType<typeof closed>, string]>([
    [
      () => closed('2026-11-24'),
      'period-ahead (through, 2026-11-24, 2026-11-24) only days that have passed can be closed',
    ],
    [
      () => closed('2026-09-29', sent),
      'journal-sent (through, 2026-09-30) the journal was sent through 2026-09-30: those days stay closed',
    ],
    [
      () => closed(null, sent),
      'journal-sent (through, 2026-09-30) the journal was sent through 2026-09-30: those days stay closed',
    ],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
})

describe('the amount above which a second person says yes to a bill', () => {
  it('is set, and taken away', () => {
    expect(must(keepBillLimit(company, cents(500_00)))).toEqual({
      changes: { companies: [limited(cents(500_00))] },
      trail: {
        act: 'set a limit for bills',
        text: 'Pellam Slipway Works: a second person says yes above 500.00',
        about,
      },
    })
    expect(must(keepBillLimit(company, cents(0))).changes.companies).toEqual([limited(cents(0))])
    const none = must(keepBillLimit(company, null))
    expect(none.changes.companies).toEqual([limited(null)])
    expect(none.trail.text).toBe('Pellam Slipway Works: no second person is wanted')
  })
  it.each<[Company, number | null, string]>([
    [without, 1, 'payables-none (limit) the company has no ledger account for bills'],
    [company, -1, 'limit-below (limit) the limit is an amount of nothing or more'],
    [company, 1.5, 'limit-below (limit) the limit is an amount of nothing or more'],
    [company, 300_00, 'nothing-changed (limit) the limit is as it was'],
    [limited(null), null, 'nothing-changed (limit) the limit is as it was'],
  ])('%#: refused', (of, limit, expected) => {
    expect(cameTo(keepBillLimit(of, limit as Cents | null))).toBe(expected)
  })
})

it('books that are kept elsewhere have one ledger account for what nobody placed; here again, none', () => {
  const elsewhere = must(keepBooksElsewhere(company, true))
  const id = idOf<'ledger'>('co-unplaced')
  expect(elsewhere).toEqual({
    changes: {
      companies: [{ ...company, payables: { ...company.payables, unplaced: id } }],
      ledgers: [expect.objectContaining({ id, companyId: company.id })],
    },
    trail: { act: 'say where books are kept', text: 'Pellam Slipway Works: elsewhere', about },
  })
  const [kept] = elsewhere.changes.companies as [Company]
  expect(must(keepBooksElsewhere(kept, false))).toEqual({
    changes: { companies: [company], ledgers: [] },
    trail: { act: 'say where books are kept', text: 'Pellam Slipway Works: here', about },
  })
  expect(cameTo(keepBooksElsewhere(kept, true))).toBe(
    'nothing-changed (books) its books are kept elsewhere already',
  )
  expect(cameTo(keepBooksElsewhere(company, false))).toBe(
    'nothing-changed (books) its books are kept here already',
  )
  expect(cameTo(keepBooksElsewhere(without, true))).toBe(
    'payables-none (books) the company has no ledger account for bills',
  )
})
