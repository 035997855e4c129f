<script setup lang="ts">
import { checkNumber } from '#core/numbers/book'
import { checksPerSheet } from '#core/paper/stock'
import { practiceTrays, type PracticeTray } from '#core/fit/practicePrinter'
import type { Press, PressFault } from '#core/practice/press'
import { outcomeOf, type PracticeState } from '#core/practice/report'
import { practiceState, practiceStop, setPracticeTray } from '~/data/fit/practicePrinter'
import { readLibrary } from '~/data/layouts/library'

const state = shallowRef<PracticeState>()
const fault = ref('')
async function look() {
  const now = await practiceState()
  fault.value = now.ok ? '' : now.refusal.text
  if (now.ok) state.value = now.value
}
void look()
const LOOK_MS = 700
useIntervalFn(look, LOOK_MS)

const tray = ref<PracticeTray>('Tray 1')
const press = computed(() => state.value?.trays.find(t => t.tray === tray.value)?.press)
async function set(to: Press) {
  const done = await setPracticeTray(tray.value, to)
  fault.value = done.ok ? '' : done.refusal.text
  if (done.ok) state.value = done.value
}

const route = useRoute()
const chosen = ref(typeof route.query.job === 'string' ? route.query.job : '')
const job = computed(() => state.value?.jobs.find(j => j.id === chosen.value) ?? state.value?.jobs[0])
async function stop() {
  if (job.value) await practiceStop(job.value.id)
  await look()
}

// A PDF of one's own.
const library = useLive(readLibrary)
const stocks = computed(() => (library.value?.stocks ?? []).map(r => r.stock))
const stockId = ref('')
const stock = computed(() => stocks.value.find(s => s.id === stockId.value) ?? stocks.value[0])
const file = shallowRef<File>()
const top = ref('1001')
const sheets = ref('50')
const order = ref<'lowest on top' | 'highest on top'>('lowest on top')
const place = ref(1)
const faults = ref<readonly PressFault[]>([])
const seed = ref<number | null>(null)
const busy = ref(false)
const topRead = computed(() => (stock.value?.numbered ? checkNumber(top.value) : undefined))
const sheetCount = computed(() => (/^\d{1,4}$/.test(sheets.value.trim()) ? Number(sheets.value) : undefined))
const ready = computed(
  () => file.value && stock.value && (!topRead.value || topRead.value.ok) && sheetCount.value !== undefined,
)
const sendFault = ref('')
const printing = usePracticePrinting()
function take(given: File) {
  file.value = given
  sendFault.value = ''
}
async function send() {
  if (!ready.value || !file.value || !stock.value) return
  busy.value = true
  const done = await printing.print(
    {
      name: file.value.name.slice(0, 120),
      tray: tray.value,
      stock: stock.value,
      faults: [...faults.value],
      seed: seed.value,
      pack: {
        top: topRead.value?.ok ? topRead.value.value : null,
        order: order.value,
        sheets: sheetCount.value ?? 0,
        firstPlace: place.value,
      },
    },
    new Uint8Array(await file.value.arrayBuffer()),
  )
  busy.value = false
  sendFault.value = done.ok ? '' : done.refusal.text
  if (done.ok) chosen.value = done.value.id
  await look()
}
const time = (at: string): string =>
  new Date(at).toLocaleTimeString('en-US', { hour: 'numeric', minute: '2-digit' })
</script>

