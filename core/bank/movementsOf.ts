import { movedOn, type Entry } from '../ledger/entry'
import type { BankAccount } from '../accounts/account'
import type { Payment } from '../payments/payment'
import { movementId, type Movement } from './movement'

/**
 * Movements that take each other back: of one payment or bill, in one account, the same amount the other way. The
 * bank will never see either, so none is left open. `open` are those that are open already.
 */
export function takenBack(fresh: readonly Movement[], open: readonly Movement[]): Movement[] {
  const isPair = (a: Movement, b: Movement): boolean =>
    a.accountId === b.accountId &&
    a.amount === -b.amount &&
    ((a.paymentId !== undefined && a.paymentId === b.paymentId) ||
      (a.billId !== undefined && a.billId === b.billId))
  const used = new Set<string>()
  return fresh.flatMap((m): Movement[] => {
    const other = open.find(o => !used.has(o.id) && isPair(m, o))
    if (!other) return [m]
    used.add(other.id)
    return [
      { ...m, state: 'reversed', reversal: other.id },
      { ...other, state: 'reversed', reversal: m.id },
    ]
  })
}

/**
 * Whether an entry is an account's own: its opening balance, or a payment of it. Accounts that share a ledger
 * account of cash are one account here.
 */
export function isOwnEntry(
  { id, paymentId }: Pick<Entry, 'id' | 'paymentId'>,
  { cashLedgerId }: BankAccount,
  accounts: readonly BankAccount[],
  payments: ReadonlyMap<string, Pick<Payment, 'accountId'>>,
): boolean {
  const payer = paymentId ? payments.get(paymentId)?.accountId : undefined
  return accounts.some(a => a.cashLedgerId === cashLedgerId && (id === `${a.id}/opening` || a.id === payer))
}

/**
 * The movements that follow from entries: what an entry adds to a bank account, or takes off it, where it is
 * neither a payment of that account nor a movement already. So a check that is paid into another own account, or a
 * bill that is posted to one, is in the register of that account.
 * `ownPayments` are the payments that the entries name.
 */
export function movementsOf(
  entries: readonly Entry[],
  accounts: readonly BankAccount[],
  ownPayments: ReadonlyMap<string, Pick<Payment, 'accountId'>>,
  known: readonly Pick<Movement, 'entryId'>[],
): Movement[] {
  const isKnown = new Set(known.map(m => m.entryId))
  return entries
    .filter(e => !isKnown.has(e.id))
    .flatMap(e =>
      accounts.flatMap((account): Movement[] => {
        if (isOwnEntry(e, account, accounts, ownPayments)) return []
        const amount = movedOn(e, account.cashLedgerId)
        if (amount === 0) return []
        return [
          {
            ...{ id: movementId(e.id, account.id), companyId: e.companyId, accountId: account.id },
            ...{ kind: 'transfer', date: e.date, amount, text: e.text, entryId: e.id, state: 'open' },
            ...(e.paymentId && { paymentId: e.paymentId }),
            ...(e.billId && { billId: e.billId }),
          },
        ]
      }),
    )
}
