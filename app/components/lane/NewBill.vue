<script setup lang="ts">
import type { NewBillForm } from '#core/payables/drawForm'
import { figures } from '#core/money/figures'
import type { Cents } from '#core/money/cents'

/** A bill that is taken in with the payment, and paid by it: all that is left besides other bills. */
defineProps<{ left: Cents; sign: string; faults: readonly string[]; twice: boolean }>()
const bill = defineModel<NewBillForm>({ required: true })
</script>

<template>
  <FormPart title="Bill taken in with it" data-field="newBill" data-test="new-bill">
    <div class="pair">
      <v-text-field
        v-model="bill.number"
        label="Bill number"
        maxlength="40"
        autocomplete="off"
        hide-details
        data-test="new-bill-number"
      />
      <v-text-field
        v-model="bill.date"
        label="Bill date"
        placeholder="as the payment"
        autocomplete="off"
        hide-details
      />
      <v-text-field
        v-model="bill.purchaseOrder"
        label="Purchase order"
        maxlength="40"
        autocomplete="off"
        hide-details
      />
      <v-text-field v-model="bill.memo" label="What it is for" maxlength="80" hide-details />
    </div>
    <v-text-field
      v-if="twice || bill.again"
      v-model="bill.again"
      label="Its number is here already: why it comes again"
      maxlength="80"
      class="mt-2"
      hide-details
      data-test="new-bill-again"
    />
    <p v-if="faults.length" class="text-error small mt-1" role="alert">{{ faults[0] }}</p>
    <div class="row">
      <span v-if="left"
        >For <strong>{{ figures(left, { sign }) }}</strong>, paid in full.</span
      >
      <span v-else>For what is left, as soon as the amount is typed.</span>
      <v-btn size="small" variant="text" @click="bill.on = false">Without a bill</v-btn>
    </div>
  </FormPart>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  gap: 8px 10px;
}
.small,
.row {
  font-size: 12.5px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 4px 8px;
  margin-top: 6px;
}
</style>
