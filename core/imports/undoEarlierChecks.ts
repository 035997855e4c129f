import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { NumberRow } from '../numbers/book'
import { reversed, type Entry } from '../ledger/entry'
import { mustBeOpen } from '../ledger/period'
import type { Payment } from '../payments/payment'
import type { ImportedFile } from './importRows'
import type { Decision, Stamp } from '../trail/trail'
import { earlierChecksText } from './importEarlierChecks'

/** What an import of earlier checks left, as it is now. */
export interface BeforeBackKnown {
  readonly intake: ImportedFile
  readonly numbers: readonly NumberRow[]
  readonly payments: readonly Payment[]
  /** The entries that came with it. */
  readonly entries: readonly Entry[]
  readonly closedThrough?: PlainDate | undefined
}

/**
 * Takes back what was before and came with a file, as a whole: its numbers are unused again, since nobody here
 * put them on paper, its payments are gone from the books. The one way in which an issued number becomes
 * unused. Refused where anything was done since with one of the numbers, or a period was closed.
 */
export function undoEarlierChecks(
  known: BeforeBackKnown,
  stamp: Stamp,
): Decision<{ intakes: ImportedFile[]; numbers: NumberRow[]; payments: Payment[]; entries: Entry[] }> {
  const { intake } = known
  if (!intake.numbers) return refuse('intake-numbers', 'This import has no check numbers', { field: 'file' })
  if (intake.takenBack) return refuse('intake-back', 'This import was already undone', { field: 'file' })
  const since = known.numbers.find(row =>
    row.life.some(line => line.at !== intake.at || line.by !== intake.by),
  )
  if (since)
    return refuse(
      'intake-used',
      `Check ${since.number} is now ${since.fate}, so the import cannot be undone`,
      { field: 'file', value: since.number },
    )
  const entries: Entry[] = []
  for (const of of known.entries) {
    const open = mustBeOpen(of.date, known.closedThrough, 'file')
    if (!open.ok) return open
    const id = `${of.id}/back` as Id<'entry'>
    entries.push(reversed(of, { id, date: of.date, text: `Reversed: ${of.text}` }))
  }
  const why = `Import of ${intake.file} undone`
  const line = { at: stamp.at, by: stamp.by, fate: 'unused' as const, why }
  return good({
    changes: {
      intakes: [{ ...intake, takenBack: stamp.at }],
      numbers: known.numbers.map(row => ({
        ...row,
        fate: 'unused',
        why: '',
        at: stamp.at,
        check: null,
        life: [...row.life, line],
      })),
      payments: known.payments.map(payment => ({ ...payment, state: 'cancelled' })),
      entries,
    },
    trail: {
      act: 'Import undone',
      text: `Undid the import of ${intake.file}: ${earlierChecksText(known)}.`,
      about: { intake: intake.id, company: intake.companyId },
    },
  })
}
