<script setup lang="ts">
import type { FormLine } from '#core/bills/formLines'

/** Lines that say where an amount goes in the ledger. */
defineProps<{
  choices: readonly { readonly title: string; readonly value: string }[]
  faults: readonly string[]
}>()
const lines = defineModel<FormLine[]>({ required: true })
const out = (at: number): void => {
  lines.value = lines.value.filter((_, i) => i !== at)
}
</script>

<template>
  <div class="lines">
    <div v-for="(line, i) in lines" :key="i" class="line" data-test="ledger-line">
      <v-select
        v-model="line.ledgerId"
        :items="choices"
        :label="`Ledger account, line ${i + 1}`"
        class="account"
        hide-details
      />
      <v-text-field
        v-model="line.amount"
        :label="`Amount, line ${i + 1}`"
        placeholder="the rest"
        hide-details
        class="amount"
        autocomplete="off"
      />
      <v-text-field
        v-model="line.memo"
        :label="`Memo, line ${i + 1}`"
        maxlength="80"
        hide-details
        autocomplete="off"
        class="for"
      />
      <v-text-field
        v-model="line.tag"
        :label="`Job, line ${i + 1}`"
        maxlength="30"
        hide-details
        autocomplete="off"
        class="job"
      />
      <v-btn variant="text" class="out" :aria-label="`Remove line ${i + 1}`" @click="out(i)">Remove</v-btn>
    </div>
    <p v-if="faults.length" class="text-error small" role="alert">{{ faults[0] }}</p>
    <p v-if="lines.length" class="small quiet">
      An amount can be a figure, a share such as 40%, or a calculation such as 3 x 12.50. Leave one line blank
      to give it the rest.
    </p>
  </div>
</template>

<style scoped>
.lines {
  display: grid;
  gap: var(--space-2);
}
.line {
  display: grid;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  gap: var(--space-2);
  padding-bottom: 10px;
  border-bottom: 1px solid rgba(var(--v-theme-on-surface), 0.12);
}
.account {
  grid-column: span 7;
}
.amount,
.job {
  grid-column: span 5;
}
.for {
  grid-column: span 5;
}
.out {
  grid-column: span 2;
  height: auto;
  min-width: 0;
  padding: 0 6px;
}
.amount :deep(input) {
  text-align: right;
  font-weight: 600;
}
.small {
  font-size: var(--text-small);
}
@media (max-width: 30em) {
  .account,
  .amount,
  .for {
    grid-column: span 12;
  }
  .job {
    grid-column: span 10;
  }
}
</style>
