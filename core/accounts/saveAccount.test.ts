import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import type { CheckNumber } from '../numbers/book'
import { account, bookOf, company } from '../office/test/office'
import { cents } from '../money/cents'
import { routingNumber } from '../micr/routing'
import type { BankAccount, Company } from './account'
import { addAccount, saveAccount, type AccountKnown, type Opening } from './saveAccount'

const stamp = { at: '2026-11-24T21:30:00.000-05:00', by: 'Test' }
const closed: Company = { ...company, closedThrough: '2026-10-31' as never }
const known = (more: Partial<AccountKnown> = {}): AccountKnown => ({
  account: undefined,
  company: closed,
  accounts: [account],
  books: [bookOf(30)],
  ...more,
})
const second: BankAccount = {
  ...account,
  id: idOf('acc2'),
  name: 'Second',
  account: '99-1',
  cashLedgerId: idOf('cash2'),
}
const book = {
  id: idOf<'book'>('b2'),
  accountId: second.id,
  kind: 'printed by us' as const,
  start: 110 as CheckNumber,
  end: 200 as CheckNumber,
}
const opening = (more: Partial<Opening> = {}): Opening => ({
  company: { id: company.id, name: company.name, address: company.address },
  ledgers: [],
  account: second,
  book,
  opening: cents(0),
  equity: idOf('3000'),
  ...more,
})
const codeOf = (r: { ok: true } | { ok: false; refusal: { code: string } }) =>
  r.ok ? 'done' : r.refusal.code

describe('opening an account', () => {
  it('of a company that is known leaves its closed period as it is', () => {
    expect(must(addAccount(known(), opening(), stamp)).changes.companies[0]).toEqual(closed)
  })
  it('keeps the opening balance as typed, below zero too, on the business day', () => {
    const entryOf = (n: number) =>
      must(addAccount(known(), opening({ opening: cents(n) }), stamp)).changes.entries[0]
    expect(entryOf(-500)).toMatchObject({
      date: '2026-11-24',
      lines: [
        { ledgerId: '3000', debit: 500 },
        { ledgerId: 'cash2', credit: 500 },
      ],
    })
    expect(entryOf(500)).toMatchObject({ lines: [{ ledgerId: 'cash2', debit: 500 }, { credit: 500 }] })
    expect(entryOf(0)).toBeUndefined()
    expect(codeOf(addAccount(known(), opening({ opening: Number.NaN as never }), stamp))).toBe(
      'amount-pattern',
    )
  })
  it('twice, or for numbers that another account prints for the same bank account, is refused', () => {
    expect(codeOf(addAccount(known({ account: second }), opening(), stamp))).toBe('account-known')
    const twin = { ...second, account: account.account.replaceAll('-', ' ') }
    expect(codeOf(addAccount(known(), opening({ account: twin }), stamp))).toBe('account-twice')
    expect(
      codeOf(
        addAccount(known(), opening({ account: twin, book: { ...book, start: 131 as CheckNumber } }), stamp),
      ),
    ).toBe('done')
    expect(codeOf(addAccount(known(), opening({ book: { ...book, id: idOf('book') } }), stamp))).toBe(
      'book-known',
    )
    expect(codeOf(addAccount(known(), opening({ book: { ...book, end: Number.NaN as never } }), stamp))).toBe(
      'number-pattern',
    )
    expect(routingNumber('000000000').ok).toBe(false)
  })
})

describe('saving an account', () => {
  const save = (now: BankAccount, to: Partial<BankAccount>, more: Partial<AccountKnown> = {}) =>
    saveAccount(known({ account: now, ...more }), {
      from: { account, company },
      to: { account: { ...account, ...to }, company },
    })
  it('writes what the form changed and touches nothing else', () => {
    const now = { ...account, bookId: idOf<'book'>('b7'), name: 'Renamed elsewhere' }
    expect(must(save(now, { fraction: '12-1/1234' })).changes).toEqual({
      accounts: [{ ...now, fraction: '12-1/1234' }],
      companies: [closed],
    })
    expect(codeOf(save(account, {}))).toBe('nothing-changed')
  })
})

