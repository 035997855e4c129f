<script setup lang="ts">
import { mdiGrid, mdiImageMultipleOutline, mdiMagnet, mdiRedo, mdiTable, mdiUndo } from '@mdi/js'
import { watchDebounced } from '@vueuse/core'
import { idOf } from '#core/base/id'
import { ownId } from '#core/paper/versions'
import { correctionOf } from '#core/fit/fit'
import { micrOf } from '#core/fit/printers'
import { envelopes, surelySeen } from '#core/paper/envelopes'
import { kindNames } from '#core/paper/kinds'
import { formatLength } from '#core/paper/length'
import { isBoxed, type Layout } from '#core/paper/layout'
import { noOwn, type OwnSettings } from '#core/paper/own'
import type { Workpiece } from '#core/paper/workpiece'
import { panelOf, rolesOf } from '#core/paper/stock'
import { sampleAccounts } from '#core/payables/sampleAccounts'
import { samplesOf } from '#core/payables/samples'
import { proofer } from '#core/proof/compose'
import type { Note } from '#core/proof/note'
import { freeId, resizeField, withFields, type SnapLines } from '#core/paper/arrange'
import { fieldSchema } from '#core/paper/layout'
import { dropDraft, keepDraft, readDraft } from '~/data/drafts'
import { makePaper } from '~/data/makePaper'
import { momentNow } from '~/data/office'
import { openWindow, saveText } from '~/data/papers'
import { pictureFrom } from '~/data/pictures'
import {
  readAccounts,
  readAllPayments,
  readCompanies,
  readLibrary,
  readScan,
  readVersions,
} from '~/data/reads'
import { noteSample } from '~/data/scans'
import { marksOfScan } from '~/data/straightenScan'
import { useOffice } from '~/stores/office'

const route = useRoute()
const office = useOffice()
const editor = useLayoutEditor()
const screen = useScreenScale()
const key = String(route.params.id)

const library = useLive(readLibrary)
const companies = useLive(readCompanies)
const accounts = useLive(readAccounts)
const versions = useLive(() => readVersions(key))
const rows = computed(() => (library.value && versions.value) ?? [])
const latest = computed(() => rows.value.at(-1))
const from = ref(0)
const restored = ref(false)
const fault = ref('')
const busy = ref(false)
const { act } = useAct()

/** What is saved now: what the edits are measured against. */
const savedOwns = (): Record<string, OwnSettings> =>
  Object.fromEntries(
    (library.value?.owns ?? []).filter(o => o.layoutKey === key).map(o => [o.companyId, o.own]),
  )
async function begin() {
  const row = latest.value
  if (!row) return
  const draft = await readDraft(key)
  from.value = draft?.from ?? row.revision
  restored.value = draft !== undefined
  editor.begin(draft?.common ?? row.layout, draft?.owns ?? savedOwns())
}
watch(
  latest,
  (row, before) => {
    if (row && !before) void begin()
  },
  { immediate: true },
)

const commonChanged = computed(
  () =>
    JSON.stringify(editor.work.value?.common) !==
    JSON.stringify(rows.value.find(r => r.revision === from.value)?.layout),
)
const ownsChanged = computed(() =>
  Object.entries(editor.work.value?.owns ?? {}).filter(
    ([id, own]) =>
      JSON.stringify(own) !==
      JSON.stringify(library.value?.owns.find(o => o.id === ownId(key, id as never))?.own ?? noOwn),
  ),
)
const unsaved = computed(
  () => Boolean(editor.work.value) && (commonChanged.value || ownsChanged.value.length > 0),
)
watchDebounced(
  () => editor.work.value,
  work => {
    if (work && unsaved.value) void keepDraft(key, { from: from.value, common: work.common, owns: work.owns })
  },
  { debounce: 250 },
)

