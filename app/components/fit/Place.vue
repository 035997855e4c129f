<script setup lang="ts">
import { formatDate } from '#core/base/dates'
import { idOf } from '#core/base/id'
import {
  correctionOf,
  deviationFrom,
  deviationMap,
  FROM_EDGE,
  fitMarks,
  noDeviation,
  worstCorner,
  type Deviation,
  type FitMark,
  type Measured,
} from '#core/fit/fit'
import { copySheet, fitSheet } from '#core/fit/fitSheet'
import { practicePrinterId, type FitRow, type Printer } from '#core/fit/printers'
import { formatLength, formatOff, parseLength } from '#core/paper/length'
import { startingLayout } from '#core/paper/startingLayout'
import type { Stock } from '#core/paper/stock'
import { sheetPdf } from '~/data/makePaper'
import { readCheckFile, readFitFile, type FitScan } from '~/data/fitScan'
import { drawingOfSheet, openWindow, savePdf } from '~/data/papers'
import { readAccounts, readFit, readPrintedOn, type PrintedCheck } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'
import { practiceScan } from '~/data/practicePrinter'

const props = defineProps<{
  stock: Stock
  printer: Printer
  tray: string
  fit: FitRow | undefined
  history: readonly FitRow[]
}>()
const office = useOffice()
const accounts = useLive(readAccounts)
const printed = useLive(
  () => readPrintedOn(props.stock.id),
  () => props.stock.id,
)
const practice = computed(() => props.printer.id === practicePrinterId)

const busy = ref('')
const fault = ref('')
/** A sheet that lies in the tray of the practice printer. */
const lying = ref('')
const practicePrinting = usePracticePrinting()

/**
 * Prints a form of the fit sheet: bare to find a fit, through the one in use to confirm it, or for a
 * photocopy of the stock.
 */
async function printSheet(form: 'bare' | 'through' | 'copy', how: 'print' | 'save' = 'print') {
  if (busy.value) return
  const window = how === 'print' && !practice.value ? openWindow() : undefined
  const through = form === 'bare' ? undefined : props.fit
  const said = {
    printer: props.printer.name,
    tray: props.tray,
    date: formatDate(localToday(), 'MMMM D, YYYY'),
    unit: office.unit,
    through: through ? 'printed through the fit in use' : 'printed without a fit',
  }
  const layout =
    accounts.value?.find(a => a.stock.id === props.stock.id)?.layout ??
    startingLayout(props.stock, 'US', { id: 'copy', code: 'COPY', name: 'Copy' })
  busy.value = 'Making the sheet'
  fault.value = ''
  lying.value = ''
  const bytes = await sheetPdf(
    form === 'copy' ? copySheet(props.stock, layout, said) : fitSheet(props.stock, said),
    'Fit sheet',
    through ? correctionOf(through.deviation) : null,
  )
  if (how === 'save') savePdf(bytes, 'fit-sheet.pdf')
  else if (practice.value) {
    busy.value = 'The practice printer is printing'
    const done = await practicePrinting.plain(bytes, props.stock, props.tray, 'Fit sheet')
    if (done.ok) lying.value = done.value
    else fault.value = done.refusal.text
  } else window?.show(bytes, 'fit-sheet.pdf')
  busy.value = ''
  if (form !== 'copy') confirming.value = form === 'through'
}

const { act } = useAct()
const confirming = ref(false)
const way = ref<'scan' | 'ruler' | 'check'>('scan')

