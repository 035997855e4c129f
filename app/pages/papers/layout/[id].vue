<script setup lang="ts">
import { resizeField, withFields, withPicture } from '#core/paper/arrange'
import { kindNames } from '#core/paper/kinds'
import { formatLength } from '#core/paper/length'
import { isBoxed } from '#core/paper/layout'
import { rolesOf } from '#core/paper/stock'
import { saveText } from '~/data/files/fileOut'
import { pictureFrom } from '~/data/layouts/pictures'
import { readCompanies } from '~/data/accounts/accountReads'
import { tableAct, type TableActs } from '~/composables/layouts/tableKeys'
import { useOffice } from '~/stores/office'

const office = useOffice()
const key = String(useRoute().params.id)
const editor = useLayoutEditor()
const { layout, settled } = editor
const work = useLayoutWork(key, editor)
const { latest, from, restored, fault, unsaved, commonChanged, ownsChanged } = work
const seen = useLayoutSeen(key, editor, work.library)
const { stock, stocks, views, windowZone } = seen
const printSample = useSamplePdf(editor, seen)
const scan = useScanUnder(stock)
const { notes, worstBy } = useTableNotes(editor, seen)
const companies = useLive(readCompanies)
const companyName = computed(() => companies.value?.find(c => c.id === editor.scope.value)?.name[0] ?? '')
const scopes = computed(() => [
  { title: 'for all companies', value: '' },
  ...(companies.value ?? []).map(c => ({ title: `only ${c.name[0]}`, value: c.id as string })),
])

/** The sheet first, then its list of fields, then what is set of them. */
const turn = useTurns(() => (stock.value && settled.value ? 3 : 1))
const room = ref<HTMLElement>()
const zoom = useSheetZoom(room, stock)
const [snap, grid, asTable, scanning] = [ref(true), ref(false), ref(false), ref(false)]

/** What is chosen, for those who do not see it. */
const said = computed(() => {
  const field = editor.only.value
  if (editor.chosen.value.length > 1) return `${editor.chosen.value.length} fields chosen`
  if (!field) return 'nothing chosen'
  if (!isBoxed(field)) return kindNames[field.kind]
  const [x, y, w, h] = [field.x, field.y, field.w, field.h].map(mm => formatLength(mm, office.unit))
  return `${kindNames[field.kind]}: ${x} from the left, ${y} from the top, ${w} wide, ${h} high`
})

/** Millimetres by which a key changes a field's size. */
const sizeStep = computed(() => (office.unit === 'mm' ? 0.1 : 0.254))
function resize(right: number, down: number, tenfold: boolean): void {
  const id = editor.only.value?.id
  const by = sizeStep.value * (tenfold ? 10 : 1)
  if (id && settled.value) editor.take(resizeField(settled.value, id, 'se', right * by, down * by))
}
/** A change made in another scope is taken back there: the table goes to that scope, and says so. */
function undoChange(step: () => string | undefined): void {
  const to = step()
  if (to !== undefined)
    office.said = `Switched to where that was changed: ${scopes.value.find(s => s.value === to)?.title ?? to}.`
}
const undo = (): void => undoChange(editor.undo)
const redo = (): void => undoChange(editor.redo)
const paste = (): void => {
  if (stock.value) editor.paste(rolesOf(stock.value))
}
const toggleOn = (): void => {
  if (settled.value)
    editor.take(withFields(settled.value, editor.ids.value, f => ({ ...f, on: !f.on }), true))
}
const chooseAll = (): void =>
  editor.chooseOnly(layout.value?.fields.filter(f => f.on && isBoxed(f)).map(f => f.id) ?? [])
const acts: TableActs = {
  resize,
  nudge: (right, down, tenfold) => editor.nudge(right, down, office.unit, tenfold),
  undo,
  redo,
  copy: editor.copy,
  paste,
  chooseAll,
  save: work.save,
  remove: editor.remove,
  step: editor.step,
  chooseNone: () => editor.chooseOnly([]),
  sample: printSample,
  toggleOn,
  zoom: zoom.by,
}
function onKey(event: KeyboardEvent): void {
  const act = tableAct(event, acts)
  act?.()
  if (act) event.preventDefault()
}
/** Undo and save work wherever one is on the page but in a field of text; the sheet hears its keys itself. */
useEventListener('keydown', (event: KeyboardEvent) => {
  const at = event.target as Element
  if (at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement || at.closest('.sheet-edit')) return
  if ((event.ctrlKey || event.metaKey) && ['z', 'y', 's'].includes(event.key.toLowerCase())) onKey(event)
})

