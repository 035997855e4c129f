import type { Field, Layout } from './layout'

/** What of a layout is not a field. */
export type LayoutSettings = Omit<Layout, 'fields'>

/**
 * One side of an edit: only what differs on the two sides. A field that is `null` is not there on this side.
 */
interface Side {
  readonly settings: Partial<LayoutSettings>
  readonly fields: Readonly<Record<string, Field | null>>
  readonly order: readonly string[] | null
}

/** A change of a layout as a value: it can be applied, and taken back. */
export interface LayoutEdit {
  readonly before: Side
  readonly after: Side
}

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)
const settingsOf = ({ fields: _, ...settings }: Layout): LayoutSettings => settings

/** The edit that leads from one layout to another; undefined where nothing differs. */
export function editBetween(a: Layout, b: Layout): LayoutEdit | undefined {
  const [sa, sb] = [settingsOf(a), settingsOf(b)]
  const keys = (Object.keys({ ...sa, ...sb }) as (keyof LayoutSettings)[]).filter(k => !same(sa[k], sb[k]))
  const pick = (s: LayoutSettings): Partial<LayoutSettings> => Object.fromEntries(keys.map(k => [k, s[k]]))
  const [fa, fb] = [new Map(a.fields.map(f => [f.id, f])), new Map(b.fields.map(f => [f.id, f]))]
  const ids = [...new Set([...fa.keys(), ...fb.keys()])].filter(id => !same(fa.get(id), fb.get(id)))
  const side = (map: Map<string, Field>): Record<string, Field | null> =>
    Object.fromEntries(ids.map(id => [id, map.get(id) ?? null]))
  const [oa, ob] = [[...fa.keys()], [...fb.keys()]]
  const reordered = !same(oa, ob)
  if (!keys.length && !ids.length && !reordered) return undefined
  return {
    before: { settings: pick(sa), fields: side(fa), order: reordered ? oa : null },
    after: { settings: pick(sb), fields: side(fb), order: reordered ? ob : null },
  }
}

function take(layout: Layout, side: Side): Layout {
  const now = new Map(layout.fields.map(f => [f.id, f]))
  for (const [id, field] of Object.entries(side.fields)) {
    if (field) now.set(id, field)
    else now.delete(id)
  }
  const fields = side.order ? side.order.flatMap(id => now.get(id) ?? []) : [...now.values()]
  return { ...layout, ...side.settings, fields }
}

/** The layout after an edit. */
export const applyEdit = (layout: Layout, edit: LayoutEdit): Layout => take(layout, edit.after)
/** The layout before an edit. */
export const undoEdit = (layout: Layout, edit: LayoutEdit): Layout => take(layout, edit.before)
