import { dayText, addDays, type PlainDate } from '../base/dates'
import { good, refuse } from '../base/result'
import type { Decision } from '../trail/trail'
import type { Company, SentJournal } from './account'

/** The days of the journal that is sent next. */
export const nextJournal = ({ journal }: Company, through: PlainDate): SentJournal =>
  journal ? { from: addDays(journal.through, 1), through } : { through }

/**
 * Sends a company's journal to who keeps its books, from where the last one ended: each day goes out once.
 * Refused for days that are not closed, since more could still come into them, and for those that were sent.
 */
export function exportJournal(
  company: Company,
  act: { through: PlainDate },
): Decision<{ companies: Company[] }> {
  const { through } = act
  const { closedThrough, journal } = company
  const at = { field: 'through', value: through }
  if (!closedThrough || through > closedThrough)
    return refuse(
      'journal-open',
      `The books are not closed through ${dayText(through)} yet. Close them first`,
      at,
    )
  if (journal && through <= journal.through)
    return refuse('journal-sent', `The journal was already exported through ${dayText(journal.through)}`, at)
  const next = nextJournal(company, through)
  return good({
    changes: { companies: [{ ...company, journal: next }] },
    trail: {
      act: 'Journal exported',
      text: `Exported the journal of ${company.name[0]} from ${next.from ? dayText(next.from) : 'the beginning'} through ${dayText(through)}.`,
      about: { company: company.id },
    },
  })
}
