import { alikeKey } from '../../bills/bill'
import { importRows as decide, type ImportKnown, type TakingIn } from '../../imports/importRows'
import { act } from '../defineAct'
import { one } from '../lookups'
import { ofBills } from '../lookupBills'
import type { Reading } from '../reading'

/** What taking rows of a file in must know; keys that are `fresh`, made a moment ago, nothing can have yet. */
export async function importKnown(reading: Reading, act: TakingIn, fresh = false): Promise<ImportKnown> {
  const { companyId, accountId } = act
  const payees = await reading.where('payees', 'company', [companyId])
  // A payee that comes with the file has no bill yet: nothing is asked of them.
  const here = new Set(payees.map(p => p.id))
  const looks = act.bills.filter(b => here.has(b.payeeId)).map(b => alikeKey(b.payeeId, b.number))
  const keyed = await reading.many('bills', fresh ? [] : act.bills.map(b => b.id))
  const changed = new Set(act.changes?.map(c => c.id))
  const shared = payees.some(p => p.shared && changed.has(p.id))
  return {
    ...(shared && { elsewhere: (await reading.all('payees')).filter(p => p.companyId !== companyId) }),
    intake: await reading.get('intakes', act.id),
    company: await one(reading, 'companies', companyId),
    account: accountId && (await one(reading, 'accounts', accountId)),
    payees,
    ledgers: (await reading.all('ledgers')).filter(l => l.companyId === companyId),
    bills: [...keyed, ...(await reading.where('bills', 'alike', [...new Set(looks)]))],
    payments: await reading.many(
      'payments',
      act.draws.map(d => d.id),
    ),
    lastNumber: await reading.lastBill(companyId),
  }
}
/** Tables that an import reads and writes. */
export const TAKING_IN = [
  'intakes',
  'companies',
  'accounts',
  'payees',
  'ledgers',
  'bills',
  'payments',
  'entries',
] as const

/** Rows of a file are taken in. */
export const importRows = act({
  lock: async ({ companyId }: TakingIn) => ofBills(companyId),
  reads: TAKING_IN,
  writes: ['intakes', 'payees', 'ledgers', 'bills', 'payments', 'entries'],
  gather: (reading, input) => importKnown(reading, input),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
