<script setup lang="ts">
import { formatDate } from '#core/base/dates'
import { idOf } from '#core/base/id'
import { correctionOf, deviationFrom, deviationMap, FROM_EDGE, fitMarks, noDeviation, worstCorner, type Deviation, type FitMark, type Measured } from '#core/fit/fit'
import { fitSheet } from '#core/fit/fitSheet'
import type { FitRow } from '#core/fit/printers'
import { newest } from '#core/library/library'
import { formatLength, parseLength } from '#core/paper/length'
import { sheetPdf } from '~/data/makePaper'
import { readFitFile, type FitScan } from '~/data/fitScan'
import { acts } from '~/data/office'
import { openPdf, savePdf } from '~/data/papers'
import { readAccounts, readLibrary } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'

const office = useOffice()
const library = useLive(readLibrary)
const accounts = useLive(readAccounts)
const stocks = computed(() => newest(library.value?.stocks ?? []).map(r => r.stock))
const stockId = ref('')
const stock = computed(() => stocks.value.find(s => s.id === stockId.value) ?? stocks.value.find(s => accounts.value?.some(a => a.account.stockId === s.id)) ?? stocks.value[0])
const { all, choices, chosen, choice, history, fit, choose } = usePrinterChoice(() => stock.value?.id)

const naming = ref(false)
const name = ref('')
const trays = ref('Tray 1')
const nameFault = ref('')
async function addPrinter() {
  const id = idOf<'printer'>(crypto.randomUUID())
  const done = await acts.addPrinter({ id, name: name.value, trays: trays.value.split(',') })
  nameFault.value = done.ok ? '' : done.refusal.text
  if (!done.ok) return
  naming.value = false
  choose(`${id}|${done.value.printers[0]?.trays[0]}`)
  name.value = ''
}

const busy = ref(false)
/** Prints the fit sheet: bare to find a fit, or through the one in use to confirm it. */
async function printSheet(through: FitRow | undefined, how: 'open' | 'save' = 'open') {
  if (!stock.value || !choice.value) return
  busy.value = true
  const said = { printer: choice.value.printer.name, tray: choice.value.tray, date: formatDate(localToday(), 'MMMM D, YYYY'), unit: office.unit, through: through ? 'printed through the fit in use' : 'printed without a fit' }
  const bytes = await sheetPdf(fitSheet(stock.value, said), 'Fit sheet', through ? correctionOf(through.deviation) : null)
  busy.value = false
  if (how === 'open') openPdf(bytes)
  else savePdf(bytes, 'fit-sheet.pdf')
  confirming.value = through !== undefined
}

// By ruler.
const confirming = ref(false)
const typed = ref<Record<FitMark, string>>({ A: '', B: '', C: '', D: '', E: '', F: '' })
const lit = ref<FitMark | ''>('')
const tried = ref(false)
const edges: Readonly<Record<FitMark, string>> = { A: 'upper edge', B: 'upper edge', C: 'left edge', D: 'left edge', E: 'right edge', F: 'lower edge' }
const lengths = computed(() => Object.fromEntries(fitMarks.map(m => [m, typed.value[m].trim() === '' ? undefined : parseLength(typed.value[m], office.unit, m, 0, 100)])))
const measured = computed<Measured>(() => Object.fromEntries(fitMarks.flatMap((m) => { const l = lengths.value[m]; return l?.ok ? [[m, l.value]] : [] })))
const found = computed(() => (stock.value && Object.keys(measured.value).length ? deviationFrom(measured.value, stock.value.sheet.w, stock.value.sheet.h) : undefined))
function faultOf(mark: FitMark): string {
  const l = lengths.value[mark]
  if (l && !l.ok) return l.refusal.text
  return (tried.value || measured.value[mark] !== undefined) && found.value && !found.value.ok && found.value.refusal.field === mark ? found.value.refusal.text : ''
}
// By scan: a picture of the fit sheet says it all at once.
const scan = shallowRef<FitScan>()
const scanFault = ref('')
function dropScan() {
  if (scan.value) URL.revokeObjectURL(scan.value.url)
  scan.value = undefined
  scanFault.value = ''
}
async function takeScan(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file || !stock.value) return
  dropScan()
  busy.value = true
  const read = await readFitFile(file, stock.value.sheet.w, stock.value.sheet.h)
  busy.value = false
  if (read.ok) scan.value = read.value
  else scanFault.value = read.refusal.text
}
onScopeDispose(dropScan)

