<script setup lang="ts">
import { figures } from '#core/money/figures'
import type { Payment } from '#core/payments/payment'
import { numbersOfRun, type Run } from '#core/runs/run'

/** What became of every number of a run that is counted off; only the rows in sight are drawn. */
const props = defineProps<{ run: Run; payments: readonly Payment[] }>()

const headers = [
  { title: 'Number', key: 'number' },
  { title: 'Payee', key: 'payee' },
  { title: 'Amount', key: 'amount', align: 'end' },
  { title: 'Came out', key: 'came' },
] as const
const rows = computed(() => {
  const paid = new Map<string, Payment>(props.payments.map(p => [p.id, p]))
  return numbersOfRun(props.run).map(u => {
    const payment = u.check && paid.get(u.check.paymentId)
    return {
      ...u,
      payee: u.check ? payment?.name : 'no check',
      amount: payment ? figures(payment.amount) : '',
    }
  })
})
const ROW = 36
/** As tall as its rows, and never taller than the window. */
const height = computed(() => `min(${rows.value.length * ROW + 50}px, 60dvh)`)
</script>

<template>
  <v-data-table-virtual
    :headers="headers"
    :items="rows"
    density="compact"
    fixed-header
    :height="height"
    :item-height="ROW"
    item-value="number"
    disable-sort
    data-test="outcomes"
  >
    <template #item.number="{ item }">
      {{ item.number }}<span v-if="item.check?.sentAs" class="quiet">, sent as {{ item.check.sentAs }}</span>
    </template>
    <template #item.came="{ item }">
      {{ item.came }}<span v-if="item.why" class="quiet">, {{ item.why }}</span>
    </template>
  </v-data-table-virtual>
</template>
