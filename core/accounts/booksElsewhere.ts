import { good, refuse } from '../base/result'
import type { LedgerAccount } from '../ledger/entry'
import { unplacedLedger } from '../ledger/startingChart'
import type { Decision } from '../trail/trail'
import type { Company } from './account'

/**
 * Says that a company keeps its books elsewhere, or here again. Elsewhere nobody is asked for ledger accounts:
 * what is not placed goes to one ledger account for it. Entries are kept all the same.
 */
export function setBooksElsewhere(
  company: Company,
  elsewhere: boolean,
): Decision<{ companies: Company[]; ledgers: LedgerAccount[] }> {
  const { payables } = company
  if (!payables)
    return refuse('payables-none', 'This company has no ledger account for bills', { field: 'books' })
  if (elsewhere === (payables.unplaced !== undefined))
    return refuse('nothing-changed', `The books are already kept ${elsewhere ? 'elsewhere' : 'here'}`, {
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
      act: 'Place of books changed',
      text: `The books of ${company.name[0]} are now kept ${elsewhere ? 'elsewhere' : 'here'}.`,
      about: { company: company.id },
    },
  })
}
