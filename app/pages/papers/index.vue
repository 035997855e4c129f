<script setup lang="ts">
import { isFor, type LayoutRow } from '#core/paper/versions'
import { faultLine, readJson } from '#core/exchange/fault'
import { layoutSchema, type Layout } from '#core/paper/layout'
import { startingLayout } from '#core/paper/startingLayout'
import { checkSize, checksPerSheet, stockSchema, type Stock } from '#core/paper/stock'
import { countries, countryNames, type Country } from '#core/base/country'
import { formatLength } from '#core/paper/length'
import { saveText } from '~/data/papers'
import { readAccounts, readCompanies, readLibrary } from '~/data/reads'
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

const guiding = ref(false)
const making = ref<Stock>()
const country = ref<Country>('US')
const code = ref('')
const name = ref('')
const { busy, fault: refused, act, clear } = useAct()
const blank = ref('')
const fault = computed(() => blank.value || refused.value)
const faults = ref<string[]>([])

function startFrom(stock: Stock) {
  making.value = stock
  name.value = stock.name.replace(/, (blank|preprinted)$/, '')
  code.value = ''
  blank.value = ''
  clear()
}
async function makeLayout() {
  const stock = making.value
  if (!stock) return
  const key = `own-${crypto.randomUUID().slice(0, 8)}`
  blank.value = !code.value.trim() || !name.value.trim() ? 'a layout needs a code and a name' : ''
  if (blank.value) return
  const layout = {
    ...startingLayout(stock, country.value, {
      id: key,
      code: code.value.trim().slice(0, 12),
      name: name.value.trim(),
    }),
    unit: office.unit,
  }
  if (!(await act('saveLayout', { key: layout.id, layout, from: 0, owns: [] }))?.ok) return
  making.value = undefined
  await navigateTo(`/papers/layout/${key}`)
}

async function importFile(file: File) {
  faults.value = []
  office.said = ''
  const text = await file.text()
  const format = /"format"\s*:\s*"violet-lane\/(layout|stock)"/.exec(text)?.[1]
  if (!format) {
    faults.value = [
      `${file.name}: not a layout or stock file of Violet Lane: its “format” should be violet-lane/layout or violet-lane/stock`,
    ]
    return
  }
  if (format === 'layout') {
    const read = readJson(text, layoutSchema)
    if (!read.ok) {
      faults.value = read.faults.slice(0, 12).map(f => faultLine(file.name, f))
      return
    }
    const known =
      layouts.value.find(r => r.key === read.value.id) ??
      layouts.value.find(r => r.layout.code.toLowerCase() === read.value.code.toLowerCase())
    if (known) {
      taking.value = { layout: read.value, known, file: file.name }
      otherCode.value = freeCode(read.value.code)
      clear()
    } else await takeLayout(read.value, 0, file.name)
  } else {
    const read = readJson(text, stockSchema)
    if (!read.ok) {
      faults.value = read.faults.slice(0, 12).map(f => faultLine(file.name, f))
      return
    }
    const done = await act('saveStock', { stock: read.value })
    if (!done) return
    if (!done.ok) {
      faults.value = [`${file.name}: ${done.refusal.text}`]
      return
    }
    office.said = `Stock “${read.value.name}” is in, as version ${done.value.stocks[0]?.revision}.`
  }
}
// A layout whose code is known here asks what it is to be: a new version of that one, one more under another
// code, or nothing.
const taking = shallowRef<{ layout: Layout; known: LayoutRow; file: string }>()
const otherCode = ref('')
const asking = computed({
  get: () => taking.value !== undefined,
  set: on => {
    if (!on) taking.value = undefined
  },
})
function freeCode(code: string): string {
  const taken = new Set(layouts.value.map(r => r.layout.code.toLowerCase()))
  for (let n = 2; ; n++)
    if (!taken.has(`${code.slice(0, 9)}-${n}`.toLowerCase())) return `${code.slice(0, 9)}-${n}`
}
async function takeLayout(layout: Layout, from: number, file: string) {
  const done = await act('saveLayout', { key: layout.id, layout, from, owns: [] })
  if (!done) return
  if (!done.ok) {
    faults.value = [`${file}: ${done.refusal.text}`]
    return
  }
  taking.value = undefined
  office.said = `Layout ${layout.code} is in, as version ${done.value.layouts[0]?.revision}.`
}
async function takeAs(what: 'version' | 'another') {
  const of = taking.value
  if (!of) return
  if (what === 'version')
    await takeLayout(
      { ...of.layout, id: of.known.key, code: of.known.layout.code },
      of.known.revision,
      of.file,
    )
  else
    await takeLayout(
      {
        ...of.layout,
        id: `own-${crypto.randomUUID().slice(0, 8)}`,
        code: otherCode.value.trim().slice(0, 12),
      },
      0,
      of.file,
    )
}
const exportStock = (stock: Stock): void =>
  saveText(`${JSON.stringify(stock, null, 1)}\n`, `${stock.id}.stock.json`, 'application/json')
