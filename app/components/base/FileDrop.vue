<script setup lang="ts">
import { fileFault } from '~/composables/base/fileKinds'
import { useOffice } from '~/stores/office'

defineOptions({ inheritAttrs: false })
/**
 * The one place to give a file: found by browsing, dropped, or pasted while the focus is in it. What it is
 * not made for is said at once.
 */
const props = defineProps<{
  label: string
  /** What is taken, in words: “PNG, JPEG or PDF”. */
  kinds: string
  /** The same for the browser: media types and endings. */
  accept: string
  /** The largest file, in megabytes. */
  most?: number
  disabled?: boolean
  /** A line of its own without a frame, for a place in a form. */
  slim?: boolean
}>()
const emit = defineEmits<{ take: [file: File] }>()

const MOST_MB = 32
const office = useOffice()
const limit = computed(() => props.most ?? MOST_MB)
const zone = ref<HTMLElement>()
const fault = ref('')
function offer(files: FileList | readonly File[] | null | undefined): void {
  const [file] = files ?? []
  if (props.disabled || !file) return
  // What was said of the act before has nothing to do with this file.
  office.said = ''
  fault.value = fileFault(file, props.accept, props.kinds, limit.value)
  if (!fault.value) emit('take', file)
}
const { isOverDropZone: over } = useDropZone(zone, {
  onDrop: offer,
  multiple: false,
  preventDefaultForUnhandled: false,
})
function browsed(event: Event): void {
  const input = event.target as HTMLInputElement
  offer([...(input.files ?? [])])
  // The same file can be given again.
  input.value = ''
}
function pasted(event: ClipboardEvent): void {
  if (!event.clipboardData?.files.length) return
  event.preventDefault()
  offer(event.clipboardData.files)
}
</script>

<template>
  <div ref="zone" class="file-drop" :class="{ over: over && !disabled, slim }" @paste="pasted">
    <label>
      <span>{{ label }}</span>
      <input type="file" :accept="accept" :disabled="disabled" v-bind="$attrs" @change="browsed" />
    </label>
    <span class="quiet kinds"
      >{{ kinds }}, up to {{ limit }} MB{{ slim ? '' : '. Browse, drop it here or paste it.' }}</span
    >
    <slot />
    <span v-if="fault" class="text-error" role="alert" data-test="file-fault">{{ fault }}</span>
  </div>
</template>

<style scoped>
.file-drop {
  display: grid;
  gap: var(--space-1);
  justify-items: start;
  padding: 10px 12px;
  border: 1px dashed rgba(var(--v-theme-on-surface), 0.45);
  border-radius: 6px;
}
.file-drop.slim {
  border: 0;
  padding: 0;
}
.file-drop.over {
  border-color: rgb(var(--v-theme-primary));
  background: rgba(var(--v-theme-primary), 0.08);
}
.file-drop.slim.over {
  outline: 2px dashed rgb(var(--v-theme-primary));
  outline-offset: 3px;
}
label {
  display: flex;
  gap: var(--space-2);
  align-items: center;
  flex-wrap: wrap;
  font-size: var(--text-note);
}
/* The browser would say that no file is chosen, after each one that was taken. */
input {
  width: 6.25rem;
  color: transparent;
}
.kinds {
  font-size: var(--text-small);
}
</style>
