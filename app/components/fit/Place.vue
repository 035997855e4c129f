<script setup lang="ts">
import { idOf } from '#core/base/id'
import { deviationMap, noDeviation, worstCorner, type Deviation } from '#core/fit/fit'
import { practicePrinterId } from '#core/fit/practicePrinter'
import type { FitRow, Printer } from '#core/fit/printers'
import { formatOff } from '#core/paper/length'
import type { Stock } from '#core/paper/stock'
import type { FitSheetForm } from '~/composables/fit/useFitSheet'
import { readPrintedOn } from '~/data/runs/copyReads'
import { useOffice } from '~/stores/office'

const props = defineProps<{
  stock: Stock
  printer: Printer
  tray: string
  fit: FitRow | undefined
  history: readonly FitRow[]
}>()
const office = useOffice()
const { act } = useAct()
const printed = useLive(
  () => readPrintedOn(props.stock.id),
  () => props.stock.id,
)
const practice = computed(() => props.printer.id === practicePrinterId)
const [busy, fault, confirming] = [ref(''), ref(''), ref(false)]
const way = ref<'scan' | 'ruler' | 'check'>('scan')
const ruler = useRulerFit(
  () => props.stock,
  () => office.unit,
)
const { lying, print } = useFitSheet(props, { busy, fault })
const scans = useScanFit(() => props.stock, { busy, fault })
const { first, second, proof, span, fromCheck, read, scanPractice, forget } = scans

async function printSheet(form: FitSheetForm, how: 'print' | 'save'): Promise<void> {
  await print(form, how)
  if (form !== 'copy') confirming.value = form === 'through'
}
const check = ref<string>()
const chosenCheck = computed(() => printed.value?.find(c => String(c.number) === check.value))
const takeFile = (file: File): Promise<void> =>
  read(file, way.value === 'check' ? chosenCheck.value : undefined)

function startAgain(): void {
  ruler.forget()
  forget()
  lying.value = ''
}
watch(
  () => [props.stock.id, props.printer.id, props.tray],
  () => {
    startAgain()
    confirming.value = false
  },
)

/** What was found last: from the pictures where there are any, else from the ruler. */
const result = computed(() => {
  const both = proof.value
  if (both?.uncertainty !== undefined)
    return { deviation: both.deviation, residual: both.uncertainty, how: 'by two scans' as const }
  const seen = first.value?.reading
  if (seen) {
    const how = fromCheck.value ? ('from a check' as const) : ('by scan' as const)
    return { deviation: both?.deviation ?? seen.deviation, residual: seen.uncertainty, how }
  }
  const found = ruler.found.value
  return found?.ok ? { ...found.value, how: 'by ruler' as const } : undefined
})
/** What the next scan shows. */
const scanLabel = computed(() =>
  first.value && !second.value ? 'Second scan, with the sheet turned around' : 'Scan',
)
const confirms = computed(() => confirming.value && props.fit !== undefined && !fromCheck.value)

async function keep(deviation: Deviation, how: FitRow['how'], residual: number | null): Promise<void> {
  const { printer, tray, stock } = props
  const fit = { printerId: printer.id, tray, stockId: stock.id, deviation, how, residual }
  fault.value = ''
  const done = await act('saveFit', { fit: { id: idOf<'fit'>(crypto.randomUUID()), ...fit } })
  if (done && !done.ok) fault.value = done.refusal.text
  if (!done?.ok) return
  office.said = 'Fit saved and in use.'
  // Next it is confirmed by a sheet printed through it; a step by hand is often followed by another.
  if (how !== 'by hand') focusSoon('[data-test="confirm-sheet"]')
  startAgain()
}
async function confirmIt(fit: FitRow, deviation: Deviation): Promise<void> {
  const worst = worstCorner(deviationMap(deviation), props.stock.sheet.w, props.stock.sheet.h)
  const done = await act('confirmFit', { fitId: fit.id, worst: Math.round(worst * 100) / 100 })
  if (!done) return
  if (done.ok) office.said = `Fit confirmed: the worst corner is ${formatOff(worst, office.unit)} off.`
  startAgain()
  fault.value = done.ok ? '' : done.refusal.text
  confirming.value = false
}
async function useMeasured(): Promise<void> {
  ruler.tried.value = true
  if (!result.value) return
  const { deviation, how, residual } = result.value
  await (confirms.value && props.fit ? confirmIt(props.fit, deviation) : keep(deviation, how, residual))
}
const again = (row: FitRow): Promise<void> => keep(row.deviation, 'earlier fit', row.residual)

/** By hand: the printed parts are to move by so much. */
function byHand(right: number, down: number): Promise<void> {
  const now = props.fit?.deviation ?? noDeviation
  const rounded = (mm: number): number => Math.round(mm * 100) / 100
  const shift = { x: rounded(now.shift.x - right), y: rounded(now.shift.y - down) }
  return keep({ ...now, shift }, 'by hand', null)
}
</script>

