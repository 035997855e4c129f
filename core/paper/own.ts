import { editBetween, type LayoutSettings } from './edit'
import type { Field, Layout } from './layout'

/**
 * What one company has of its own over the common layout: settings, properties of fields by their key, and
 * fields added. Of a property that has parts (letters, caption, nudge) only the parts that differ are kept,
 * so that later changes of the others come through.
 */
export interface OwnSettings {
  readonly settings: Partial<LayoutSettings>
  readonly fields: Readonly<Record<string, Readonly<Record<string, unknown>>>>
  readonly added: readonly Field[]
}

/** A company that has nothing of its own in a layout. */
export const noOwn: OwnSettings = { settings: {}, fields: {}, added: [] }
/** Whether a company has anything of its own in a layout. */
export const hasOwn = (own: OwnSettings): boolean =>
  Object.keys(own.settings).length + Object.keys(own.fields).length + own.added.length > 0

type Parts = Readonly<Record<string, unknown>>
const hasParts = (value: unknown): value is Parts =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** A field with a company's own properties over it, part by part. */
const laidOver = (field: Field, mine: Parts): Field => {
  const common = field as unknown as Parts
  return {
    ...field,
    ...Object.fromEntries(
      Object.entries(mine).map(([key, value]) => [
        key,
        hasParts(value) && hasParts(common[key]) ? { ...common[key], ...value } : value,
      ]),
    ),
  } as Field
}
/**
 * What of a property differs from the common one: the whole of it, or those of its parts that do. A part that
 * is gone makes the whole its own.
 */
function ownPart(before: unknown, after: unknown): unknown {
  if (!hasParts(before) || !hasParts(after) || Object.keys(before).some(k => !(k in after))) return after
  return Object.fromEntries(Object.entries(after).filter(([k, v]) => !same(v, before[k])))
}

/**
 * The layout as the company sees it: common, with its own settings over it. What is own about a field that is
 * gone is passed over.
 */
export function applyOwn(common: Layout, own: OwnSettings): Layout {
  if (!hasOwn(own)) return common
  const fields = common.fields.map((f): Field => {
    const mine = own.fields[f.id]
    return mine ? laidOver(f, mine) : f
  })
  return {
    ...common,
    ...own.settings,
    fields: [...fields, ...own.added.filter(a => !fields.some(f => f.id === a.id))],
  }
}

/**
 * What of an edited layout is the company's own: the least that makes it of the common one. A field taken
 * away is switched off.
 */
export function ownOf(common: Layout, edited: Layout): OwnSettings {
  const edit = editBetween(common, edited)
  if (!edit) return noOwn
  const fields: Record<string, Record<string, unknown>> = {}
  const added: Field[] = []
  for (const [id, after] of Object.entries(edit.after.fields)) {
    const before = edit.before.fields[id]
    if (!before) {
      if (after) added.push(after)
      continue
    }
    if (!after) {
      fields[id] = { on: false }
      continue
    }
    const props = Object.entries(after).filter(([key, value]) => !same(value, before[key as keyof Field]))
    if (props.length)
      fields[id] = Object.fromEntries(
        props.map(([key, value]) => [key, ownPart(before[key as keyof Field], value)]),
      )
  }
  return { settings: edit.after.settings, fields, added }
}

/**
 * The own settings without one property of a field, without all of a field, or without one setting of the
 * layout.
 */
export function backToCommon(
  own: OwnSettings,
  what: { readonly field: string; readonly property?: string } | { readonly setting: keyof LayoutSettings },
): OwnSettings {
  if ('setting' in what)
    return {
      ...own,
      settings: Object.fromEntries(Object.entries(own.settings).filter(([k]) => k !== what.setting)),
    }
  const { [what.field]: mine, ...others } = own.fields
  const left =
    mine && what.property ? Object.fromEntries(Object.entries(mine).filter(([k]) => k !== what.property)) : {}
  return {
    ...own,
    fields: Object.keys(left).length ? { ...others, [what.field]: left } : others,
    added: what.property ? own.added : own.added.filter(f => f.id !== what.field),
  }
}
