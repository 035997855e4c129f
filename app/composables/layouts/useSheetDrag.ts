import { computed, nextTick, shallowRef, type Ref } from 'vue'
import {
  moveFields,
  resizeBox,
  resizeField,
  snapLines,
  snapTo,
  type Handle,
  type SnapLines,
} from '#core/paper/arrange'
import { overlaps, type Box, type Unit } from '#core/paper/length'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import type { FieldView } from './fieldDrawing'
import type { LayoutEditor } from './useLayoutEditor'

/** What dragging on a sheet depends on. `scale`: pixels of the screen to the mm. */
export interface DraggedOn {
  readonly editor: LayoutEditor
  readonly views: readonly FieldView[]
  readonly stock: Stock
  readonly scale: number
  readonly unit: Unit
  readonly snap: boolean
  readonly grid: boolean
  readonly scanLines?: SnapLines
}
interface Spot {
  readonly x: number
  readonly y: number
}
interface Drag {
  readonly kind: 'move' | 'size' | 'band'
  readonly handle?: Handle
  readonly at: Spot
  readonly start: Layout
  readonly box: Box
  readonly pointer: number
  moved: boolean
}

/** Steps of the grid, in mm. */
const GRID = { mm: 1, in: 1.5875 }
/** Width of the rulers, how near an edge draws what is dragged, and how far a pointer goes to drag; in pixels. */
const RULER = 20
const NEAR = 6
const STARTS = 3

/** The box around all of some boxes. */
function aroundAll(boxes: readonly Box[]): Box {
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

/** Choosing, moving and sizing fields with a pointer on the sheet of the Light table. */
export function useSheetDrag(svg: Readonly<Ref<SVGSVGElement | undefined>>, on: DraggedOn) {
  const px = (pixels: number): number => pixels / on.scale
  /** Edges that what is dragged was drawn to, and the band that chooses; in mm of the sheet. */
  const met = shallowRef<{ x?: number | undefined; y?: number | undefined }>({})
  const band = shallowRef<Box>()
  const chosenViews = computed(() => on.views.filter(v => on.editor.ids.value.has(v.id)))
  let drag: Drag | undefined

  /** Where on the sheet a pointer is, in mm. */
  function spotOf(event: PointerEvent): Spot {
    const r = svg.value?.getBoundingClientRect() ?? { left: 0, top: 0 }
    return { x: px(event.clientX - r.left - RULER), y: px(event.clientY - r.top - RULER) }
  }
  function begin(event: PointerEvent, kind: Drag['kind'], handle?: Handle): void {
    const start = on.editor.settled.value
    if (!start || event.button !== 0) return
    svg.value?.setPointerCapture(event.pointerId)
    const at = spotOf(event)
    drag = {
      kind,
      ...(handle && { handle }),
      at,
      start,
      box: kind === 'band' ? { ...at, w: 0, h: 0 } : aroundAll(chosenViews.value.map(v => v.box)),
      pointer: event.pointerId,
      moved: false,
    }
  }
  function onField(event: PointerEvent, id: string): void {
    if (event.shiftKey || event.ctrlKey || event.metaKey) return on.editor.choose(id, true)
    if (!on.editor.ids.value.has(id)) on.editor.choose(id)
    void nextTick(() => begin(event, 'move'))
  }
  function onEmpty(event: PointerEvent): void {
    if (!event.shiftKey) on.editor.chooseOnly([])
    begin(event, 'band')
  }

  /**
   * How much further the drag goes by snapping: to edges, perforations and other fields, else to the grid.
   * Alt lets go of all.
   */
  function held(from: Drag, box: Box, event: PointerEvent): { dx: number; dy: number } {
    met.value = {}
    if (!on.snap || event.altKey) return { dx: 0, dy: 0 }
    const lines = snapLines(from.start, on.stock, on.editor.ids.value, on.scanLines)
    const s = snapTo(box, lines, px(NEAR), from.handle)
    met.value = { x: s.x, y: s.y }
    const step = GRID[on.unit]
    const toGrid = (v: number): number => (on.grid && !from.handle ? Math.round(v / step) * step - v : 0)
    return { dx: s.x === undefined ? toGrid(box.x) : s.dx, dy: s.y === undefined ? toGrid(box.y) : s.dy }
  }
  function moveBy(from: Drag, event: PointerEvent, dx: number, dy: number): void {
    const more = held(from, { ...from.box, x: from.box.x + dx, y: from.box.y + dy }, event)
    on.editor.show(moveFields(from.start, on.editor.ids.value, dx + more.dx, dy + more.dy))
  }
  function sizeBy(from: Drag, event: PointerEvent, dx: number, dy: number): void {
    const id = on.editor.chosen.value[0]
    if (!from.handle || !id) return
    const more = held(from, resizeBox(from.box, from.handle, dx, dy), event)
    on.editor.show(resizeField(from.start, id, from.handle, dx + more.dx, dy + more.dy))
  }
  function onMove(event: PointerEvent): void {
    if (!drag || event.pointerId !== drag.pointer) return
    const to = spotOf(event)
    const [dx, dy] = [to.x - drag.at.x, to.y - drag.at.y]
    if (!drag.moved && Math.hypot(dx, dy) < px(STARTS)) return
    drag.moved = true
    if (drag.kind === 'band') band.value = between(to, drag.at)
    else if (drag.kind === 'move') moveBy(drag, event, dx, dy)
    else sizeBy(drag, event, dx, dy)
  }

  function chooseIn(box: Box): void {
    const inside = on.views.filter(v => overlaps(v.box, box) && v.field.kind !== 'ground').map(v => v.id)
    on.editor.chooseOnly([...new Set([...on.editor.chosen.value, ...inside])])
  }
  function release(): void {
    drag = undefined
    met.value = {}
    band.value = undefined
  }
  function onUp(event: PointerEvent): void {
    if (!drag || event.pointerId !== drag.pointer) return
    const [{ kind, moved }, box, draft] = [drag, band.value, on.editor.draft.value]
    release()
    if (kind === 'band') {
      if (box && moved) chooseIn(box)
    } else if (draft && moved) on.editor.take(draft)
    else on.editor.show(undefined)
  }
  function onCancel(): void {
    release()
    on.editor.show(undefined)
  }
  return { met, band, chosenViews, begin, onField, onEmpty, onMove, onUp, onCancel }
}
