import type { PlainDate } from '../../base/dates'
import type { Id } from '../../base/id'
import { closePeriod as decide } from '../../accounts/closePeriod'
import { act } from '../defineAct'
import { LIBRARY, one } from '../lookups'

/** The books of a company are closed up to a day, or opened again. */
export const closePeriod = act({
  lock: async (_: { companyId: Id<'company'>; through: PlainDate | null; today: PlainDate }) => LIBRARY,
  reads: ['companies'],
  writes: ['companies'],
  gather: (reading, { companyId }) => one(reading, 'companies', companyId),
  decide: (company, { today, through }) => decide({ company, today }, { through }),
})
