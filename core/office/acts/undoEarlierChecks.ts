import type { Id } from '../../base/id'
import { undoEarlierChecks as decide } from '../../imports/undoEarlierChecks'
import { issueEntryId } from '../../payments/issueEntry'
import { act } from '../defineAct'
import { one } from '../lookups'
import { ofBills } from '../lookupBills'

/** What was before, and came with a file, is taken back as a whole. */
export const undoEarlierChecks = act({
  lock: async ({ intakeId }: { intakeId: Id<'intake'> }, reading) =>
    ofBills((await one(reading, 'intakes', intakeId)).companyId),
  reads: ['intakes', 'companies', 'numbers', 'payments', 'bills', 'entries'],
  writes: ['intakes', 'numbers', 'payments', 'entries'],
  gather: async (reading, { intakeId }) => {
    const intake = await one(reading, 'intakes', intakeId)
    const numbers = await reading.many('numbers', intake.numbers ?? [])
    const ids = numbers.flatMap(row => (row.check ? [issueEntryId(row.check.paymentId, row.number)] : []))
    const { closedThrough } = await one(reading, 'companies', intake.companyId)
    return {
      intake,
      numbers,
      payments: await reading.many('payments', intake.payments),
      entries: await reading.many('entries', ids),
      closedThrough,
    }
  },
  decide: (known, _, stamp) => decide(known, stamp),
})
