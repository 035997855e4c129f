<script setup lang="ts">
import type { Outcome } from '#core/runs/run'

/** The same is said of a range of numbers at once. */
defineProps<{ kinds: readonly Outcome['kind'][] }>()
const emit = defineEmits<{ say: [kind: Outcome['kind'], from: number, to: number] }>()
const [from, to] = [ref(''), ref('')]
const kind = ref<Outcome['kind']>('good')
const isNumber = (text: string): boolean => /^\d+$/.test(text.trim())
const ready = computed(
  () => isNumber(from.value) && isNumber(to.value) && Number(from.value) <= Number(to.value),
)
function say(): void {
  if (ready.value) emit('say', kind.value, Number(from.value), Number(to.value))
}
</script>

<template>
  <details @keydown.stop>
    <summary>Mark a range</summary>
    <v-form class="range" @submit.prevent="say">
      <v-text-field
        v-model="from"
        label="From"
        inputmode="numeric"
        hide-details
        data-test="range-from"
      /><v-text-field v-model="to" label="To" inputmode="numeric" hide-details data-test="range-to" />
      <v-select v-model="kind" :items="[...kinds]" label="Outcome" hide-details class="both" />
      <v-btn type="submit" size="small" :disabled="!ready" data-test="range-say"> Mark range </v-btn>
    </v-form>
  </details>
</template>

<style scoped>
.range {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-2);
  padding-top: 8px;
}
.both {
  grid-column: 1 / -1;
}
</style>
