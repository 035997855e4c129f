import { z } from '#core/base/schema'
import { ownSettings } from '#core/office/rows'
import { layoutSchema, type Layout } from '#core/paper/layout'
import type { OwnSettings } from '#core/paper/own'

/** What was edited on the Light table and not yet saved. */
interface LayoutDraft {
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