// By ruler.
const none = (): Record<FitMark, string> => ({ A: '', B: '', C: '', D: '', E: '', F: '' })
const typed = ref(none())
const lit = ref<FitMark | ''>('')
const tried = ref(false)
const edges: Readonly<Record<FitMark, string>> = {
  A: 'upper edge',
  B: 'upper edge',
  C: 'left edge',
  D: 'left edge',
  E: 'right edge',
  F: 'lower edge',
}
const lengths = computed(() =>
  Object.fromEntries(
    fitMarks.map(m => [
      m,
      typed.value[m].trim() === '' ? undefined : parseLength(typed.value[m], office.unit, m, 0, 100),
    ]),
  ),
)
const measured = computed<Measured>(() =>
  Object.fromEntries(
    fitMarks.flatMap(m => {
      const l = lengths.value[m]
      return l?.ok ? [[m, l.value]] : []
    }),
  ),
)
const found = computed(() =>
  Object.keys(measured.value).length
    ? deviationFrom(measured.value, props.stock.sheet.w, props.stock.sheet.h)
    : undefined,
)
function faultOf(mark: FitMark): string {
  const l = lengths.value[mark]
  if (l && !l.ok) return l.refusal.text
  return (tried.value || measured.value[mark] !== undefined) &&
    found.value &&
    !found.value.ok &&
    found.value.refusal.field === mark
    ? found.value.refusal.text
    : ''
}

// By a picture: of the fit sheet, or of a check that was printed.
const scan = shallowRef<FitScan>()
const fromCheck = ref(false)
const check = ref<string>()
const chosenCheck = computed(() => printed.value?.find(c => String(c.number) === check.value))
function dropScan() {
  if (scan.value) URL.revokeObjectURL(scan.value.url)
  scan.value = undefined
  fault.value = ''
}
async function read(file: Blob, of: PrintedCheck | undefined) {
  dropScan()
  const onStage = (stage: string): void => {
    busy.value = stage
  }
  busy.value = 'Opening the picture'
  const { stock } = props
  const drawing = of && (await drawingOfSheet(of.run, of.sheet))
  const done = drawing
    ? await readCheckFile(file, drawing, (await readFit(of?.run.printing?.fitId))?.deviation ?? null, onStage)
    : await readFitFile(file, stock.sheet, stock.id, onStage)
  busy.value = ''
  fromCheck.value = drawing !== undefined
  if (done.ok) scan.value = done.value
  else fault.value = done.refusal.text
}
async function takeFile(file: File) {
  await read(file, way.value === 'check' ? chosenCheck.value : undefined)
}
async function scanPractice() {
  busy.value = 'Scanning'
  const picture = await practiceScan(lying.value, 1, 200)
  busy.value = ''
  if (picture.ok) await read(picture.value, undefined)
  else fault.value = picture.refusal.text
}
onScopeDispose(dropScan)
watch(
  () => [props.stock.id, props.printer.id, props.tray],
  () => {
    dropScan()
    typed.value = none()
    lying.value = ''
    confirming.value = false
  },
)

/** What was found last: from the picture where there is one, else from the ruler. */
const result = computed(() =>
  scan.value
    ? {
        deviation: scan.value.reading.deviation,
        residual: scan.value.reading.uncertainty,
        how: fromCheck.value ? ('from a check' as const) : ('by scan' as const),
      }
    : found.value?.ok
      ? { ...found.value.value, how: 'by ruler' as const }
      : undefined,
)
const worst = computed(() =>
  result.value
    ? worstCorner(deviationMap(result.value.deviation), props.stock.sheet.w, props.stock.sheet.h)
    : undefined,
)
const confirms = computed(() => confirming.value && props.fit !== undefined && !fromCheck.value)

async function keep(deviation: Deviation, how: FitRow['how'], residual: number | null) {
  fault.value = ''
  const done = await act('keepFit', {
    fit: {
      id: idOf<'fit'>(crypto.randomUUID()),
      printerId: props.printer.id,
      tray: props.tray,
      stockId: props.stock.id,
      deviation,
      how,
      residual,
    },
  })
  if (done && !done.ok) fault.value = done.refusal.text
  if (!done?.ok) return
  office.said = 'The fit is kept and in use.'
  // Next it is confirmed by a sheet printed through it.
  focusSoon('[data-test="confirm-sheet"]')
  typed.value = none()
  dropScan()
  tried.value = false
  lying.value = ''
}
async function useMeasured() {
  tried.value = true
  if (!result.value) return
  if (confirms.value && props.fit && worst.value !== undefined) {
    const [id, off] = [props.fit.id, Math.round(worst.value * 100) / 100]
    const done = await act('confirmFit', { fitId: id, worst: off })
    if (!done) return
    if (done.ok) office.said = `Confirmed: the worst corner is ${formatOff(worst.value, office.unit)} off.`
    typed.value = none()
    dropScan()
    fault.value = done.ok ? '' : done.refusal.text
    confirming.value = false
    lying.value = ''
    return
  }
  await keep(result.value.deviation, result.value.how, result.value.residual)
}

