import type { Note } from './note'

/** Notes that say the same of many checks: said once, with the checks it is about. */
export interface Alike {
  readonly note: Note
  readonly checks: readonly number[]
}
/** Notes by what they say: errors first, each once, in the order in which they came. */
export function alike(notes: readonly Note[]): Alike[] {
  const groups = new Map<string, { note: Note; checks: number[] }>()
  for (const note of notes) {
    const key = JSON.stringify([
      note.severity,
      note.code,
      note.field,
      note.check === undefined ? note.text : '',
    ])
    const group = groups.get(key) ?? { note, checks: [] }
    groups.set(key, group)
    if (note.check !== undefined) group.checks.push(note.check)
  }
  const all = [...groups.values()]
  return [...all.filter(g => g.note.severity === 'error'), ...all.filter(g => g.note.severity !== 'error')]
}