<template>
  <div class="page">
    <OfficeHead title="Practice printer" />
    <div class="scroll parts">
      <p class="quiet">
        This printer is simulated. It treats a PDF and a pack of sheets as a real printer would, faults
        included, so you can try a run from pick to count-off without wasting stock. It keeps the last 20 jobs
        and saves no files.
      </p>
      <v-alert v-if="fault" type="error" :text="fault" />
      <div class="columns">
        <v-card class="part">
          <h2>Errors of a tray</h2>
          <v-btn-toggle
            v-model="tray"
            mandatory
            density="compact"
            variant="outlined"
            color="primary"
            aria-label="Tray"
          >
            <v-btn v-for="t in practiceTrays" :key="t" :value="t" size="small">
              {{ t }}
            </v-btn>
          </v-btn-toggle>
          <details v-if="press">
            <summary>Show its errors <span class="quiet">(try to find them with Fit first)</span></summary>
            <PracticeTrayForm :tray="tray" :press="press" class="mt-3" @set="set" />
          </details>
        </v-card>
        <v-card class="part">
          <h2>Print a PDF</h2>
          <FileDrop
            label="PDF"
            kinds="PDF"
            accept="application/pdf,.pdf"
            data-test="practice-file"
            @take="take"
          >
            <strong v-if="file">{{ file.name }}</strong>
          </FileDrop>
          <v-select
            v-if="stock"
            :model-value="stock.id"
            :items="stocks.map(s => ({ title: s.name, value: s.id }))"
            label="Stock in the tray"
            hide-details
            data-test="practice-stock"
            @update:model-value="
              value => {
                stockId = value
                place = 1
              }
            "
          />
          <div class="row">
            <v-text-field
              v-if="stock?.numbered"
              v-model="top"
              label="Number on top"
              inputmode="numeric"
              hide-details
              :error="topRead && !topRead.ok"
              class="short"
            />
            <v-select
              v-if="stock?.numbered"
              v-model="order"
              :items="['lowest on top', 'highest on top']"
              label="Pack"
              hide-details
              class="mid"
            />
            <v-text-field
              v-model="sheets"
              label="Sheets"
              inputmode="numeric"
              hide-details
              :error="sheetCount === undefined"
              class="short"
            />
            <v-select
              v-if="stock && checksPerSheet(stock) > 1"
              v-model="place"
              :items="Array.from({ length: checksPerSheet(stock) }, (_, i) => i + 1)"
              label="First free check"
              hide-details
              class="mid"
            />
          </div>
          <PracticeFaults v-model:faults="faults" v-model:seed="seed" />
          <p v-if="sendFault" class="text-error" role="alert">
            {{ sendFault }}
          </p>
          <v-btn
            color="primary"
            variant="flat"
            :disabled="!ready"
            :loading="busy"
            data-test="practice-send"
            @click="send"
          >
            Print from {{ tray }}
          </v-btn>
        </v-card>
      </div>
      <section v-if="state?.jobs.length" class="jobs">
        <div class="row">
          <v-select
            :model-value="job?.id"
            :items="
              state.jobs.map(j => ({
                title: `${time(j.startedAt)}, ${j.name}, ${j.tray}: ${j.state === 'printing' ? `${j.done} of ${j.of} sheets` : outcomeOf(j).text}`,
                value: j.id,
              }))
            "
            label="Job"
            hide-details
            class="job"
            data-test="practice-job"
            @update:model-value="chosen = $event"
          />
          <v-btn v-if="job?.state === 'printing'" data-test="practice-stop" @click="stop"> Stop </v-btn>
          <NuxtLink v-if="job?.ref" :to="`/run/${job.ref}`">View run</NuxtLink>
        </div>
        <v-progress-linear
          v-if="job?.state === 'printing'"
          :model-value="(job.done / job.of) * 100"
          color="primary"
          height="6"
          rounded
          aria-label="Sheets out"
        />
        <PracticeTraySheets v-if="job?.sheets.length" :job="job" />
      </section>
      <p v-else-if="state" class="quiet">
        The tray is empty. Print a PDF here, or print a run or fit sheet on the practice printer.
      </p>
    </div>
  </div>
</template>

<style scoped>
.parts {
  display: flex;
  flex-direction: column;
  gap: var(--space-4);
  padding: 2px 4px 24px 2px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(18.75rem, 1fr) minmax(22.5rem, 1.2fr);
  gap: var(--space-4);
  align-items: start;
}
.part {
  padding: 16px;
  display: grid;
  gap: var(--space-3);
  justify-items: stretch;
}
.part > .v-btn,
.part > .v-btn-toggle {
  justify-self: start;
}
.short {
  max-width: 8.125rem;
}
.mid {
  max-width: 10.625rem;
  min-width: 150px;
}
.job {
  max-width: 35rem;
}
.jobs {
  display: grid;
  gap: var(--space-3);
}
</style>
