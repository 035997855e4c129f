<script setup lang="ts">
import type { FaceName } from '#core/faces/faceNames'
import { isLettered, turns, type Field, type TypeOf } from '#core/paper/layout'

/** The letters of a field: face, weight, sizes, alignment and turn. */
const props = defineProps<{ field: Extract<Field, { type: TypeOf }> }>()
const emit = defineEmits<{ set: [change: Record<string, unknown>] }>()
const set = (change: Record<string, unknown>): void => emit('set', change)
const type = computed(() => props.field.type)
const setType = (change: Partial<TypeOf>): void => set({ type: { ...type.value, ...change } })
const family = computed(() => (type.value.face.startsWith('serif') ? 'serif' : 'sans'))
const bold = computed(() => type.value.face.endsWith('bold'))
const face = (f: string, b: boolean): FaceName => `${f}${b ? '-bold' : ''}` as FaceName
function setSize(key: 'size' | 'least', n: number) {
  if (key === 'size') setType({ size: n, least: Math.min(n, type.value.least) })
  else setType({ least: Math.min(n, type.value.size) })
}
</script>

<template>
  <div class="pair">
    <v-select
      label="Face"
      :model-value="family"
      :items="['sans', 'serif']"
      hide-details
      @update:model-value="setType({ face: face($event, bold) })"
    />
    <v-select
      label="Weight"
      :model-value="bold ? 'bold' : 'regular'"
      :items="['regular', 'bold']"
      hide-details
      @update:model-value="setType({ face: face(family, $event === 'bold') })"
    />
    <NumberField
      label="Size"
      :model-value="type.size"
      suffix="pt"
      :least="4"
      :most="72"
      @update:model-value="setSize('size', $event)"
    />
    <NumberField
      label="Minimum size"
      :model-value="type.least"
      suffix="pt"
      :least="4"
      :most="type.size"
      @update:model-value="setSize('least', $event)"
    />
    <v-select
      v-if="field.kind !== 'stubTable' && field.kind !== 'payTable'"
      label="Alignment"
      :model-value="type.align"
      :items="['left', 'center', 'right']"
      hide-details
      @update:model-value="setType({ align: $event })"
    />
    <v-select
      v-if="isLettered(field)"
      label="Turn"
      :model-value="field.turn"
      :items="turns.map(t => ({ title: `${t}°`, value: t }))"
      hide-details
      @update:model-value="set({ turn: $event })"
    />
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-2);
}
</style>
