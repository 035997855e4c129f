<script setup lang="ts">
/** The pages of one place, as links in its head; the one that is open is marked. */
defineProps<{
  /** What the pages belong to, for who cannot see it. */
  label: string
  tabs: readonly { readonly to: string; readonly name: string }[]
  /** What every address gets, e.g. which company it is about. */
  query?: string
}>()
const route = useRoute()
</script>

<template>
  <nav :aria-label="label" class="tabs">
    <NuxtLink
      v-for="tab in tabs"
      :key="tab.to"
      :to="`${tab.to}${query ?? ''}`"
      :aria-current="route.path === tab.to ? 'page' : undefined"
      class="tab"
      :class="{ here: route.path === tab.to }"
      >{{ tab.name }}</NuxtLink
    >
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1);
}
.tab {
  padding: 5px 11px;
  border-radius: 6px;
  text-decoration: none;
  font-weight: 500;
}
.tab.here {
  background: rgba(var(--v-theme-primary), 0.13);
}
</style>
