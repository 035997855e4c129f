import { good, refuse } from '../base/result'
import type { Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Decision } from '../trail/trail'
import type { Company } from './account'

/** Sets the amount above which a bill waits for a second person; null: none does. */
export function saveApprovalLimit(
  company: Company,
  secondAbove: Cents | null,
): Decision<{ companies: Company[] }> {
  const { payables } = company
  if (!payables)
    return refuse('payables-none', 'This company has no ledger account for bills', { field: 'limit' })
  if (secondAbove !== null && (!Number.isSafeInteger(secondAbove) || secondAbove < 0))
    return refuse('limit-below', 'The limit cannot be negative', { field: 'limit' })
  if (secondAbove === payables.secondAbove)
    return refuse('nothing-changed', 'Nothing was changed', { field: 'limit' })
  return good({
    changes: { companies: [{ ...company, payables: { ...payables, secondAbove } }] },
    trail: {
      act: 'Approval limit changed',
      text:
        secondAbove === null
          ? `Bills of ${company.name[0]} no longer need approval.`
          : `Bills of ${company.name[0]} above ${figures(secondAbove)} need approval.`,
      about: { company: company.id },
    },
  })
}
