import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { outcome } from '../base/test/outcome'
import { company, payee, payeeOf } from '../office/test/office'
import type { Company } from '../accounts/account'
import { holdPayee, savePayee, undoPayeeChange, type PayeeKnown } from './savePayee'
import { mergePayees } from '../payments/mergePayees'
import type { Payee, PayeeForm } from './payee'
import { sharePayee, unsharePayee } from './sharePayee'
import { ledgerOf } from '../ledger/test/ledger'

const stamp = { at: '2026-11-24T10:00:00-05:00', by: 'Test' }
const rope = { ...payeeOf('p2', 'Cobalt Rope'), code: 'COBR' }
const known = (more: Partial<PayeeKnown> = {}): PayeeKnown => ({
  payee: undefined,
  others: [payee, rope],
  ledgers: [ledgerOf('wood'), ledgerOf('theirs', { companyId: idOf('other') })],
  ...more,
})
const form: PayeeForm = {
  kind: 'supplier',
  name: 'Saltgrass Bakery',
  address: ['4 Oven Lane'],
  memo: '',
  split: [{ ledgerId: idOf('wood'), weight: 1 }],
  taxForm: 'none',
}
const id = idOf<'payee'>('new')
const keep = (to: Partial<PayeeForm>, more: Partial<PayeeKnown> = {}) =>
  savePayee(known(more), { id, companyId: company.id, to: { ...form, ...to } }, stamp)
const formOf = ({ id: _, companyId: __, onHold: ___, ...told }: Payee): PayeeForm => told
const change = (to: Partial<PayeeForm>, of: Payee = payee, more: Partial<PayeeKnown> = {}) => {
  const act = { id: of.id, companyId: company.id, from: formOf(of), to: { ...formOf(of), ...to } }
  return savePayee(known({ payee: of, ...more }), act, stamp)
}
const address = (n: number) => Array.from({ length: n }, (_, i) => `Line ${i + 1}`)
const others = (n: number) => Array.from({ length: n }, (_, i) => ({ name: `Yard ${i}`, lines: ['x'] }))

describe('a payee that is written down', () => {
  it.each<[Partial<PayeeForm>, string]>([
    [{}, 'done'],
    [{ name: '  ' }, 'payee-blank at name'],
    [{ name: 'x'.repeat(80) }, 'done'],
    [{ name: 'x'.repeat(81) }, 'text-too-long at name'],
    [{ name: ' cobalt  ROPE' }, 'payee-known at name'],
    [{ address: address(6) }, 'done'],
    [{ address: address(7) }, 'address-lines at address'],
    [{ code: 'x'.repeat(12) }, 'done'],
    [{ code: 'x'.repeat(13) }, 'text-too-long at code'],
    [{ code: 'two words' }, 'code-pattern at code'],
    [{ code: 'cobr' }, 'code-taken at code'],
    [{ others: others(10) }, 'done'],
    [{ others: others(11) }, 'addresses at others'],
    [{ others: [{ name: ' ', lines: ['x'] }] }, 'address-name at others'],
    [{ others: [{ name: '漢', lines: ['x'] }] }, 'letter-unprintable at others'],
    [{ others: [{ name: 'Yard', lines: address(7) }] }, 'address-lines at others'],
    [{ memo: 'x'.repeat(81) }, 'text-too-long at memo'],
    [{ accountWithPayee: 'x'.repeat(40) }, 'done'],
    [{ accountWithPayee: 'x'.repeat(41) }, 'text-too-long at accountWithPayee'],
    [{ email: 'till@saltgrass' }, 'done'],
    [{ email: 'till at@saltgrass' }, 'email-pattern at email'],
    [{ email: 'till@@saltgrass' }, 'email-pattern at email'],
    [{ split: [{ ledgerId: idOf('wood'), weight: 0 }] }, 'split-weight at split'],
    [{ split: [{ ledgerId: idOf('wood'), weight: 1.5 }] }, 'split-weight at split'],
    [{ split: [{ ledgerId: idOf('theirs'), weight: 1 }] }, 'ledger-elsewhere at split'],
    [{ split: [{ ledgerId: idOf('nowhere'), weight: 1 }] }, 'ledger-elsewhere at split'],
    [{ split: [] }, 'done'],
  ])('%j: %s', (to, expected) => {
    expect(outcome(keep(to))).toBe(expected)
  })
  it('is kept tidy, without what was left blank, and is not on hold', () => {
    const done = must(
      keep({
        name: ' Saltgrass   Bakery ',
        address: [' 4 Oven Lane ', ' '],
        memo: ' bread ',
        code: ' SALT ',
        email: '',
        accountWithPayee: ' ',
        others: [
          { name: 'Shop', lines: [' '] },
          { name: ' Mill ', lines: ['1 Weir'] },
        ],
      }),
    )
    expect(done.changes.payees).toEqual([
      {
        ...form,
        id,
        companyId: company.id,
        memo: 'bread',
        code: 'SALT',
        others: [{ name: 'Mill', lines: ['1 Weir'] }],
        onHold: false,
      },
    ])
    expect(done.trail).toEqual({
      act: 'Payee added',
      text: 'Added payee Saltgrass Bakery.',
      about: { payee: id },
    })
  })
  it('may bear the name and code of one that became a part of another', () => {
    const part = { ...rope, became: payee.id }
    expect(outcome(keep({ name: 'Cobalt Rope', code: 'COBR' }, { others: [payee, part] }))).toBe('done')
  })
})

