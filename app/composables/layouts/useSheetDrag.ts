import { computed, nextTick, shallowRef, type Ref } from 'vue'
import type { Handle } from '#core/paper/arrange'
import { aroundAll, dragTo, type Drag, type Guides, type Spot } from '#core/paper/drag'
import { overlaps, type Box } from '#core/paper/length'
import type { FieldView } from './fieldDrawing'
import type { LayoutEditor } from './useLayoutEditor'

/** What dragging on a sheet depends on. `scale`: pixels of the screen to the mm. */
export interface DraggedOn extends Omit<Guides, 'reach'> {
  readonly editor: LayoutEditor
  readonly views: readonly FieldView[]
  readonly scale: number
}

/** Width of the rulers, how near an edge draws what is dragged, and how far a pointer goes to drag; in pixels. */
const RULER = 20
const NEAR = 6
const STARTS = 3

/** Choosing, moving and sizing fields with a pointer on the sheet of the Light table. */
export function useSheetDrag(svg: Readonly<Ref<SVGSVGElement | undefined>>, on: DraggedOn) {
  const px = (pixels: number): number => pixels / on.scale
  /** Edges that what is dragged was drawn to, and the band that chooses; in mm of the sheet. */
  const met = shallowRef<{ x?: number | undefined; y?: number | undefined }>({})
  const band = shallowRef<Box>()
  const chosenViews = computed(() => on.views.filter(v => on.editor.ids.value.has(v.id)))
  let held: { readonly drag: Drag; readonly pointer: number; moved: boolean } | undefined

  function spotOf(event: PointerEvent): Spot {
    const r = svg.value?.getBoundingClientRect() ?? { left: 0, top: 0 }
    return { x: px(event.clientX - r.left - RULER), y: px(event.clientY - r.top - RULER) }
  }
  function begin(event: PointerEvent, kind: Drag['kind'], handle?: Handle): void {
    const start = on.editor.settled.value
    if (!start || event.button !== 0) return
    svg.value?.setPointerCapture(event.pointerId)
    const box = aroundAll(chosenViews.value.map(v => v.box))
    const drag = { kind, at: spotOf(event), start, ids: on.editor.ids.value, box, ...(handle && { handle }) }
    held = { drag, pointer: event.pointerId, moved: false }
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
  function onMove(event: PointerEvent): void {
    if (event.pointerId !== held?.pointer) return
    const [{ at }, to] = [held.drag, spotOf(event)]
    if (!held.moved && Math.hypot(to.x - at.x, to.y - at.y) < px(STARTS)) return
    held.moved = true
    // With Alt held down nothing draws what is dragged.
    const done = dragTo(held.drag, to, { ...on, snap: on.snap && !event.altKey, reach: px(NEAR) })
    if ('band' in done) band.value = done.band
    else {
      met.value = done.met
      on.editor.show(done.layout)
    }
  }
  function chooseIn(box: Box): void {
    const inside = on.views.filter(v => overlaps(v.box, box) && v.field.kind !== 'ground').map(v => v.id)
    on.editor.chooseOnly([...new Set([...on.editor.chosen.value, ...inside])])
  }
  function release(): void {
    held = undefined
    met.value = {}
    band.value = undefined
  }
  function onUp(event: PointerEvent): void {
    if (event.pointerId !== held?.pointer) return
    const [{ drag, moved }, box, draft] = [held, band.value, on.editor.draft.value]
    release()
    if (drag.kind !== 'band') {
      if (draft && moved) on.editor.take(draft)
      else on.editor.show(undefined)
    } else if (box && moved) chooseIn(box)
  }
  function onCancel(): void {
    release()
    on.editor.show(undefined)
  }
  return { met, band, chosenViews, begin, onField, onEmpty, onMove, onUp, onCancel }
}