function exportIt(): void {
  if (settled.value)
    saveText(
      `${JSON.stringify(settled.value, null, 1)}\n`,
      `${editor.work.value?.common.id ?? key}.layout.json`,
      'application/json',
    )
}
async function addImage(file: File): Promise<void> {
  const picture = await pictureFrom(file)
  fault.value = picture.ok ? '' : picture.refusal.text
  if (!picture.ok || !layout.value) return
  const added = withPicture(layout.value, picture.value)
  editor.take(added.layout)
  editor.choose(added.id)
}
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
        :loading="work.busy.value"
        data-test="save-layout"
        @click="work.save()"
      >
        {{
          commonChanged ? `Save as version ${from + 1}` : ownsChanged.length ? 'Save own settings' : 'Saved'
        }}
      </v-btn>
    </PageHead>
    <p v-if="work.isMissing.value" class="quiet">
      This layout does not exist in this office.
      <NuxtLink to="/papers">Back to stocks & layouts</NuxtLink>
    </p>
    <v-alert v-if="restored" type="info" class="mb-2">
      Your unsaved changes have been restored.
      <v-btn size="small" variant="text" @click="work.forget()"> Discard them </v-btn>
    </v-alert>
    <v-alert v-if="latest && latest.revision > from" type="warning" class="mb-2">
      Version {{ latest.revision }} was saved in another tab since you opened this one.
      <v-btn size="small" variant="text" @click="work.forget()"> Load that version </v-btn>
    </v-alert>
    <v-alert v-if="fault" type="error" class="mb-2" :text="fault" closable @click:close="fault = ''" />
    <template v-if="layout && settled && stock">
      <TableTools
        v-model:snap="snap"
        v-model:grid="grid"
        v-model:as-table="asTable"
        v-model:fade="scan.fade.value"
        :editor="editor"
        :seen="seen"
        :zoom="zoom"
        :scopes="scopes"
        :scanned="scan.url.value !== ''"
        @undo="undo"
        @redo="redo"
        @scan="scanning = true"
      />
      <div class="table">
        <div class="left scroll" tabindex="0" role="region" aria-label="Fields">
          <TableFieldList
            v-if="turn > 1"
            :editor="editor"
            :layout="settled"
            :stock="stock"
            :notes="worstBy"
          />
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
            Export
          </v-btn>
        </div>
        <div ref="room" class="middle scroll" tabindex="0" role="region" aria-label="Sheet" data-home>
          <TableFieldGrid v-if="asTable" :editor="editor" :layout="settled" :unit="office.unit" />
          <TableSheet
            v-else
            :editor="editor"
            :views="views"
            :stock="stock"
            :scale="zoom.scale.value"
            :unit="office.unit"
            :snap="snap"
            :grid="grid"
            :scan="scan.url.value"
            :fade="scan.fade.value"
            v-bind="{
              ...(windowZone && { windowZone }),
              ...(scan.lines.value && { scanLines: scan.lines.value }),
            }"
            label="Sheet. Page Down chooses the next field. Arrow keys move it, with Shift ten steps, with Control its size. Control Z undoes. P makes a sample PDF"
            @key="onKey"
          />
        </div>
        <div class="right scroll" tabindex="0" role="region" aria-label="Settings of the field">
          <TableFieldForm
            v-if="turn > 2 && editor.chosenFields.value[0]"
            :key="editor.chosen.value.join()"
            :editor="editor"
            :field="editor.chosenFields.value[0]"
            :layout="settled"
            :stock="stock"
            :unit="office.unit"
            :company-name="companyName"
          />
          <TableLayoutForm
            v-else-if="turn > 2"
            :editor="editor"
            :layout="settled"
            :stocks="stocks"
            :companies="companies ?? []"
            :company-name="companyName"
            @measure="zoom.measuring.value = true"
          />
          <TableNotes :notes="notes" @choose="editor.choose($event)" />
        </div>
      </div>
      <p class="d-sr-only" aria-live="polite">
        {{ said }}
      </p>
      <TableScanDialog v-model="scanning" :stock="stock" :unit="office.unit" :has="scan.url.value !== ''" />
      <TableScreenMeasure v-model="zoom.measuring.value" />
    </template>
  </div>
</template>

<style scoped>
.nowrap {
  white-space: nowrap;
}
.table {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 196px minmax(0, 1fr) 244px;
  gap: var(--space-3);
  padding-bottom: 10px;
}
.left,
.right {
  padding: 2px 6px 10px 2px;
}
.right :deep(.v-field__input),
.right :deep(.v-label) {
  font-size: var(--text-note);
}
.page .middle {
  overflow-x: auto;
}
.middle {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.14);
  border-radius: 4px;
  background: rgb(var(--v-theme-surface-variant));
}
</style>
