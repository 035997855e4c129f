import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { cents, type Cents } from '../money/cents'
import { company } from '../office/test/office'
import type { Company } from '../accounts/account'
import { saveApprovalLimit } from '../accounts/approvalLimit'
import { setBooksElsewhere } from '../accounts/booksElsewhere'
import { closePeriod } from '../accounts/closePeriod'
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
      trail: {
        act: 'Books closed',
        text: 'The books of Pellam Slipway Works are closed through Oct 31, 2026.',
        about,
      },
    })
    expect(must(closed('2026-11-23', october)).trail).toMatchObject({
      act: 'Books closed',
      text: 'The books of Pellam Slipway Works are closed through Nov 23, 2026 (before: closed through Oct 31, 2026).',
    })
    expect(must(closed('2026-10-30', october)).trail.act).toBe('Books reopened')
    expect(must(closed('2026-10-31', october)).trail.act).toBe('Books closed')
    expect(must(closed(null, october))).toEqual({
      changes: { companies: [company] },
      trail: {
        act: 'Books reopened',
        text: 'The books of Pellam Slipway Works are open (before: closed through Oct 31, 2026).',
        about,
      },
    })
    expect(must(closed('2026-09-30', sent)).changes.companies[0]!.closedThrough).toBe('2026-09-30')
  })
  it.each<[() => ReturnType<typeof closed>, string]>([
    [
      () => closed('2026-11-24'),
      'period-ahead (through, 2026-11-24, 2026-11-24) Only past days can be closed.',
    ],
    [
      () => closed('2026-09-29', sent),
      'journal-sent (through, 2026-09-30) The journal was exported through Sep 30, 2026, so those days stay closed.',
    ],
    [
      () => closed(null, sent),
      'journal-sent (through, 2026-09-30) The journal was exported through Sep 30, 2026, so those days stay closed.',
    ],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
})

describe('the amount above which a second person says yes to a bill', () => {
  it('is set, and taken away', () => {
    expect(must(saveApprovalLimit(company, cents(500_00)))).toEqual({
      changes: { companies: [limited(cents(500_00))] },
      trail: {
        act: 'Approval limit changed',
        text: 'Bills of Pellam Slipway Works above 500.00 need approval.',
        about,
      },
    })
    expect(must(saveApprovalLimit(company, cents(0))).changes.companies).toEqual([limited(cents(0))])
    const none = must(saveApprovalLimit(company, null))
    expect(none.changes.companies).toEqual([limited(null)])
    expect(none.trail.text).toBe('Bills of Pellam Slipway Works no longer need approval.')
  })
  it.each<[Company, number | null, string]>([
    [without, 1, 'payables-none (limit) This company has no ledger account for bills.'],
    [company, -1, 'limit-below (limit) The limit cannot be negative.'],
    [company, 1.5, 'limit-below (limit) The limit cannot be negative.'],
    [company, 300_00, 'nothing-changed (limit) Nothing was changed.'],
    [limited(null), null, 'nothing-changed (limit) Nothing was changed.'],
  ])('%#: refused', (of, limit, expected) => {
    expect(cameTo(saveApprovalLimit(of, limit as Cents | null))).toBe(expected)
  })
})

it('books that are kept elsewhere have one ledger account for what nobody placed; here again, none', () => {
  const elsewhere = must(setBooksElsewhere(company, true))
  const id = idOf<'ledger'>('co-unplaced')
  expect(elsewhere).toEqual({
    changes: {
      companies: [{ ...company, payables: { ...company.payables, unplaced: id } }],
      ledgers: [expect.objectContaining({ id, companyId: company.id })],
    },
    trail: {
      act: 'Place of books changed',
      text: 'The books of Pellam Slipway Works are now kept elsewhere.',
      about,
    },
  })
  const [kept] = elsewhere.changes.companies as [Company]
  expect(must(setBooksElsewhere(kept, false))).toEqual({
    changes: { companies: [company], ledgers: [] },
    trail: {
      act: 'Place of books changed',
      text: 'The books of Pellam Slipway Works are now kept here.',
      about,
    },
  })
  expect(cameTo(setBooksElsewhere(kept, true))).toBe(
    'nothing-changed (books) The books are already kept elsewhere.',
  )
  expect(cameTo(setBooksElsewhere(company, false))).toBe(
    'nothing-changed (books) The books are already kept here.',
  )
  expect(cameTo(setBooksElsewhere(without, true))).toBe(
    'payables-none (books) This company has no ledger account for bills.',
  )
})
