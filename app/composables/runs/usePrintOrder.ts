import { computed, ref, watch } from 'vue'
import { byMoment } from '#core/base/dates'
import type { Payment } from '#core/payments/payment'
import { ordered, type RunOrder } from '#core/runs/run'

/**
 * The order in which payments go on paper: one of the orders there are, or by hand, with the keyboard (Alt
 * and an arrow) or by dragging rows. `start` and `before` are those of the run there is; `focus` puts the
 * focus on a payment that was moved.
 */
export function usePrintOrder(
  lane: () => readonly Payment[],
  start: RunOrder,
  before: readonly string[],
  focus: (id: string) => void,
) {
  const order = ref<RunOrder>(start)
  /** The order by hand begins with the order there was. */
  const byHand = ref<readonly string[]>(start === 'by hand' ? before : [])
  const list = computed(() => {
    if (order.value !== 'by hand') return ordered(lane(), order.value)
    const placeOf = new Map(byHand.value.map((id, i) => [id, i]))
    const at = (p: Payment): number => placeOf.get(p.id) ?? Infinity
    return [...lane()].sort((a, b) => at(a) - at(b) || byMoment(a.drawnAt, b.drawnAt))
  })
  watch(order, (now, was) => {
    if (now === 'by hand' && !byHand.value.length) byHand.value = ordered(lane(), was).map(p => p.id)
  })
  function move(id: string, to: number): void {
    const ids = list.value.map(p => p.id as string).filter(other => other !== id)
    ids.splice(Math.max(0, Math.min(ids.length, to)), 0, id)
    byHand.value = ids
    order.value = 'by hand'
    focus(id)
  }
  function onKey(event: KeyboardEvent, p: Payment, index: number): void {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
    event.preventDefault()
    move(p.id, index + (event.key === 'ArrowUp' ? -1 : 1))
  }
  let dragged = ''
  /** What lets a row be dragged to where another stands. */
  const dragging = (p: Payment, index: number) => ({
    draggable: true,
    onDragstart: () => {
      dragged = p.id
    },
    onDragover: (event: DragEvent) => event.preventDefault(),
    onDrop: (event: DragEvent) => {
      event.preventDefault()
      if (dragged) move(dragged, index)
      dragged = ''
    },
  })
  return { order, list, dragging, onKey }
}
