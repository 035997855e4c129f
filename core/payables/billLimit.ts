import { good, refuse } from '../base/result'
import type { Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Decision } from '../trail/trail'
import type { Company } from './account'

/** Sets the amount above which a bill waits for a second person; null: none does. */
export function keepBillLimit(
  company: Company,
  secondAbove: Cents | null,
): Decision<{ companies: Company[] }> {
  const { payables } = company
  if (!payables)
    return refuse('payables-none', 'the company has no ledger account for bills', { field: 'limit' })
  if (secondAbove !== null && (!Number.isSafeInteger(secondAbove) || secondAbove < 0))
    return refuse('limit-below', 'the limit is an amount of nothing or more', { field: 'limit' })
  if (secondAbove === payables.secondAbove)
    return refuse('nothing-changed', 'the limit is as it was', { field: 'limit' })
  return good({
    changes: { companies: [{ ...company, payables: { ...payables, secondAbove } }] },
    trail: {
      act: 'set a limit for bills',
      text:
        secondAbove === null
          ? `${company.name[0]}: no second person is wanted`
          : `${company.name[0]}: a second person says yes above ${figures(secondAbove)}`,
      about: { company: company.id },
    },
  })
}
