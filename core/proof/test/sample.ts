import { plainDate } from '../../base/dates'
import { must } from '../../base/result'
import { usBusiness } from '../../micr/pattern'
import { cents, sum } from '../../money/cents'
import { layoutById, stockById } from '../../paper/builtIn'
import { accountFactsSchema, type AccountFacts, type CheckFacts } from '../facts'

export const layout = layoutById('letter-top')!
export const stock = stockById('check-over-two-stubs-blank')!
export const facts: AccountFacts = accountFactsSchema.parse({
  company: {
    name: ['Pellam Sound Ferry Cooperative'],
    address: ['14 Slipway Road', 'Pellam Sound, ME 04999'],
  },
  bank: { name: 'First Lantern Bank', address: ['1 Beacon Square', 'Pellam Sound, ME 04999'] },
  fraction: '12-3456/1234',
  routing: '123456780',
  account: '0048-2215-7',
  pattern: usBusiness,
  currency: { sign: '$', name: 'dollars' },
})

/** A check with so many stub lines; facts may be set by hand. */
export function checkOf(number: number, lines = 3, more: Partial<CheckFacts> = {}): CheckFacts {
  const rows = Array.from({ length: lines }, (_, i) => ({
    reference: `CR-${1000 + number + i}`,
    date: must(plainDate('2026-11-02')),
    description: `Mooring line, coil ${i + 1}`,
    amount: cents(12_345 + i * 7 + number),
  }))
  return {
    number,
    date: must(plainDate('2026-11-24')),
    payee: 'Cobalt Rope & Rigging',
    address: ['22 Capstan Lane', 'Northmere, ME 04998'],
    amount: lines ? sum(rows.map(r => r.amount)) : cents(123_456),
    memo: 'Customer 7731',
    lines: rows,
    ...more,
  }
}