describe('in words', () => {
  const twin = { ...account, id: idOf<'account'>('twin'), account: '77-1' }
  const books = [bookOf(30), { ...bookOf(5), id: idOf<'book'>('tb'), accountId: twin.id }]
  const save = (to: Partial<BankAccount>, more: Partial<AccountKnown> = {}, name = company.name) =>
    saveAccount(known({ account, accounts: [account, twin], books, ...more }), {
      from: { account, company: { ...company, name } },
      to: { account: { ...account, ...to }, company: { ...company, name } },
    })
  const twice =
    'account-twice (account, 101) Another account has this bank code and account number, with numbers 101 to 105. The bank would see a number twice.'
  it.each<[string, () => ReturnType<typeof addAccount> | ReturnType<typeof saveAccount>]>([
    [
      'account-known (account) This account already exists.',
      () => addAccount(known({ account: second }), opening(), stamp),
    ],
    [
      'amount-pattern (opening) Enter an amount.',
      () => addAccount(known(), opening({ opening: 0.5 as never }), stamp),
    ],
    ['account-gone (account) This account no longer exists.', () => save({}, { account: undefined })],
    ['account-gone (account) This account no longer exists.', () => save({}, { company: undefined })],
    ['nothing-changed (account) Nothing was changed.', () => save({})],
    [
      'changed-meanwhile (name) Someone else changed name since you opened this form. Open it again to see the changes.',
      () => save({ name: 'Here' }, { account: { ...account, name: 'Elsewhere' } }),
    ],
    [twice, () => save({ account: '771' })],
    [twice, () => save({ routing: ' 123456780', account: '7 71' })],
  ])('%s', (expected, done) => {
    expect(cameTo(done() as ReturnType<typeof saveAccount>)).toBe(expected)
  })
  it('a twin stands in the way only with the same bank code, a number at all, and numbers that meet', () => {
    expect(save({ account: '771', routing: '000000000' }).ok).toBe(true)
    const none = { ...twin, account: '' }
    expect(save({ account: ' - ' }, { accounts: [account, none] }).ok).toBe(true)
    const apart = [bookOf(30), { ...books[1]!, start: 131 as CheckNumber, end: 140 as CheckNumber }]
    expect(save({ account: '771' }, { books: apart }).ok).toBe(true)
    const meets = [bookOf(30), { ...books[1]!, start: 130 as CheckNumber, end: 140 as CheckNumber }]
    expect(codeOf(save({ account: '771' }, { books: meets }))).toBe('account-twice')
    const before = [bookOf(30), { ...books[1]!, start: 90 as CheckNumber, end: 101 as CheckNumber }]
    expect(codeOf(save({ account: '771' }, { books: before }))).toBe('account-twice')
    // What is a twin already may be changed in everything else.
    const both = { account: { ...account, account: '771' } }
    const from = { account: both.account, company }
    const to = { account: { ...both.account, fraction: '12-1/1234' }, company }
    expect(saveAccount(known({ ...both, accounts: [both.account, twin], books }), { from, to }).ok).toBe(true)
  })
  it('stand in the trail', () => {
    const opened = must(addAccount(known({ company: undefined }), opening({ opening: cents(5) }), stamp))
    expect(opened.trail).toEqual({
      act: 'Account added',
      text: 'Added account Second with check numbers 110 to 200.',
      about: { account: 'acc2', company: company.id },
    })
    expect(opened.changes).toMatchObject({
      companies: [
        { id: company.id, payables: { ledgerId: 'co-2010', discountId: 'co-4900', secondAbove: null } },
      ],
      accounts: [second],
      books: [book],
      entries: [{ id: 'acc2/opening', text: 'Opening balance', paymentId: null, companyId: company.id }],
    })
    const late = { ...closed, closedThrough: '2026-11-24' as never }
    const dated = must(addAccount(known({ company: late }), opening({ opening: cents(5) }), stamp))
    expect(dated.changes.entries[0]!.date).toBe('2026-11-25')
    const saved = must(save({ fraction: '12-1/1234', name: 'Quay' }))
    expect(saved.trail).toEqual({
      act: 'Account changed',
      text: 'Changed account Quay: name, fraction.',
      about: { account: account.id, company: company.id },
    })
  })
})
