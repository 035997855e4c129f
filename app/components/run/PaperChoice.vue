<script setup lang="ts">
import { bookName, type NumberBook } from '#core/numbers/book'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'

/** What a run goes on, by which layout, and where its numbers come from: for this run alone. */
const props = defineProps<{
  stock: Stock
  layout: Layout
  stocks: readonly Stock[]
  layouts: readonly Layout[]
  /** Number books of a run that is new; none: it has its book. */
  books: readonly NumberBook[]
  book: NumberBook | undefined
  account: string
}>()
const emit = defineEmits<{ stock: [id: string]; layout: [id: string]; book: [id: string] }>()
/** Layouts that are made for the stock come first. */
const ordered = computed(() => {
  const isMade = (l: Layout) => l.stock === props.stock.id
  return [...props.layouts.filter(isMade), ...props.layouts.filter(l => !isMade(l))]
})
</script>

<template>
  <div class="paper">
    <v-select
      :model-value="stock.id"
      :items="stocks.map(s => ({ title: s.name, value: s.id }))"
      label="Stock of this run"
      hide-details
      data-test="run-stock"
      @update:model-value="emit('stock', $event)"
    />
    <v-select
      :model-value="layout.id"
      :items="ordered.map(l => ({ title: `${l.code}, ${l.name}`, value: l.id }))"
      label="Layout of this run"
      hide-details
      data-test="run-layout"
      @update:model-value="emit('layout', $event)"
    />
    <v-select
      v-if="books.length > 1"
      :model-value="book?.id"
      :items="books.map(b => ({ title: bookName(b), value: b.id }))"
      label="Numbers from"
      hide-details
      data-test="new-run-book"
      @update:model-value="emit('book', $event)"
    />
    <p v-if="!book" class="text-error" role="alert" data-test="no-book">
      No number book of {{ account }} fits this stock.
      <NuxtLink to="/books">Add one under Number books</NuxtLink>
    </p>
  </div>
</template>

<style scoped>
.paper {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(220px, 100%), 1fr));
  gap: var(--space-2) var(--space-3);
  align-items: center;
  max-width: 57.5rem;
  margin: 6px 0 12px;
}
</style>
