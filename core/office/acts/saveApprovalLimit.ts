import type { Id } from '../../base/id'
import { saveApprovalLimit as decide } from '../../accounts/approvalLimit'
import type { Cents } from '../../money/cents'
import { act } from '../defineAct'
import { LIBRARY, one } from '../lookups'

/** The amount above which a company's bills wait for a second person. */
export const saveApprovalLimit = act({
  lock: async (_: { companyId: Id<'company'>; secondAbove: Cents | null }) => LIBRARY,
  reads: ['companies'],
  writes: ['companies'],
  gather: (reading, { companyId }) => one(reading, 'companies', companyId),
  decide: (company, { secondAbove }) => decide(company, secondAbove),
})
