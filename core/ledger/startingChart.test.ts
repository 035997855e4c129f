import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { ledgersToOpen, payablesLedgers, unplacedLedger } from './startingChart'

const co = idOf<'company'>('co')
const account = { name: 'Yard', cashLedgerId: idOf<'ledger'>('cash') }
/** What the first digit of a code says of its ledger account. */
const kindOf = { 1: 'asset', 2: 'liability', 3: 'equity', 4: 'income', 6: 'expense', 9: 'expense' }

describe('the ledger accounts that a company begins with', () => {
  const whole = () => ledgersToOpen(account, co, true)
  it('have four digits each that say their kind, in order, a name and a key of their own', () => {
    const { ledgers } = whole()
    for (const { code, kind, name, companyId } of [...ledgers, unplacedLedger(co)]) {
      expect(code).toMatch(/^\d{4}$/)
      expect(kindOf[code[0] as unknown as keyof typeof kindOf], code).toBe(kind)
      expect(name.length, code).toBeGreaterThan(3)
      expect(companyId).toBe(co)
    }
    expect(ledgers.map(l => l.code)).toEqual(ledgers.map(l => l.code).toSorted())
    expect(new Set(ledgers.map(l => l.id)).size).toBe(11)
    expect(unplacedLedger(co).id).toBe('co-unplaced')
  })
  it('hold what opening balances, bills and their discounts need, and the cash of the account by its name', () => {
    const { ledgers, equity } = whole()
    const kinds = new Map(ledgers.map(l => [l.id, l.kind]))
    const { ledgerId, discountId } = payablesLedgers(co)
    expect([equity, ledgerId, discountId].map(id => kinds.get(id))).toEqual(['equity', 'liability', 'income'])
    const cash = { id: 'cash', companyId: co, code: '1010', name: 'Cash, Yard', kind: 'asset' }
    expect(ledgers.filter(l => l.kind === 'asset')).toEqual([cash])
    expect(ledgersToOpen(account, co, false)).toEqual({ equity, ledgers: [cash] })
  })
})