describe('a payee that is changed', () => {
  it('keeps what no form holds, how it stood before, and what was told of it', () => {
    const held = { ...payee, onHold: true, holdWhy: 'asks twice' }
    const from = formOf(payee)
    const act = { id: payee.id, companyId: company.id, from, to: { ...from, name: 'Shoreline Lumber' } }
    const done = must(savePayee(known({ payee: held }), act, stamp))
    expect(done.changes.payees).toEqual([
      {
        ...held,
        name: 'Shoreline Lumber',
        before: { ...stamp, name: payee.name, address: payee.address },
        was: from,
      },
    ])
    expect(done.trail).toEqual({
      act: 'Payee changed',
      text: 'Changed payee Shoreline Timber: name, now Shoreline Lumber.',
      about: { payee: payee.id },
    })
    // What prints stays: so does how it stood before.
    const again = must(change({ memo: 'Oak' }, done.changes.payees[0]!)).changes.payees[0]!
    expect(again.before).toEqual(done.changes.payees[0]!.before)
    expect(must(change({ memo: 'Oak' })).trail.text).toBe('Changed payee Shoreline Timber: memo.')
    expect(must(change({ memo: 'Oak' })).changes.payees[0]).not.toHaveProperty('before')
  })
  it('is refused where it is not what the form is about', () => {
    expect(outcome(change({ memo: payee.memo }))).toBe('nothing-changed at name')
    expect(outcome(change({ memo: 'x' }, { ...payee, companyId: idOf('other') }))).toBe(
      'payee-elsewhere at name',
    )
    expect(outcome(change({ memo: 'x' }, { ...payee, became: rope.id }))).toBe('payee-merged at name')
    const at = { id: payee.id, companyId: company.id, to: formOf(payee) }
    expect(outcome(savePayee(known({ payee }), at, stamp))).toBe('payee-known at name')
    expect(outcome(savePayee(known(), { ...at, from: formOf(payee) }, stamp))).toBe('payee-gone at name')
    const old = { ...at, from: { ...formOf(payee), memo: 'Pine' }, to: { ...formOf(payee), memo: 'Oak' } }
    expect(outcome(savePayee(known({ payee }), old, stamp))).toBe('changed-meanwhile at memo')
    expect(outcome(change({ name: 'COBALT rope' }))).toBe('payee-known at name')
  })
  it('goes back once, to what was told before', () => {
    expect(outcome(undoPayeeChange(known({ payee }), stamp))).toBe('nothing-changed at name')
    const [changed] = must(change({ memo: 'Oak' })).changes.payees
    const back = must(undoPayeeChange(known({ payee: changed }), stamp))
    expect(back.changes.payees).toEqual([payee])
    expect(back.trail.act).toBe('Payee change undone')
  })
})

