<script setup lang="ts">
import { datePatterns, formatDate } from '#core/base/dates'
import { alignments, fitColumns, type Alignment } from '#core/paper/arrange'
import { kindNames } from '#core/paper/kinds'
import type { Unit } from '#core/paper/length'
import {
  columnNames,
  isBoxed,
  isLettered,
  itemNames,
  itemSources,
  overflows,
  stubColumns,
  turns,
  type Field,
  type Layout,
  type TypeOf,
} from '#core/paper/layout'
import { roleNames, rolesOf, type Stock } from '#core/paper/stock'
import { usualCaption, usualTitle } from '#core/proof/captions'
import type { FaceName } from '#core/faces/face'
import type { LayoutEditor } from '~/composables/useLayoutEditor'
import { localToday } from '~/stores/office'

/**
 * All that can be set of the chosen field; what a company has of its own is marked, with the way back to the
 * common setting.
 */
const props = defineProps<{
  editor: LayoutEditor
  field: Field
  layout: Layout
  stock: Stock
  unit: Unit
  companyName: string
}>()

const set = (change: Record<string, unknown>): void => props.editor.setField(props.field.id, change)
const mine = computed(() => props.editor.own.value.fields[props.field.id] ?? {})
const added = computed(() => props.editor.own.value.added.some(f => f.id === props.field.id))
const ownNames: Readonly<Record<string, string>> = {
  x: 'left',
  y: 'top',
  w: 'width',
  h: 'height',
  on: 'on or off',
  type: 'letters',
  caption: 'caption',
  turn: 'turn',
  ink: 'ink',
  pattern: 'pattern',
  columns: 'columns',
}

const type = computed(() => ('type' in props.field ? props.field.type : undefined))
const setType = (change: Partial<TypeOf>): void => set({ type: { ...type.value, ...change } })
const family = computed(() => (type.value?.face.startsWith('serif') ? 'serif' : 'sans'))
const bold = computed(() => type.value?.face.endsWith('bold') ?? false)
const face = (f: string, b: boolean): FaceName => `${f}${b ? '-bold' : ''}` as FaceName
function setSize(key: 'size' | 'least', n: number) {
  if (!type.value) return
  if (key === 'size') setType({ size: n, least: Math.min(n, type.value.least) })
  else setType({ least: Math.min(n, type.value.size) })
}
const caption = computed(() => (isLettered(props.field) ? props.field.caption : undefined))
const setCaption = (change: object): void =>
  set({ caption: { on: true, text: '', side: 'left', size: 6.5, ...caption.value, ...change } })
const today = localToday()
const patterns = datePatterns.map(p => ({ title: formatDate(today, p), subtitle: p, value: p }))
const alignTitles: Readonly<Record<Alignment, string>> = {
  left: 'Left edges',
  center: 'Centers',
  right: 'Right edges',
  top: 'Top edges',
  middle: 'Middles',
  foot: 'Lower edges',
}
const several = computed(() => props.editor.chosen.value.length > 1)
const columns = computed(() => (props.field.kind === 'stubTable' ? props.field.columns : []))
const tooWide = computed(
  () =>
    props.field.kind === 'stubTable' && columns.value.reduce((sum, c) => sum + c.w, 0) > props.field.w + 0.05,
)
const setColumn = (i: number, change: object): void =>
  set({ columns: columns.value.map((c, k) => (k === i ? { ...c, ...change } : c)) })
function moveColumn(i: number, by: number) {
  const list = [...columns.value]
  const [one] = list.splice(i, 1)
  if (one) list.splice(i + by, 0, one)
  set({ columns: list })
}
const freeColumns = computed(() => stubColumns.filter(c => !columns.value.some(o => o.what === c)))
</script>

