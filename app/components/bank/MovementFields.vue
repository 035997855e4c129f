<script setup lang="ts">
import { blankFormLine } from '#core/bills/formLines'
import type { useMovementForm } from '~/composables/bank/useMovementForm'

/** The fields of money that moved without a check. What a bank line says already is not asked. */
const props = defineProps<{ form: ReturnType<typeof useMovementForm>; fromLine?: boolean }>()
const { way, kind, amountText, dateText, text, party, reference, ledgerId, lines, toAccountId } = props.form
const { kinds, chosenKind, date, amount, direction, others, isTransfer, parts, hints, choices, sign } =
  props.form
const { at, faultsOf } = props.form
const shownKind = computed({
  get: () => chosenKind.value,
  set: value => {
    kind.value = value
  },
})
function splitIt() {
  lines.value = [
    { ...blankFormLine(), ledgerId: ledgerId.value },
    { ...blankFormLine(), ledgerId: null },
  ]
}
const lineFaults = computed(() =>
  parts.value && !parts.value.ok ? [parts.value.refusal.text] : at('ledger'),
)
</script>

<template>
  <v-radio-group v-if="!fromLine" v-model="way" inline hide-details density="compact" label="Direction">
    <v-radio value="in" label="Money in" />
    <v-radio value="out" label="Money out" data-test="movement-out" />
  </v-radio-group>
  <v-select v-model="shownKind" :items="kinds" label="Kind" hide-details data-test="movement-kind" />
  <div v-if="!fromLine" class="two">
    <v-text-field
      v-model="amountText"
      v-first
      label="Amount"
      inputmode="decimal"
      :prefix="sign"
      autocomplete="off"
      :hint="hints.amount"
      hide-details="auto"
      :error-messages="faultsOf(amountText, amount, 'amount')"
      data-test="movement-amount"
    />
    <v-text-field
      v-model="dateText"
      label="Date"
      placeholder="today"
      autocomplete="off"
      :hint="hints.date"
      persistent-hint
      hide-details="auto"
      :error-messages="faultsOf(dateText, date, 'date')"
      data-test="movement-date"
    />
  </div>
  <v-select
    v-if="isTransfer"
    v-model="toAccountId"
    :items="others.map(a => ({ title: a.name, value: a.id }))"
    :label="direction > 0 ? 'From account' : 'To account'"
    hide-details="auto"
    :error-messages="at('toAccount')"
    data-test="movement-account"
  />
  <template v-else-if="!lines.length">
    <v-select
      v-model="ledgerId"
      :items="choices"
      :label="direction > 0 ? 'Ledger account the money comes from' : 'Ledger account the money goes to'"
      hide-details="auto"
      :error-messages="at('ledger')"
      data-test="movement-ledger"
    />
    <div>
      <v-btn size="small" variant="text" @click="splitIt()">Split over several ledger accounts</v-btn>
    </div>
  </template>
  <template v-else>
    <LedgerLines v-model="lines" :choices="choices" :faults="lineFaults" />
    <div>
      <v-btn size="small" variant="text" @click="lines = [...lines, blankFormLine()]">Add line</v-btn>
    </div>
  </template>
  <v-text-field
    v-model="text"
    label="Description"
    maxlength="80"
    hide-details="auto"
    :error-messages="at('text')"
    data-test="movement-text"
  />
  <div class="two">
    <v-text-field
      v-model="party"
      :label="direction > 0 ? 'From (optional)' : 'To (optional)'"
      maxlength="80"
      hide-details="auto"
      :error-messages="at('party')"
    />
    <v-text-field
      v-model="reference"
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
  gap: var(--space-3);
}
</style>
