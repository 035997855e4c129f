import { liveQuery, type Subscription } from 'dexie'
import { onScopeDispose, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'

/** How many questions to the store are not answered yet. */
export const asking = ref(0)
/** What the store could not answer last; undefined while it answers. */
export const unanswered = shallowRef<unknown>()
/** Longest wait for the screen to follow: after it, a slow question keeps nobody from going on. */
const FOLLOWS_MS = 3000

/**
 * A value that follows the store: undefined until the first answer, and again while a new question is not
 * answered.
 */
export type Live<T> = Readonly<ShallowRef<T | undefined>> & {
  /** Why the question could not be answered. */
  readonly error: Readonly<Ref<unknown>>
  /** Whether the answer is still to come. */
  readonly pending: Readonly<Ref<boolean>>
}

const isPlain = (x: unknown): boolean => x === null || typeof x !== 'object'
/**
 * What a question is about, where it is told in plain values: by that a new question is known from the same
 * one asked again.
 */
const subjectOf = (from: unknown): string | undefined =>
  isPlain(from) || (Array.isArray(from) && from.every(isPlain)) ? JSON.stringify(from) : undefined

/**
 * A value that follows the store: asked again whenever what it read is written, in this tab or another, and
 * whenever `from` changes. Where `from` is told in plain values (keys, words), an old answer never stands
 * under a new question: it goes when they change. When `again` changes, the question is asked again and the old
 * answer stands until then: for more of the same.
 */
export function useLive<T>(
  ask: () => Promise<T> | T,
  from: () => unknown = () => 0,
  again: () => unknown = () => 0,
): Live<T> {
  const value = shallowRef<T>()
  const error = shallowRef<unknown>()
  const pending = ref(true)
  let subscription: Subscription | undefined
  let about: string | undefined
  const counted = async (): Promise<T> => {
    asking.value++
    try {
      return await ask()
    } finally {
      asking.value--
    }
  }
  watch(
    [from, again],
    ([now, more], [, before]) => {
      const subject = subjectOf(now)
      const isSame = subject !== undefined && subject === about
      if (isSame && more === before) return
      if (subject !== undefined && !isSame) value.value = undefined
      about = subject
      pending.value = true
      subscription?.unsubscribe()
      subscription = liveQuery(counted).subscribe({
        next: answer => {
          value.value = answer
          error.value = undefined
          unanswered.value = undefined
          pending.value = false
        },
        error: (fault: unknown) => {
          console.error(fault)
          error.value = fault
          unanswered.value = fault
          pending.value = false
        },
      })
    },
    { immediate: true },
  )
  onScopeDispose(() => subscription?.unsubscribe())
  return Object.assign(value, { error, pending })
}

/** Resolves when every value that follows the store shows what was written last, or after 3 seconds. */
export async function screenFollows(): Promise<void> {
  const until = Date.now() + FOLLOWS_MS
  // The store tells of a write in a task of its own after it; what is shown then may ask for more.
  for (let turn = 0; turn < 2 || (asking.value > 0 && Date.now() < until); turn++) {
    await new Promise(done => setTimeout(done))
  }
}
