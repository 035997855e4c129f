import { db } from '../store/db'

/** What stands in a kept text; undefined where it is no JSON. */
export function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

/** What the names of all drafts begin with. */
export const DRAFT = 'draft of '
const nameOf = (key: string): string => DRAFT + key

/** Name under which the half-done count-off of a run is kept. */
export const countOffDraft = (runId: string): string => `count-off ${runId}`

/** A draft as an act was based on it: where another tab changed it since, the act is refused. */
export interface DraftSeen {
  readonly name: string
  /** As it is kept; undefined where none is. */
  readonly value: string | undefined
  /** Another tab changed it after it was last looked at here. */
  readonly stale?: boolean
}
/** The text of a draft as it is kept now. */
export const draftText = async (name: string): Promise<string | undefined> =>
  (await db.facts.get(nameOf(name)))?.value
export const draftSeen = (name: string, value: string | undefined, stale: boolean): DraftSeen => ({
  ...{ name: nameOf(name), value },
  ...(stale && { stale }),
})
/**
 * Changes a draft by what is kept of it now, whatever tab wrote that. Gives what is kept then; `next` gives
 * undefined where nothing is to be kept.
 */
export const changeDraft = (
  name: string,
  next: (kept: string | undefined) => string | undefined,
): Promise<string | undefined> =>
  db.transaction('rw', db.facts, async () => {
    const kept = await draftText(name)
    const text = next(kept)
    if (text === kept) return kept
    await (text === undefined
      ? db.facts.delete(nameOf(name))
      : db.facts.put({ name: nameOf(name), value: text }))
    return text
  })
const kindOf = (value: unknown): string =>
  value === null ? 'null' : Array.isArray(value) ? 'list' : typeof value
/** A choice that is blank in a new form is kept as a key. */
const isLike = (kept: unknown, now: unknown): boolean =>
  now === undefined || kindOf(kept) === kindOf(now) || (now === null && typeof kept === 'string')
/**
 * The gate of a form: of what was kept, the fields that the form has today, where they hold the same kind of
 * value; a part of a form is complete, also where a field was added to it since.
 */
export const likeForm =
  <T extends object>(form: T) =>
  (kept: unknown): Partial<T> | undefined => {
    if (kindOf(kept) !== 'object') return undefined
    const now = form as Readonly<Record<string, unknown>>
    const whole = (name: string, value: unknown): unknown => {
      const part = now[name]
      return part && kindOf(part) === 'object' ? { ...part, ...(value as object) } : value
    }
    const same = Object.entries(kept as object)
      .filter(([name, value]) => name in now && isLike(value, now[name]))
      .map(([name, value]) => [name, whole(name, value)])
    return same.length ? (Object.fromEntries(same) as Partial<T>) : undefined
  }
