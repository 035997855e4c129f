import type { Transaction } from 'dexie'

interface OldPayee { id: string, companyId?: string, split: { ledgerId: string }[] }

/** Version 4: a payee is of the company whose ledger accounts it has, else of the company that paid it last, else of the first. */
export async function payeesToCompanies(tx: Transaction): Promise<void> {
  const ledgers = new Map((await tx.table<{ id: string, companyId: string }>('ledgers').toArray()).map(l => [l.id, l.companyId]))
  const payers = new Map((await tx.table<{ payeeId: string, companyId: string }>('payments').toArray()).map(p => [p.payeeId, p.companyId]))
  const first = (await tx.table<{ id: string }>('companies').toCollection().first())?.id
  await tx.table('payees').toCollection().modify((payee: OldPayee) => {
    payee.companyId ??= ledgers.get(payee.split[0]?.ledgerId ?? '') ?? payers.get(payee.id) ?? first ?? ''
  })
}
