<script setup lang="ts">
import type { SheetZoom } from '~/composables/layouts/useSheetZoom'

/** How large the sheet is shown. */
defineProps<{ zoom: SheetZoom }>()
</script>

<template>
  <span class="zoom">
    <v-btn
      size="small"
      variant="text"
      min-width="38"
      :color="zoom.zoom.value === 'fit' ? 'primary' : undefined"
      @click="zoom.fit()"
      >Fit</v-btn
    >
    <v-btn size="small" variant="text" min-width="30" aria-label="Zoom out" @click="zoom.by(0.8)">−</v-btn>
    <button type="button" class="percent" title="Actual size" data-test="zoom" @click="zoom.realSize()">
      {{ zoom.percent.value }} %
    </button>
    <v-btn size="small" variant="text" min-width="30" aria-label="Zoom in" @click="zoom.by(1.25)">+</v-btn>
  </span>
</template>

<style scoped>
.zoom {
  display: flex;
  align-items: center;
  margin-left: auto;
}
.percent {
  min-width: 46px;
  font-size: var(--text-note);
  text-decoration: underline dotted;
}
</style>
