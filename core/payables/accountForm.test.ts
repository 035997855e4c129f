import { describe, expect, it } from 'vitest'
import { idOf } from '#core/base/id'
import { sampleAccounts } from '#core/payables/sampleAccounts'
import { factsOf } from '#core/payables/account'
import { freshAccount, formOf, fromSample, useAccountForm } from './useAccountForm'

const ids = { account: idOf<'account'>('a'), company: idOf<'company'>('c'), cash: idOf<'ledger'>('cash') }

describe('the account form', () => {
  it.each(sampleAccounts.map(s => [s.key, s] as const))(
    'from the sample %s gives an account that prints the very same facts, and back into the form',
    (_, sample) => {
      const { read, faults } = useAccountForm(fromSample(freshAccount(), sample))
      const made = read(ids, true)
      expect(faults.value).toEqual({})
      expect(factsOf(made!.account, made!.company)).toEqual(sample.facts)
      const again = useAccountForm(formOf(made!.account, made!.company, made!.book)).read(ids, false)
      expect(again!.account).toEqual(made!.account)
    },
  )
  it('tells every fault at its field and gives nothing', () => {
    const { form, read, faults } = useAccountForm(freshAccount())
    expect(read(ids, true)).toBeUndefined()
    expect(Object.keys(faults.value).sort()).toEqual(['bank', 'company', 'first', 'last'])
    Object.assign(form.value, {
      company: 'A\nB\nC',
      bank: 'First Lantern Bank',
      name: ' ',
      routing: '123456789',
      account: '12x',
      fraction: '1/2',
      first: '9',
      last: '3',
      opening: 'much',
      secondAbove: '-',
      signatories: [{ name: '', title: '', prints: false }],
    })
    expect(read(ids, true)).toBeUndefined()
    expect(Object.keys(faults.value).sort()).toEqual([
      'account',
      'company',
      'fraction',
      'last',
      'name',
      'opening',
      'routing',
      'secondAbove',
      'signatories',
    ])
  })
  it('a signature prints only where there is a picture of it', () => {
    const picture = { type: 'png' as const, w: 10, h: 10, data: 'iVBORw0KGgoAAAANSUhEUgAA' }
    const { form, read } = useAccountForm(fromSample(freshAccount(), sampleAccounts[0]!))
    form.value.signatories = [
      { name: 'Petra Nyholm', title: 'Treasurer', prints: true },
      { name: 'Gunnar Hale', title: '', picture, prints: true },
    ]
    form.value.secondAbove = '5,000.00'
    expect(read(ids, true)!.account.signing).toEqual({ secondAbove: 500_000, prints: [1] })
  })
})
