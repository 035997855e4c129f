import type { Id } from '../../base/id'
import type { Draw } from '../../payments/draw'
import { settle as decide } from '../../payments/settle'
import { act } from '../defineAct'
import { drawing, DRAWING } from '../lookups'
import { ofBills } from '../lookupBills'

/** Bills that were chosen become payments in the lanes of one account or several. */
export const settle = act({
  lock: async ({
    companyId,
  }: {
    companyId: Id<'company'>
    payments: readonly { readonly accountId: Id<'account'>; readonly draw: Draw }[]
  }) => ofBills(companyId),
  reads: DRAWING,
  writes: ['payments'],
  gather: async (reading, { payments }) => {
    const known = []
    for (const { accountId, draw } of payments) known.push(await drawing(reading, accountId, draw))
    return known
  },
  decide: (known, { payments }, stamp) =>
    decide(
      known,
      payments.map(p => p.draw),
      stamp,
    ),
})
