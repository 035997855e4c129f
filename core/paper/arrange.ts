import type { Box, Mm } from './length'
import { fieldSchema, isBoxed, type BoxedField, type Field, type Layout } from './layout'
import type { Picture } from './picture'
import { panelOf, type Stock } from './stock'

/**
 * Rounds a place to a hundredth of a millimetre, the grain of a layout, and keeps it within what a layout may
 * hold.
 */
const grain = (mm: Mm): Mm => Math.max(-50, Math.min(1000, Math.round(mm * 100) / 100))

/**
 * The layout with some of its fields changed; the same object where none was. Locked fields stay unless
 * `evenLocked`.
 */
export function withFields(
  layout: Layout,
  ids: ReadonlySet<string>,
  change: (field: Field) => Field,
  evenLocked = false,
): Layout {
  let any = false
  const fields = layout.fields.map(f => {
    if (!ids.has(f.id) || (!evenLocked && isBoxed(f) && f.locked)) return f
    const next = change(f)
    if (next !== f) any = true
    return next
  })
  return any ? { ...layout, fields } : layout
}

/** Moves fields by so much. The MICR line is not moved: its place is the standard's. */
export const moveFields = (layout: Layout, ids: ReadonlySet<string>, dx: Mm, dy: Mm): Layout =>
  dx === 0 && dy === 0
    ? layout
    : withFields(layout, ids, f => (isBoxed(f) ? { ...f, x: grain(f.x + dx), y: grain(f.y + dy) } : f))

/** The handles of a box: compass points. */
export const handles = ['nw', 'n', 'ne', 'e', 'se', 's', 'sw', 'w'] as const
export type Handle = (typeof handles)[number]
const LEAST: Mm = 1

/**
 * A box with one handle moved; it never gets narrower or lower than 1 mm, lines excepted, which may be flat.
 */
export function resizeBox(box: Box, handle: Handle, dx: Mm, dy: Mm, least: Mm = LEAST): Box {
  let { x, y, w, h } = box
  if (handle.includes('e')) w = Math.max(least, w + dx)
  if (handle.includes('s')) h = Math.max(least, h + dy)
  if (handle.includes('w')) {
    const by = Math.min(dx, w - least)
    x += by
    w -= by
  }
  if (handle.includes('n')) {
    const by = Math.min(dy, h - least)
    y += by
    h -= by
  }
  return { x: grain(x), y: grain(y), w: grain(w), h: grain(h) }
}
/** The layout with one field made larger or smaller by dragging a handle so far, in millimetres. */
export const resizeField = (layout: Layout, id: string, handle: Handle, dx: Mm, dy: Mm): Layout =>
  withFields(layout, new Set([id]), f =>
    isBoxed(f) ? { ...f, ...resizeBox(f, handle, dx, dy, f.kind === 'line' ? 0 : LEAST) } : f,
  )

/** Edges and middles by which fields can be aligned. */
export const alignments = ['left', 'center', 'right', 'top', 'middle', 'foot'] as const
export type Alignment = (typeof alignments)[number]

const boxedOf = (layout: Layout, ids: ReadonlySet<string>): BoxedField[] =>
  layout.fields.filter((f): f is BoxedField => ids.has(f.id) && isBoxed(f))

/**
 * Aligns fields with the one chosen first (`anchor`), which stays. Fields on other panels align within their
 * own.
 */
export function alignFields(
  layout: Layout,
  ids: ReadonlySet<string>,
  anchor: string,
  how: Alignment,
): Layout {
  const to = boxedOf(layout, ids).find(f => f.id === anchor)
  if (!to) return layout
  return withFields(layout, new Set([...ids].filter(id => id !== anchor)), f => {
    if (!isBoxed(f)) return f
    switch (how) {
      case 'left':
        return { ...f, x: to.x }
      case 'center':
        return { ...f, x: grain(to.x + (to.w - f.w) / 2) }
      case 'right':
        return { ...f, x: grain(to.x + to.w - f.w) }
      case 'top':
        return { ...f, y: to.y }
      case 'middle':
        return { ...f, y: grain(to.y + (to.h - f.h) / 2) }
      case 'foot':
        return { ...f, y: grain(to.y + to.h - f.h) }
    }
  })
}

/** Spreads three or more fields so that the gaps between them are equal; the two outermost stay. */
export function distributeFields(layout: Layout, ids: ReadonlySet<string>, way: 'across' | 'down'): Layout {
  const [at, long] = way === 'across' ? (['x', 'w'] as const) : (['y', 'h'] as const)
  const list = boxedOf(layout, ids).sort((a, b) => a[at] - b[at])
  const [first, last] = [list[0], list.at(-1)]
  if (!first || !last || list.length < 3) return layout
  const gap = (last[at] + last[long] - first[at] - list.reduce((n, f) => n + f[long], 0)) / (list.length - 1)
  const places = new Map<string, Mm>()
  let next = first[at]
  for (const f of list) {
    places.set(f.id, grain(next))
    next += f[long] + gap
  }
  return withFields(
    layout,
    new Set(list.slice(1, -1).map(f => f.id)),
    f => ({ ...f, [at]: places.get(f.id) }) as Field,
  )
}

/** Puts fields over or under all others. */
export function orderFields(layout: Layout, ids: ReadonlySet<string>, where: 'front' | 'back'): Layout {
  const chosen = layout.fields.filter(f => ids.has(f.id))
  const rest = layout.fields.filter(f => !ids.has(f.id))
  const fields = where === 'front' ? [...rest, ...chosen] : [...chosen, ...rest]
  return fields.every((f, i) => f === layout.fields[i]) ? layout : { ...layout, fields }
}

