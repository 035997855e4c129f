<script setup lang="ts">
import { figures } from '#core/money/figures'
import type { Balances } from '#core/ledger/balances'

/** Balances side by side: as they are, and as the act would leave them. */
const props = defineProps<{ before: Balances; after: Balances; sign: string }>()
const rows = computed(() =>
  (['book', 'committed', 'free'] as const).map(name => ({
    name: { book: 'Book', committed: 'Committed', free: 'Free' }[name],
    before: figures(props.before[name], { sign: props.sign }),
    after: figures(props.after[name], { sign: props.sign }),
    low: props.after[name] < 0,
  })),
)
</script>

<template>
  <table class="plain" data-test="balances">
    <thead>
      <tr>
        <th scope="col">Balance</th>
        <th scope="col" class="num">Now</th>
        <th scope="col" class="num">After</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.name">
        <td>{{ row.name }}</td>
        <td class="num">{{ row.before }}</td>
        <td class="num" :class="{ 'text-error': row.low }">{{ row.after }}</td>
      </tr>
    </tbody>
  </table>
</template>
