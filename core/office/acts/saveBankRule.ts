import { saveBankRule as decide, type BankRule } from '../../bank/bankRule'
import { act } from '../defineAct'
import { one } from '../lookups'

/** What bank lines with a text become is remembered, or forgotten. */
export const saveBankRule = act({
  lock: async ({ rule }: { rule: BankRule; remove: boolean }) => `bank rules ${rule.companyId}`,
  reads: ['companies', 'bankRules', 'ledgers'],
  writes: ['bankRules'],
  gather: async (reading, { rule }) => ({
    company: await one(reading, 'companies', rule.companyId),
    rules: await reading.where('bankRules', 'company', [rule.companyId]),
    ledger: await reading.get('ledgers', rule.ledgerId),
  }),
  decide: (known, input) => decide(known, input),
})
