import type { PlainDate } from '../../base/dates'
import type { Id } from '../../base/id'
import { exportJournal as decide } from '../../accounts/exportJournal'
import { act } from '../defineAct'
import { LIBRARY, one } from '../lookups'

/** The journal of a company goes to who keeps its books, each day once. */
export const exportJournal = act({
  lock: async (_: { companyId: Id<'company'>; through: PlainDate }) => LIBRARY,
  reads: ['companies'],
  writes: ['companies'],
  gather: (reading, { companyId }) => one(reading, 'companies', companyId),
  decide: (company, { through }) => decide(company, { through }),
})
