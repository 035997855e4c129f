<script setup lang="ts">
import { isFor } from '#core/paper/versions'
import type { Layout } from '#core/paper/layout'
import { checkSize, checksPerSheet, type Stock } from '#core/paper/stock'
import { formatLength } from '#core/paper/length'
import { saveText } from '~/data/files/fileOut'
import { readAccounts, readCompanies } from '~/data/accounts/accountReads'
import { readLibrary } from '~/data/layouts/library'
import { useOffice } from '~/stores/office'

const office = useOffice()
const library = useLive(readLibrary)
const accounts = useLive(readAccounts)
const companies = useLive(readCompanies)
const layouts = computed(() => library.value?.layouts ?? [])
const stocks = computed(() => library.value?.stocks ?? [])
const usedBy = (key: string, what: 'layoutId' | 'stockId'): string =>
  (accounts.value ?? [])
    .filter(a => a.account[what] === key)
    .map(a => a.account.name)
    .join(', ')
const sortedLayouts = computed(() =>
  [...layouts.value].sort(
    (a, b) => Number(usedBy(b.key, 'layoutId') !== '') - Number(usedBy(a.key, 'layoutId') !== ''),
  ),
)
const forWhom = (layout: Layout): string =>
  layout.companies.length
    ? (companies.value ?? [])
        .filter(c => isFor(layout, c.id))
        .map(c => c.name[0])
        .join(', ') || 'other companies'
    : 'all'
const stockName = (id: string): string => stocks.value.find(s => s.key === id)?.stock.name ?? id

/** So many are built in one go: the first layouts, then the others and the stocks. */
const [LAYOUTS_A_TURN, STOCKS_A_TURN] = [20, 6]
const turn = useTurns(() =>
  Math.max(layouts.value.length / LAYOUTS_A_TURN, 1 + stocks.value.length / STOCKS_A_TURN),
)
const guiding = ref(false)
const making = ref<Stock>()
const { faults, taking, takeFile } = useLayoutImport(() => layouts.value)
const exportStock = (stock: Stock): void =>
  saveText(`${JSON.stringify(stock, null, 1)}\n`, `${stock.id}.stock.json`, 'application/json')
</script>

<template>
  <div class="page">
    <PageHead title="Stocks & layouts">
      <FileDrop
        label="Import file"
        kinds="a layout or stock file (JSON)"
        accept="application/json,.json"
        :most="20"
        slim
        data-test="import"
        @take="takeFile"
      />
      <v-btn data-test="guide-open" @click="guiding = true"> Find my stock </v-btn>
      <v-btn to="/papers/stock/new"> Add stock </v-btn>
    </PageHead>
    <v-alert
      v-if="faults.length"
      density="default"
      type="error"
      class="mb-3"
      closable
      data-test="import-faults"
      @click:close="faults = []"
    >
      <div v-for="f in faults" :key="f">
        {{ f }}
      </div>
    </v-alert>
    <div v-if="library" class="scroll">
      <h2 class="mb-2">Layouts</h2>
      <v-card class="mb-6">
        <table class="plain" data-test="layouts">
          <thead>
            <tr>
              <th scope="col">Code</th>
              <th scope="col">Name</th>
              <th scope="col">Purpose</th>
              <th scope="col">Made for</th>
              <th scope="col">For</th>
              <th scope="col">Used by</th>
              <th scope="col" class="num">Version</th>
              <th scope="col"><span class="d-sr-only">Open</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in sortedLayouts.slice(0, turn * LAYOUTS_A_TURN)" :key="r.key">
              <td class="code">
                <strong>{{ r.layout.code }}</strong>
              </td>
              <td>{{ r.layout.name }}</td>
              <td class="quiet">{{ r.layout.purpose }}</td>
              <td class="quiet">{{ stockName(r.layout.stock) }}</td>
              <td class="quiet">{{ forWhom(r.layout) }}</td>
              <td>{{ usedBy(r.key, 'layoutId') }}</td>
              <td class="num">
                <a
                  v-if="r.revision > 1"
                  :href="`/papers/compare?layout=${r.key}`"
                  :aria-label="`Version ${r.revision}, compare: ${r.layout.code}`"
                  >{{ r.revision }}, compare</a
                ><template v-else>{{ r.revision }}</template>
              </td>
              <td class="num">
                <a
                  class="row-act"
                  :href="`/papers/layout/${r.key}`"
                  :aria-label="`Light table of ${r.layout.code}`"
                  >Light table</a
                >
              </td>
            </tr>
          </tbody>
        </table>
      </v-card>
      <h2 class="mb-2">Stocks</h2>
      <div class="stocks" data-test="stocks">
        <div v-for="r in stocks.slice(0, (turn - 1) * STOCKS_A_TURN)" :key="r.key" class="stock plain-card">
          <PapersStockPicture :stock="r.stock" />
          <div class="about">
            <strong>{{ r.stock.name }}</strong>
            <span class="quiet"
              >{{ formatLength(r.stock.sheet.w, office.unit) }} x
              {{ formatLength(r.stock.sheet.h, office.unit) }}, {{ checksPerSheet(r.stock) }}
              {{ checksPerSheet(r.stock) === 1 ? 'check' : 'checks' }} of
              {{ formatLength(checkSize(r.stock).w, office.unit) }} x
              {{ formatLength(checkSize(r.stock).h, office.unit)
              }}{{ r.revision > 1 ? `, version ${r.revision}` : '' }}</span
            >
            <span v-if="usedBy(r.key, 'stockId')" class="quiet">Used by {{ usedBy(r.key, 'stockId') }}</span>
            <span class="acts">
              <a class="row-act" :href="`/papers/stock/${r.key}`" :aria-label="`Edit ${r.stock.name}`"
                >Edit</a
              >
              <button
                type="button"
                class="row-act"
                :aria-label="`New layout for ${r.stock.name}`"
                @click="making = r.stock"
              >
                New layout
              </button>
              <button
                type="button"
                class="row-act slight"
                :aria-label="`Export ${r.stock.name}`"
                @click="exportStock(r.stock)"
              >
                Export
              </button>
            </span>
          </div>
        </div>
      </div>
    </div>
    <PapersStockGuide v-model="guiding" @choose="making = $event" />
    <PapersMakeLayout v-if="making" :stock="making" @leave="making = undefined" />
    <PapersImportLayout v-if="taking" :taking="taking" :layouts="layouts" @leave="taking = undefined" />
  </div>
</template>

<style scoped>
.code {
  white-space: nowrap;
}
.stocks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(19.375rem, 1fr));
  gap: var(--space-3);
  padding-bottom: 20px;
}
.stock {
  display: flex;
  gap: var(--space-4);
  padding: 12px 14px;
}
.about {
  display: flex;
  flex-direction: column;
  gap: var(--space-1);
  font-size: var(--text-note);
  flex: 1;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  margin-top: auto;
}
/* Three of them stand on one line of a narrow card. */
.acts .row-act {
  min-width: 0;
  padding: 0 7px;
}
</style>
