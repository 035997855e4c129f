import { dayText } from '../base/dates'
import { good } from '../base/result'
import { printable } from '../faces/texts'
import type { BankAccount } from '../accounts/account'
import { figures } from '../money/figures'
import type { Decision, Stamp } from '../trail/trail'
import type { BankLine } from './bankLine'
import { openLine, type MatchKnown } from './matchLines'

const MOST_NOTE = 200

/** Leaves a line open with a note, or records that a letter about it was made for the bank. A blank note goes. */
export function noteLine(
  known: Pick<MatchKnown, 'lines' | 'statements'> & { readonly account: BankAccount },
  act: { readonly lineId: BankLine['id']; readonly note: string; readonly isReported: boolean },
  stamp: Stamp,
): Decision<{ bankLines: BankLine[] }> {
  const line = openLine(known, act.lineId)
  if (!line.ok) return line
  const note = printable(act.note, 'note', MOST_NOTE)
  if (!note.ok) return note
  const { note: _, ...bare } = line.value
  const next: BankLine = {
    ...bare,
    ...(note.value && { note: note.value }),
    ...(act.isReported && { reported: { at: stamp.at, by: stamp.by } }),
  }
  const { sign } = known.account.currency
  const what = `the bank line of ${dayText(bare.date)}, ${figures(bare.amount, { sign })}`
  return good({
    changes: { bankLines: [next] },
    trail: {
      act: act.isReported ? 'Bank line reported' : 'Bank line noted',
      text: act.isReported
        ? `Made a letter to the bank about ${what}.`
        : `Left ${what} open: ${note.value || 'no note'}.`,
      about: { account: known.account.id, line: bare.id },
    },
  })
}
