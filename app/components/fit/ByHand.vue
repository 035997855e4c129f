<script setup lang="ts">
import { useOffice } from '~/stores/office'

/** Moves what is printed by a small step, in mm. */
defineEmits<{ move: [right: number, down: number] }>()
const office = useOffice()
const step = computed(() => (office.unit === 'mm' ? 0.1 : 0.254))
</script>

<template>
  <h2>By hand</h2>
  <p class="quiet">Moves the printed page by 0.1 mm or 0.01 in at a time.</p>
  <div class="row hand">
    <v-btn
      v-for="[label, x, y] in [
        ['Left', -1, 0],
        ['Right', 1, 0],
        ['Up', 0, -1],
        ['Down', 0, 1],
      ] as const"
      :key="label"
      size="small"
      :data-test="`hand-${label.toLowerCase()}`"
      @click="$emit('move', x * step, y * step)"
    >
      {{ label }}
    </v-btn>
  </div>
</template>

<style scoped>
.row {
  align-items: stretch;
}
</style>
