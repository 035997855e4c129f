<script setup lang="ts" generic="Row extends { readonly id: string }">
import type { VDataTableVirtual } from 'vuetify/components'
import { inOrder, widthOf, type Column, type Sorting } from '~/composables/base/rowTable'

/**
 * The one table for lists: only the rows in sight are drawn, the whole list is one tab stop in which arrow
 * keys walk, a row that cannot be used stands greyed with its reason. A cell is drawn by the slot of its
 * column's key, else as the text that the column tells.
 */
const props = defineProps<{
  rows: readonly Row[]
  columns: readonly Column<Row>[]
  /** What the list is, for who cannot see it. */
  label: string
  /** Why a row cannot be used; empty where it can. */
  reasonOf?: (row: Row) => string
  /** The list is what its page is for: its chosen row has the focus as the page opens. */
  first?: boolean
  /** Rows that are ticked, where several can be. */
  ticked?: (row: Row) => boolean
  /** More attributes of a row, e.g. for dragging. */
  rowAttrs?: (row: Row, index: number) => Record<string, unknown>
}>()
const chosen = defineModel<string>('chosen')
const emit = defineEmits<{
  /** Enter, space or a click on a row. */
  press: [row: Row, by: 'mouse' | 'Enter' | 'space']
  key: [event: KeyboardEvent, row: Row, index: number]
  /** The last row is drawn: where there are more, they are wanted now. */
  end: []
}>()

const ROW_HEIGHT = 38
const PAGE_ROWS = 12
/** Rows that stay in sight above one that is brought there. */
const SEEN_BEFORE = 3
const MOST_TRIES = 12
const TRY_MS = 50
const table = ref<InstanceType<typeof VDataTableVirtual>>()
const sorting = ref<Sorting>()
const shown = computed(() => inOrder(props.rows, props.columns, sorting.value))
/** The same list for as long as it is the same: another one makes the table measure all anew. */
const items = computed(() => [...shown.value])
/** What the table asks of each row before any is drawn is told at once: cells and order are made here. */
const keyOf = (row: Row): string => row.id
const nothing = (): string => ''
const headers = computed(() =>
  props.columns.map(c => {
    return { key: c.key, title: c.title, width: widthOf(c), sortable: false, value: nothing }
  }),
)
/** Rows that are drawn now: those in sight, and some around them. */
const drawn = shallowReactive(new Set<string>())
/** The row that Tab leads to: the chosen one, or the first that is drawn where that one is out of sight. */
const stop = computed(() =>
  chosen.value !== undefined && drawn.has(chosen.value)
    ? chosen.value
    : shown.value.find(row => drawn.has(row.id))?.id,
)
watch(
  () => drawn.has(shown.value.at(-1)?.id ?? ''),
  isDrawn => isDrawn && emit('end'),
)
const several = computed(() => props.ticked !== undefined)

const element = (): HTMLElement | undefined => table.value?.$el
const rowElement = (id: string) => element()?.querySelector<HTMLElement>(`tr[data-row="${CSS.escape(id)}"]`)
/** Puts the focus on a row, bringing it into sight first. */
function focusRow(id: string): void {
  const there = rowElement(id)
  if (there) {
    there.focus({ preventScroll: false })
    return
  }
  const index = shown.value.findIndex(row => row.id === id)
  if (index < 0) return
  table.value?.scrollToIndex(index)
  requestAnimationFrame(() => requestAnimationFrame(() => rowElement(id)?.focus()))
}
/** Whether a row is seen whole: the headings lie over the upper end of the list. */
function isInSight(id: string): boolean {
  const [row, head, list] = [
    rowElement(id),
    ...['thead th', '.v-table__wrapper'].map(part => element()?.querySelector(part)),
  ].map(e => e?.getBoundingClientRect())
  return Boolean(row && head && list && row.top >= head.bottom && row.bottom <= list.bottom)
}
/**
 * Brings a row into sight and leaves the focus where it is. A list that has just been drawn does not know yet
 * how high it is: it is asked again until the row is there.
 */
function showRow(id: string, tries = MOST_TRIES): void {
  const index = shown.value.findIndex(row => row.id === id)
  if (tries === 0 || index < 0 || isInSight(id)) return
  table.value?.scrollToIndex(Math.max(0, index - SEEN_BEFORE))
  setTimeout(() => showRow(id, tries - 1), TRY_MS)
}
/**
 * Elements of rows are used again for other rows: where rows come or go, the focus stays on the row that had it.
 * What is focused before the change is drawn is that row; after it, the element may be another's.
 */
watch(items, () => {
  const at = document.activeElement
  const id = at?.matches('tr[data-row]') && element()?.contains(at) ? at.getAttribute('data-row') : null
  if (!id) return
  void nextTick(() => {
    if (rowElement(id) !== document.activeElement && shown.value.some(row => row.id === id)) focusRow(id)
  })
})
defineExpose({ focusRow, showRow })
const from = document.activeElement
watch(
  stop,
  id => {
    if (!props.first || id === undefined) return
    setTimeout(() => {
      const row = rowElement(id)
      if (row && isFocusFree(from, row)) row.focus()
    }, TRY_MS)
  },
  { once: true },
)

