import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { cents } from '../money/cents'
import { account, company } from '../office/test/office'
import { kindNames } from '../paper/kinds'
import { factsOf, masked, printedSigners } from './account'
import {
  formOf,
  freshAccount,
  fromSample,
  heldOf,
  inCompany,
  inCountry,
  partsOfField,
  shownFacts,
  type AccountForm,
} from './accountForm'
import { readAccountForm } from './readAccountForm'
import { sampleAccounts } from './sampleAccounts'
import { day } from '../payments/test/payment'

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
  const picture = { type: 'png' as const, w: 10, h: 10, data: 'iVBORw0KGgoAAAANSUhEUgAA' }
  const full = fromSample(freshAccount(), sampleAccounts[0]!)
  const faultsOf = (more: Partial<AccountForm>, whole = true) =>
    Object.entries(readAccountForm({ ...full, ...more }, keys, whole).faults).map(
      ([at, text]) => `${at}: ${text}`,
    )
  it.each<[string, Partial<AccountForm>]>([
    ['company: Enter the name of the company.', { company: ' \n ' }],
    ['company: Enter at most two lines.', { company: 'A\nB\nC' }],
    ['name: Enter a name for the account.', { name: ' ' }],
    ['bank: Enter the name of the bank.', { bank: ' ' }],
    [
      'signatories: Enter a name for every signatory.',
      { signatories: [{ name: ' ', title: '', prints: false }] },
    ],
    ['first: Enter a check number.', { first: '' }],
    ['last: Enter a check number.', { last: '' }],
    ['last: The last number must be above the first.', { first: '9', last: '8' }],
    ['account: An account number must have 3 to 19 digits, dashes or spaces.', { account: '12x' }],
  ])('%s', (fault, more) => {
    expect(faultsOf(more)).toEqual([fault])
    const isOfOpening = ['bank: Enter the', 'first', 'last'].some(of => fault.startsWith(of))
    expect(faultsOf(more, false)).toEqual(isOfOpening ? [] : [fault])
  })
  it('what cannot be read is told at its own field, whatever else there is', () => {
    const at = (more: Partial<AccountForm>) => faultsOf(more).map(fault => fault.split(':')[0])
    expect(at({ opening: 'much' })).toEqual(['opening'])
    expect(at({ secondAbove: '-' })).toEqual(['secondAbove'])
    expect(at({ companyAddress: 'x'.repeat(90) })).toEqual(['companyAddress'])
    expect(at({ bankAddress: 'x'.repeat(90) })).toEqual(['bankAddress'])
    expect(at({ bank: 'x'.repeat(90) })).toEqual(['bank'])
    expect(at({ sign: 'x'.repeat(9) })).toEqual(['sign'])
    expect(at({ currency: 'x'.repeat(50) })).toEqual(['currency'])
    expect(at({ minor: 'x'.repeat(50) })).toEqual(['minor'])
    expect(at({ first: '9', last: '9' })).toEqual([])
    // The stock may carry the MICR line: codes may be left out.
    expect(at({ routing: ' ', account: ' ', fraction: ' ' })).toEqual([])
  })
  it('makes an account, its company and a number book', () => {
    const signatories = [{ name: 'Ada Quill', title: 'Chair', picture, prints: true }]
    const more = { name: ' Yard ', logo: picture, signatories, opening: '12.00', first: '7', last: '9' }
    const { made } = readAccountForm({ ...full, ...more }, keys, true)
    expect(made).toMatchObject({
      account: {
        ...{ id: 'a', companyId: 'c', name: 'Yard', forChecks: true, cashLedgerId: 'cash' },
        ...{ signing: { secondAbove: null, prints: [0] }, stockId: full.stockId, layoutId: full.layoutId },
      },
      company: { id: 'c', name: [full.company], logo: picture },
      ...{ book: { id: 'b', accountId: 'a', kind: 'printed by us', start: 7, end: 9 }, opening: 1200 },
    })
    const { logo: _, ...without } = full
    const bare = readAccountForm({ ...without, first: '', last: '', opening: 'x' }, keys, false).made!
    expect(bare).toMatchObject({ book: { start: 1, end: 1 }, opening: 0 })
    expect(bare.company).not.toHaveProperty('logo')
    // And back into the form.
    const again = formOf(made!.account, made!.company, made!.book)
    expect(again).toMatchObject({
      ...full,
      ...more,
      name: 'Yard',
      opening: '0.00',
      secondAbove: '',
      companyId: 'c',
    })
    const limit = { ...made!.account, signing: { secondAbove: cents(500_00), prints: [] } }
    expect(formOf(limit, made!.company, made!.book)).toMatchObject({
      secondAbove: '500.00',
      signatories: [{ prints: false }],
    })
  })
  it('holds of an account what the form asks, and none of what other acts keep with it', () => {
    const held = heldOf(
      { ...account, bookId: idOf('b7') },
      { ...company, closedThrough: day('2026-10-31'), logo: picture },
    )
    expect(held).toEqual({
      account: { ...account, micrShapes: undefined },
      company: { id: company.id, name: company.name, address: company.address, logo: picture },
    })
  })
  it('of a company that is known shows its name, address and logo', () => {
    const known = { ...company, name: ['Ferry', 'Cooperative'], logo: picture }
    expect(inCompany(full, 'co', known)).toEqual({
      ...{ ...full, companyId: 'co', company: 'Ferry\nCooperative', logo: picture },
      companyAddress: company.address.join('\n'),
    })
    expect(inCompany(full, '', undefined)).toEqual({ ...full, companyId: '' })
    const typed = { company: 'Ours', companyAddress: '1 Quay', first: '7', last: '9' }
    expect(fromSample({ ...freshAccount(), ...typed }, sampleAccounts[0]!)).toMatchObject(typed)
    expect(fromSample(freshAccount(), sampleAccounts[0]!)).toMatchObject({ first: '1001', last: '1999' })
  })
  it('shows on the check what is typed so far', () => {
    const shown = shownFacts({
      ...freshAccount(),
      ...{ company: 'A\n B \n\nC', companyAddress: '1\n2\n3\n4\n5', bank: 'Bank', bankAddress: '1\n2\n3\n4' },
      ...{ routing: '12', currency: '', minor: 'pence', logo: picture, bankLogo: picture },
      signatories: [{ name: 'Ada Quill', title: '', picture, prints: true }],
      micrShapes: { name: 'own' } as never,
    })
    expect(shown).toMatchObject({
      company: { name: ['A', 'B'], address: ['1', '2', '3', '4'], logo: picture },
      bank: { name: 'Bank', address: ['1', '2', '3'], logo: picture },
      ...{ routing: '12', currency: { sign: '$', name: 'dollars', minor: 'pence' } },
      ...{ signatories: [{ name: 'Ada Quill', title: '', picture }], micrShapes: { name: 'own' } },
    })
    const plain = shownFacts(freshAccount())
    expect([plain.company, plain.bank]).toEqual([
      { name: [], address: [] },
      { name: '', address: [] },
    ])
    expect(plain).not.toHaveProperty('micrShapes')
    expect(plain.currency).toEqual({ sign: '$', name: 'dollars' })
    expect(shownFacts({ ...freshAccount(), routing: ' 123456780 ' }).routing).toBe('123456780')
  })
  it('lights up parts of the check that are known, for every part of the form', () => {
    const kinds = Object.values(partsOfField).flat()
    expect(kinds.every(kind => kind in kindNames)).toBe(true)
    expect(Object.values(partsOfField).every(list => list.length)).toBe(true)
  })
  it('an account number is hidden but for its last four digits; a second signature prints above its limit', () => {
    expect([masked('0052-6610-3'), masked('12')]).toEqual(['•••• 6103', '•••• 12'])
    const signs = (secondAbove: number | null, amount: number) =>
      printedSigners({ secondAbove: secondAbove as never, prints: [2, 0] }, cents(amount))
    expect([signs(null, 1), signs(100, 100), signs(100, 101)]).toEqual([[2, 0], [2], [2, 0]])
    expect(printedSigners({ secondAbove: null, prints: [] }, cents(1))).toEqual([])
    const pictured = { ...account, bank: { ...account.bank, logo: picture } }
    expect(factsOf(pictured, { ...company, logo: picture })).toMatchObject({
      bank: { logo: picture },
      company: { name: company.name, address: company.address, logo: picture },
    })
    expect(factsOf(account, company).company).not.toHaveProperty('logo')
    expect(factsOf(account, company).bank).toEqual(account.bank)
  })
})
