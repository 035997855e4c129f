import { good, refuse } from '../base/result'
import type { LedgerAccount } from '../ledger/entry'
import { unplacedLedger } from '../ledger/startingChart'
import type { Decision } from '../trail/trail'
import type { Company } from './account'

/**
 * Says that a company keeps its books elsewhere, or here again. Elsewhere nobody is asked for ledger accounts:
 * what is not placed goes to one ledger account for it. Entries are kept all the same.
 */
export function keepBooksElsewhere(
  company: Company,
  elsewhere: boolean,
): Decision<{ companies: Company[]; ledgers: LedgerAccount[] }> {
  const { payables } = company
  if (!payables)
    return refuse('payables-none', 'the company has no ledger account for bills', { field: 'books' })
  if (elsewhere === (payables.unplaced !== undefined))
    return refuse('nothing-changed', `its books are kept ${elsewhere ? 'elsewhere' : 'here'} already`, {
      field: 'books',
    })
  const ledger = unplacedLedger(company.id)
  const { unplaced: _, ...here } = payables
  return good({
    changes: {
      companies: [{ ...company, payables: elsewhere ? { ...payables, unplaced: ledger.id } : here }],
      ledgers: elsewhere ? [ledger] : [],
    },
    trail: {
      act: 'say where books are kept',
      text: `${company.name[0]}: ${elsewhere ? 'elsewhere' : 'here'}`,
      about: { company: company.id },
    },
  })
}
