<script setup lang="ts">
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'

/** A sheet as it will come out: the same drawing that makes the PDF. */
const props = defineProps<{
  layout: Layout
  stock: Stock
  account: AccountFacts
  checks: readonly (CheckFacts | null)[]
  notes?: boolean
}>()
const set = computed(() => sheetSvg(props.layout, props.stock, props.account, props.checks))
</script>

<template>
  <div>
    <!-- eslint-disable-next-line vue/no-v-html -- our own renderer, every text escaped -->
    <div class="sheet" data-test="sheet" v-html="set.svg" />
    <NoteList v-if="notes && set.notes.length" :notes="set.notes" class="mt-3" />
  </div>
</template>
