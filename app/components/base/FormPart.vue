<script setup lang="ts">
/** A part of a form with a frame and a name of its own. */
defineProps<{ title: string }>()
</script>

<template>
  <fieldset class="form-part">
    <legend>{{ title }}</legend>
    <slot />
  </fieldset>
</template>

<style scoped>
.form-part {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.2);
  border-radius: 6px;
  padding: 4px 8px 8px;
  margin-bottom: 14px;
}
legend {
  font-size: var(--text-small);
  color: rgb(var(--v-theme-secondary));
  padding: 0 4px;
}
</style>
