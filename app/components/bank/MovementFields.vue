<script setup lang="ts">
import { blankFormLine } from '#core/bills/formLines'
import type { useMovementForm } from '~/composables/bank/useMovementForm'

/** The fields of money that moved without a check. What a bank line says already is not asked. */
const props = defineProps<{ form: ReturnType<typeof useMovementForm>; fromLine?: boolean }>()
const { typed, read, hints, others, choices, sign, at, faultsOf } = props.form
const kind = computed({
  get: () => read.value.kind,
  set: value => {
    typed.kind = value
  },
})
function splitIt() {
  typed.lines = [
    { ...blankFormLine(), ledgerId: typed.ledgerId },
    { ...blankFormLine(), ledgerId: null },
  ]
}
const lineFaults = computed(() => {
  const { parts } = read.value
  return parts && !parts.ok ? [parts.refusal.text] : at('ledger')
})
</script>

<template>
  <v-radio-group v-if="!fromLine" v-model="typed.way" inline hide-details density="compact" label="Direction">
    <v-radio value="in" label="Money in" />
    <v-radio value="out" label="Money out" data-test="movement-out" />
  </v-radio-group>
  <v-select v-model="kind" :items="read.kinds" label="Kind" hide-details data-test="movement-kind" />
  <div v-if="!fromLine" class="two">
    <v-text-field
      v-model="typed.amount"
      v-first
      label="Amount"
      inputmode="decimal"
      :prefix="sign"
      autocomplete="off"
      :hint="hints.amount"
      hide-details="auto"
      :error-messages="faultsOf('amount', read.amount)"
      data-test="movement-amount"
    />
    <v-text-field
      v-model="typed.date"
      label="Date"
      placeholder="today"
      autocomplete="off"
      :hint="hints.date"
      persistent-hint
      hide-details="auto"
      :error-messages="faultsOf('date', read.date)"
      data-test="movement-date"
    />
  </div>
  <v-select
    v-if="read.isTransfer"
    v-model="typed.toAccountId"
    :items="others.map(a => ({ title: a.name, value: a.id }))"
    :label="read.direction > 0 ? 'From account' : 'To account'"
    hide-details="auto"
    :error-messages="at('toAccount')"
    data-test="movement-account"
  />
  <template v-else-if="!typed.lines.length">
    <v-select
      v-model="typed.ledgerId"
      :items="choices"
      :label="read.direction > 0 ? 'Ledger account the money comes from' : 'Ledger account the money goes to'"
      hide-details="auto"
      :error-messages="at('ledger')"
      data-test="movement-ledger"
    />
    <div>
      <v-btn size="small" variant="text" @click="splitIt()">Split over several ledger accounts</v-btn>
    </div>
  </template>
  <template v-else>
    <LedgerLines v-model="typed.lines" :choices="choices" :faults="lineFaults" />
    <div>
      <v-btn size="small" variant="text" @click="typed.lines = [...typed.lines, blankFormLine()]"
        >Add line</v-btn
      >
    </div>
  </template>
  <v-text-field
    v-model="typed.text"
    label="Description"
    maxlength="80"
    hide-details="auto"
    :error-messages="at('text')"
    data-test="movement-text"
  />
  <div class="two">
    <v-text-field
      v-model="typed.party"
      :label="read.direction > 0 ? 'From (optional)' : 'To (optional)'"
      maxlength="80"
      hide-details="auto"
      :error-messages="at('party')"
    />
    <v-text-field
      v-model="typed.reference"
      label="Reference (optional)"
      maxlength="80"
      hide-details="auto"
      :error-messages="at('reference')"
    />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1.25fr;
  align-items: start;
  gap: var(--space-3);
}
</style>
