import { dayText, type PlainDate } from '../base/dates'
import { good, refuse } from '../base/result'
import type { Decision } from '../trail/trail'
import type { Company } from './account'

/**
 * Closes a company's books through a day, or opens them again from one; the trail tells both. Refused for a
 * day that has not passed.
 */
export function closePeriod(
  known: { company: Company; today: PlainDate },
  act: { through: PlainDate | null },
): Decision<{ companies: Company[] }> {
  if (act.through && act.through >= known.today)
    return refuse('period-ahead', 'Only past days can be closed', {
      field: 'through',
      value: act.through,
      limit: known.today,
    })
  const { closedThrough: before, ...bare } = known.company
  const sent = known.company.journal?.through
  if (sent && (!act.through || act.through < sent))
    return refuse(
      'journal-sent',
      `The journal was exported through ${dayText(sent)}, so those days stay closed`,
      {
        field: 'through',
        limit: sent,
      },
    )
  const company: Company = act.through ? { ...bare, closedThrough: act.through } : bare
  const reopened = before && (!act.through || act.through < before)
  return good({
    changes: { companies: [company] },
    trail: {
      act: reopened ? 'Books reopened' : 'Books closed',
      text: `The books of ${company.name[0]} are ${act.through ? `closed through ${dayText(act.through)}` : 'open'}${before ? ` (before: closed through ${dayText(before)})` : ''}.`,
      about: { company: company.id },
    },
  })
}
