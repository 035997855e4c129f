import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { factsOf } from './account'
import { formOf, freshAccount, fromSample, inCountry } from './accountForm'
import { readAccountForm } from './readAccountForm'
import { sampleAccounts } from './sampleAccounts'

const keys = {
  account: idOf<'account'>('a'),
  company: idOf<'company'>('c'),
  cash: idOf<'ledger'>('cash'),
  book: idOf<'book'>('b'),
}

describe('the account form', () => {
  it.each(sampleAccounts.map(s => [s.key, s] as const))(
    'from the sample %s gives an account that prints the very same facts, and back into the form',
    (_, sample) => {
      const { made, faults } = readAccountForm(fromSample(freshAccount(), sample), keys, true)
      expect(faults).toEqual({})
      expect(factsOf(made!.account, made!.company)).toEqual(sample.facts)
      const again = readAccountForm(formOf(made!.account, made!.company, made!.book), keys, false)
      expect(again.made!.account).toEqual(made!.account)
    },
  )
  it('tells every fault at its field and gives nothing', () => {
    const fresh = readAccountForm(freshAccount(), keys, true)
    expect(fresh.made).toBeUndefined()
    expect(Object.keys(fresh.faults).sort()).toEqual(['bank', 'company', 'first', 'last'])
    const wrong = readAccountForm(
      {
        ...freshAccount(),
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
      },
      keys,
      true,
    )
    expect(wrong.made).toBeUndefined()
    expect(Object.keys(wrong.faults).sort()).toEqual([
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
    const form = {
      ...fromSample(freshAccount(), sampleAccounts[0]!),
      signatories: [
        { name: 'Petra Nyholm', title: 'Treasurer', prints: true },
        { name: 'Gunnar Hale', title: '', picture, prints: true },
      ],
      secondAbove: '5,000.00',
    }
    const { made } = readAccountForm(form, keys, true)
    expect(made!.account.signing).toEqual({ secondAbove: 500_000, prints: [1] })
  })
  it('another country brings its pattern and its money, and keeps what was typed', () => {
    const form = inCountry({ ...freshAccount(), bank: 'First Lantern Bank' }, 'GB')
    expect([form.sign, form.currency, form.minor, form.bank]).toEqual([
      '£',
      'pounds',
      'pence',
      'First Lantern Bank',
    ])
    expect(form.pattern.id).not.toBe(freshAccount().pattern.id)
  })
})