</script>

<template>
  <div class="page">
    <PageHead title="Stocks & layouts">
      <FileDrop
        label="Take in a file"
        kinds="A layout or a stock as JSON"
        accept="application/json,.json"
        :most="20"
        slim
        data-test="import"
        @take="importFile"
      />
      <v-btn data-test="guide-open" @click="guiding = true"> Which stock is mine? </v-btn>
      <v-btn to="/papers/stock/new"> A stock of my own </v-btn>
    </PageHead>
    <v-alert
      v-if="faults.length"
      type="error"
      variant="tonal"
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
            <tr v-for="r in sortedLayouts" :key="r.key">
              <td class="code">
                <strong>{{ r.layout.code }}</strong>
              </td>
              <td>{{ r.layout.name }}</td>
              <td class="quiet">{{ r.layout.purpose }}</td>
              <td class="quiet">{{ stockName(r.layout.stock) }}</td>
              <td class="quiet">{{ forWhom(r.layout) }}</td>
              <td>{{ usedBy(r.key, 'layoutId') }}</td>
              <td class="num">
                <NuxtLink
                  v-if="r.revision > 1"
                  :to="`/papers/compare?layout=${r.key}`"
                  :aria-label="`Compare versions of ${r.layout.code}`"
                  >{{ r.revision }}, compare</NuxtLink
                ><template v-else>{{ r.revision }}</template>
              </td>
              <td class="num">
                <v-btn
                  size="small"
                  :to="`/papers/layout/${r.key}`"
                  :aria-label="`Light table of ${r.layout.code}`"
                >
                  Light table
                </v-btn>
              </td>
            </tr>
          </tbody>
        </table>
      </v-card>
      <h2 class="mb-2">Stocks</h2>
      <div class="stocks" data-test="stocks">
        <v-card v-for="r in stocks" :key="r.key" class="stock">
          <StockPicture :stock="r.stock" />
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
              <v-btn size="x-small" :to="`/papers/stock/${r.key}`" :aria-label="`Change ${r.stock.name}`"
                >Change</v-btn
              >
              <v-btn size="x-small" :aria-label="`New layout for ${r.stock.name}`" @click="startFrom(r.stock)"
                >New layout</v-btn
              >
              <v-btn
                size="x-small"
                variant="text"
                :aria-label="`Save ${r.stock.name} as file`"
                @click="exportStock(r.stock)"
                >Save as file</v-btn
              >
            </span>
          </div>
        </v-card>
      </div>
    </div>
    <StockGuide v-model="guiding" @choose="startFrom" />
    <AskDialog
      :model-value="making !== undefined"
      :title="`A layout for ${making?.name}`"
      verb="To the Light table"
      :ready="making !== undefined"
      @update:model-value="making = undefined"
      @go="makeLayout"
    >
      <v-select
        v-model="country"
        label="Customs of"
        :items="countries.map(c => ({ title: countryNames[c], value: c }))"
        hide-details
      />
      <v-text-field
        v-model="code"
        label="Short code"
        maxlength="12"
        autofocus
        hide-details
        data-test="new-code"
      />
      <v-text-field v-model="name" label="Name" maxlength="80" :error-messages="fault" />
    </AskDialog>
    <AskDialog
      v-if="taking"
      v-model="asking"
      :title="`The code ${taking.layout.code} is here already`"
      verb="Take it as another layout"
      :ready="otherCode.trim() !== ''"
      :busy="busy"
      :fault="refused"
      @go="takeAs('another')"
    >
      <p>
        “{{ taking.known.layout.name }}”, {{ taking.known.layout.code }}, stands here at version
        {{ taking.known.revision }}. The file {{ taking.file }} can become its next version, or a layout of
        its own under another code.
      </p>
      <v-btn :loading="busy" data-test="take-version" @click="takeAs('version')">
        Take it as version {{ taking.known.revision + 1 }} of {{ taking.known.layout.code }}
      </v-btn>
      <v-text-field
        v-model="otherCode"
        label="Code of another layout"
        maxlength="12"
        hide-details
        data-test="take-code"
      />
    </AskDialog>
  </div>
</template>

<style scoped>
.import input {
  max-width: 190px;
  font-size: 12px;
}
.code {
  white-space: nowrap;
}
.stocks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(310px, 1fr));
  gap: 14px;
  padding-bottom: 20px;
}
.stock {
  display: flex;
  gap: 16px;
  padding: 12px 14px;
}
.about {
  display: flex;
  flex-direction: column;
  gap: 4px;
  font-size: 13px;
  flex: 1;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: auto;
}
</style>
