import type { Layout } from '#core/paper/layout'
import { layoutSchema } from '#core/paper/layout'
import type { OwnSettings } from '#core/paper/own'
import { db } from './db'

/** What was edited on the Light table and not yet saved: kept so that a closed tab loses nothing. */
export interface LayoutDraft {
  readonly from: number
  readonly common: Layout
  readonly owns: Readonly<Record<string, OwnSettings>>
}

const nameOf = (key: string): string => `draft of ${key}`
export const keepDraft = (key: string, draft: LayoutDraft): Promise<unknown> =>
  db.facts.put({ name: nameOf(key), value: JSON.stringify(draft) })
export const dropDraft = (key: string): Promise<void> => db.facts.delete(nameOf(key))
/** The kept draft of a layout; none where there is none, or where it no longer passes the layout's gate. */
export async function readDraft(key: string): Promise<LayoutDraft | undefined> {
  const kept = await db.facts.get(nameOf(key))
  if (!kept) return undefined
  const draft = JSON.parse(kept.value) as LayoutDraft
  const checked = layoutSchema.safeParse(draft.common)
  return checked.success ? { ...draft, common: checked.data } : undefined
}

/** Name under which the half-done count-off of a run is kept. */
export const countOffDraft = (runId: string): string => `count-off ${runId}`

/** A form half filled in, kept by name until it is saved. */
export const keepFormDraft = (name: string, form: unknown): Promise<unknown> =>
  db.facts.put({ name: `draft of ${name}`, value: JSON.stringify(form) })
export const dropFormDraft = (name: string): Promise<void> => db.facts.delete(`draft of ${name}`)
export async function readFormDraft<T>(name: string): Promise<Partial<T> | undefined> {
  const kept = await db.facts.get(`draft of ${name}`)
  return kept && (JSON.parse(kept.value) as Partial<T>)
}