// Seen with: an account of the office, or a made-up one where none is there.
const accountId = ref('')
const view = computed(
  () =>
    accounts.value?.find(a => a.account.id === accountId.value) ??
    accounts.value?.find(a => a.account.layoutId === key) ??
    accounts.value?.[0],
)
const sampleAccount = computed(() => sampleAccounts.find(a => a.layout === key) ?? sampleAccounts[0]!)
const facts = computed(() => view.value?.facts ?? sampleAccount.value.facts)
const stocks = computed(() => (library.value?.stocks ?? []).map(r => r.stock))
/** What the sheet shows, in the middle of a drag too; and what the forms show, once let go. */
const layout = computed(() => editor.layout.value)
const settled = computed(() => editor.settled.value)
const stock = computed(
  () =>
    (view.value?.account.layoutId === key ? view.value.stock : undefined) ??
    stocks.value.find(s => s.id === layout.value?.stock),
)
const payments = useLive(
  () => (view.value ? readAllPayments(view.value.account.id) : []),
  () => view.value?.account.id,
)
/** Samples go through the fit of the printer last used, where it has one for this stock. */
const printer = usePrinterChoice(() => stock.value?.id)
const samples = computed(() =>
  samplesOf(
    payments.value ?? [],
    view.value?.book.end ?? 1001,
    view.value?.account.signing ?? { secondAbove: null, prints: [] },
  ),
)
const sampleName = ref('A usual one')
const sample = computed(() => samples.value.find(s => s.name === sampleName.value) ?? samples.value[0]!)
const companyName = computed(() => companies.value?.find(c => c.id === editor.scope.value)?.name[0] ?? '')

const draw = fieldDrawer()
const views = computed(() =>
  layout.value && stock.value ? draw(layout.value, stock.value, facts.value, sample.value.facts) : [],
)
const scanRow = useLive(
  () => (stock.value ? readScan(stock.value.id) : undefined),
  () => stock.value?.id,
)
const scanUrl = ref('')
const scanLines = shallowRef<SnapLines>()
watch(scanRow, row => {
  if (scanUrl.value) URL.revokeObjectURL(scanUrl.value)
  scanUrl.value = row ? URL.createObjectURL(row.picture) : ''
  scanLines.value = undefined
  if (row)
    void marksOfScan(row.picture).then(lines => {
      if (scanRow.value === row) scanLines.value = lines
    })
})
const windowZone = computed(() => {
  const panel = stock.value && panelOf(stock.value, 'check', 1)
  const envelope = envelopes.find(e => e.id === layout.value?.envelope)
  const box = panel && envelope && surelySeen(envelope, panel)
  return panel && box ? { ...box, x: panel.x + box.x, y: panel.y + box.y } : undefined
})

/** Notes of the layout itself and of the longest data there is. */
const notes = shallowRef<readonly Note[]>([])
watchDebounced(
  [() => editor.settled.value, stock, facts, samples, () => office.unit],
  ([l, s, f, all]) => {
    if (!l || !s) return
    const made = proofer({ ...l, unit: office.unit }, s, f)
    const worst = all.at(-1)
    notes.value = [...made.notes, ...(worst ? made.sheet([worst.facts]).notes : [])]
  },
  { debounce: 120, immediate: true },
)
const worstBy = computed(
  () =>
    new Map(
      [...notes.value]
        .sort((a, b) => (a.severity === b.severity ? 0 : a.severity === 'warning' ? -1 : 1))
        .map(n => [n.field, n.severity]),
    ),
)

// Zoom: the whole sheet, or so many per cent of real size.
const room = ref<HTMLElement>()
const { width, height } = useElementSize(room)
const zoom = ref<'fit' | number>('fit')
const scale = computed(() => {
  if (zoom.value !== 'fit') return (screen.pxPerMm.value * zoom.value) / 100
  const sheet = stock.value?.sheet ?? { w: 216, h: 279 }
  return Math.max(
    1.2,
    Math.min(
      (width.value - 34) / sheet.w,
      Math.max((height.value - 34) / sheet.h, (width.value - 40) / sheet.w),
    ),
  )
})
const percent = computed(() => Math.round((scale.value / screen.pxPerMm.value) * 100))
const zoomBy = (factor: number): void => {
  zoom.value = Math.max(25, Math.min(400, Math.round((percent.value * factor) / 5) * 5))
}
const measuring = ref(false)
function realSize() {
  if (screen.isMeasured.value) zoom.value = 100
  else {
    measuring.value = true
    zoom.value = 100
  }
}

