import type { Id } from '#core/base/id'
import type { Payee } from '#core/payees/payee'
import { db } from '../store/db'

export const readPayees = (companyId: Id<'company'>): Promise<Payee[]> =>
  db.payees.where('companyId').equals(companyId).sortBy('name')
