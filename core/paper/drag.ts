import { moveFields, resizeBox, resizeField, snapLines, snapTo, type Handle, type SnapLines } from './arrange'
import type { Box, Mm, Unit } from './length'
import type { Layout } from './layout'
import type { Stock } from './stock'

/** A place on the sheet, in mm from its left and upper edge. */
export interface Spot {
  readonly x: Mm
  readonly y: Mm
}

/** A drag that has begun: of fields, of one handle, or of a band that chooses what lies in it. */
export interface Drag {
  readonly kind: 'move' | 'size' | 'band'
  readonly handle?: Handle
  readonly at: Spot
  /** The layout, the fields that are dragged and the box around them, as they were when it began. */
  readonly start: Layout
  readonly ids: ReadonlySet<string>
  readonly box: Box
}

/** What a drag is drawn to. */
export interface Guides {
  readonly stock: Stock
  readonly unit: Unit
  /** Whether it is drawn to lines at all, and to the grid where no line is near. */
  readonly snap: boolean
  readonly grid: boolean
  readonly scanLines?: SnapLines
  /** How near a line draws, in mm of the sheet: some pixels of the screen. */
  readonly reach: Mm
}

/** What a drag makes: a layout, and the lines that what is dragged was drawn to; or a band. */
export type Dragged =
  | { readonly layout: Layout; readonly met: { x?: Mm | undefined; y?: Mm | undefined } }
  | { readonly band: Box }

/** Steps of the grid in mm: one millimetre, or a sixteenth of an inch. */
const GRID: Readonly<Record<Unit, Mm>> = { mm: 1, in: 25.4 / 16 }

/** The box around all of some boxes. */
export function aroundAll(boxes: readonly Box[]): Box {
  const [x, y] = [Math.min(...boxes.map(b => b.x)), Math.min(...boxes.map(b => b.y))]
  return {
    x,
    y,
    w: Math.max(...boxes.map(b => b.x + b.w)) - x,
    h: Math.max(...boxes.map(b => b.y + b.h)) - y,
  }
}
const between = (a: Spot, b: Spot): Box => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  w: Math.abs(a.x - b.x),
  h: Math.abs(a.y - b.y),
})

/**
 * How much further a box goes by snapping: to edges, perforations and other fields, else to the grid. The grid
 * never draws a handle, or a box would change its size by being touched.
 */
function drawnBy({ start, ids, handle }: Drag, box: Box, guides: Guides) {
  if (!guides.snap) return { dx: 0, dy: 0, met: {} }
  const lines = snapLines(start, guides.stock, ids, guides.scanLines)
  const { x, y, dx, dy } = snapTo(box, lines, guides.reach, handle)
  const step = GRID[guides.unit]
  const toGrid = (v: Mm): Mm => (guides.grid && !handle ? Math.round(v / step) * step - v : 0)
  return { dx: x === undefined ? toGrid(box.x) : dx, dy: y === undefined ? toGrid(box.y) : dy, met: { x, y } }
}

/** What a drag has come to with the pointer at a spot. Pure: the same drag to the same spot gives the same. */
export function dragTo(drag: Drag, to: Spot, guides: Guides): Dragged {
  const { start, ids, box, handle } = drag
  if (drag.kind === 'band') return { band: between(to, drag.at) }
  const [dx, dy] = [to.x - drag.at.x, to.y - drag.at.y]
  const [one] = ids
  if (handle && one !== undefined) {
    const more = drawnBy(drag, resizeBox(box, handle, dx, dy), guides)
    return { layout: resizeField(start, one, handle, dx + more.dx, dy + more.dy), met: more.met }
  }
  const more = drawnBy(drag, { ...box, x: box.x + dx, y: box.y + dy }, guides)
  return { layout: moveFields(start, ids, dx + more.dx, dy + more.dy), met: more.met }
}
