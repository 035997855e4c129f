<script setup lang="ts">
/** What is being done, or what went wrong. */
defineProps<{ busy: string; fault: string }>()
</script>

<template>
  <div v-if="busy" class="busy" role="status">
    {{ busy }}<v-progress-linear indeterminate color="primary" height="6" rounded :aria-label="busy" />
  </div>
  <p v-if="fault" class="text-error" role="alert">
    {{ fault }}
  </p>
</template>

<style scoped>
.busy {
  display: grid;
  gap: var(--space-2);
  width: 100%;
  max-width: 26.25rem;
}
</style>