// By hand: the printed parts are to move by so much.
const hand = computed(() => props.fit?.deviation ?? noDeviation)
const byHand = (x: number, y: number): Promise<void> =>
  keep(
    {
      ...hand.value,
      shift: {
        x: Math.round((hand.value.shift.x - x) * 100) / 100,
        y: Math.round((hand.value.shift.y - y) * 100) / 100,
      },
    },
    'by hand',
    null,
  )

const when = (row: FitRow): string =>
  new Date(row.madeAt).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' })
const off = (mm: number, more: string, less: string): string =>
  `${formatOff(Math.abs(mm), office.unit)} ${mm < 0 ? less : more}`
const size = (k: number, name: string): string =>
  `${Math.abs((k - 1) * 100).toFixed(1)} % ${k < 1 ? 'smaller' : 'larger'} ${name}`
const said = (d: Deviation): string =>
  [
    off(d.shift.x, 'too far right', 'too far left'),
    off(d.shift.y, 'too low', 'too high'),
    `turned ${Math.abs(d.turn).toFixed(2)}° ${d.turn < 0 ? 'against' : 'with'} the clock`,
    size(d.stretch.x, 'across'),
    size(d.stretch.y, 'down'),
  ].join(', ')
</script>

<template>
  <div class="place">
    <div class="columns">
      <section aria-labelledby="find">
        <h2 id="find">
          {{ confirming ? 'Confirm the fit' : 'Find the fit' }}
        </h2>
        <p>
          <strong>1.</strong> Put plain paper of the stock’s size into {{ tray }} and print the fit sheet at
          actual size (100 %).
        </p>
        <div class="row">
          <v-btn
            :disabled="!!busy"
            :variant="fit ? 'tonal' : 'flat'"
            :color="fit ? undefined : 'primary'"
            data-test="fit-sheet"
            @click="printSheet('bare')"
          >
            Fit sheet
          </v-btn>
          <v-btn
            v-if="fit"
            :disabled="!!busy"
            :variant="confirming ? 'tonal' : 'flat'"
            :color="confirming ? undefined : 'primary'"
            data-test="confirm-sheet"
            @click="printSheet('through')"
          >
            Fit sheet through this fit
          </v-btn>
          <v-btn
            variant="text"
            size="small"
            :disabled="!!busy"
            data-test="save-sheet"
            @click="printSheet(confirming ? 'through' : 'bare', 'save')"
          >
            Save it instead
          </v-btn>
          <v-btn
            variant="text"
            size="small"
            :disabled="!!busy"
            data-test="copy-sheet"
            @click="printSheet('copy')"
          >
            For a photocopy of the stock
          </v-btn>
        </div>
        <p><strong>2.</strong> Say where the marks came out:</p>
        <v-btn-toggle
          v-model="way"
          mandatory
          density="compact"
          variant="outlined"
          color="primary"
          aria-label="How the fit is found"
        >
          <v-btn value="scan" size="small" data-test="way-scan"> By scan </v-btn
          ><v-btn value="ruler" size="small" data-test="way-ruler"> By ruler </v-btn
          ><v-btn value="check" size="small" data-test="way-check"> From a printed check </v-btn>
        </v-btn-toggle>
        <template v-if="way === 'scan'">
          <p v-if="practice && lying" class="row">
            The sheet lies in the practice printer.
            <v-btn
              size="small"
              color="primary"
              variant="flat"
              :disabled="!!busy"
              data-test="practice-scan"
              @click="scanPractice"
            >
              Scan it
            </v-btn>
          </p>
          <p>
            Scan or photograph the whole sheet on something dark, with a rim of it all around, 150 dots to the
            inch or more.
          </p>
          <FileDrop
            label="The scan"
            kinds="PNG, JPEG or PDF"
            accept="image/png,image/jpeg,application/pdf"
            :disabled="!!busy"
            data-test="fit-scan"
            @take="takeFile"
          />
        </template>
        <template v-else-if="way === 'check'">
          <p v-if="!printed?.length" class="quiet">No check was printed on this stock yet.</p>
          <template v-else>
            <v-select
              v-model="check"
              :items="printed.map(c => ({ title: `${c.number}, ${c.payee}`, value: String(c.number) }))"
              label="Check in hand"
              hide-details
              class="pick"
              data-test="check-in-hand"
            />
            <p>
              Scan its whole sheet, before anything is torn off, on something dark with a rim all around. Its
              MICR line and its printed fields are compared with where they were meant to be.
            </p>
            <FileDrop
              label="The scan"
              kinds="PNG, JPEG or PDF"
              accept="image/png,image/jpeg,application/pdf"
              :disabled="!!busy || !chosenCheck"
              data-test="check-scan"
              @take="takeFile"
            />
          </template>
        </template>
        <template v-else>
          <p>
            How far is each lettered line from the paper’s edge? {{ formatLength(FROM_EDGE, office.unit) }} if
            the printer were exact. A and C give the shift, B or D the turn, E and F the stretch.
          </p>
          <v-form class="measure" @submit.prevent="useMeasured">
            <div class="marks">
              <v-text-field
                v-for="m in fitMarks"
                :key="m"
                v-model="typed[m]"
                :label="`${m}, from the ${edges[m]}`"
                :suffix="office.unit"
                :error-messages="faultOf(m)"
                :hide-details="!faultOf(m)"
                autocomplete="off"
                :data-test="`mark-${m}`"
                @focus="lit = m"
                @blur="lit = ''"
              />
            </div>
            <FitMarksPicture :stock="stock" :lit="lit" />
          </v-form>
        </template>
        <FitProgress :busy="busy" :fault="fault" />
      </section>
      <section aria-labelledby="result">
        <h2 id="result">
          {{ scan ? 'What the scan says' : result ? 'What the ruler says' : 'In use' }}
        </h2>
        <template v-if="result">
          <svg
            v-if="scan"
            class="scan"
            :viewBox="`0 0 ${scan.w} ${scan.h}`"
            role="img"
            aria-label="The scan with what was found on it"
            data-test="scan-found"
          >
            <image :href="scan.url" :width="scan.w" :height="scan.h" />
            <polygon
              :points="scan.reading.corners.map(p => `${p.x},${p.y}`).join(' ')"
              :stroke-width="scan.w / 220"
            />
            <circle
              v-for="(m, i) in scan.reading.marks"
              :key="i"
              :cx="m.x"
              :cy="m.y"
              :r="scan.w / 42"
              :stroke-width="scan.w / 160"
            />
          </svg>
          <FitDeviationPicture v-else :stock="stock" :deviation="result.deviation" />
          <p data-test="found">
            Everything comes out {{ said(result.deviation)
            }}{{ scan ? `, found to ${formatOff(scan.reading.uncertainty, office.unit)}` : '' }}.
          </p>
          <p v-if="scan?.reading.remaining !== undefined">
            Through the fit it went, the worst corner was still
            {{ formatOff(scan.reading.remaining, office.unit) }} off.
          </p>
          <p v-if="!scan && result.residual > 0.6" class="text-warning">
            The distances disagree by {{ formatOff(result.residual, office.unit) }}: one of them may be
            misread.
          </p>
          <table v-if="confirms" class="plain" data-test="beside">
            <thead>
              <tr>
                <th scope="col">Worst corner off</th>
                <th scope="col" class="num">Without the fit</th>
                <th scope="col" class="num">Through it</th>
              </tr>
            </thead>
            <tbody>
              <tr>
                <td>{{ tray }}</td>
                <td class="num">
                  {{
                    formatOff(
                      worstCorner(deviationMap(fit!.deviation), stock.sheet.w, stock.sheet.h),
                      office.unit,
                    )
                  }}
                </td>
                <td class="num">{{ formatOff(worst ?? 0, office.unit) }}</td>
              </tr>
            </tbody>
          </table>
          <v-btn color="primary" variant="flat" data-test="keep-fit" @click="useMeasured">
            {{ confirms ? 'Take it down as confirmed' : 'Keep this fit' }}
          </v-btn>
        </template>
        <template v-else-if="fit">
          <FitDeviationPicture :stock="stock" :deviation="fit.deviation" />
          <p data-test="in-use">Corrects what comes out {{ said(fit.deviation) }}.</p>
          <p class="quiet">
            {{ fit.how }}, {{ when(fit) }}, {{ fit.by
            }}{{
              fit.confirmed === null
                ? ''
                : `; confirmed, worst corner ${formatOff(fit.confirmed, office.unit)} off`
            }}
          </p>
          <p v-if="fit.confirmed === null" class="text-warning">
            Not confirmed yet: print the fit sheet through this fit and say where its marks came out.
          </p>
        </template>
        <p v-else class="quiet" data-test="in-use">
          There is no fit for this printer, tray and stock: pages go out as they are.
        </p>
        <h2>By hand</h2>
        <p class="quiet">Moves what is printed, 0.1 mm or 0.01 in at a time.</p>
        <div class="row hand">
          <v-btn
            v-for="[label, x, y] in [
              ['Left', -1, 0],
              ['Right', 1, 0],
              ['Up', 0, -1],
              ['Down', 0, 1],
            ] as const"
            :key="label"
            size="small"
            :data-test="`hand-${label.toLowerCase()}`"
            @click="
              byHand(x * (office.unit === 'mm' ? 0.1 : 0.254), y * (office.unit === 'mm' ? 0.1 : 0.254))
            "
          >
            {{ label }}
          </v-btn>
        </div>
      </section>
    </div>
    <section v-if="history.length" aria-labelledby="old">
      <h2 id="old" class="mb-2">All fits of this printer, tray and stock</h2>
      <v-card>
        <table class="plain" data-test="fits">
          <thead>
            <tr>
              <th scope="col">Made</th>
              <th scope="col">How</th>
              <th scope="col">Corrects</th>
              <th scope="col" class="num">Found to</th>
              <th scope="col" class="num">Confirmed</th>
              <th scope="col"><span class="d-sr-only">Use</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, i) in history" :key="row.id">
              <td>{{ when(row) }}</td>
              <td>{{ row.how }}</td>
              <td class="quiet">{{ said(row.deviation) }}</td>
              <td class="num">{{ row.residual === null ? '' : formatOff(row.residual, office.unit) }}</td>
              <td class="num">{{ row.confirmed === null ? '' : formatOff(row.confirmed, office.unit) }}</td>
              <td class="num">
                <span v-if="i === 0">in use</span
                ><v-btn v-else size="x-small" @click="keep(row.deviation, 'earlier fit', row.residual)">
                  Use again
                </v-btn>
              </td>
            </tr>
          </tbody>
        </table>
      </v-card>
    </section>
  </div>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  gap: 18px;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
.pick {
  width: 320px;
  flex: none;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(280px, 1fr);
  gap: 34px;
}
section {
  display: flex;
  flex-direction: column;
  gap: 11px;
  align-items: flex-start;
}
section > .v-card {
  width: 100%;
}
.scan {
  width: 240px;
  height: auto;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.3);
}
.scan polygon {
  fill: none;
  stroke: #5a3ea0;
}
.scan circle {
  fill: none;
  stroke: #b0217f;
}
.measure {
  display: grid;
  grid-template-columns: minmax(200px, 1fr) auto;
  gap: 20px;
  width: 100%;
  align-items: start;
}
.marks {
  display: grid;
  gap: 10px;
}
</style>
