<script setup lang="ts">
/**
 * A plain number to be typed, within bounds. What is refused is said beneath, and the last good number stands
 * again.
 */
const props = defineProps<{
  modelValue: number
  label: string
  least: number
  most: number
  suffix?: string
  whole?: boolean
  disabled?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [n: number] }>()
const typed = ref<string>()
const fault = ref('')
function keep() {
  if (typed.value === undefined) return
  const text = typed.value.trim()
  const n = Number(text.replace(',', '.'))
  const good =
    text !== '' &&
    Number.isFinite(n) &&
    n >= props.least &&
    n <= props.most &&
    (!props.whole || Number.isInteger(n))
  fault.value = good
    ? ''
    : `“${text}” is not valid. Enter ${props.least} to ${props.most}${props.suffix ? ` ${props.suffix}` : ''}. Still ${props.modelValue}.`
  typed.value = undefined
  if (good && n !== props.modelValue) emit('update:modelValue', n)
}
</script>

<template>
  <v-text-field
    :model-value="typed ?? String(modelValue)"
    :label="label"
    v-bind="{ ...(suffix && { suffix }) }"
    :error-messages="fault"
    :hide-details="!fault"
    :disabled="disabled"
    inputmode="decimal"
    density="compact"
    autocomplete="off"
    @update:model-value="
      value => {
        typed = value
        fault = ''
      }
    "
    @blur="keep"
    @keydown.enter="keep"
    @keydown.esc="
      () => {
        typed = undefined
        fault = ''
      }
    "
  />
</template>
