<script setup lang="ts">
/** Our mark, with the name beside it where there is room. */
defineProps<{ short?: boolean }>()
</script>

<template>
  <span class="mark">
    <svg viewBox="0 0 32 32" width="26" height="26" aria-hidden="true">
      <rect width="32" height="32" rx="7" fill="#5a3ea0" />
      <path
        d="M6 21.5c4.5-9 7.5-9 10-4s5.5 5 10-4"
        fill="none"
        stroke="#fffdf9"
        stroke-width="2.2"
        stroke-linecap="round"
      />
      <path d="M6 26h20" stroke="#d9c9ff" stroke-width="1.6" stroke-dasharray="2.6 2" />
      <path d="M6 9.5h9M19 9.5h7" stroke="#d9c9ff" stroke-width="1.8" stroke-linecap="round" />
    </svg>
    <span v-if="!short">Violet Lane</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  gap: var(--space-2);
  font: 600 1.05rem/1 var(--v-font-heading);
}
</style>