function walk(to: number): void {
  const row = shown.value[Math.max(0, Math.min(shown.value.length - 1, to))]
  if (!row) return
  chosen.value = row.id
  void nextTick(() => focusRow(row.id))
}
const steps: Readonly<Record<string, (index: number) => number>> = {
  ArrowDown: index => index + 1,
  ArrowUp: index => index - 1,
  PageDown: index => index + PAGE_ROWS,
  PageUp: index => index - PAGE_ROWS,
  Home: () => 0,
  End: () => shown.value.length - 1,
}
function onKey(event: KeyboardEvent, row: Row, index: number): void {
  emit('key', event, row, index)
  const plain = !event.altKey && !event.ctrlKey && !event.metaKey
  if (event.defaultPrevented || !plain || event.target !== event.currentTarget) return
  const step = steps[event.key]
  if (step) walk(step(index))
  else if (event.key === 'Enter') emit('press', row, 'Enter')
  else if (event.key === ' ') emit('press', row, 'space')
  else return
  event.preventDefault()
}
function onClick(row: Row): void {
  chosen.value = row.id
  emit('press', row, 'mouse')
}
const sortBy = (key: string): void => {
  sorting.value =
    sorting.value?.key !== key ? { key, down: false } : sorting.value.down ? undefined : { key, down: true }
}
const sortedHow = (key: string) =>
  sorting.value?.key !== key ? 'none' : sorting.value.down ? 'descending' : 'ascending'

// Vuetify draws the table itself: that it is a grid with so many rows is told once it stands.
watchEffect(
  () => {
    const grid = element()?.querySelector('table')
    grid?.setAttribute('role', 'grid')
    grid?.setAttribute('aria-label', props.label)
    grid?.setAttribute('aria-rowcount', String(shown.value.length + 1))
    if (several.value) grid?.setAttribute('aria-multiselectable', 'true')
  },
  { flush: 'post' },
)
</script>

<template>
  <v-data-table-virtual
    ref="table"
    class="row-table"
    :style="{ '--rows': rows.length }"
    :headers="headers"
    :items="items"
    :item-height="ROW_HEIGHT"
    :item-value="keyOf"
    density="compact"
    fixed-header
    height="100%"
  >
    <template #headers>
      <tr>
        <th
          v-for="c in columns"
          :key="c.key"
          scope="col"
          :class="{ num: c.num }"
          :style="{ width: widthOf(c) }"
          :aria-sort="c.sort ? sortedHow(c.key) : undefined"
        >
          <slot :name="`head-${c.key}`">
            <button v-if="c.sort" type="button" @click="sortBy(c.key)">
              {{ c.title
              }}<span class="way" aria-hidden="true">{{
                { none: '', ascending: '▴', descending: '▾' }[sortedHow(c.key)]
              }}</span>
            </button>
            <span v-else :class="{ 'd-sr-only': c.untitled }">{{ c.title }}</span>
          </slot>
        </th>
      </tr>
    </template>
    <template #item="{ item: row, internalItem, itemRef }">
      <tr
        :ref="itemRef"
        :data-row="row.id"
        :class="['pickable', { chosen: row.id === chosen, greyed: reasonOf?.(row) }]"
        :tabindex="row.id === stop ? 0 : -1"
        :aria-rowindex="internalItem.index + 2"
        :aria-selected="ticked ? ticked(row) : row.id === chosen"
        v-bind="rowAttrs?.(row, internalItem.index)"
        @vue:mounted="drawn.add(row.id)"
        @vue:before-unmount="drawn.delete(row.id)"
        @click="onClick(row)"
        @keydown="onKey($event, row, internalItem.index)"
      >
        <td v-for="c in columns" :key="c.key" :class="[{ num: c.num }, c.look]">
          <slot :name="c.key" :row="row" :index="internalItem.index">
            {{ c.text?.(row) }}
          </slot>
          <span v-if="c.reason && reasonOf?.(row)" class="why">{{ reasonOf(row) }}</span>
        </td>
      </tr>
    </template>
    <template #no-data>
      <div class="quiet pa-4">
        <slot name="empty" />
      </div>
    </template>
    <template v-if="$slots.foot" #tfoot>
      <tfoot>
        <slot name="foot" />
      </tfoot>
    </template>
  </v-data-table-virtual>
</template>

<style scoped>
.row-table {
  height: 100%;
  background: transparent;
  /* A list that grows on its way to another height draws all rows that it would have room for then. */
  transition: none;
}
th {
  font-weight: 500;
  font-size: var(--text-small);
  color: rgb(var(--v-theme-secondary)) !important;
}
th button {
  position: relative;
  font-weight: inherit;
}
.way {
  position: absolute;
  left: 100%;
}
th.num .way {
  left: auto;
  right: 100%;
}
td,
th {
  padding: 4px 10px !important;
}
th.num,
td.num {
  text-align: right;
}
tr.pickable {
  cursor: pointer;
}
tr.pickable:hover td {
  background: rgba(var(--v-theme-primary), 0.06);
}
tr.chosen td {
  background: rgba(var(--v-theme-primary), 0.13);
}
tr.greyed td {
  color: rgb(var(--v-theme-secondary));
  background: rgba(var(--v-theme-on-surface), 0.03);
  cursor: default;
}
tr:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: -2px;
}
td.nowrap {
  white-space: nowrap;
}
td.quiet {
  color: rgb(var(--v-theme-secondary));
}
.why {
  display: block;
  font-size: var(--text-tiny);
}
tfoot {
  position: sticky;
  bottom: 0;
  background: rgb(var(--v-theme-surface));
}
/* Where the page scrolls as one, the list keeps a height of its own, so that it still draws only what is in sight. */
@media (max-width: 51.25em), (max-height: 35em) {
  .row-table {
    height: clamp(120px, calc(var(--rows) * 38px + 60px), max(260px, 78dvh));
  }
}
</style>
