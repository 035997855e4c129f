<script setup lang="ts">
import { formatLength, lengthText, parseLength, type Unit } from '#core/paper/length'

/**
 * A length to be typed in the clerk's unit: 3.5, 3 1/2, 88.9 mm. Kept when left or on Enter; what is refused
 * is said beneath, and the last good one stands again.
 */
const props = defineProps<{
  modelValue: number
  label: string
  unit: Unit
  least?: number
  most?: number
  disabled?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [mm: number] }>()
const typed = ref<string>()
const parsed = computed(() =>
  typed.value === undefined
    ? undefined
    : parseLength(typed.value, props.unit, props.label, props.least ?? 0, props.most ?? 1000),
)
const refused = ref('')
const fault = computed(() => (parsed.value && !parsed.value.ok ? parsed.value.refusal.text : refused.value))
function keep() {
  if (!parsed.value) return
  refused.value = parsed.value.ok
    ? ''
    : `${parsed.value.refusal.text} Still ${lengthText(props.modelValue, props.unit)}.`
  if (!parsed.value.ok) {
    typed.value = undefined
    return
  }
  if (Math.abs(parsed.value.value - props.modelValue) > 0.0005) emit('update:modelValue', parsed.value.value)
  typed.value = undefined
}
</script>

<template>
  <v-text-field
    :model-value="typed ?? lengthText(modelValue, unit)"
    :label="label"
    :suffix="unit"
    :error-messages="fault"
    :hide-details="!fault"
    :disabled="disabled"
    density="compact"
    autocomplete="off"
    class="length"
    :title="formatLength(modelValue, unit)"
    @update:model-value="
      value => {
        typed = value
        refused = ''
      }
    "
    @blur="keep"
    @keydown.enter="keep"
    @keydown.esc="typed = undefined"
  />
</template>

<style scoped>
.length :deep(.v-field) {
  --v-field-padding-start: 8px;
  --v-field-padding-end: 8px;
}
.length :deep(input) {
  text-align: right;
  padding-right: 2px;
}
.length :deep(.v-text-field__suffix) {
  font-size: var(--text-small);
  opacity: 0.8;
  padding-inline-start: 4px;
}
</style>
