<script setup lang="ts">
import type { Id } from '#core/base/id'
import {
  columnHolding,
  columnKinds,
  dayPatterns,
  payLayoutSchema,
  type PayColumn,
  type PayLayout,
} from '#core/bank/positivePay/layout'
import type { useBankFiles } from '~/composables/bank/useBankFiles'

/** A layout of files for the bank, column by column, with the lines that it makes under a ruler. */
const props = defineProps<{
  files: ReturnType<typeof useBankFiles>
  id: Id<'payLayout'>
  layout: PayLayout
}>()
const emit = defineEmits<{ done: [] }>()
const { busy, fault, at } = props.files
type Draft<T> = { -readonly [K in keyof T]: T[K] }
const form = ref<Draft<PayLayout>>(structuredClone(toRaw(props.layout)))
const part = ref<'columns' | 'header' | 'trailer'>('columns')
const kinds = Object.entries(columnKinds).map(([value, title]) => ({ value, title }))
const list = computed(() => form.value[part.value] as PayColumn[])
const checked = computed(() => payLayoutSchema.safeParse(form.value))
const preview = computed(() => (checked.value.success ? props.files.preview(checked.value.data) : undefined))
const RULER = 120
const ruler = computed(() => {
  const width = Math.min(RULER, Math.max(20, ...(preview.value?.lines.map(l => l.length) ?? [])))
  return Array.from({ length: Math.ceil(width / 10) }, (_, i) => String((i + 1) * 10).padStart(10, '·')).join(
    '',
  )
})
const isDay = (c: PayColumn): boolean => c.holds === 'date' || c.holds === 'today'
const isMoney = (c: PayColumn): boolean => c.holds === 'amount' || c.holds === 'total'
const put = (columns: readonly PayColumn[]): void => {
  form.value = { ...form.value, [part.value]: columns }
}
const change = (at: number, more: Partial<PayColumn>): void =>
  put(list.value.map((c, i) => (i === at ? { ...c, ...more } : c)))
const setHolds = (at: number, holds: PayColumn['holds']): void =>
  put(list.value.map((c, i) => (i === at ? columnHolding(c, holds) : c)))
