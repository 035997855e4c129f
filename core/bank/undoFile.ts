import { howMany } from '../base/howMany'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { Decision, Stamp } from '../trail/trail'
import type { Statement } from './statement'
import { undone, type Undone, type UndoKnown } from './undoMatch'

/**
 * Takes back the import of a file, e.g. one of another account: its lines go, and what they were matched with is
 * outstanding again. Refused once lines of it are on a closed statement.
 */
export function undoFile(
  known: UndoKnown & { readonly statement: Statement | undefined },
  act: { readonly fileId: Id<'bankFile'> },
  stamp: Stamp,
): Decision<Undone & { statements: Statement[] }> {
  const { statement } = known
  const lines = [...known.lines.values()]
  const file = statement?.files.find(f => f.id === act.fileId)
  if (!statement || statement.closing || !file)
    return refuse('file-gone', 'This file is on no open statement', { field: 'file' })
  if (lines.some(l => l.statementId !== statement.id))
    return refuse('file-closed', 'Some lines of this file are on a closed statement', { field: 'file' })
  const all: Undone = { numbers: [], payments: [], movements: [], entries: [] }
  for (const { match } of lines) {
    const back = match ? undone(known, match, stamp) : undefined
    if (back && !back.ok) return back
    for (const key of ['numbers', 'payments', 'movements', 'entries'] as const)
      (all[key] as unknown[]).push(...(back?.value[key] ?? []))
  }
  const { stated: _, ...bare } = statement
  return good({
    changes: { ...all, statements: [{ ...bare, files: statement.files.filter(f => f !== file) }] },
    removes: { bankLines: lines.map(l => l.id) },
    trail: {
      act: 'Statement import undone',
      text: `Undid the import of ${file.name} into ${known.account.name}: ${howMany(lines.length, 'bank line')} removed.`,
      about: { account: known.account.id, statement: statement.id },
    },
  })
}