describe('a payee of several companies', () => {
  const other: Company = { ...company, id: idOf('other'), name: ['Ferry Cooperative'] }
  const there = { ...payeeOf('t1', 'SHORELINE  timber'), companyId: other.id, memo: 'theirs', code: 'T' }
  const share = (of: Payee, at: Company, all: readonly Payee[]) =>
    sharePayee({ payee: of, company: at, there: all }, { id }, stamp)

  it('has the same details at each, and at each a memo, a code and ledger accounts of its own', () => {
    const done = must(share({ ...payee, email: 'a@b', terms: { kind: 'net', days: 30 } as never }, other, []))
    const [here, new_] = done.changes.payees as [Payee, Payee]
    expect(here.shared).toBe(payee.id)
    expect(new_).toEqual({
      id,
      companyId: other.id,
      kind: payee.kind,
      name: payee.name,
      address: payee.address,
      memo: '',
      split: [],
      onHold: false,
      taxForm: 'none',
      terms: { kind: 'net', days: 30 },
      email: 'a@b',
      shared: payee.id,
    })
    expect(done.trail).toEqual({
      act: 'Payee shared',
      text: 'Shared Shoreline Timber with Ferry Cooperative.',
      about: { payee: payee.id, with: id },
    })
    const joined = must(share(payee, other, [there])).changes.payees[1]!
    expect(joined).toMatchObject({ id: there.id, name: payee.name, memo: 'theirs', code: 'T' })
    expect(joined.before?.name).toBe('SHORELINE  timber')
  })
  it('is refused where it would be shared twice, or with itself', () => {
    expect(outcome(share({ ...payee, became: rope.id }, other, []))).toBe('payee-merged at company')
    expect(outcome(share(payee, company, []))).toBe('payee-here at company')
    expect(outcome(share(payee, other, [{ ...there, shared: payee.id }]))).toBe('payee-shared at company')
    expect(outcome(share(payee, other, [{ ...there, shared: 'x' }]))).toBe('payee-shared at company')
    // What became a part of another does not stand in the way.
    expect(outcome(share(payee, other, [{ ...there, shared: payee.id, became: id }]))).toBe('done')
  })
  it('changes at all of them, unless one has another payee of that name; alone again, it goes its own way', () => {
    const here = { ...payee, shared: 's' }
    const elsewhere = [
      { ...there, shared: 's' },
      { ...payeeOf('t2', 'Saltgrass Bakery'), companyId: other.id },
    ]
    const act = (name: string) => {
      const { shared: _, ...from } = formOf(here) as Payee
      return savePayee(
        known({ payee: here, elsewhere }),
        { id: here.id, companyId: company.id, from, to: { ...from, name } },
        stamp,
      )
    }
    const done = must(act('Shoreline Lumber'))
    expect(done.changes.payees.map(p => [p.id, p.name, p.memo])).toEqual([
      [here.id, 'Shoreline Lumber', 'Larch'],
      [there.id, 'Shoreline Lumber', 'theirs'],
    ])
    expect(done.trail.text).toBe(
      'Changed payee Shoreline Timber: name, now Shoreline Lumber, at 2 companies.',
    )
    expect(outcome(act('saltgrass bakery'))).toBe('payee-known at name')
    expect(outcome(unsharePayee({ payee, linked: [] }))).toBe('payee-alone at company')
    const [one] = elsewhere
    expect(must(unsharePayee({ payee: here, linked: [one!] })).changes.payees).toEqual([payee, there])
    expect(must(unsharePayee({ payee: here, linked: [one!, one!] })).changes.payees).toEqual([payee])
  })
})

describe('a payee on hold, and one that becomes a part of another', () => {
  it('needs a reason, which is told again when they are let go', () => {
    expect(outcome(holdPayee(payee, { why: '  ' }))).toBe('why-blank at why')
    expect(outcome(holdPayee(payee, { why: null }))).toBe('nothing-changed at why')
    const held = must(holdPayee(payee, { why: ' asks twice ' }))
    expect(held.changes.payees).toEqual([{ ...payee, onHold: true, holdWhy: 'asks twice' }])
    expect(held.trail).toMatchObject({
      act: 'Payee put on hold',
      text: 'Put Shoreline Timber on hold: asks twice.',
    })
    const free = must(holdPayee(held.changes.payees[0]!, { why: null }))
    expect(free.changes.payees).toEqual([payee])
    expect(free.trail).toMatchObject({
      act: 'Payee released',
      text: 'Released Shoreline Timber (was on hold: asks twice).',
    })
  })
  it('takes bills and payments along, within one company, and once', () => {
    const merge = (from: Payee, into: Payee) => mergePayees({ from, into, bills: [], payments: [] }, stamp)
    expect(outcome(merge(payee, payee))).toBe('payee-itself at into')
    expect(outcome(merge(payee, { ...rope, companyId: idOf('other') }))).toBe('payee-elsewhere at into')
    expect(outcome(merge(payee, { ...rope, became: id }))).toBe('payee-merged at into')
    expect(outcome(merge({ ...payee, became: id }, rope))).toBe('payee-merged at into')
    const done = must(merge(payee, rope))
    expect(done.changes.payees).toEqual([{ ...payee, became: rope.id }])
    expect(done.trail).toEqual({
      act: 'Payees merged',
      text: 'Merged Shoreline Timber into Cobalt Rope, with 0 bills and 0 payments.',
      about: { payee: rope.id, from: payee.id },
    })
  })
})
