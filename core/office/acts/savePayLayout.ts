import type { Id } from '../../base/id'
import type { PayLayout } from '../../bank/positivePay/layout'
import { savePayLayout as decide } from '../../bank/positivePay/sendFile'
import { act } from '../defineAct'
import { one } from '../lookups'

/** A layout of files for the bank is saved, or removed. */
export const savePayLayout = act({
  lock: async ({ companyId }: { companyId: Id<'company'>; id: Id<'payLayout'>; layout: PayLayout | null }) =>
    `bank layouts ${companyId}`,
  reads: ['companies', 'payLayouts', 'positivePay'],
  writes: ['payLayouts'],
  gather: async (reading, { companyId }) => ({
    company: await one(reading, 'companies', companyId),
    layouts: await reading.where('payLayouts', 'company', [companyId]),
    used: new Set((await reading.all('positivePay')).map(p => p.layoutId)),
  }),
  decide: (known, input) => decide(known, input),
})
