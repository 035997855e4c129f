<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { mdiChevronLeft, mdiChevronRight, mdiMinus, mdiPlus } from '@mdi/js'
import type { CheckFacts } from '#core/proof/facts'
import { hasErrors, type Note } from '#core/proof/note'
import { layoutVersion, type Run } from '#core/runs/run'
import type { PaperMade } from '~/data/runs/makePaper'
import { readPrinters } from '~/data/fit/printerReads'
import type { AccountView } from '~/data/accounts/accountReads'

const props = defineProps<{
  view: AccountView
  checks: readonly CheckFacts[]
  layout: readonly (readonly (number | null)[])[]
  title: string
  /** What is to be said of payees besides what the paper says. */
  payeeNotes: readonly Note[]
  printing: Run['printing']
}>()
const emit = defineEmits<{
  approve: [made: PaperMade, checks: readonly CheckFacts[], version: string, consent: string]
}>()

const page = ref(1)
const zoom = ref(100)
const { state, made, stage, done, stageOf, make, stop } = useProofPaper(props)
const printers = useLive(readPrinters)
const fit = computed(() => printers.value?.fits.find(f => f.id === props.printing?.fitId))
const fitDays = computed(() =>
  fit.value ? Math.floor((Date.now() - Date.parse(fit.value.madeAt)) / 86_400_000) : 0,
)
const sheets = computed(() =>
  props.layout.map(sheet => sheet.map(i => (i === null ? null : (props.checks[i] ?? null)))),
)
const notes = computed(() => [...props.payeeNotes, ...(made.value?.notes ?? [])])
/** Warnings ask for a word of consent; it goes to the trail with the print. */
const warned = computed(() => notes.value.filter(n => n.severity === 'warning').length)
const consent = ref('')
const side = ref<HTMLElement>()
const pages = ref<HTMLElement>()
// The PDF is ready: the focus goes on to what is said of it, unless the person is busy elsewhere.
watch(
  state,
  now => {
    if (
      now === 'made' &&
      (document.activeElement === pages.value || document.activeElement === document.body)
    )
      void nextTick(() =>
        side.value
          ?.querySelector<HTMLElement>('[data-then] input, button[data-then]:not(:disabled)')
          ?.focus(),
      )
  },
  { flush: 'post' },
)

watch(() => props.checks, make, { immediate: true })

/** The layout the PDF was made with, by its version, goes with it: the print act refuses another. */
function approve() {
  if (made.value)
    emit(
      'approve',
      made.value,
      props.checks,
      layoutVersion(props.view.layout, props.view.stock, props.view.facts).id,
      warned.value ? consent.value.trim() : '',
    )
}
/** Where what is wrong is put right. */
function correctAt(note: Note) {
  if (note.code === 'payee-changed') return undefined
  if (note.code.startsWith('micr-'))
    return { to: `/accounts/${props.view.account.id}`, title: 'Open account' }
  return note.check === undefined
    ? { to: `/papers/layout/${props.view.layout.id}`, title: 'Open layout' }
    : undefined
}
const turn = (by: number): void => {
  page.value = Math.max(1, Math.min(sheets.value.length, page.value + by))
}
const jump = (number: number): void => {
  page.value = sheets.value.findIndex(s => s.some(c => c?.number === number)) + 1
}
</script>

