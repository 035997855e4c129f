import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { useDebounceFn } from '@vueuse/core'
import { findKinds, type FindKind } from '#core/find/find'
import { findInOffice, onWritten, prepareFind, type FoundHits } from '~/data/find/find'
import type { Hit } from '~/data/find/hits'
import { placesFound } from '~/help/places'

/** A group of results as it is shown. */
interface ShownGroup {
  readonly kind: FindKind
  readonly title: string
  readonly hits: readonly Hit[]
  readonly more: number
}

/** Milliseconds in which writes to the store are taken for one. */
const WRITES = 150

/**
 * What is typed to be found, beginning with what was typed before the field was there; what is found, also after
 * something was written meanwhile; and which result the arrow keys are on.
 */
export function useFind(early: string) {
  const typed = ref(early)
  const found = shallowRef<readonly FoundHits[]>([])
  const fault = ref('')
  const looking = ref(false)
  const at = ref(0)
  let asked = 0
  async function look(text: string): Promise<void> {
    const mine = ++asked
    fault.value = ''
    if (!text.trim()) {
      found.value = []
      looking.value = false
      return
    }
    looking.value = true
    try {
      for (let known = -1; ;) {
        const now = await findInOffice(text, known)
        // An answer to what was typed before is too late.
        if (mine !== asked) return
        found.value = now.found
        if (now.isAll) break
        known = now.read
      }
    } catch (error) {
      if (mine === asked) fault.value = `Only pages can be found now: ${(error as Error).message}.`
    }
    if (mine === asked) looking.value = false
  }
  // What keeps it from being read is said at the first question.
  prepareFind().catch(() => undefined)
  watch(
    typed,
    text => {
      at.value = 0
      void look(text)
    },
    { immediate: true },
  )
  const again = useDebounceFn(() => look(typed.value), WRITES)
  onScopeDispose(onWritten(() => void again()))
  const groups = computed<ShownGroup[]>(() => {
    const places = placesFound(typed.value)
    const pages = places.length ? [{ kind: 'place' as const, hits: places, count: places.length }] : []
    return [...pages, ...found.value]
      .filter(g => g.hits.length)
      .map(({ kind, hits, count }) => ({ kind, title: findKinds[kind], hits, more: count - hits.length }))
  })
  const all = computed(() => groups.value.flatMap(g => g.hits))
  const chosen = computed(() => all.value[Math.min(at.value, all.value.length - 1)])
  /** Goes so many results down, and round at the ends. */
  const step = (by: number): void => {
    const { length } = all.value
    if (length) at.value = (Math.min(at.value, length - 1) + by + length) % length
  }
  return { typed, groups, chosen, step, looking, fault }
}