const snap = ref(true)
const grid = ref(false)
const asTable = ref(false)
const scanning = ref(false)
const fade = ref(35)

const said = ref('')
function tell() {
  const f = editor.only.value
  if (editor.chosen.value.length > 1) said.value = `${editor.chosen.value.length} fields chosen`
  else if (f)
    said.value = `${kindNames[f.kind]}${isBoxed(f) ? `: ${formatLength(f.x, office.unit)} from the left, ${formatLength(f.y, office.unit)} from the top, ${formatLength(f.w, office.unit)} wide, ${formatLength(f.h, office.unit)} high` : ''}`
  else said.value = 'nothing chosen'
}
watch([() => editor.chosen.value, () => editor.settled.value], tell)

const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function onKey(event: KeyboardEvent) {
  const arrow = arrows[event.key]
  const mod = event.ctrlKey || event.metaKey
  const k = event.key.toLowerCase()
  if (arrow && mod) resize(arrow, event.shiftKey)
  else if (arrow) editor.nudge(arrow[0], arrow[1], office.unit, event.shiftKey)
  else if (mod && k === 'z') takeBack(event.shiftKey ? editor.redo : editor.undo)
  else if (mod && k === 'y') takeBack(editor.redo)
  else if (mod && k === 'c') editor.copy()
  else if (mod && k === 'v') paste()
  else if (mod && k === 'a')
    editor.chosen.value = layout.value?.fields.filter(f => f.on && isBoxed(f)).map(f => f.id) ?? []
  else if (mod && k === 's') void save()
  else if (mod) return
  else if (event.key === 'Delete' || event.key === 'Backspace') editor.remove()
  else if (event.key === 'PageDown' || k === 'n') editor.step(1)
  else if (event.key === 'PageUp' || k === 'b') editor.step(-1)
  else if (event.key === 'Escape') editor.chosen.value = []
  else if (k === 'p') void printSample()
  else if (k === 'o') toggleOn()
  else if (event.key === '+') zoomBy(1.25)
  else if (event.key === '-') zoomBy(0.8)
  else return
  event.preventDefault()
}
function resize([right, down]: readonly [number, number], tenfold: boolean) {
  const id = editor.only.value?.id
  const by = (office.unit === 'mm' ? 0.1 : 0.254) * (tenfold ? 10 : 1)
  if (id && editor.settled.value)
    editor.take(resizeField(editor.settled.value, id, 'se', right * by, down * by))
}
/** A change made in another scope is taken back there: the table goes to that scope, and says so. */
function takeBack(step: () => string | undefined) {
  const to = step()
  if (to !== undefined)
    office.said = `Back to where that was changed: ${scopes.value.find(s => s.value === to)?.title ?? to}.`
}
const paste = (): void => {
  if (stock.value) editor.paste(rolesOf(stock.value))
}
const toggleOn = (): void => {
  if (editor.settled.value)
    editor.take(withFields(editor.settled.value, editor.ids.value, f => ({ ...f, on: !f.on }), true))
}
function onUndoKeys(event: KeyboardEvent) {
  if (
    !(event.ctrlKey || event.metaKey) ||
    event.target instanceof HTMLInputElement ||
    event.target instanceof HTMLTextAreaElement ||
    (event.target as Element).closest?.('.sheet-edit')
  )
    return
  const k = event.key.toLowerCase()
  if (k === 'z' || k === 'y' || k === 's') onKey(event)
}
useEventListener('keydown', onUndoKeys)

async function save() {
  const work = editor.work.value
  if (!work || !unsaved.value || busy.value) return
  busy.value = true
  fault.value = ''
  const done = await saveAll(work)
  busy.value = false
  if (!done) return
  await dropDraft(key)
  restored.value = false
  office.said = `Saved: ${work.common.code}, version ${from.value}.`
}
/**
 * Saves the common layout where it changed, and what companies have of their own, as one act; says whether it
 * was done.
 */
