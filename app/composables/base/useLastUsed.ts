import { computed, ref, type WritableComputedRef } from 'vue'

/** What was chosen last in this browser under a name that may change, kept over reloads. */
export function useLastUsed(name: () => string): WritableComputedRef<string> {
  const changed = ref(0)
  const keyOf = (): string => `violet-lane last ${name()}`
  return computed({
    get: () => (changed.value, localStorage.getItem(keyOf()) ?? ''),
    set: to => {
      localStorage.setItem(keyOf(), to)
      changed.value++
    },
  })
}
