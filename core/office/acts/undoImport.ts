import type { Id } from '../../base/id'
import { entryIdOf } from '../../bills/bill'
import type { ImportedFile } from '../../imports/importRows'
import { undoImport as decide } from '../../imports/undoImport'
import { act } from '../defineAct'
import { one } from '../lookups'
import { ofBills } from '../lookupBills'
import type { Reading } from '../reading'

/** Every ledger account that anything besides the payees and ledger accounts of an intake names. */
async function usedLedgers(reading: Reading, intake: ImportedFile): Promise<Set<Id<'ledger'>>> {
  if (!intake.ledgers.length) return new Set()
  const { companyId } = intake
  const payees = await reading.where('payees', 'company', [companyId])
  const own = new Set(intake.payees)
  const { payables } = await one(reading, 'companies', companyId)
  return new Set([
    ...payees.filter(p => !own.has(p.id)).flatMap(p => p.split.map(s => s.ledgerId)),
    ...(await reading.all('bills')).flatMap(b => b.lines.map(l => l.ledgerId)),
    ...(await reading.all('payments')).flatMap(p => p.split.map(s => s.ledgerId)),
    ...(await reading.all('accounts')).map(a => a.cashLedgerId),
    ...(await reading.many('totals', intake.ledgers)).map(t => t.id),
    ...(payables ? [payables.ledgerId, payables.discountId] : []),
    ...(payables?.unplaced ? [payables.unplaced] : []),
  ])
}
const byKey = <T extends { readonly id: string }>(rows: readonly T[]): T[] => [
  ...new Map(rows.map(row => [row.id, row])).values(),
]

/** What came with a file is taken back as a whole. */
export const undoImport = act({
  lock: async ({ intakeId }: { intakeId: Id<'intake'> }, reading) =>
    ofBills((await one(reading, 'intakes', intakeId)).companyId),
  reads: ['intakes', 'companies', 'accounts', 'payees', 'ledgers', 'bills', 'payments', 'entries', 'totals'],
  writes: ['intakes', 'bills', 'payments', 'payees', 'ledgers', 'entries'],
  gather: async (reading, { intakeId }) => {
    const intake = await one(reading, 'intakes', intakeId)
    const here = await reading.where('payees', 'company', [intake.companyId])
    const own = await reading.many('bills', intake.bills)
    const entries = await reading.many(
      'entries',
      own.flatMap(b => entryIdOf(b) ?? []),
    )
    const theirs = await reading.where('bills', 'payee', intake.payees)
    const paid = await reading.where('payments', 'payee', intake.payees)
    return {
      intake,
      company: await one(reading, 'companies', intake.companyId),
      payees: await reading.many('payees', intake.payees),
      ledgers: await reading.many('ledgers', intake.ledgers),
      bills: byKey([...own, ...theirs]),
      payments: byKey([...(await reading.many('payments', intake.payments)), ...paid]),
      entries: new Map(entries.flatMap(e => (e.billId ? [[e.billId, e] as const] : []))),
      mergedInto: new Set(here.flatMap(p => p.became ?? [])),
      used: await usedLedgers(reading, intake),
    }
  },
  decide: (known, _, stamp) => decide(known, stamp),
})
