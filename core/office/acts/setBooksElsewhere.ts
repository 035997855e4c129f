import type { Id } from '../../base/id'
import { setBooksElsewhere as decide } from '../../accounts/booksElsewhere'
import { act } from '../defineAct'
import { LIBRARY, one } from '../lookups'

/** A company keeps its books elsewhere, or here. */
export const setBooksElsewhere = act({
  lock: async (_: { companyId: Id<'company'>; elsewhere: boolean }) => LIBRARY,
  reads: ['companies'],
  writes: ['companies', 'ledgers'],
  gather: (reading, { companyId }) => one(reading, 'companies', companyId),
  decide: (company, { elsewhere }) => decide(company, elsewhere),
})
