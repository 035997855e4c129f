import { dayOfMoment, dayText, type PlainDate } from '../base/dates'
import { good, refuse } from '../base/result'
import { printable } from '../faces/texts'
import { withEvent, type NumberRow } from '../numbers/book'
import type { Decision, Stamp } from '../trail/trail'

const MOST_REFERENCE = 60

/** Records that the bank confirmed a stop: on which day, under what reference. Until then it is only requested. */
export function confirmStop(
  { row }: { readonly row: NumberRow },
  act: { readonly on: PlainDate; readonly reference: string },
  stamp: Stamp,
): Decision<{ numbers: NumberRow[] }> {
  if (row.fate !== 'stopped')
    return refuse('check-not-stopped', `Check ${row.number} is ${row.fate}, so there is no stop to confirm`, {
      field: 'number',
    })
  if (row.stop)
    return refuse('stop-confirmed', `The bank confirmed this stop on ${dayText(row.stop.on)}`, {
      field: 'on',
    })
  const today = dayOfMoment(stamp.at)
  const [from] = [dayOfMoment(row.at)]
  if (act.on < from || act.on > today)
    return refuse('date-outside', `Choose a day from ${dayText(from)} to ${dayText(today)}`, {
      field: 'on',
      value: act.on,
    })
  const reference = printable(act.reference, 'reference', MOST_REFERENCE)
  if (!reference.ok) return reference
  if (!reference.value)
    return refuse('reference-blank', 'Enter the reference that the bank gave you', { field: 'reference' })
  const stop = { on: act.on, reference: reference.value }
  const what = `stop confirmed by the bank on ${dayText(act.on)}, reference ${reference.value}`
  return good({
    changes: { numbers: [{ ...withEvent(row, { kind: 'stop confirmed' }, what, stamp), stop }] },
    trail: {
      act: 'Stop confirmed',
      text: `The bank confirmed on ${dayText(act.on)} that check ${row.number} is stopped (reference ${reference.value}).`,
      about: { account: row.accountId, book: row.bookId, number: row.id },
    },
  })
}
