import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import type { CheckNumber } from '../books/book'
import { account, bookOf, company } from '../office/test/office'
import { cents } from '../money/cents'
import { routingNumber } from '../micr/routing'
import type { BankAccount, Company } from './account'
import { openAccount, saveAccount, type AccountKnown, type Opening } from './keepAccount'

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
    expect(must(openAccount(known(), opening(), stamp)).changes.companies[0]).toEqual(closed)
  })
  it('keeps the opening balance as typed, below zero too, on the business day', () => {
    const entryOf = (n: number) =>
      must(openAccount(known(), opening({ opening: cents(n) }), stamp)).changes.entries[0]
    expect(entryOf(-500)).toMatchObject({
      date: '2026-11-24',
      lines: [
        { ledgerId: '3000', debit: 500 },
        { ledgerId: 'cash2', credit: 500 },
      ],
    })
    expect(entryOf(500)).toMatchObject({ lines: [{ ledgerId: 'cash2', debit: 500 }, { credit: 500 }] })
    expect(entryOf(0)).toBeUndefined()
    expect(codeOf(openAccount(known(), opening({ opening: Number.NaN as never }), stamp))).toBe(
      'amount-pattern',
    )
  })
  it('twice, or for numbers that another account prints for the same bank account, is refused', () => {
    expect(codeOf(openAccount(known({ account: second }), opening(), stamp))).toBe('account-known')
    const twin = { ...second, account: account.account.replaceAll('-', ' ') }
    expect(codeOf(openAccount(known(), opening({ account: twin }), stamp))).toBe('account-twice')
    expect(
      codeOf(
        openAccount(known(), opening({ account: twin, book: { ...book, start: 131 as CheckNumber } }), stamp),
      ),
    ).toBe('done')
    expect(codeOf(openAccount(known(), opening({ book: { ...book, id: idOf('book') } }), stamp))).toBe(
      'book-known',
    )
    expect(
      codeOf(openAccount(known(), opening({ book: { ...book, end: Number.NaN as never } }), stamp)),
    ).toBe('number-pattern')
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
  it('says where somebody changed the same thing meanwhile', () => {
    expect(codeOf(save({ ...account, name: 'Renamed elsewhere' }, { name: 'Renamed here' }))).toBe(
      'changed-meanwhile',
    )
    expect(codeOf(save({ ...account, name: 'Alike' }, { name: 'Alike', fraction: '12-1/1234' }))).toBe('done')
  })
  it('is refused where it would become a second account of the same numbers', () => {
    const twin = { ...account, id: idOf<'account'>('twin'), account: '77-1' }
    expect(
      codeOf(
        save(
          account,
          { account: '771' },
          {
            accounts: [account, twin],
            books: [bookOf(30), { ...bookOf(5), id: idOf('tb'), accountId: twin.id }],
          },
        ),
      ),
    ).toBe('account-twice')
  })
})
