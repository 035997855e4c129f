<script setup lang="ts">
import { dayOfMoment, dayText } from '#core/base/dates'
import { compareLayouts } from '#core/paper/compare'
import { samplesOf } from '#core/payments/sampleChecks'
import { sampleAccounts } from '#core/accounts/sampleAccounts'
import { readAccounts } from '~/data/accounts/accountReads'
import { readLibrary, readVersions } from '~/data/layouts/library'
import { useOffice } from '~/stores/office'

const route = useRoute()
const office = useOffice()
const library = useLive(readLibrary)
const versions = useLive(
  () => readVersions(String(route.query.layout)),
  () => route.query.layout,
)
const accounts = useLive(readAccounts)
const rows = computed(() => versions.value ?? [])
const a = ref<number>()
const b = ref<number>()
watch(rows, list => {
  b.value ??= list.at(-1)?.revision
  a.value ??= list.at(-2)?.revision ?? list.at(-1)?.revision
})
const before = computed(() => rows.value.find(r => r.revision === a.value))
const after = computed(() => rows.value.find(r => r.revision === b.value))
const view = computed(
  () => accounts.value?.find(v => v.account.layoutId === route.query.layout) ?? accounts.value?.[0],
)
const facts = computed(() => view.value?.facts ?? sampleAccounts[0]!.facts)
const stock = computed(
  () =>
    library.value?.stocks.find(
      s =>
        s.key ===
        (view.value?.account.layoutId === route.query.layout
          ? view.value?.account.stockId
          : after.value?.layout.stock),
    )?.stock,
)
const check = samplesOf([], 1001, { secondAbove: null, prints: [] })[0]!.facts
const list = computed(() =>
  before.value && after.value ? compareLayouts(before.value.layout, after.value.layout, office.unit) : [],
)
const titles = computed(() =>
  rows.value.map(r => ({
    title: `Version ${r.revision}${r.savedAt ? `, ${dayText(dayOfMoment(r.savedAt))}, ${r.by}` : ', as shipped'}`,
    value: r.revision,
  })),
)
</script>

<template>
  <div class="page">
    <PageHead :title="`Compare versions of ${after?.layout.code}`">
      <v-btn variant="text" to="/papers"> Stocks & layouts </v-btn>
      <v-btn v-if="after" :to="`/papers/layout/${after.key}`"> Light table </v-btn>
    </PageHead>
    <div v-if="before && after && stock" class="halves scroll">
      <div>
        <v-select v-model="a" :items="titles" label="Before" hide-details class="mb-2" /><SheetView
          :layout="before.layout"
          :stock="stock"
          :account="facts"
          :checks="[check]"
        />
      </div>
      <div>
        <v-select v-model="b" :items="titles" label="After" hide-details class="mb-2" /><SheetView
          :layout="after.layout"
          :stock="stock"
          :account="facts"
          :checks="[check]"
        />
      </div>
      <section aria-label="Differences">
        <h2 class="mb-2">Differences</h2>
        <p v-if="!list.length" class="quiet">None. The two versions are the same.</p>
        <ul data-test="differences">
          <li v-for="(d, i) in list" :key="i">
            <strong>{{ d.name }}</strong> <span class="quiet">{{ d.field }}</span><br />{{ d.text }}
          </li>
        </ul>
      </section>
    </div>
    <p v-else-if="versions" class="quiet">This layout does not exist.</p>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(0, 1fr) minmax(0, 1fr) 250px;
  flex: none;
  padding: 6px 4px 16px 2px;
  align-content: start;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--space-2);
  font-size: var(--text-note);
}
</style>
