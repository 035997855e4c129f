import { layoutSchema, type Layout } from '#core/paper/layout'
import type { OwnSettings } from '#core/paper/own'
import { z } from '#core/base/schema'
import { ownSettings } from '#core/office/rows'
import { db } from './db'

/** What was edited on the Light table and not yet saved: kept so that a closed tab loses nothing. */
export interface LayoutDraft {
  readonly from: number
  readonly common: Layout
  readonly owns: Readonly<Record<string, OwnSettings>>
}

const layoutDraft = z.strictObject({
  from: z.number().int().min(0),
  common: layoutSchema,
  owns: z.record(z.string(), ownSettings),
}) satisfies z.ZodType<LayoutDraft>
/** What stands in a kept text; undefined where it is no JSON. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

/** What the names of all drafts begin with. */
export const DRAFT = 'draft of '
const nameOf = (key: string): string => DRAFT + key
export const keepDraft = (key: string, draft: LayoutDraft): Promise<unknown> =>
  db.facts.put({ name: nameOf(key), value: JSON.stringify(draft) })
export const dropDraft = (key: string): Promise<void> => db.facts.delete(nameOf(key))
/** The kept draft of a layout; none where there is none, or where it no longer passes the layout's gate. */
export async function readDraft(key: string): Promise<LayoutDraft | undefined> {
  const kept = await db.facts.get(nameOf(key))
  if (!kept) return undefined
  const draft = layoutDraft.safeParse(parsed(kept.value))
  return draft.success ? draft.data : undefined
}

/** Name under which the half-done count-off of a run is kept. */
export const countOffDraft = (runId: string): string => `count-off ${runId}`

/** A form half filled in, kept by name until it is saved. */
export const keepFormDraft = (name: string, form: unknown): Promise<unknown> =>
  db.facts.put({ name: nameOf(name), value: JSON.stringify(form) })
export const dropFormDraft = (name: string): Promise<void> => db.facts.delete(nameOf(name))
/** A kept form as its gate lets it through: all of it, a part, or nothing. */
export async function readFormDraft<T>(
  name: string,
  gate: (kept: unknown) => T | undefined,
): Promise<T | undefined> {
  const kept = await db.facts.get(nameOf(name))
  return kept && gate(parsed(kept.value))
}

const kindOf = (value: unknown): string =>
  value === null ? 'null' : Array.isArray(value) ? 'list' : typeof value
/** A choice that is blank in a new form is kept as a key. */
const isLike = (kept: unknown, now: unknown): boolean =>
  now === undefined || kindOf(kept) === kindOf(now) || (now === null && typeof kept === 'string')
/**
 * The gate of a form: of what was kept, the fields that the form has today, where they hold the same kind of
 * value.
 */
export const likeForm =
  <T extends object>(form: T) =>
  (kept: unknown): Partial<T> | undefined => {
    if (kindOf(kept) !== 'object') return undefined
    const now = form as Readonly<Record<string, unknown>>
    const same = Object.entries(kept as object).filter(
      ([name, value]) => name in now && isLike(value, now[name]),
    )
    return same.length ? (Object.fromEntries(same) as Partial<T>) : undefined
  }
