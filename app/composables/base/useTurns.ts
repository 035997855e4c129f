import { onScopeDispose, ref, watch, type Ref } from 'vue'

/** Until what was built is drawn: about one frame. */
const DRAWN_MS = 20

/**
 * How many of the `parts` of a large page stand: one at first, one more each time those before it were drawn. A page
 * that is built in one go answers no key meanwhile. There are no parts before there is something to show.
 */
export function useTurns(parts: () => number): Readonly<Ref<number>> {
  const turn = ref(1)
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    [turn, parts],
    ([now, all]) => {
      clearTimeout(timer)
      if (now < all) timer = setTimeout(() => turn.value++, DRAWN_MS)
    },
    { immediate: true, flush: 'post' },
  )
  onScopeDispose(() => clearTimeout(timer))
  return turn
}
