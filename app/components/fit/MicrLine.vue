<script setup lang="ts">
import { formatDate } from '#core/base/dates'
import { ladderSheet, ladderSteps, type LadderLine, type StepReading } from '#core/fit/ladder'
import { correctionOf } from '#core/fit/fit'
import { practicePrinterId } from '#core/fit/practicePrinter'
import { micrOf, type FitRow, type Printer } from '#core/fit/printers'
import { exactMicr, micrFitName, type MicrFit } from '#core/micr/micrFit'
import { micrLine } from '#core/micr/pattern'
import { positionsOn } from '#core/micr/place'
import { ownShapes } from '#core/micr/shapes'
import { stockById } from '#core/paper/builtIn'
import { checkSize, type Stock } from '#core/paper/stock'
import { sheetPdf } from '~/data/runs/makePaper'
import { readLadderFile } from '~/data/fit/fitScan'
import { openWindow, savePdf } from '~/data/files/fileOut'
import { practiceScan } from '~/data/fit/practicePrinter'
import { readAccounts } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'

const props = defineProps<{ stock: Stock; printer: Printer; tray: string; fit: FitRow | undefined }>()
const office = useOffice()
const accounts = useLive(readAccounts)
const able = computed(() => (accounts.value ?? []).filter(a => a.facts.routing && a.facts.account))
const chosenKey = ref('')
const account = computed(() => able.value.find(a => a.account.id === chosenKey.value) ?? able.value[0])
const practice = computed(() => props.printer.id === practicePrinterId)
const practicePrinting = usePracticePrinting()

/** The ladder wants room for 21 lines: a small leaf takes it on a letter sheet. */
const LEAST = 270
const sheet = computed(() => (props.stock.sheet.h >= LEAST ? props.stock.sheet : { w: 215.9, h: 279.4 }))
const SAMPLE_SERIAL = 123456
const line = computed<LadderLine | undefined>(() => {
  const of = account.value
  if (!of) return undefined
  const made = micrLine(
    of.facts.pattern,
    {
      country: of.facts.country,
      routing: of.facts.routing,
      account: of.facts.account,
      part: of.facts.part,
      code: of.facts.code,
      serial: SAMPLE_SERIAL,
    },
    positionsOn(checkSize(of.stock).w),
  )
  return made.ok ? { text: made.value.text, shapes: of.facts.micrShapes ?? ownShapes } : undefined
})

const busy = ref('')
const fault = ref('')
const lying = ref('')
const ranked = shallowRef<readonly StepReading[]>()
async function printLadder(how: 'print' | 'save') {
  if (!line.value || busy.value) return
  const window = how === 'print' && !practice.value ? openWindow() : undefined
  busy.value = 'Making the ladder sheet'
  fault.value = ''
  const drawing = ladderSheet(sheet.value, line.value, {
    printer: props.printer.name,
    tray: props.tray,
    date: formatDate(localToday(), 'MMMM D, YYYY'),
  })
  const bytes = await sheetPdf(
    drawing,
    'Ladder sheet',
    props.fit && sheet.value === props.stock.sheet ? correctionOf(props.fit.deviation) : null,
  )
  if (how === 'save') savePdf(bytes, 'ladder-sheet.pdf')
  else if (practice.value) {
    busy.value = 'The practice printer is printing'
    const paper = sheet.value === props.stock.sheet ? props.stock : stockById('check-over-two-stubs-blank')!
    const done = await practicePrinting.plain(bytes, paper, props.tray, 'Ladder sheet')
    if (done.ok) lying.value = done.value
    else fault.value = done.refusal.text
  } else window?.show(bytes, 'ladder-sheet.pdf')
  busy.value = ''
}
async function read(file: Blob) {
  if (!line.value) return
  ranked.value = undefined
  fault.value = ''
  busy.value = 'Opening the picture'
  const done = await readLadderFile(file, sheet.value, line.value, stage => {
    busy.value = stage
  })
  busy.value = ''
  if (!done.ok) {
    fault.value = done.refusal.text
    return
  }
  ranked.value = done.value
  const best = done.value[0]
  if (best) picked.value = micrFitName(best.fit)
}
async function takeFile(file: File) {
  await read(file)
}
async function scanPractice() {
  busy.value = 'Scanning'
  const picture = await practiceScan(lying.value, 1, 300)
  busy.value = ''
  if (picture.ok) await read(picture.value)
  else fault.value = picture.refusal.text
}

const { act } = useAct()
const inUse = computed(() => micrOf(props.printer))
const picked = ref('')
watch(
  () => [props.printer.id, props.tray],
  () => {
    ranked.value = undefined
    lying.value = ''
    picked.value = ''
  },
)
async function keep(fit: MicrFit | undefined) {
  if (!fit) return
  fault.value = ''
  const done = await act('saveMicr', {
    printer: props.printer,
    micr: { ...fit, how: ranked.value ? 'by scan' : 'by eye' },
  })
  if (done && !done.ok) fault.value = done.refusal.text
  if (done?.ok) office.said = `MICR lines on ${props.printer.name} now print at ${micrFitName(fit)}.`
}
const percent = (share: number): string => (share ? `${(share * 100).toFixed(1)} %` : '')
</script>

