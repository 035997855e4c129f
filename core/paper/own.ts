import { editBetween, type LayoutSettings } from './edit'
import type { Field, Layout } from './layout'

/** What one company has of its own over the common layout: settings, properties of fields by their key, and fields added. */
export interface OwnSettings {
  readonly settings: Partial<LayoutSettings>
  readonly fields: Readonly<Record<string, Readonly<Record<string, unknown>>>>
  readonly added: readonly Field[]
}

export const noOwn: OwnSettings = { settings: {}, fields: {}, added: [] }
export const hasOwn = (own: OwnSettings): boolean => Object.keys(own.settings).length + Object.keys(own.fields).length + own.added.length > 0

/** The layout as the company sees it: common, with its own settings over it. What is own about a field that is gone is passed over. */
export function applyOwn(common: Layout, own: OwnSettings): Layout {
  if (!hasOwn(own)) return common
  const fields = common.fields.map((f): Field => (own.fields[f.id] ? { ...f, ...own.fields[f.id] } as Field : f))
  return { ...common, ...own.settings, fields: [...fields, ...own.added.filter(a => !fields.some(f => f.id === a.id))] }
}

/** What of an edited layout is the company's own: the least that makes it of the common one. A field taken away is switched off. */
export function ownOf(common: Layout, edited: Layout): OwnSettings {
  const edit = editBetween(common, edited)
  if (!edit) return noOwn
  const fields: Record<string, Record<string, unknown>> = {}
  const added: Field[] = []
  for (const [id, after] of Object.entries(edit.after.fields)) {
    const before = edit.before.fields[id]
    if (!before) { if (after) added.push(after); continue }
    if (!after) { fields[id] = { on: false }; continue }
    const props = Object.entries(after).filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(before[key as keyof Field]))
    if (props.length) fields[id] = Object.fromEntries(props)
  }
  return { settings: edit.after.settings, fields, added }
}

/** The own settings without one property of a field, without all of a field, or without one setting of the layout. */
export function backToCommon(own: OwnSettings, what: { readonly field: string, readonly property?: string } | { readonly setting: keyof LayoutSettings }): OwnSettings {
  if ('setting' in what) return { ...own, settings: Object.fromEntries(Object.entries(own.settings).filter(([k]) => k !== what.setting)) }
  const { [what.field]: mine, ...others } = own.fields
  const left = mine && what.property ? Object.fromEntries(Object.entries(mine).filter(([k]) => k !== what.property)) : {}
  return { ...own, fields: Object.keys(left).length ? { ...others, [what.field]: left } : others, added: what.property ? own.added : own.added.filter(f => f.id !== what.field) }
}

