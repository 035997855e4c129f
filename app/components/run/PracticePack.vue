<script setup lang="ts">
import { checkNumber, type CheckNumber } from '#core/numbers/book'
import { packOrders, type Stock } from '#core/paper/stock'
import type { Pack, PressFault } from '#core/practice/press'

/**
 * The pack that really lies in the practice printer, and what is to go wrong: only for trying out, so it may
 * differ from what the run expects.
 */
const props = defineProps<{ stock: Stock; top: CheckNumber | null; firstPlace: number; sheets: number }>()
const emit = defineEmits<{
  set: [pack: Pack | undefined, faults: readonly PressFault[], seed: number | null]
}>()
const top = ref(props.top === null ? '' : String(props.top))
const sheets = ref(String(props.sheets + 20))
const order = ref(props.stock.packOrder)
const faults = ref<readonly PressFault[]>([])
const seed = ref<number | null>(null)
const topRead = computed(() => (props.stock.numbered ? checkNumber(top.value) : undefined))
const count = computed(() => (/^\d{1,4}$/.test(sheets.value.trim()) ? Number(sheets.value) : undefined))
const pack = computed<Pack | undefined>(() =>
  (topRead.value && !topRead.value.ok) || count.value === undefined
    ? undefined
    : {
        top: topRead.value?.ok ? topRead.value.value : null,
        order: order.value,
        sheets: count.value,
        firstPlace: props.firstPlace,
      },
)
watch([pack, faults, seed], () => emit('set', pack.value, faults.value, seed.value), { immediate: true })
</script>

<template>
  <details class="practice" data-test="practice-pack">
    <summary>Try out problems: set the pack and the faults of the practice printer</summary>
    <div class="inner">
      <div class="row">
        <v-text-field
          v-if="stock.numbered"
          v-model="top"
          label="Number on the top sheet"
          inputmode="numeric"
          :error="topRead && !topRead.ok"
          hide-details
          class="mid"
          data-test="practice-top"
        />
        <v-select
          v-if="stock.numbered"
          v-model="order"
          :items="[...packOrders]"
          label="Pack"
          hide-details
          class="mid"
        />
        <v-text-field
          v-model="sheets"
          label="Sheets loaded"
          inputmode="numeric"
          :error="count === undefined"
          hide-details
          class="mid"
          data-test="practice-sheets"
        />
      </div>
      <PracticeFaults v-model:faults="faults" v-model:seed="seed" />
    </div>
  </details>
</template>

<style scoped>
.practice {
  margin-top: 14px;
  max-width: 45rem;
}
.inner {
  display: grid;
  gap: var(--space-3);
  padding: 12px 0 2px;
}
.row {
  align-items: stretch;
}
.mid {
  max-width: 13.125rem;
  min-width: 170px;
}
</style>