<template>
  <div class="place">
    <div class="columns">
      <section aria-labelledby="find">
        <h2 id="find">
          {{ confirming ? 'Confirm the fit' : 'Find the fit' }}
        </h2>
        <p>
          <strong>1.</strong> Put plain paper the size of the stock into {{ tray }} and print the fit sheet at
          actual size (100 %).
        </p>
        <div class="row">
          <v-btn
            :disabled="!!busy"
            :variant="fit ? 'tonal' : 'flat'"
            :color="fit ? undefined : 'primary'"
            data-test="fit-sheet"
            @click="printSheet('bare', 'print')"
          >
            Fit sheet
          </v-btn>
          <v-btn
            v-if="fit"
            :disabled="!!busy"
            :variant="confirming ? 'tonal' : 'flat'"
            :color="confirming ? undefined : 'primary'"
            data-test="confirm-sheet"
            @click="printSheet('through', 'print')"
          >
            Fit sheet using this fit
          </v-btn>
          <v-btn
            variant="text"
            size="small"
            :disabled="!!busy"
            data-test="save-sheet"
            @click="printSheet(confirming ? 'through' : 'bare', 'save')"
          >
            Save as PDF instead
          </v-btn>
          <v-btn
            variant="text"
            size="small"
            :disabled="!!busy"
            data-test="copy-sheet"
            @click="printSheet('copy', 'print')"
          >
            Sheet to lay over a copy of the stock
          </v-btn>
        </div>
        <p><strong>2.</strong> Measure where the marks were printed:</p>
        <v-btn-toggle
          v-model="way"
          mandatory
          density="compact"
          variant="outlined"
          color="primary"
          aria-label="How to measure"
        >
          <v-btn value="scan" size="small" data-test="way-scan"> By scan </v-btn
          ><v-btn value="ruler" size="small" data-test="way-ruler"> By ruler </v-btn
          ><v-btn value="check" size="small" data-test="way-check"> From a printed check </v-btn>
        </v-btn-toggle>
        <template v-if="way === 'scan'">
          <p v-if="practice && lying" class="row">
            The sheet is in the practice printer.
            <v-btn
              size="small"
              color="primary"
              variant="flat"
              :disabled="!!busy"
              data-test="practice-scan"
              @click="scanPractice(lying)"
            >
              {{ first && !second ? 'Scan sheet turned around' : 'Scan sheet' }}
            </v-btn>
          </p>
          <p>
            Scan or photograph the whole sheet on a dark background that shows on all sides, at 150 dpi or
            more.
          </p>
          <FileDrop
            :label="scanLabel"
            kinds="PNG, JPEG or PDF"
            accept="image/png,image/jpeg,application/pdf"
            :disabled="!!busy"
            data-test="fit-scan"
            @take="takeFile"
          />
        </template>
        <template v-else-if="way === 'check'">
          <p v-if="!printed?.length" class="quiet">No check has been printed on this stock yet.</p>
          <template v-else>
            <v-select
              v-model="check"
              :items="printed.map(c => ({ title: `${c.number}, ${c.payee}`, value: String(c.number) }))"
              label="Printed check"
              hide-details
              class="pick"
              data-test="check-in-hand"
            />
            <p>
              Scan the whole sheet before anything is torn off, on a dark background that shows on all sides.
              Its MICR line and fields are compared with where they should be.
            </p>
            <FileDrop
              :label="scanLabel"
              kinds="PNG, JPEG or PDF"
              accept="image/png,image/jpeg,application/pdf"
              :disabled="!!busy || !chosenCheck"
              data-test="check-scan"
              @take="takeFile"
            />
          </template>
        </template>
        <template v-else>
          <FitRuler :ruler="ruler" :stock="stock" @done="useMeasured" />
        </template>
        <FitProgress :busy="busy" :fault="fault" />
      </section>
      <section aria-labelledby="result">
        <FitResult
          v-bind="{
            ...(result && { result }),
            ...(first && { scan: second ?? first, proof: proof ?? null }),
            ...(fit && { fit }),
          }"
          v-model:span="span"
          :from-check="fromCheck"
          :stock="stock"
          :tray="tray"
          :confirms="confirms"
          @keep="useMeasured"
          @begin="forget"
        />
        <FitByHand @move="byHand" />
      </section>
    </div>
    <FitHistory :history="history" @again="again" />
  </div>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  gap: var(--space-4);
}
.pick {
  width: 20rem;
  flex: none;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(17.5rem, 1fr);
  gap: var(--space-5);
}
section {
  display: flex;
  flex-direction: column;
  gap: var(--space-3);
  align-items: flex-start;
}
</style>