<template>
  <div class="form" data-test="field-form">
    <template v-if="several">
      <h3>{{ editor.chosen.value.length }} fields</h3>
      <p class="quiet small">They follow the one chosen first.</p>
      <div class="wrap">
        <v-btn v-for="a in alignments" :key="a" size="x-small" @click="editor.align(a)">
          {{ alignTitles[a] }}
        </v-btn>
      </div>
      <div class="wrap">
        <v-btn size="x-small" :disabled="editor.chosen.value.length < 3" @click="editor.distribute('across')">
          Even gaps across
        </v-btn>
        <v-btn size="x-small" :disabled="editor.chosen.value.length < 3" @click="editor.distribute('down')">
          Even gaps down
        </v-btn>
      </div>
    </template>
    <template v-else>
      <h3>
        {{ kindNames[field.kind] }} <span class="quiet small">{{ field.id }}</span>
      </h3>
      <v-alert
        v-if="editor.scope.value && (added || Object.keys(mine).length)"
        color="primary"
        class="own"
        data-test="own"
      >
        <template v-if="added"> {{ companyName }} has this field of its own. </template>
        <template v-else>
          Own to {{ companyName }}:
          <span v-for="key in Object.keys(mine)" :key="key" class="own-one"
            >{{ ownNames[key] ?? key }}
            <v-btn
              size="x-small"
              variant="text"
              :aria-label="`${ownNames[key] ?? key}: common again`"
              @click="editor.common({ field: field.id, property: key })"
              >common again</v-btn
            ></span
          >
        </template>
      </v-alert>
      <p v-else-if="editor.scope.value" class="quiet small">As for all companies.</p>
      <template v-if="isBoxed(field)">
        <div class="pair">
          <LengthField
            label="Left"
            :model-value="field.x"
            :unit="unit"
            :least="-50"
            :disabled="field.locked"
            @update:model-value="set({ x: $event })"
          />
          <LengthField
            label="Top"
            :model-value="field.y"
            :unit="unit"
            :least="-50"
            :disabled="field.locked"
            @update:model-value="set({ y: $event })"
          />
          <LengthField
            label="Width"
            :model-value="field.w"
            :unit="unit"
            :disabled="field.locked"
            @update:model-value="set({ w: $event })"
          />
          <LengthField
            label="Height"
            :model-value="field.h"
            :unit="unit"
            :disabled="field.locked"
            @update:model-value="set({ h: $event })"
          />
        </div>
        <v-select
          label="Panel"
          :model-value="field.panel"
          :items="rolesOf(stock).map(r => ({ title: roleNames[r], value: r }))"
          hide-details
          @update:model-value="set({ panel: $event })"
        />
      </template>
      <template v-else>
        <p class="quiet small">It stands where the standard says. Within its tolerance it can be nudged.</p>
        <div class="pair">
          <LengthField
            label="Nudge right"
            :model-value="field.nudge.x"
            :unit="unit"
            :least="-5"
            :most="5"
            @update:model-value="set({ nudge: { ...field.nudge, x: $event } })"
          />
          <LengthField
            label="Nudge down"
            :model-value="field.nudge.y"
            :unit="unit"
            :least="-5"
            :most="5"
            @update:model-value="set({ nudge: { ...field.nudge, y: $event } })"
          />
        </div>
      </template>
      <v-textarea
        v-if="field.kind === 'text'"
        label="Text"
        :model-value="field.text"
        rows="2"
        hide-details
        maxlength="400"
        @update:model-value="$event && set({ text: $event })"
      />
      <v-text-field
        v-if="field.kind === 'crossing'"
        label="Words"
        :model-value="field.text"
        hide-details
        maxlength="60"
        @update:model-value="$event && set({ text: $event })"
      />
      <v-text-field
        v-if="field.kind === 'overlay'"
        label="Words"
        :model-value="field.words"
        hide-details
        maxlength="40"
        @update:model-value="$event && set({ words: $event })"
      />
      <v-text-field
        v-if="field.kind === 'microprint'"
        label="Text, else the payer’s name"
        :model-value="field.text"
        hide-details
        maxlength="120"
        @update:model-value="set({ text: $event ?? '' })"
      />
      <template v-if="type">
        <div class="pair">
          <v-select
            label="Face"
            :model-value="family"
            :items="['sans', 'serif']"
            hide-details
            @update:model-value="setType({ face: face($event, bold) })"
          />
          <v-select
            label="Weight"
            :model-value="bold ? 'bold' : 'regular'"
            :items="['regular', 'bold']"
            hide-details
            @update:model-value="setType({ face: face(family, $event === 'bold') })"
          />
          <NumberField
            label="Size"
            :model-value="type.size"
            suffix="pt"
            :least="4"
            :most="72"
            @update:model-value="setSize('size', $event)"
          />
          <NumberField
            label="Least size"
            :model-value="type.least"
            suffix="pt"
            :least="4"
            :most="type.size"
            @update:model-value="setSize('least', $event)"
          />
          <v-select
            v-if="field.kind !== 'stubTable' && field.kind !== 'payTable'"
            label="Alignment"
            :model-value="type.align"
            :items="['left', 'center', 'right']"
            hide-details
            @update:model-value="setType({ align: $event })"
          />
          <v-select
            v-if="isLettered(field)"
            label="Turn"
            :model-value="field.turn"
            :items="turns.map(t => ({ title: `${t}°`, value: t }))"
            hide-details
            @update:model-value="set({ turn: $event })"
          />
        </div>
      </template>
      <template v-if="field.kind === 'date'">
        <v-select
          label="Pattern"
          :model-value="field.pattern"
          :items="patterns"
          item-props
          hide-details
          @update:model-value="set({ pattern: $event })"
        />
        <v-checkbox
          label="Pattern in small letters beneath"
          :model-value="field.hint"
          hide-details
          density="compact"
          @update:model-value="set({ hint: $event })"
        />
        <v-checkbox
          label="A box for each digit"
          :model-value="field.boxes"
          hide-details
          density="compact"
          @update:model-value="set({ boxes: $event })"
        />
      </template>
      <v-checkbox
        v-if="field.kind === 'payee'"
        label="Our account number with them after the name"
        :model-value="field.withAccount"
        hide-details
        density="compact"
        @update:model-value="set({ withAccount: $event })"
      />
      <template v-if="field.kind === 'amountFigures'">
        <v-checkbox
          label="Currency sign"
          :model-value="field.sign"
          hide-details
          density="compact"
          @update:model-value="set({ sign: $event })"
        />
        <v-select
          label="Protective asterisks"
          :model-value="field.stars"
          :items="[0, 1, 2, 3, 4, 5, 6]"
          hide-details
          @update:model-value="set({ stars: $event })"
        />
      </template>
      <template v-if="field.kind === 'amountWords'">
        <v-select
          label="Rest of the line"
          :model-value="field.fill"
          :items="['stars', 'rule', 'none']"
          hide-details
          @update:model-value="set({ fill: $event })"
        />
        <v-checkbox
          label="With the name of the currency"
          :model-value="field.withName"
          hide-details
          density="compact"
          @update:model-value="set({ withName: $event })"
        />
      </template>
      <template v-if="field.kind === 'signature' || field.kind === 'signatureImage'">
        <v-select
          label="Whose"
          :model-value="field.which"
          :items="[
            { title: 'First signature', value: 1 },
            { title: 'Second signature', value: 2 },
          ]"
          hide-details
          @update:model-value="set({ which: $event })"
        />
        <v-checkbox
          v-if="field.kind === 'signature'"
          label="Name and title beneath"
          :model-value="field.details"
          hide-details
          density="compact"
          @update:model-value="set({ details: $event })"
        />
      </template>
      <NumberField
        v-if="field.kind === 'voidAfter'"
        label="Days"
        :model-value="field.days"
        whole
        :least="1"
        :most="3650"
        @update:model-value="set({ days: $event })"
      />
      <template v-if="field.kind === 'overlay'">
        <NumberField
          label="Darkness"
          :model-value="field.darkness"
          suffix="%"
          :least="2"
          :most="60"
          @update:model-value="set({ darkness: $event })"
        />
        <v-select
          label="Printed"
          :model-value="field.when"
          :items="[
            { title: 'on every check', value: 'always' },
            { title: 'on advices only', value: 'advice' },
          ]"
          hide-details
          @update:model-value="set({ when: $event })"
        />
      </template>
      <LengthField
        v-if="field.kind === 'line' || field.kind === 'rect'"
        label="Stroke"
        :model-value="field.width"
        :unit="unit"
        :least="0.05"
        :most="5"
        @update:model-value="set({ width: $event })"
      />
      <template v-if="field.kind === 'stubTable' || field.kind === 'payTable'">
        <LengthField
          label="Height of a row"
          :model-value="field.rowHeight"
          :unit="unit"
          :least="2"
          :most="20"
          @update:model-value="set({ rowHeight: $event })"
        />
        <v-checkbox
          v-if="field.kind === 'payTable'"
          label="Year to date"
          :model-value="field.yearToDate"
          hide-details
          density="compact"
          @update:model-value="set({ yearToDate: $event })"
        />
      </template>
      <template v-if="field.kind === 'stubTable'">
        <v-select
          label="Rows that do not fit"
          :model-value="field.overflow"
          :items="
            overflows.map(o => ({
              title: o === 'sum' ? 'last row with their total' : 'continuation sheet on plain paper',
              value: o,
            }))
          "
          hide-details
          @update:model-value="set({ overflow: $event })"
        />
        <h4>Columns</h4>
        <v-btn
          v-if="tooWide"
          size="x-small"
          color="primary"
          data-test="fit-columns"
          @click="set({ columns: fitColumns(field).columns })"
        >
          Make the columns fit
        </v-btn>
        <v-select
          v-if="columns.some(c => c.what === 'item')"
          label="An item is told by"
          :model-value="field.items"
          :items="itemSources.map(i => ({ title: itemNames[i], value: i }))"
          hide-details
          data-test="item-source"
          @update:model-value="set({ items: $event })"
        />
        <div v-for="(c, i) in columns" :key="c.what" class="column">
          <span class="what">{{ columnNames[c.what] }}</span>
          <v-btn
            size="x-small"
            variant="text"
            :disabled="i === 0"
            :aria-label="`${columnNames[c.what]} to the left`"
            @click="moveColumn(i, -1)"
          >
            ←
          </v-btn>
          <v-btn
            size="x-small"
            variant="text"
            :disabled="i === columns.length - 1"
            :aria-label="`${columnNames[c.what]} to the right`"
            @click="moveColumn(i, 1)"
          >
            →
          </v-btn>
          <v-btn
            size="x-small"
            variant="text"
            :disabled="columns.length === 1"
            :aria-label="`Take away ${columnNames[c.what]}`"
            @click="set({ columns: columns.filter((_, k) => k !== i) })"
          >
            ×
          </v-btn>
          <v-text-field
            :label="`Title, else ${usualTitle(c.what, layout.locale)}`"
            :model-value="c.title"
            hide-details
            maxlength="40"
            @update:model-value="setColumn(i, { title: $event ?? '' })"
          />
          <LengthField
            label="Width"
            :model-value="c.w"
            :unit="unit"
            :most="300"
            @update:model-value="setColumn(i, { w: $event })"
          />
        </div>
        <v-select
          v-if="freeColumns.length"
          :model-value="null"
          label="Add a column"
          :items="freeColumns.map(c => ({ title: columnNames[c], value: c }))"
          hide-details
          @update:model-value="$event && set({ columns: [...columns, { what: $event, title: '', w: 20 }] })"
        />
      </template>
      <template v-if="isLettered(field) && field.kind !== 'crossing'">
        <v-checkbox
          label="Caption"
          :model-value="caption?.on ?? false"
          hide-details
          density="compact"
          @update:model-value="setCaption({ on: $event })"
        />
        <div v-if="caption?.on" class="pair">
          <v-text-field
            :label="`Words${usualCaption(field.kind, layout.locale) ? ', else the usual' : ''}`"
            :placeholder="usualCaption(field.kind, layout.locale)"
            :model-value="caption.text"
            hide-details
            maxlength="60"
            class="wide"
            @update:model-value="setCaption({ text: $event ?? '' })"
          />
          <v-select
            label="Side"
            :model-value="caption.side"
            :items="['left', 'above', 'below']"
            hide-details
            @update:model-value="setCaption({ side: $event })"
          />
          <NumberField
            label="Size"
            suffix="pt"
            :model-value="caption.size"
            :least="4"
            :most="24"
            @update:model-value="setCaption({ size: $event })"
          />
        </div>
      </template>
    </template>
    <div class="wrap acts">
      <v-btn size="x-small" @click="editor.order('front')"> To the front </v-btn>
      <v-btn size="x-small" @click="editor.order('back')"> To the back </v-btn>
      <v-btn size="x-small" @click="editor.lock(!(isBoxed(field) && field.locked))">
        {{ isBoxed(field) && field.locked ? 'Unlock' : 'Lock' }}
      </v-btn>
      <v-btn size="x-small" @click="editor.copy()"> Copy </v-btn>
      <v-btn size="x-small" color="error" data-test="remove-field" @click="editor.remove()">
        Take away
      </v-btn>
    </div>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
  align-content: start;
}
h3 {
  font-size: 14px;
  font-weight: 600;
}
h4 {
  font-size: 12px;
  font-weight: 500;
}
.small {
  font-size: 12px;
  font-weight: 400;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 8px;
}
.wide {
  grid-column: 1 / -1;
}
.wrap {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.own {
  font-size: 12.5px;
}
.own-one {
  display: block;
}
.column {
  display: grid;
  grid-template-columns: 1fr auto auto auto;
  gap: 3px;
  align-items: center;
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.12);
  padding-top: 5px;
}
.column > :nth-last-child(-n + 2) {
  grid-column: auto;
}
.column :deep(.v-text-field) {
  grid-column: span 2;
}
.what {
  font-size: 13px;
}
.acts {
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.12);
  padding-top: 10px;
}
</style>
