import { plainDate } from '../../base/dates'
import { idOf, type Id } from '../../base/id'
import { must, type Result } from '../../base/result'
import type { CheckNumber, NumberBook } from '../../numbers/book'
import { entry, type Entry } from '../../ledger/entry'
import { totalsAfter } from '../../ledger/totals'
import { usBusiness } from '../../micr/pattern'
import { cents, zero, type Cents } from '../../money/cents'
import type { BankAccount, Company } from '../../accounts/account'
import type { Draw, DrawKnown } from '../../payments/draw'
import type { Payee } from '../../payees/payee'
import type { Stamp } from '../../trail/trail'
import { perform } from '../actTypes'
import { madeOf } from '../looking'
import type { MemoryOffice } from '../memory'
import type { Changes } from '../tables'

/** A small office for tests: one company, one account with a book of the given length, one payee. */
export const company: Company = {
  id: idOf('co'),
  name: ['Pellam Slipway Works'],
  address: ['2 Cradle Yard', 'Pellam Sound, ME 04999'],
  payables: { ledgerId: idOf('owed'), discountId: idOf('discounts'), secondAbove: cents(300_00) },
}
export const account: BankAccount = {
  id: idOf('acc'),
  companyId: company.id,
  name: 'Yard',
  forChecks: true,
  country: 'US',
  part: '',
  code: '',
  signatories: [],
  signing: { secondAbove: null, prints: [] },
  bank: { name: 'First Lantern Bank', address: ['1 Beacon Square'] },
  fraction: '12-3456/1234',
  routing: '123456780',
  account: '0052-6610-3',
  pattern: usBusiness,
  currency: { sign: '$', name: 'dollars' },
  cashLedgerId: idOf('cash'),
  stockId: 'check-over-two-stubs-blank',
  layoutId: 'letter-top',
}
export const bookOf = (length: number): NumberBook => ({
  id: idOf('book'),
  accountId: account.id,
  kind: 'printed by us',
  start: 101 as CheckNumber,
  end: (100 + length) as CheckNumber,
})
export const payee: Payee = {
  id: idOf('p1'),
  companyId: company.id,
  kind: 'supplier',
  name: 'Shoreline Timber',
  address: ['Sawmill Road', 'Northmere, ME 04998'],
  memo: 'Larch',
  split: [{ ledgerId: idOf('wood'), weight: 1 }],
  onHold: false,
  taxForm: 'none',
}
export const payeeOf = (id: string, name: string): Payee => ({ ...payee, id: idOf(id), name })
/** Payees besides the first, so that there is somebody to merge. */
export const morePayees: readonly Payee[] = [payeeOf('p2', 'Cobalt Rope'), payeeOf('p3', 'Cobalt Rope & Co')]
export const OPENING = cents(5_000_000)

const ledgersHere = [
  { id: idOf<'ledger'>('cash'), companyId: company.id, code: '1010', name: 'Cash', kind: 'asset' as const },
  {
    id: idOf<'ledger'>('wood'),
    companyId: company.id,
    code: '6120',
    name: 'Materials',
    kind: 'expense' as const,
  },
  {
    id: idOf<'ledger'>('owed'),
    companyId: company.id,
    code: '2010',
    name: 'Accounts payable',
    kind: 'liability' as const,
  },
  {
    id: idOf<'ledger'>('discounts'),
    companyId: company.id,
    code: '4900',
    name: 'Discounts taken',
    kind: 'income' as const,
  },
]

const openingEntry = entry({
  id: idOf(`${account.id}/opening`),
  companyId: company.id,
  date: must(plainDate('2026-01-02')),
  text: 'Opening',
  paymentId: null,
  lines: [
    { ledgerId: idOf('cash'), debit: OPENING, credit: zero },
    { ledgerId: idOf('equity'), debit: zero, credit: OPENING },
  ],
})

export const opened = (bookLength: number): Changes => ({
  companies: [company],
  accounts: [account],
  books: [bookOf(bookLength)],
  payees: [payee],
  ledgers: ledgersHere,
  entries: [openingEntry],
  totals: totalsAfter([], [openingEntry]),
})

/** What drawing knows of this office. */
export const drawKnown = (more: Partial<DrawKnown> = {}): DrawKnown => ({
  account,
  payment: undefined,
  payee,
  namesakes: [],
  ledgers: ledgersHere,
  bills: [],
  payables: company.payables,
  ...more,
})

export const drawOf = (id: string, amount: number): Draw => ({
  id: idOf<'payment'>(id),
  payee,
  address: payee.address,
  date: must(plainDate('2026-11-24')),
  amount: cents(amount),
  memo: '',
  lines: [],
  split: [{ ledgerId: idOf<'ledger'>('wood') as Id<'ledger'>, amount: cents(amount) }],
})

/** Prints a run as if its PDF had been made just now. */
export async function printed(
  office: MemoryOffice,
  runId: Id<'run'>,
  stamp: Stamp,
): Promise<Result<unknown>> {
  const made = await madeOf(office, runId)
  return made.ok ? perform(office, 'print', { runId, made: made.value }, stamp) : made
}

/**
 * Debits less credits of one ledger account, added up from its entries: what running balances are held
 * against.
 */
export function ledgerBalance(entries: Iterable<Entry>, ledgerId: Id<'ledger'>): Cents {
  let total = 0
  for (const e of entries)
    for (const line of e.lines) if (line.ledgerId === ledgerId) total += line.debit - line.credit
  return cents(total)
}
