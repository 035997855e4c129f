import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { account, drawKnown, drawOf, payee } from '../office/test/office'
import { cents } from '../money/cents'
import { promisedOf, laneSums, type Payment } from './payment'
import { draw, type Draw, type DrawKnown } from './draw'
import { addressLines, payeeName, printable, sameName } from './texts'

const stamp = { at: '2026-11-24T10:00:00Z', by: 'Test' }
const codeOf = (act: Partial<Draw>, known: Partial<DrawKnown> = {}) => {
  const r = draw(drawKnown(known), { ...drawOf('a', 500), ...act }, stamp)
  return r.ok ? 'drawn' : r.refusal.code
}
const wood = (amount: number) => ({ ledgerId: idOf<'ledger'>('wood'), amount: amount as never })

describe('drawing', () => {
  it('is refused where payee, account and ledger accounts are not of one company', () => {
    expect(codeOf({})).toBe('drawn')
    const stranger = { ...payee, id: idOf<'payee'>('p9'), companyId: idOf<'company'>('other') }
    expect(codeOf({ payee: stranger }, { payee: stranger })).toBe('payee-elsewhere')
    expect(codeOf({ payee: stranger }, { payee: undefined })).toBe('payee-elsewhere')
    expect(
      codeOf(
        {},
        { ledgers: [{ id: idOf('wood'), companyId: idOf('other'), code: '1', name: 'x', kind: 'expense' }] },
      ),
    ).toBe('ledger-elsewhere')
    expect(codeOf({}, { ledgers: [] })).toBe('ledger-elsewhere')
    expect(codeOf({ split: [{ ledgerId: account.cashLedgerId, amount: cents(500) }] })).toBe('ledger-itself')
  })
  it('writes no second payee of one name, and no second payment of one key', () => {
    expect(
      codeOf(
        { payee: { ...payee, id: idOf('new'), name: 'shoreline TIMBER' } },
        { payee: undefined, namesakes: [payee] },
      ),
    ).toBe('payee-known')
    expect(codeOf({}, { payment: { id: 'a' } as unknown as Payment })).toBe('payment-known')
  })
  it('takes no ledger line of nothing or less, no amount that is no number, no day that does not exist', () => {
    expect(codeOf({ split: [wood(500), wood(0)] })).toBe('split-nothing')
    expect(codeOf({ split: [wood(600), wood(-100)] })).toBe('split-nothing')
    expect(codeOf({ split: [wood(499)] })).toBe('split-differs')
    expect(codeOf({ amount: Number.NaN as never })).toBe('amount-pattern')
    expect(codeOf({ date: '2026-02-30' as never })).toBe('date-missing')
    expect(codeOf({ address: Array.from({ length: 7 }, () => 'x') })).toBe('address-lines')
  })
})

describe('words that print', () => {
  it('come out composed, with single spaces, and a letter that cannot be printed is named', () => {
    expect(must(printable('  Caf\u0065\u0301   Quai ', 'name'))).toBe('Café Quai')
    const refused = printable('漢字', 'name')
    expect(refused.ok ? '' : refused.refusal.text).toBe(
      '“漢” (U+6F22) cannot be printed: write it with other letters',
    )
    expect(payeeName('   ', 'payee')).toMatchObject({ refusal: { code: 'payee-blank', field: 'payee' } })
    expect(must(addressLines(['a', ' ', 'b']))).toEqual(['a', 'b'])
    expect(sameName('Cobalt  Rope', ' cobalt rope')).toBe(true)
  })
})

describe('the sums of a lane', () => {
  it('total is what goes on paper; promised leaves out what is booked, as the balances do', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 9_999_999 }), fc.boolean())), list => {
        const payments = list.map(
          ([amount, booked]) => ({ amount: cents(amount), booked, state: 'waiting' }) as unknown as Payment,
        )
        const sums = laneSums(payments)
        expect(sums.total).toBe(list.reduce((s, [a]) => s + a, 0))
        expect(sums.promised).toBe(promisedOf(payments).reduce((s, p) => s + p.amount, 0))
        expect(sums.total - sums.booked).toBe(sums.promised)
      }),
    )
  })
})