/** What was found last: from the picture where there is one, else from the ruler. */
const result = computed(() => (scan.value ? { deviation: scan.value.reading.deviation, residual: scan.value.reading.uncertainty, how: 'by scan' as const } : found.value?.ok ? { ...found.value.value, how: 'by ruler' as const } : undefined))
const worst = computed(() => (result.value && stock.value ? worstCorner(deviationMap(result.value.deviation), stock.value.sheet.w, stock.value.sheet.h) : undefined))

const fault = ref('')
async function keep(deviation: Deviation, how: FitRow['how'], residual: number | null) {
  if (!choice.value || !stock.value) return
  const done = await acts.keepFit({ id: idOf(crypto.randomUUID()), printerId: choice.value.printer.id, tray: choice.value.tray, stockId: stock.value.id, deviation, how, residual })
  fault.value = done.ok ? '' : done.refusal.text
  if (!done.ok) return
  office.said = 'The fit is kept and in use.'
  typed.value = { A: '', B: '', C: '', D: '', E: '', F: '' }
  dropScan()
  tried.value = false
}
async function useMeasured() {
  tried.value = true
  if (!result.value) return
  if (confirming.value && fit.value && worst.value !== undefined) {
    const done = await acts.confirmFit(fit.value.id, Math.round(worst.value * 100) / 100)
    fault.value = done.ok ? '' : done.refusal.text
    if (done.ok) office.said = `Confirmed: the worst corner is ${formatLength(worst.value, office.unit)} off.`
    typed.value = { A: '', B: '', C: '', D: '', E: '', F: '' }
    dropScan()
    confirming.value = false
    return
  }
  await keep(result.value.deviation, result.value.how, result.value.residual)
}

// By hand: the printed parts are to move by so much.
const hand = computed(() => fit.value?.deviation ?? noDeviation)
const byHand = (x: number, y: number): Promise<void> => keep({ ...hand.value, shift: { x: Math.round((hand.value.shift.x - x) * 100) / 100, y: Math.round((hand.value.shift.y - y) * 100) / 100 } }, 'by hand', null)