<template>
  <div class="columns">
    <section aria-labelledby="ladder">
      <h2 id="ladder">Find width and weight</h2>
      <p v-if="!able.length" class="quiet">
        No account has a routing and account number yet. Enter them under Accounts to test its MICR line here.
      </p>
      <template v-else>
        <v-select
          v-if="able.length > 1"
          :model-value="account?.account.id"
          :items="able.map(a => ({ title: a.account.name, value: a.account.id }))"
          label="MICR line of account"
          hide-details
          class="pick"
          @update:model-value="chosenKey = $event"
        />
        <p>
          <strong>1.</strong> Put one sheet of blank MICR stock into {{ tray }} and print the ladder sheet. It
          shows the account’s MICR line at seven widths and three weights.
        </p>
        <div class="row">
          <v-btn
            color="primary"
            variant="flat"
            :disabled="!!busy || !line"
            data-test="ladder"
            @click="printLadder('print')"
          >
            Ladder sheet
          </v-btn>
          <v-btn
            variant="text"
            size="small"
            :disabled="!!busy || !line"
            data-test="ladder-save"
            @click="printLadder('save')"
          >
            Save as PDF instead
          </v-btn>
        </div>
        <p>
          <strong>2.</strong> Find the line where the right edges of all characters meet the strokes of the
          gauge above, and choose it. Or upload a scan at 200 dpi or more and the lines are ranked for you.
        </p>
        <p v-if="practice && lying" class="row">
          The sheet is in the practice printer.
          <v-btn
            size="small"
            color="primary"
            variant="flat"
            :disabled="!!busy"
            data-test="ladder-practice-scan"
            @click="scanPractice"
          >
            Scan sheet
          </v-btn>
        </p>
        <FileDrop
          label="Scan"
          kinds="PNG, JPEG or PDF"
          accept="image/png,image/jpeg,application/pdf"
          :disabled="!!busy"
          data-test="ladder-scan"
          @take="takeFile"
        />
        <FitProgress :busy="busy" :fault="fault" />
        <table v-if="ranked" class="plain ranks" data-test="ranks">
          <thead>
            <tr>
              <th scope="col">Line</th>
              <th scope="col">Reader</th>
              <th scope="col" class="num">Width on paper</th>
              <th scope="col" class="num">Ink on paper</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="r in ranked.slice(0, 6)"
              :key="micrFitName(r.fit)"
              :class="{ chosen: micrFitName(r.fit) === picked }"
            >
              <td>{{ micrFitName(r.fit) }}</td>
              <td>{{ r.read ? 'reads it' : 'cannot read it' }}</td>
              <td class="num">{{ percent(r.pitch) }}</td>
              <td class="num">{{ percent(r.ink) }}</td>
            </tr>
          </tbody>
        </table>
        <div class="row">
          <v-select
            v-model="picked"
            :items="ladderSteps.map(micrFitName)"
            label="Best line"
            hide-details
            class="pick"
            data-test="ladder-pick"
          />
          <v-btn
            color="primary"
            variant="flat"
            :disabled="!picked"
            data-test="keep-micr"
            @click="keep(ladderSteps.find(s => micrFitName(s) === picked))"
          >
            Save
          </v-btn>
        </div>
      </template>
      <p data-test="micr-in-use">
        In use on {{ printer.name }}: <strong>{{ micrFitName(inUse) }}</strong><span
          v-if="printer.micr"
          class="quiet"
          >, chosen {{ printer.micr.how }} by {{ printer.micr.by }}</span
        >.
        <v-btn v-if="printer.micr" size="small" variant="text" @click="keep(exactMicr)">
          Reset to 100 %, normal
        </v-btn>
      </p>
    </section>
    <section aria-labelledby="why">
      <h2 id="why">Why a bank rejects a line</h2>
      <dl>
        <dt>Width</dt>
        <dd>
          The reader expects a character every 1/8 inch. A printer that stretches the page moves the far end
          of the line out of step. The ladder finds it.
        </dd>
        <dt>Weight</dt>
        <dd>
          Too much toner fills the gaps between strokes, too little breaks them. Try the lighter or the
          heavier line, and look at the printer’s density setting.
        </dd>
        <dt>Position</dt>
        <dd>
          The line must be 3/16 inch above the bottom edge and start 5/16 inch from the right edge, each
          within 1/16 inch. The fit for this stock takes care of that.
        </dd>
        <dt>Toner</dt>
        <dd>
          The bank’s reader needs magnetic ink. A line printed with ordinary toner looks the same but is
          rejected. Software cannot check this: use MICR toner, and keep the label of the empty cartridge.
        </dd>
      </dl>
    </section>
  </div>
</template>

<style scoped>
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
.pick {
  width: 18.75rem;
  flex: none;
}
.ranks {
  max-width: 32.5rem;
}
dt {
  font-weight: 600;
  margin-top: 8px;
}
dd {
  margin: 2px 0 0;
  color: rgb(var(--v-theme-secondary));
}
</style>
