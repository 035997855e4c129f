import { shallowRef, watch, type WatchSource } from 'vue'

/** A file that was given on another page: the page that it is for takes it up as it opens. */
export const handedFile = shallowRef<File>()

/** Takes up what another page handed over, once this page knows what it is about. */
export function takeHandedFile(ready: WatchSource<unknown>, take: (file: File) => unknown): void {
  watch(
    ready,
    is => {
      const file = handedFile.value
      if (!is || !file) return
      handedFile.value = undefined
      take(file)
    },
    { immediate: true },
  )
}
