<script setup lang="ts">
import { fitColumns } from '#core/paper/arrange'
import type { Unit } from '#core/paper/length'
import {
  columnNames,
  itemNames,
  itemSources,
  overflows,
  stubColumns,
  type Field,
  type Layout,
} from '#core/paper/layout'
import { usualTitle } from '#core/proof/captions'

/** The columns of a stub table: which, in which order, how wide, and what becomes of rows that do not fit. */
const props = defineProps<{
  field: Extract<Field, { kind: 'stubTable' }>
  locale: Layout['locale']
  unit: Unit
}>()
const emit = defineEmits<{ set: [change: Record<string, unknown>] }>()
const set = (change: Record<string, unknown>): void => emit('set', change)
const columns = computed(() => props.field.columns)
const tooWide = computed(() => columns.value.reduce((sum, c) => sum + c.w, 0) > props.field.w + 0.05)
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
    Fit columns to table
  </v-btn>
  <v-select
    v-if="columns.some(c => c.what === 'item')"
    label="Item shown as"
    :model-value="field.items"
    :items="itemSources.map(i => ({ title: itemNames[i], value: i }))"
    hide-details
    data-test="item-source"
    @update:model-value="set({ items: $event })"
  />
  <div v-for="(c, i) in columns" :key="c.what" class="column" role="group" :aria-label="columnNames[c.what]">
    <span class="what">{{ columnNames[c.what] }}</span>
    <v-btn
      size="x-small"
      variant="text"
      :disabled="i === 0"
      :aria-label="`Move ${columnNames[c.what]} left`"
      @click="moveColumn(i, -1)"
    >
      ←
    </v-btn>
    <v-btn
      size="x-small"
      variant="text"
      :disabled="i === columns.length - 1"
      :aria-label="`Move ${columnNames[c.what]} right`"
      @click="moveColumn(i, 1)"
    >
      →
    </v-btn>
    <v-btn
      size="x-small"
      variant="text"
      :disabled="columns.length === 1"
      :aria-label="`Remove ${columnNames[c.what]}`"
      @click="set({ columns: columns.filter((_, k) => k !== i) })"
    >
      ×
    </v-btn>
    <v-text-field
      label="Title"
      :placeholder="usualTitle(c.what, locale)"
      persistent-placeholder
      :model-value="c.title"
      hide-details
      maxlength="40"
      @update:model-value="setColumn(i, { title: $event ?? '' })"
    />
    <LengthField
      label="Width"
      :model-value="c.w"
      :unit="unit"
      :least="2"
      :most="300"
      @update:model-value="setColumn(i, { w: $event })"
    />
  </div>
  <v-select
    v-if="freeColumns.length"
    :model-value="null"
    label="Add column"
    :items="freeColumns.map(c => ({ title: columnNames[c], value: c }))"
    hide-details
    @update:model-value="$event && set({ columns: [...columns, { what: $event, title: '', w: 20 }] })"
  />
</template>

<style scoped>
h4 {
  font-size: var(--text-small);
  font-weight: 500;
}
.column {
  display: grid;
  grid-template-columns: minmax(0, 1fr) repeat(3, 32px);
  gap: var(--space-1);
  align-items: center;
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.12);
  padding-top: 5px;
}
.column .v-btn {
  min-width: 0;
}
.column > :deep(.v-input) {
  align-self: start;
}
.column > :last-child {
  grid-column: span 3;
}
.what {
  font-size: var(--text-note);
}
</style>
