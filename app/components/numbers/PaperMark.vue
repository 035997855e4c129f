<script setup lang="ts">
import type { Result } from '#core/base/result'
import { compareOutside } from '~/data/history/markOutside'

/** Compares the last line of the trail on a paper, or in the name of a backup, with the trail of this office. */
const text = ref('')
const answer = shallowRef<{ to: string; is: Result<string> }>()
/** What was found of the text that stands there now. */
const told = computed(() => (answer.value?.to === text.value ? answer.value.is : undefined))
async function compare(): Promise<void> {
  const to = text.value
  answer.value = { to, is: await compareOutside(to) }
}
</script>

<template>
  <v-form class="mark" @submit.prevent="compare">
    <v-text-field
      v-model="text"
      label="Line and mark on paper"
      placeholder="2,588, mark 1a2b3c4d"
      persistent-placeholder
      autocomplete="off"
      :error-messages="told && !told.ok ? [told.refusal.text] : []"
      :messages="told?.ok ? [told.value] : []"
      data-test="proof-mark"
    />
    <v-btn type="submit" :disabled="!text.trim()" data-test="proof-mark-compare">Compare</v-btn>
  </v-form>
</template>

<style scoped>
.mark {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: var(--space-3);
  max-width: 38rem;
  margin-top: var(--space-3);
}
.mark :deep(.v-text-field) {
  flex: 1 1 15rem;
}
</style>