/** A key for one more field, taken from a wish: `memo`, `memo-2`, `memo-3` … */
export function freeId(layout: Layout, wish: string): string {
  const base = wish.replace(/-\d+$/, '').slice(0, 50) || 'field'
  if (!layout.fields.some(f => f.id === base)) return base
  for (let n = 2; ; n++) if (!layout.fields.some(f => f.id === `${base}-${n}`)) return `${base}-${n}`
}

/** Width at which a picture first lies on the check, and its corner, in mm. */
const PICTURE = { x: 20, y: 20, w: 40 }

/** Adds a picture to the check, in its own shape. Gives the layout and the key of the new field. */
export function withPicture(layout: Layout, picture: Picture): { layout: Layout; id: string } {
  const h = Math.round(((PICTURE.w * picture.h) / picture.w) * 10) / 10
  const id = freeId(layout, 'image')
  const field = fieldSchema.parse({ kind: 'image', id, panel: 'check', on: true, ...PICTURE, h, picture })
  return { layout: { ...layout, fields: [...layout.fields, field] }, id }
}

/**
 * Adds copies of fields, a little aside where they came from the same panel, on `panel` where one is named.
 * Gives the layout and the keys of the copies.
 */
export function pasteFields(
  layout: Layout,
  fields: readonly Field[],
  roles: readonly Field['panel'][],
  aside: Mm,
): { layout: Layout; ids: string[] } {
  let next = layout
  const ids: string[] = []
  for (const f of fields) {
    if (!isBoxed(f)) continue
    const id = freeId(next, f.id)
    ids.push(id)
    next = {
      ...next,
      fields: [
        ...next.fields,
        {
          ...f,
          id,
          locked: false,
          panel: roles.includes(f.panel) ? f.panel : 'check',
          x: grain(f.x + aside),
          y: grain(f.y + aside),
        },
      ],
    }
  }
  return { layout: next, ids }
}

/**
 * A table whose columns are wider together than it is, with all of them made narrower alike, so that they
 * fit.
 */
export function fitColumns<T extends { readonly w: Mm; readonly columns: readonly { readonly w: Mm }[] }>(
  table: T,
): T {
  const wide = table.columns.reduce((sum, c) => sum + c.w, 0)
  return wide <= table.w
    ? table
    : {
        ...table,
        columns: table.columns.map(c => ({ ...c, w: Math.floor(((c.w * table.w) / wide) * 100) / 100 })),
      }
}

/** The layout without these fields; a locked field stays. */
export const removeFields = (layout: Layout, ids: ReadonlySet<string>): Layout => {
  const fields = layout.fields.filter(f => !ids.has(f.id) || (isBoxed(f) && f.locked))
  return fields.length === layout.fields.length ? layout : { ...layout, fields }
}

/** Lines that a box may snap to, in mm of the sheet. */
export interface SnapLines {
  readonly xs: readonly Mm[]
  readonly ys: readonly Mm[]
}

/**
 * Edges and middles to snap to: panels and perforations, and the fields that are not being moved; `more` may
 * add marks of a scan.
 */
export function snapLines(
  layout: Layout,
  stock: Stock,
  moving: ReadonlySet<string>,
  more: SnapLines = { xs: [], ys: [] },
): SnapLines {
  const xs = [0, stock.sheet.w, ...stock.perforations.flatMap(p => [p.x1, p.x2]), ...more.xs]
  const ys = [0, stock.sheet.h, ...stock.perforations.flatMap(p => [p.y1, p.y2]), ...more.ys]
  const put = (b: Box): void => {
    xs.push(b.x, b.x + b.w / 2, b.x + b.w)
    ys.push(b.y, b.y + b.h / 2, b.y + b.h)
  }
  for (const p of stock.panels) if (p.place === 1) put(p)
  for (const f of layout.fields) {
    const panel = isBoxed(f) && f.on && !moving.has(f.id) ? panelOf(stock, f.panel, 1) : undefined
    if (panel && isBoxed(f)) put({ ...f, x: panel.x + f.x, y: panel.y + f.y })
  }
  return { xs: [...new Set(xs.map(grain))], ys: [...new Set(ys.map(grain))] }
}

/** How far a box is drawn, in mm, and the lines that drew it. */
export interface Snapped {
  readonly dx: Mm
  readonly dy: Mm
  readonly x: Mm | undefined
  readonly y: Mm | undefined
}

/**
 * How far a box must go to lie on the nearest lines within `reach`: by its edges or middle, or only the edges
 * of a handle. `x` and `y` are the lines met.
 */
export function snapTo(box: Box, lines: SnapLines, reach: Mm, handle?: Handle): Snapped {
  const near = (own: readonly Mm[], list: readonly Mm[]): { by: Mm; at: Mm | undefined } => {
    let best: { by: Mm; at: Mm | undefined } = { by: 0, at: undefined }
    let least = reach
    for (const o of own)
      for (const l of list)
        if (Math.abs(l - o) < least) {
          least = Math.abs(l - o)
          best = { by: l - o, at: l }
        }
    return best
  }
  const xs = handle
    ? [...(handle.includes('w') ? [box.x] : []), ...(handle.includes('e') ? [box.x + box.w] : [])]
    : [box.x, box.x + box.w / 2, box.x + box.w]
  const ys = handle
    ? [...(handle.includes('n') ? [box.y] : []), ...(handle.includes('s') ? [box.y + box.h] : [])]
    : [box.y, box.y + box.h / 2, box.y + box.h]
  const [h, v] = [near(xs, lines.xs), near(ys, lines.ys)]
  return { dx: h.by, dy: v.by, x: h.at, y: v.at }
}
