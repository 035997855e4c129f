<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import { useOffice } from '~/stores/office'

/** Opens what finds everything: by its button, by `/` outside of a field, and by Ctrl+K anywhere. */
defineProps<{ small: boolean }>()
const office = useOffice()
const title = computed(() => (office.singleKeys ? 'Find (/ or Ctrl+K)' : 'Find (Ctrl+K)'))
const open = ref(false)
const isReady = ref(false)
const times = ref(0)
/** What is typed before its field is there. */
const early = ref('')
const before = shallowRef<Element | null>(null)
function openIt(): void {
  if (open.value) return
  // Between two, the focus is nowhere: then it goes back to where it was before the first.
  if (document.activeElement !== document.body) before.value = document.activeElement
  early.value = ''
  isReady.value = false
  // Closed and opened again at once, it begins anew.
  times.value++
  open.value = true
}
function typeEarly(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === 'Escape') open.value = false
  else if (event.key === 'Backspace') early.value = early.value.slice(0, -1)
  else if (event.key.length === 1) early.value += event.key
  else if (event.key !== 'Enter') return
  event.preventDefault()
  event.stopPropagation()
}
useEventListener('keydown', (event: KeyboardEvent) => open.value && !isReady.value && typeEarly(event), {
  capture: true,
})
useEventListener('keydown', (event: KeyboardEvent) => {
  if (open.value) return
  const isKey = (event.ctrlKey || event.metaKey) && !event.altKey && event.key.toLowerCase() === 'k'
  if (!isKey && !isSingleKey(event, '/')) return
  // Where a question is open, it is answered first.
  if (document.querySelector('.v-dialog.v-overlay--active')) return
  event.preventDefault()
  openIt()
})
</script>

<template>
  <v-btn
    v-if="small"
    :icon="mdiMagnify"
    variant="text"
    size="small"
    aria-label="Find"
    :title="title"
    data-test="find-open"
    @click="openIt()"
  />
  <button v-else type="button" class="find-open" :title="title" data-test="find-open" @click="openIt()">
    <v-icon :icon="mdiMagnify" size="18" aria-hidden="true" /> Find
    <kbd v-if="office.singleKeys" aria-hidden="true">/</kbd>
  </button>
  <LazyShellFindDialog
    v-if="open"
    :key="times"
    :early="early"
    :before="before"
    @ready="isReady = true"
    @close="open = false"
  />
</template>

<style scoped>
.find-open {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  width: 100%;
  min-height: 32px;
  margin-top: 10px;
  padding: 3px 9px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.35);
  border-radius: 6px;
  color: rgb(var(--v-theme-secondary));
}
.find-open:hover {
  background: rgba(var(--v-theme-primary), 0.07);
}
kbd {
  margin-left: auto;
  font: inherit;
  font-size: var(--text-small);
}
</style>