async function saveAll(work: Workpiece): Promise<boolean> {
  const owns = ownsChanged.value.map(([id, own]) => ({ companyId: idOf<'company'>(id), own }))
  const done = await act('saveLayout', {
    key,
    from: from.value,
    owns,
    ...(commonChanged.value && { layout: work.common }),
  })
  if (!done?.ok) {
    fault.value = done?.refusal.text ?? ''
    return false
  }
  from.value = done.value.layouts[0]?.revision ?? from.value
  return true
}
async function forget() {
  await dropDraft(key)
  restored.value = false
  from.value = latest.value?.revision ?? from.value
  if (latest.value) editor.begin(latest.value.layout, savedOwns())
}

async function printSample() {
  const l = editor.settled.value
  if (!l || !stock.value || busy.value) return
  const window = openWindow()
  busy.value = true
  const made = await makePaper({
    layout: l,
    stock: stock.value,
    account: facts.value,
    checks: [sample.value.facts],
    title: `Sample of ${l.code}`,
    madeAt: momentNow(),
    stamp: 'SAMPLE',
    continuationToo: true,
    ...(printer.fit.value && { fit: correctionOf(printer.fit.value.deviation) }),
    ...(printer.choice.value?.printer.micr && { micr: micrOf(printer.choice.value.printer) }),
  }).made
  busy.value = false
  if (made === 'stopped') return window.leave()
  if (view.value) await noteSample(view.value.account.id)
  window.show(made.bytes, `sample-${l.code}.pdf`)
}
const exportIt = (): void => {
  if (editor.work.value)
    saveText(
      `${JSON.stringify(editor.settled.value, null, 1)}\n`,
      `${editor.work.value.common.id}.layout.json`,
      'application/json',
    )
}

async function addImage(file: File) {
  if (!layout.value) return
  const picture = await pictureFrom(file)
  fault.value = picture.ok ? '' : picture.refusal.text
  if (!picture.ok) return
  const w = 40
  const made = fieldSchema.parse({
    kind: 'image',
    id: freeId(layout.value, 'image'),
    panel: 'check',
    on: true,
    x: 20,
    y: 20,
    w,
    h: Math.round(((w * picture.value.h) / picture.value.w) * 10) / 10,
    picture: picture.value,
  })
  editor.take({ ...layout.value, fields: [...layout.value.fields, made] } as Layout)
  editor.choose(made.id)
}
const scopes = computed(() => [
  { title: 'for all companies', value: '' },
  ...(companies.value ?? []).map(c => ({ title: `only ${c.name[0]}`, value: c.id as string })),
])
</script>