function move(i: number, by: 1 | -1) {
  const columns = [...list.value]
  const [one] = columns.splice(i, 1)
  columns.splice(i + by, 0, one!)
  put(columns)
}
const remove = (i: number): void => put(list.value.filter((_, n) => n !== i))
const add = (): void => put([...list.value, { holds: 'text', width: 1, align: 'left', pad: ' ', text: '' }])
async function save() {
  if (checked.value.success && (await props.files.save(props.id, checked.value.data))) emit('done')
}
const valueOf = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <v-card class="editor" data-test="pay-layout">
    <div class="field-row">
      <v-text-field
        v-model="form.name"
        v-first
        label="Name of the layout"
        maxlength="80"
        :error-messages="at('name')"
        class="wide-field"
        data-test="layout-name"
      />
      <v-select
        v-model="form.kind"
        :items="[
          { title: 'Delimited', value: 'delimited' },
          { title: 'Fixed width', value: 'fixed' },
        ]"
        label="Kind"
        hide-details
        class="short"
      />
      <v-select
        v-if="form.kind === 'delimited'"
        v-model="form.delimiter"
        :items="[
          { title: 'Comma', value: ',' },
          { title: 'Semicolon', value: ';' },
          { title: 'Bar', value: '|' },
          { title: 'Tab', value: '\t' },
        ]"
        label="Delimiter"
        hide-details
        class="short"
      />
      <v-select v-model="form.lineEnd" :items="['CRLF', 'LF']" label="Line end" hide-details class="short" />
      <v-text-field
        v-model="form.fileName"
        label="File name"
        maxlength="80"
        hint="{date}, {n} and {account} are filled in."
        persistent-hint
        class="wide-field"
      />
    </div>
    <v-btn-toggle v-model="part" mandatory density="compact" aria-label="Part of the file">
      <v-btn value="header" size="small">Header</v-btn>
      <v-btn value="columns" size="small">Checks</v-btn>
      <v-btn value="trailer" size="small">Trailer</v-btn>
    </v-btn-toggle>
    <div class="wide">
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Column</th>
            <th scope="col">Width</th>
            <th scope="col">Align</th>
            <th scope="col">Fill</th>
            <th scope="col">Format</th>
            <th scope="col"><span class="d-sr-only">Order</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(c, i) in list" :key="i">
            <td>
              <select
                :value="c.holds"
                :aria-label="`Column ${i + 1} holds`"
                @change="setHolds(i, valueOf($event) as PayColumn['holds'])"
              >
                <option v-for="k in kinds" :key="k.value" :value="k.value">{{ k.title }}</option>
              </select>
            </td>
            <td>
              <input
                type="number"
                min="1"
                max="200"
                :value="c.width"
                :aria-label="`Width of column ${i + 1}`"
                @change="change(i, { width: Number(valueOf($event)) })"
              />
            </td>
            <td>
              <select
                :value="c.align"
                :aria-label="`Alignment of column ${i + 1}`"
                @change="change(i, { align: valueOf($event) as 'left' | 'right' })"
              >
                <option value="left">left</option>
                <option value="right">right</option>
              </select>
            </td>
            <td>
              <select
                :value="c.pad"
                :aria-label="`Fill of column ${i + 1}`"
                @change="change(i, { pad: valueOf($event) as ' ' | '0' })"
              >
                <option value=" ">spaces</option>
                <option value="0">zeros</option>
              </select>
            </td>
            <td>
              <input
                v-if="c.holds === 'text'"
                :value="c.text"
                maxlength="60"
                :aria-label="`Text of column ${i + 1}`"
                @change="change(i, { text: valueOf($event) })"
              />
              <select
                v-else-if="isDay(c)"
                :value="c.day"
                :aria-label="`Date format of column ${i + 1}`"
                @change="change(i, { day: valueOf($event) as NonNullable<PayColumn['day']> })"
              >
                <option v-for="d in dayPatterns" :key="d" :value="d">{{ d }}</option>
              </select>
              <select
                v-else-if="isMoney(c)"
                :value="c.money"
                :aria-label="`Amount format of column ${i + 1}`"
                @change="change(i, { money: valueOf($event) as 'cents' | 'point' })"
              >
                <option value="cents">123456</option>
                <option value="point">1234.56</option>
              </select>
              <template v-else-if="c.holds === 'indicator' && c.marks">
                <input
                  :value="c.marks.issue"
                  class="mark"
                  aria-label="What marks an issued check"
                  @change="change(i, { marks: { ...c.marks, issue: valueOf($event) } })"
                />
                <input
                  :value="c.marks.end"
                  class="mark"
                  aria-label="What marks a voided or stopped check"
                  @change="change(i, { marks: { ...c.marks, end: valueOf($event) } })"
                />
              </template>
            </td>
            <td class="order">
              <v-btn
                size="x-small"
                :disabled="i === 0"
                :aria-label="`Column ${i + 1} up`"
                @click="move(i, -1)"
                >Up</v-btn
              >
              <v-btn
                size="x-small"
                :disabled="i === list.length - 1"
                :aria-label="`Column ${i + 1} down`"
                @click="move(i, 1)"
                >Down</v-btn
              >
              <v-btn size="x-small" variant="text" :aria-label="`Remove column ${i + 1}`" @click="remove(i)"
                >Remove</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div><v-btn size="small" @click="add()">Add column</v-btn></div>
    <pre v-if="preview" class="lines" tabindex="0" aria-label="The lines that this layout makes"
      >{{ ruler }}
{{ preview.lines.join('\n') }}</pre>
    <p v-for="f in preview?.faults.slice(0, 3) ?? []" :key="f.text" class="text-warning">
      {{ f.number === undefined ? '' : `Check ${f.number}, ` }}{{ columnKinds[f.column.holds] }}:
      {{ f.text }}.
    </p>
    <p v-if="!checked.success" class="text-error" role="alert">{{ checked.error.issues[0]?.message }}</p>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
    <div class="row">
      <v-btn
        color="primary"
        variant="flat"
        :disabled="!checked.success"
        :loading="busy"
        data-test="layout-save"
        @click="save()"
        >Save layout</v-btn
      >
      <v-btn variant="text" @click="emit('done')">Cancel</v-btn>
    </div>
  </v-card>
</template>

<style scoped>
.editor {
  padding: 14px 18px;
  display: grid;
  gap: var(--space-3);
}
.short {
  flex: 0 1 150px;
}
.wide,
.lines {
  overflow-x: auto;
}
.lines {
  margin: 0;
  padding: 10px 12px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.25);
  font-family: ui-monospace, monospace;
  font-size: var(--text-small);
}
select,
input {
  min-height: 28px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
  border-radius: 4px;
  padding: 1px 6px;
  color: inherit;
  background: rgb(var(--v-theme-surface));
}
input[type='number'] {
  width: 72px;
}
.mark {
  width: 56px;
  margin-right: 6px;
}
.order {
  white-space: nowrap;
}
</style>
