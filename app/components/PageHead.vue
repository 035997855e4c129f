<script setup lang="ts">
/**
 * The head of a page: its heading, which is the title of the window as well, and what acts on the page as a
 * whole.
 */
const props = defineProps<{
  title: string
  /** A long title is cut off rather than wrapped. */
  oneLine?: boolean
}>()
const capital = computed(() => props.title.charAt(0).toUpperCase() + props.title.slice(1))
useHead({ title: capital })
</script>

<template>
  <div class="page-head">
    <h1 :class="{ 'one-line': oneLine }">{{ title }}</h1>
    <slot />
  </div>
</template>

<style scoped>
.one-line {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
