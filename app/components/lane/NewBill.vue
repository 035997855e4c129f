<script setup lang="ts">
import type { NewBillForm } from '#core/payments/drawForm'
import { figures } from '#core/money/figures'
import type { Cents } from '#core/money/cents'

/** A row of what the check is for: a bill that is entered with it, for an amount of its own, and paid by it. */
defineProps<{
  /** What it is for, as it was understood. */
  amount: Cents
  sign: string
  faults: readonly string[]
  twice: boolean
  /** Where it can go in the ledger; none: nobody is asked. */
  choices: readonly { readonly title: string; readonly value: string }[]
}>()
const bill = defineModel<NewBillForm>({ required: true })
const ledgerId = defineModel<string | null>('ledgerId', { required: true })
</script>

<template>
  <div class="row" data-field="newBill" data-test="new-bill">
    <v-text-field
      v-model="bill.number"
      v-first
      label="New bill number"
      maxlength="40"
      autocomplete="off"
      hide-details
      class="wide"
      data-test="new-bill-number"
    />
    <v-text-field
      v-model="bill.amount"
      label="Amount of the bill"
      placeholder="the rest"
      autocomplete="off"
      hide-details
      class="amount"
      data-test="new-bill-amount"
    />
    <v-select
      v-if="choices.length"
      v-model="ledgerId"
      :items="choices"
      label="Ledger account for the bill"
      hide-details
      class="wide"
      data-test="new-bill-ledger"
    />
    <v-text-field
      v-model="bill.date"
      label="Bill date"
      placeholder="same as the check"
      autocomplete="off"
      hide-details
      class="amount"
    />
    <v-text-field v-model="bill.memo" label="Memo of the bill" maxlength="80" hide-details class="wide" />
    <v-text-field
      v-model="bill.purchaseOrder"
      label="Purchase order"
      maxlength="40"
      autocomplete="off"
      hide-details
      class="amount"
    />
    <v-text-field
      v-if="twice || bill.again"
      v-model="bill.again"
      label="This number was already entered. Reason for entering it again"
      maxlength="80"
      hide-details
      class="whole"
      data-test="new-bill-again"
    />
    <p v-if="faults.length" class="text-error small whole" role="alert">{{ faults[0] }}</p>
    <div class="foot whole">
      <span
        >{{ bill.number || 'The new bill' }} <strong>{{ figures(amount, { sign }) }}</strong>, paid in
        full</span
      >
      <v-btn size="small" variant="text" @click="bill.on = false">Remove new bill</v-btn>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  gap: var(--space-2);
  padding: 8px 0 2px;
  margin-bottom: 10px;
  border-bottom: 1px solid rgba(var(--v-theme-on-surface), 0.12);
  align-items: stretch;
}
.wide {
  grid-column: span 7;
}
.amount {
  grid-column: span 5;
}
.whole {
  grid-column: span 12;
}
[data-test='new-bill-amount'] :deep(input) {
  text-align: right;
  font-weight: 600;
}
.small,
.foot {
  font-size: var(--text-small);
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: var(--space-1) var(--space-2);
}
@media (max-width: 30em) {
  .wide,
  .amount {
    grid-column: span 12;
  }
}
</style>
