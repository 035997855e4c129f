<script setup lang="ts">
import { type Field, type Layout, isLettered } from '#core/paper/layout'
import { usualCaption } from '#core/proof/captions'

/** The caption of a field: whether it has one, its words, side and size. */
const props = defineProps<{ field: Field; locale: Layout['locale'] }>()
const emit = defineEmits<{ set: [change: Record<string, unknown>] }>()
const caption = computed(() => (isLettered(props.field) ? props.field.caption : undefined))
const setCaption = (change: object): void =>
  emit('set', { caption: { on: true, text: '', side: 'left', size: 6.5, ...caption.value, ...change } })
</script>

<template>
  <v-checkbox
    label="Caption"
    :model-value="caption?.on ?? false"
    hide-details
    density="compact"
    @update:model-value="setCaption({ on: $event })"
  />
  <div v-if="caption?.on" class="pair">
    <v-text-field
      :label="`Words${usualCaption(field.kind, locale) ? ' (empty: the usual)' : ''}`"
      :placeholder="usualCaption(field.kind, locale)"
      :model-value="caption.text"
      hide-details
      maxlength="60"
      class="wide"
      @update:model-value="setCaption({ text: $event ?? '' })"
    />
    <v-select
      label="Side"
      :model-value="caption.side"
      :items="['left', 'above', 'below']"
      hide-details
      @update:model-value="setCaption({ side: $event })"
    />
    <NumberField
      label="Size"
      suffix="pt"
      :model-value="caption.size"
      :least="4"
      :most="24"
      @update:model-value="setCaption({ size: $event })"
    />
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-2);
}
.wide {
  grid-column: 1 / -1;
}
</style>