<template>
  <div class="page">
    <PageHead :title="layout?.name ?? 'Light table'" one-line>
      <span v-if="layout" class="quiet nowrap" data-test="version"
        >{{ layout.code }}, version {{ from }}{{ unsaved ? ', changed' : '' }}</span
      >
      <v-btn variant="text" to="/papers"> Stocks & layouts </v-btn>
      <v-btn :disabled="!layout" data-test="sample" @click="printSample"> Sample PDF </v-btn>
      <v-btn
        color="primary"
        variant="flat"
        :disabled="!unsaved"
        :loading="busy"
        data-test="save-layout"
        @click="save"
      >
        {{
          commonChanged ? `Save as version ${from + 1}` : ownsChanged.length ? 'Save own settings' : 'Saved'
        }}
      </v-btn>
    </PageHead>
    <p v-if="library && versions && !latest" class="quiet">
      There is no layout of this name in this browser.
      <NuxtLink to="/papers">Back to stocks & layouts</NuxtLink>
    </p>
    <v-alert v-if="restored" type="info" variant="tonal" density="compact" class="mb-2">
      Changes from before that were not saved are on the table.
      <v-btn size="small" variant="text" @click="forget"> Forget them </v-btn>
    </v-alert>
    <v-alert
      v-if="latest && latest.revision > from"
      type="warning"
      variant="tonal"
      density="compact"
      class="mb-2"
    >
      Version {{ latest.revision }} was saved elsewhere since.
      <v-btn size="small" variant="text" @click="forget"> Take that version </v-btn>
    </v-alert>
    <v-alert
      v-if="fault"
      type="error"
      variant="tonal"
      density="compact"
      class="mb-2"
      :text="fault"
      closable
      @click:close="fault = ''"
    />
    <template v-if="layout && settled && stock">
      <div class="tools" role="toolbar" aria-label="Light table">
        <v-select
          v-model="editor.scope.value"
          :items="scopes"
          label="Changes hold"
          hide-details
          class="scope"
          data-test="scope"
        />
        <v-select
          v-if="accounts && accounts.length > 1"
          :model-value="view?.account.id"
          :items="accounts.map(a => ({ title: a.account.name, value: a.account.id }))"
          label="Seen with"
          hide-details
          class="with"
          @update:model-value="accountId = $event"
        />
        <v-select
          v-model="sampleName"
          :items="samples.map(s => s.name)"
          label="Sample"
          hide-details
          class="with"
          data-test="sample-choice"
        />
        <v-btn-toggle
          v-model="office.unit"
          mandatory
          density="compact"
          variant="outlined"
          color="primary"
          aria-label="Unit"
        >
          <v-btn value="in" size="small"> in </v-btn><v-btn value="mm" size="small"> mm </v-btn>
        </v-btn-toggle>
        <v-btn
          :icon="mdiUndo"
          size="small"
          variant="text"
          aria-label="Undo"
          :disabled="!editor.work.value?.done.length"
          data-test="undo"
          @click="takeBack(editor.undo)"
        />
        <v-btn
          :icon="mdiRedo"
          size="small"
          variant="text"
          aria-label="Redo"
          :disabled="!editor.work.value?.undone.length"
          data-test="redo"
          @click="takeBack(editor.redo)"
        />
        <v-btn
          :icon="mdiMagnet"
          size="small"
          :variant="snap ? 'tonal' : 'text'"
          :color="snap ? 'primary' : undefined"
          :aria-pressed="snap"
          aria-label="Snap; Alt lets go"
          title="Snap to edges and fields; Alt lets go"
          @click="snap = !snap"
        />
        <v-btn
          :icon="mdiGrid"
          size="small"
          :variant="grid ? 'tonal' : 'text'"
          :color="grid ? 'primary' : undefined"
          :aria-pressed="grid"
          aria-label="Snap to a grid"
          title="Snap to a grid of 1 mm or 1/16 in"
          @click="grid = !grid"
        />
        <v-btn
          :icon="mdiTable"
          size="small"
          :variant="asTable ? 'tonal' : 'text'"
          :color="asTable ? 'primary' : undefined"
          :aria-pressed="asTable"
          aria-label="Edit as table"
          title="Edit as table"
          data-test="as-table"
          @click="asTable = !asTable"
        />
        <v-btn
          :icon="mdiImageMultipleOutline"
          size="small"
          variant="text"
          aria-label="Scan of the stock"
          title="Lay a scan of the real stock underneath"
          data-test="scan"
          @click="scanning = true"
        />
        <v-slider
          v-if="scanUrl"
          v-model="fade"
          :min="0"
          :max="100"
          hide-details
          density="compact"
          class="fade"
          aria-label="Fade the scan"
        />
        <span class="zoom">
          <v-btn
            size="small"
            variant="text"
            min-width="38"
            :color="zoom === 'fit' ? 'primary' : undefined"
            @click="zoom = 'fit'"
            >Fit</v-btn
          >
          <v-btn size="small" variant="text" min-width="30" aria-label="Smaller" @click="zoomBy(0.8)"
            >−</v-btn
          >
          <button type="button" class="percent" title="Real size" data-test="zoom" @click="realSize">
            {{ percent }} %
          </button>
          <v-btn size="small" variant="text" min-width="30" aria-label="Larger" @click="zoomBy(1.25)"
            >+</v-btn
          >
        </span>
      </div>
      <div class="table">
        <div class="left scroll" tabindex="0" role="region" aria-label="Fields">
          <TableFieldList :editor="editor" :layout="settled" :stock="stock" :notes="worstBy" />
          <FileDrop
            label="Image from a file"
            kinds="PNG or JPEG"
            accept="image/png,image/jpeg"
            slim
            data-test="image-file"
            @take="addImage"
          />
          <v-btn v-if="editor.canPaste.value" size="x-small" block class="mt-2" @click="paste"> Paste </v-btn>
          <v-btn size="x-small" block class="mt-2" data-test="export-layout" @click="exportIt">
            Save as file
          </v-btn>
        </div>
        <div ref="room" class="middle scroll" tabindex="0" role="region" aria-label="Sheet" data-home>
          <TableFieldGrid v-if="asTable" :editor="editor" :layout="settled" :unit="office.unit" />
          <TableSheet
            v-else
            :editor="editor"
            :views="views"
            :stock="stock"
            :scale="scale"
            :unit="office.unit"
            :snap="snap"
            :grid="grid"
            :scan="scanUrl"
            :fade="fade"
            v-bind="{ ...(windowZone && { windowZone }), ...(scanLines && { scanLines }) }"
            label="Sheet. Page down chooses the next field; arrow keys move it, with Shift ten steps, with Control its size; Control Z takes back; P makes a sample PDF"
            @key="onKey"
          />
        </div>
        <div class="right scroll" tabindex="0" role="region" aria-label="Settings of the field">
          <TableFieldForm
            v-if="editor.chosenFields.value[0]"
            :key="editor.chosen.value.join()"
            :editor="editor"
            :field="editor.chosenFields.value[0]"
            :layout="settled"
            :stock="stock"
            :unit="office.unit"
            :company-name="companyName"
          />
          <TableLayoutForm
            v-else
            :editor="editor"
            :layout="settled"
            :stocks="stocks"
            :companies="companies ?? []"
            :company-name="companyName"
            @measure="measuring = true"
          />
          <section class="notes" aria-label="Notes on the layout" data-test="notes">
            <h3>Notes</h3>
            <p v-if="!notes.length" class="quiet">Nothing is wrong, even with the longest data.</p>
            <ul v-else>
              <li v-for="(n, i) in notes" :key="i">
                <button
                  type="button"
                  :class="n.severity === 'error' ? 'text-error' : 'text-warning'"
                  @click="editor.choose(n.field)"
                >
                  <strong>{{ n.severity === 'error' ? 'Wrong' : 'Look' }}</strong> {{ n.field }}: {{ n.text }}
                </button>
              </li>
            </ul>
          </section>
        </div>
      </div>
      <p class="d-sr-only" aria-live="polite">
        {{ said }}
      </p>
      <TableScanDialog v-model="scanning" :stock="stock" :unit="office.unit" :has="scanUrl !== ''" />
      <TableScreenMeasure v-model="measuring" />
    </template>
  </div>
