import { z } from '#core/base/schema'
import { ownSettings } from '#core/office/rows'
import { layoutSchema, type Field, type Layout } from '#core/paper/layout'
import type { OwnSettings } from '#core/paper/own'
import { merged } from '../drafts/merge'

/** What was edited on the Light table and not yet saved. */
export interface LayoutDraft {
  /** The version that the edits are made over. */
  readonly from: number
  readonly common: Layout
  readonly owns: Readonly<Record<string, OwnSettings>>
}

const layoutDraft = z.strictObject({
  from: z.number().int().min(0),
  common: layoutSchema,
  owns: z.record(z.string(), ownSettings),
}) satisfies z.ZodType<LayoutDraft>

/** The gate of a kept draft: nothing of one that is no layout by today's rules. */
export const layoutDraftOf = (kept: unknown): LayoutDraft | undefined => layoutDraft.safeParse(kept).data

/** A draft whose fields are known by their ids, so that two tabs can each change another one. */
interface ById extends Omit<LayoutDraft, 'common'> {
  readonly common: Omit<Layout, 'fields'>
  readonly fields: Readonly<Record<string, Field>>
  readonly order: readonly string[]
}
function byId({ from, common: { fields, ...common }, owns }: LayoutDraft): ById {
  const named = Object.fromEntries(fields.map(f => [f.id, f]))
  return { from, common, owns, fields: named, order: fields.map(f => f.id) }
}
function inOrder({ from, common, owns, fields, order }: ById): LayoutDraft {
  const ids = [...new Set([...order, ...Object.keys(fields)])]
  return { from, common: { ...common, fields: ids.flatMap(id => fields[id] ?? []) }, owns }
}
/** What comes of two tabs' changes of one layout, field by field; what both changed is as it is in `mine`. */
export const mergedLayouts = (base: LayoutDraft, mine: LayoutDraft, theirs: LayoutDraft): LayoutDraft =>
  inOrder(merged(byId(base), byId(mine), byId(theirs)))
