import { idOf } from '../../base/id'
import type { LedgerAccount } from '../entry'
import { company } from '../../office/test/office'

/** A ledger account for what money is spent on, with what is told of it. */
export const ledgerOf = (id: string, more: Partial<LedgerAccount> = {}): LedgerAccount => ({
  ...{ id: idOf(id), companyId: company.id, code: id, name: `Ledger ${id}`, kind: 'expense' },
  ...more,
})
