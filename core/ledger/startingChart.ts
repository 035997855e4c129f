import { idOf, type Id } from '../base/id'
import type { LedgerAccount } from './entry'

/** Ledger accounts that a new company begins with. */
const startingChart: readonly (readonly [string, string, LedgerAccount['kind']])[] = [
  ['1010', 'Cash', 'asset'],
  ['2010', 'Accounts payable', 'liability'],
  ['2200', 'Withheld from pay', 'liability'],
  ['3000', 'Opening balances', 'equity'],
  ['4900', 'Discounts taken', 'income'],
  ['6100', 'Materials', 'expense'],
  ['6200', 'Repairs', 'expense'],
  ['6300', 'Rent and dues', 'expense'],
  ['6500', 'Wages', 'expense'],
  ['6600', 'Office', 'expense'],
  ['6800', 'Advice', 'expense'],
]
const CASH = '1010'
const EQUITY = '3000'
const PAYABLES = '2010'
const DISCOUNTS = '4900'

/** The ledger accounts of a company in which bills and their discounts stand. */
export const payablesLedgers = (
  companyId: Id<'company'>,
): { readonly ledgerId: Id<'ledger'>; readonly discountId: Id<'ledger'> } => ({
  ledgerId: idOf(`${companyId}-${PAYABLES}`),
  discountId: idOf(`${companyId}-${DISCOUNTS}`),
})

/** Ledger accounts that come with a new account: its cash, and a whole chart where its company is new. */
export const ledgersToOpen = (
  account: { readonly name: string; readonly cashLedgerId: Id<'ledger'> },
  companyId: Id<'company'>,
  isNewCompany: boolean,
): { readonly ledgers: LedgerAccount[]; readonly equity: Id<'ledger'> } => ({
  equity: idOf(`${companyId}-${EQUITY}`),
  ledgers: startingChart
    .filter(([code]) => isNewCompany || code === CASH)
    .map(([code, name, kind]): LedgerAccount => {
      const own = { companyId, code, kind }
      return code === CASH
        ? { ...own, id: account.cashLedgerId, name: `Cash, ${account.name}` }
        : { ...own, id: idOf(`${companyId}-${code}`), name }
    }),
})

/** Where it goes what nobody placed, where the books of a company are kept elsewhere. */
export const unplacedLedger = (companyId: Id<'company'>): LedgerAccount => ({
  id: idOf(`${companyId}-unplaced`),
  companyId,
  code: '9990',
  name: 'Unassigned',
  kind: 'expense',
})
