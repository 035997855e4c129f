<script setup lang="ts">
/** Numbers used, week by week. */
defineProps<{ weeks: readonly number[] }>()
</script>

<template>
  <WeeksChart
    :labels="weeks.map((_, i) => String(weeks.length - 1 - i))"
    :bars="weeks"
    :told="`Numbers used in the last ${weeks.length} weeks: ${weeks.join(', ')}`"
    whole
  />
  <p class="quiet small">Numbers used per week</p>
</template>

<style scoped>
.small {
  font-size: var(--text-tiny);
  text-align: center;
}
</style>