<template>
  <div class="proof">
    <div>
      <div class="turn">
        <v-btn
          :icon="mdiChevronLeft"
          size="small"
          variant="text"
          aria-label="Previous page"
          :disabled="page === 1"
          @click="turn(-1)"
        />
        <span data-test="page">Sheet {{ page }} of {{ sheets.length }}</span>
        <v-btn
          :icon="mdiChevronRight"
          size="small"
          variant="text"
          aria-label="Next page"
          :disabled="page === sheets.length"
          @click="turn(1)"
        />
        <v-btn
          :icon="mdiMinus"
          size="small"
          variant="text"
          aria-label="Zoom out"
          :disabled="zoom <= 60"
          @click="zoom -= 20"
        />
        <span>{{ zoom }} %</span>
        <v-btn
          :icon="mdiPlus"
          size="small"
          variant="text"
          aria-label="Zoom in"
          :disabled="zoom >= 240"
          @click="zoom += 20"
        />
      </div>
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- a focusable group that keys turn -->
      <div
        ref="pages"
        class="pages"
        tabindex="0"
        data-next
        role="region"
        aria-label="Preview of the pages. Use the left and right arrow keys to turn them"
        @keydown.right.prevent="turn(1)"
        @keydown.left.prevent="turn(-1)"
      >
        <div class="paper" :class="`z${zoom}`">
          <SheetView
            :layout="view.layout"
            :stock="view.stock"
            :account="view.facts"
            :checks="sheets[page - 1] ?? []"
          />
        </div>
      </div>
    </div>
    <div ref="side" class="side">
      <template v-if="state === 'making'">
        <p>
          {{
            stage === 'making'
              ? `Making the PDF: ${done} of ${stageOf} sheets`
              : `Reading the MICR lines back: ${done} of ${stageOf}`
          }}
        </p>
        <v-progress-linear
          :model-value="(done / stageOf) * 100"
          color="primary"
          height="8"
          rounded
          :aria-label="stage === 'making' ? 'Sheets made' : 'MICR lines read back'"
        />
        <v-btn size="small" @click="stop()"> Stop </v-btn>
      </template>
      <template v-else-if="state !== 'made'">
        <p>{{ state === 'stopped' ? 'Stopped. There is no PDF yet.' : 'The PDF could not be made.' }}</p>
        <v-btn @click="make"> Make PDF </v-btn>
      </template>
      <template v-else>
        <p data-test="pdf-ready">
          The PDF is ready: {{ howMany(sheets.length, 'sheet') }},
          {{ Math.ceil((made?.bytes.length ?? 0) / 1024) }} kB.
        </p>
        <p v-if="fit" data-test="fit-used">
          Printed with the fit of {{ printerName(printers?.printers ?? [], printing?.printerId) }},
          {{ printing?.tray }},
          {{ fitDays === 0 ? 'made today' : fitDays === 1 ? 'one day old' : `${fitDays} days old`
          }}{{ fit.confirmed === null ? ', not confirmed' : '' }}.
        </p>
        <p v-else-if="printing" class="text-warning" data-test="fit-used">
          No fit for {{ printerName(printers?.printers ?? [], printing.printerId) }}, {{ printing.tray }}.
          Pages print uncorrected.
        </p>
        <p v-if="made?.readBack" data-test="read-back">
          {{
            notes.some(n => n.code.startsWith('read-back'))
              ? 'A MICR line on the finished pages is not what it should be.'
              : `${howMany(made.readBack, 'MICR line')} read back from the finished pages. All are correct.`
          }}
        </p>
        <p v-if="made?.readBack" class="quiet" data-test="shapes">
          {{
            view.facts.micrShapes
              ? `They print in ${view.facts.micrShapes.name}.`
              : 'They print in our own shapes, which are not certified.'
          }}
        </p>
        <p v-if="made?.continuation" class="text-warning">
          Some stubs are too long. Continuation sheets for plain paper are made with the run.
        </p>
        <div v-if="notes.length" class="said" tabindex="0" role="region" aria-label="Errors and warnings">
          <NoteList :notes="notes" :mend="correctAt" @go="jump" />
        </div>
        <p v-else class="quiet">Everything fits, and the clear band is empty.</p>
        <p v-if="hasErrors(notes)" class="text-error">Correct the errors before printing.</p>
        <v-text-field
          v-if="warned && !hasErrors(notes)"
          v-model="consent"
          :label="`Reason for accepting ${howMany(warned, 'warning')}, recorded in the trail`"
          hide-details
          maxlength="120"
          class="consent"
          data-then
          data-test="consent"
          @keydown.enter="consent.trim() && approve()"
        />
        <v-btn
          color="primary"
          variant="flat"
          :disabled="hasErrors(notes) || (warned > 0 && !consent.trim())"
          data-then
          data-test="proof-done"
          @click="approve"
        >
          Looks right
        </v-btn>
      </template>
    </div>
  </div>
</template>

<style scoped>
.proof {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 270px;
  gap: var(--space-4);
}
/* The button below stays in sight, however much there is to say. */
.said {
  max-height: 38dvh;
  overflow: auto;
}
.turn {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  margin-bottom: 6px;
}
.pages {
  max-height: max(260px, calc(100dvh - 300px));
  overflow: auto;
  padding: 2px 14px 14px 2px;
}
.side {
  display: grid;
  gap: var(--space-3);
  align-content: start;
  justify-items: start;
  padding-top: 40px;
}
.consent {
  width: 100%;
}
.z60 {
  width: 60%;
}
.z80 {
  width: 80%;
}
.z100 {
  width: 100%;
}
.z120 {
  width: 120%;
}
.z140 {
  width: 140%;
}
.z160 {
  width: 160%;
}
.z180 {
  width: 180%;
}
.z200 {
  width: 200%;
}
.z220 {
  width: 220%;
}
.z240 {
  width: 240%;
}
</style>
