import { must } from '../core/base/result'
import { plainDate } from '../core/base/dates'
import { usBusiness } from '../core/micr/pattern'
import { cents, sum } from '../core/money/cents'
import { layoutById, stockById } from '../core/paper/builtIn'
import { proofer } from '../core/proof/compose'
import type { AccountFacts, CheckFacts } from '../core/proof/facts'
import type { Drawing } from '../core/proof/marks'

const account: AccountFacts = {
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
}

/** The nth check of the bench: twelve stub lines, no two checks alike. */
function checkOf(n: number): CheckFacts {
  const lines = Array.from({ length: 12 }, (_, i) => ({
    reference: `CR-${10_000 + n * 12 + i}`,
    date: must(
      plainDate(
        `2026-${String(1 + ((n + i) % 12)).padStart(2, '0')}-${String(1 + ((n * 7 + i) % 28)).padStart(2, '0')}`,
      ),
    ),
    description: `Mooring line, coil ${(n % 97) + i}, berth ${i}`,
    amount: cents(1_000 + ((n * 7919 + i * 104_729) % 900_000)),
  }))
  return {
    number: 5001 + n,
    date: must(plainDate('2026-11-24')),
    payee: `Cobalt Rope & Rigging ${n}`,
    address: [`${n} Capstan Lane`, 'Northmere, ME 04998'],
    amount: sum(lines.map(l => l.amount)),
    memo: `Customer ${7000 + n}`,
    lines,
  }
}

/** The sheets of so many checks, drawn one by one by the product's own proof. */
export function* sheets(count: number): Generator<Drawing> {
  const layout = layoutById('letter-top')
  const stock = stockById('check-over-two-stubs-blank')
  if (!layout || !stock) throw new Error('no layout')
  const ready = proofer(layout, stock, account)
  for (let n = 0; n < count; n++) {
    const { drawing, notes } = ready.sheet([checkOf(n)])
    if (notes.length) throw new Error(notes[0]?.text)
    yield drawing
  }
}