</template>

<style scoped>
.nowrap {
  white-space: nowrap;
}
.tools {
  display: flex;
  align-items: center;
  gap: 5px;
  padding: 5px 0 8px;
  flex-wrap: wrap;
}
.tools :deep(.v-field__input) {
  font-size: 13px;
  padding-inline-end: 0;
}
.tools :deep(.v-field) {
  --v-field-padding-start: 10px;
  --v-field-padding-end: 4px;
}
.scope {
  max-width: 176px;
  min-width: 150px;
}
.with {
  max-width: 128px;
  min-width: 104px;
}
.fade {
  max-width: 90px;
  min-width: 80px;
}
.zoom {
  display: flex;
  align-items: center;
  margin-left: auto;
}
.percent {
  min-width: 46px;
  font-size: 13px;
  text-decoration: underline dotted;
}
.table {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 196px minmax(0, 1fr) 244px;
  gap: 12px;
  padding-bottom: 10px;
}
.left,
.right {
  padding: 2px 6px 10px 2px;
}
.right :deep(.v-field__input),
.right :deep(.v-label) {
  font-size: 13px;
}
.page .middle {
  overflow-x: auto;
}
.middle {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.14);
  border-radius: 4px;
  background: rgb(var(--v-theme-surface-variant));
}
.file input {
  font-size: 11px;
  width: 100%;
}
.notes {
  margin-top: 14px;
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.14);
  padding-top: 10px;
  font-size: 12.5px;
}
.notes h3 {
  font-size: 13px;
}
.notes ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 5px;
}
.notes button {
  text-align: left;
}
</style>