const when = (row: FitRow): string => new Date(row.madeAt).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' })
const way = (mm: number, more: string, less: string): string => `${formatLength(Math.abs(mm), office.unit)} ${mm < 0 ? less : more}`
const size = (k: number, name: string): string => `${Math.abs((k - 1) * 100).toFixed(1)} % ${k < 1 ? 'smaller' : 'larger'} ${name}`
const said = (d: Deviation): string => [way(d.shift.x, 'too far right', 'too far left'), way(d.shift.y, 'too low', 'too high'), `turned ${Math.abs(d.turn).toFixed(2)}° ${d.turn < 0 ? 'against' : 'with'} the clock`, size(d.stretch.x, 'across'), size(d.stretch.y, 'down')].join(', ')
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Fit</h1>
      <v-btn-toggle v-model="office.unit" mandatory density="compact" variant="outlined" color="primary" aria-label="Unit">
        <v-btn value="in" size="small">
          in
        </v-btn><v-btn value="mm" size="small">
          mm
        </v-btn>
      </v-btn-toggle>
      <v-btn data-test="new-printer" @click="naming = true">
        Name a printer
      </v-btn>
    </div>
    <div v-if="library && all" class="scroll fits">
      <p v-if="!choices.length && !naming" class="quiet">
        Every printer shifts, stretches or turns the page a little, and each tray does so differently. <button type="button" class="link" @click="naming = true">
          Name your printer
        </button>, print its fit sheet on plain paper, and from then on everything lands where the layout says.
      </p>
      <v-card v-if="naming" class="box">
        <v-form class="row" @submit.prevent="addPrinter">
          <v-text-field v-model="name" label="Printer, as you call it" maxlength="60" autofocus :error-messages="nameFault" data-test="printer-name" />
          <v-text-field v-model="trays" label="Trays, with commas between" maxlength="120" hide-details />
          <v-btn type="submit" color="primary" variant="flat" data-test="printer-add">
            Take it in
          </v-btn>
          <v-btn variant="text" @click="naming = false">
            Not now
          </v-btn>
        </v-form>
      </v-card>
      <template v-if="choices.length && stock">
        <div class="row">
          <v-select :model-value="chosen" :items="choices" label="Printer and tray" hide-details class="pick" data-test="printer-choice" @update:model-value="choose" />
          <v-select :model-value="stock.id" :items="stocks.map(s => ({ title: s.name, value: s.id }))" label="Stock" hide-details class="pick wide" data-test="fit-stock" @update:model-value="stockId = $event" />
        </div>
        <v-alert v-if="fault" type="error" variant="tonal" density="compact" :text="fault" />
        <div v-if="choice" class="columns">
          <section aria-labelledby="find">
            <h2 id="find">
              {{ confirming ? 'Confirm the fit' : 'Find the fit' }}
            </h2>
            <p><strong>1.</strong> Put plain paper of the stock’s size into {{ choice.tray }} and print the fit sheet at actual size (100 %).</p>
            <div class="row">
              <v-btn :loading="busy" :variant="confirming ? 'tonal' : 'flat'" :color="confirming ? undefined : 'primary'" data-test="fit-sheet" @click="printSheet(undefined)">
                Fit sheet
              </v-btn>
              <v-btn v-if="fit" :disabled="busy" data-test="confirm-sheet" @click="printSheet(fit)">
                Fit sheet through this fit
              </v-btn>
              <v-btn variant="text" size="small" :disabled="busy" data-test="save-sheet" @click="printSheet(confirming ? fit : undefined, 'save')">
                Save it instead
              </v-btn>
            </div>
            <p><strong>2.</strong> Scan or photograph the whole sheet on something dark, with a rim of it all around, 150 dots to the inch or more:</p>
            <label class="file">PNG, JPEG or PDF <input type="file" accept="image/png,image/jpeg,application/pdf" data-test="fit-scan" @change="takeScan"></label>
            <p v-if="scanFault" class="text-error" role="alert">
              {{ scanFault }}
            </p>
            <p><strong>Or</strong> lay a ruler on it: how far is each lettered line from the paper’s edge? {{ formatLength(FROM_EDGE, office.unit) }} if the printer were exact. A and C give the shift, B or D the turn, E and F the stretch.</p>
            <v-form class="measure" @submit.prevent="useMeasured">
              <div class="marks">
                <v-text-field v-for="m in fitMarks" :key="m" v-model="typed[m]" :label="`${m}, from the ${edges[m]}`" :suffix="office.unit" :error-messages="faultOf(m)" :hide-details="!faultOf(m)" autocomplete="off" :data-test="`mark-${m}`" @focus="lit = m" @blur="lit = ''" />
              </div>
              <FitMarksPicture :stock="stock" :lit="lit" />
            </v-form>
          </section>
          <section aria-labelledby="result">
            <h2 id="result">
              {{ scan ? 'What the scan says' : result ? 'What the ruler says' : 'In use' }}
            </h2>
            <template v-if="result">
              <svg v-if="scan" class="scan" :viewBox="`0 0 ${scan.w} ${scan.h}`" role="img" aria-label="The scan with what was found on it" data-test="scan-found">
                <image :href="scan.url" :width="scan.w" :height="scan.h" />
                <polygon :points="scan.reading.corners.map(p => `${p.x},${p.y}`).join(' ')" :stroke-width="scan.w / 220" /><circle v-for="(m, i) in scan.reading.marks" :key="i" :cx="m.x" :cy="m.y" :r="scan.w / 42" :stroke-width="scan.w / 160" />
              </svg>
              <FitDeviationPicture v-else :stock="stock" :deviation="result.deviation" />
              <p data-test="found">
                Everything comes out {{ said(result.deviation) }}{{ scan ? `, found to ${scan.reading.uncertainty.toFixed(2)} mm` : '' }}.
              </p>
              <p v-if="!scan && result.residual > 0.6" class="text-warning">
                The distances disagree by {{ formatLength(result.residual, office.unit) }}: one of them may be misread.
              </p>
              <p v-if="confirming">
                Through the fit the worst corner is {{ formatLength(worst ?? 0, office.unit) }} off{{ fit?.residual !== null && fit?.residual !== undefined ? `; the fit was found to ${formatLength(fit.residual, office.unit)}` : '' }}.
              </p>
              <v-btn color="primary" variant="flat" data-test="keep-fit" @click="useMeasured">
                {{ confirming ? 'Take it down as confirmed' : 'Keep this fit' }}
              </v-btn>
            </template>
            <template v-else-if="fit">
              <FitDeviationPicture :stock="stock" :deviation="fit.deviation" />
              <p data-test="in-use">
                Corrects what comes out {{ said(fit.deviation) }}.
              </p>
              <p class="quiet">
                {{ fit.how }}, {{ when(fit) }}, {{ fit.by }}<template v-if="fit.confirmed !== null">
                  ; confirmed, worst corner {{ formatLength(fit.confirmed, office.unit) }} off
                </template>
              </p>
            </template>
            <p v-else class="quiet" data-test="in-use">
              There is no fit for this printer, tray and stock: pages go out as they are.
            </p>
            <h2>By hand</h2>
            <p class="quiet">
              Moves what is printed, 0.1 mm or 0.01 in at a time.
            </p>
            <div class="row hand">
              <v-btn v-for="[label, x, y] in ([['Left', -1, 0], ['Right', 1, 0], ['Up', 0, -1], ['Down', 0, 1]] as const)" :key="label" size="small" :data-test="`hand-${label.toLowerCase()}`" @click="byHand(x * (office.unit === 'mm' ? 0.1 : 0.254), y * (office.unit === 'mm' ? 0.1 : 0.254))">
                {{ label }}
              </v-btn>
            </div>
          </section>
        </div>
        <section v-if="history.length" aria-labelledby="old">
          <h2 id="old" class="mb-2">
            All fits of this printer, tray and stock
          </h2>
          <v-card>
            <table class="plain" data-test="fits">
              <thead>
                <tr><th scope="col">Made</th><th scope="col">How</th><th scope="col">Corrects</th><th scope="col" class="num">Residual</th><th scope="col" class="num">Confirmed</th><th scope="col"><span class="d-sr-only">Use</span></th></tr>
              </thead>
              <tbody>
                <tr v-for="(row, i) in history" :key="row.id">
                  <td>{{ when(row) }}</td><td>{{ row.how }}</td><td class="quiet">{{ said(row.deviation) }}</td><td class="num">{{ row.residual === null ? '' : formatLength(row.residual, office.unit) }}</td><td class="num">{{ row.confirmed === null ? '' : formatLength(row.confirmed, office.unit) }}</td>
                  <td class="num">
                    <span v-if="i === 0">in use</span><v-btn v-else size="x-small" @click="keep(row.deviation, 'earlier fit', row.residual)">
                      Use again
                    </v-btn>
                  </td>
                </tr>
              </tbody>
            </table>
          </v-card>
        </section>
      </template>
    </div>
  </div>
</template>

<style scoped>
.fits { display: flex; flex-direction: column; gap: 18px; padding: 4px 4px 24px 2px; }
.row { display: flex; gap: 12px; align-items: center; flex-wrap: wrap; }
.box { padding: 14px; } .box .row > * { flex: 0 1 260px; } .box .row > .v-btn { flex: none; }
.pick { max-width: 280px; } .wide { max-width: 420px; min-width: 320px; }
.columns { display: grid; grid-template-columns: minmax(0, 1.25fr) minmax(280px, 1fr); gap: 34px; }
section { display: flex; flex-direction: column; gap: 11px; align-items: flex-start; } section > .v-card { width: 100%; }

.scan { width: 240px; height: auto; border: 1px solid rgba(var(--v-theme-on-surface), 0.3); } .scan polygon { fill: none; stroke: #5a3ea0; } .scan circle { fill: none; stroke: #b0217f; }
.file { font-size: 12.5px; display: flex; gap: 10px; align-items: center; }
.measure { display: grid; grid-template-columns: minmax(200px, 1fr) auto; gap: 20px; width: 100%; align-items: start; }
.marks { display: grid; gap: 10px; }
.link { text-decoration: underline; color: rgb(var(--v-theme-primary)); }
</style>
