<script setup lang="ts">
import { useOffice } from '~/stores/office'

/**
 * The head of a page: its heading, which is the title of the window as well, and what acts on the page as a
 * whole.
 */
const props = defineProps<{
  title: string
  /** A long title is cut off rather than wrapped. */
  oneLine?: boolean
}>()
const office = useOffice()
const capital = computed(() => props.title.charAt(0).toUpperCase() + props.title.slice(1))
useHead({ title: capital })
</script>

<template>
  <div class="page-head">
    <h1 :class="{ 'one-line': oneLine }">{{ title }}</h1>
    <slot />
    <v-btn
      variant="text"
      size="small"
      class="help-button"
      aria-label="Help for this page"
      title="Help (?)"
      data-test="help-open"
      @click="office.help = !office.help"
      >?</v-btn
    >
  </div>
</template>

<style scoped>
.one-line {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.help-button {
  min-width: 32px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.3);
  border-radius: 50%;
  padding: 0;
  height: 32px;
  font-weight: 600;
}
</style>
