<script setup lang="ts">
import type { CheckedImport } from '~/data/imports/importDesk'
import type { Column } from '~/composables/base/rowTable'
import type { useImport } from '~/composables/imports/useImport'

/** Review rows of a file as it would be taken in; what is wrong stands at its cell and is mended there. */
const props = defineProps<{ importing: ReturnType<typeof useImport>; checked: CheckedImport }>()
const { form, fields, counts, doing, busy, refused, corrections, controlFaults } = props.importing
type Seen = CheckedImport['rows'][number] & { readonly id: string }
/** About what a row comes to with all that is written beside it. */
const ROW_BYTES = 4000
const only = ref<'all' | 'wrong' | 'here'>('all')
/** Rows that were shown under a filter stay in its list while it is on: nothing moves under the hand. */
const kept = shallowRef<ReadonlySet<number>>(new Set())
watch(only, () => (kept.value = new Set()))
const rows = computed<Seen[]>(() =>
  props.checked.rows
    .filter(r => only.value === 'all' || r.state === only.value || kept.value.has(r.at))
    .map(r => ({ ...r, id: String(r.at) })),
)
watch(counts, n => {
  if (only.value !== 'all' && !n[only.value] && !kept.value.size) only.value = 'all'
})
watch(rows, list => {
  if (only.value !== 'all' && list.some(r => !kept.value.has(r.at)))
    kept.value = new Set([...kept.value, ...list.map(r => r.at)])
})
const resultNames = { good: 'good', here: 'left out', wrong: 'wrong' } as const
const isOff = computed(() => Object.values(controlFaults.value).some(Boolean))
const shown = computed(() => fields.value.filter(f => form.value.matching[f.key] !== undefined))
const slotOf = (field: string): string => `cell-${field.replaceAll(' ', '-')}`
const columns = computed<readonly Column<Seen>[]>(() => [
  { key: 'row', title: 'Row', num: true, width: '64px', text: r => r.at + 1 },
  { key: 'state', title: 'Result', width: '190px' },
  ...shown.value.map(f => ({
    key: slotOf(f.key),
    title: f.title,
    num: f.holds === 'amount',
    text: (r: Seen) => r.cells[form.value.matching[f.key]!] ?? '',
  })),
])
const faultAt = (row: Seen, field: string): string =>
  row.faults
    .filter(f => f.field === field)
    .map(f => f.text)
    .join(' ')
const detailTexts = (row: Seen): string[] =>
  [...(row.details?.added ?? []), ...(row.details?.differing ?? [])].map(
    d => `${d.title}: ${d.now ? `${d.now} now, ` : ''}${d.file} in the file`,
  )
/** What is to be said of a row that is at none of the cells shown. */
const otherwise = (row: Seen): string =>
  [
    row.newPayee && form.value.kind !== 'payees' ? 'new payee' : '',
    row.here ?? '',
    ...detailTexts(row),
    ...row.faults.filter(f => !shown.value.some(s => s.key === f.field)).map(f => f.text),
  ]
    .filter(Boolean)
    .join('; ')
/** What was typed in a cell is written into it. */
const commit = (row: Seen, field: string): void =>
  void corrections.correct(row.at, field, row.cells[form.value.matching[field]!] ?? '')
/** Enter writes the cell and goes on to the next one that is wrong. */
function goOn(event: KeyboardEvent, row: Seen, field: string) {
  commit(row, field)
  const cells = [...document.querySelectorAll<HTMLElement>('[data-test="intake-rows"] .mend')]
  const here = cells.indexOf(event.target as HTMLElement)
  const next = cells.slice(here + 1).find(cell => cell.getAttribute('aria-invalid') === 'true')
  next?.focus()
}
async function importRows(): Promise<void> {
  if (await props.importing.take()) focusNextHere()
}
const typedIn = (event: Event): string => (event.target as HTMLInputElement).value
const isEmpty = (filter: string): boolean =>
  filter !== 'all' && filter !== only.value && !counts.value[filter as 'wrong' | 'here']
const { pending } = corrections
const figure = (n: number): string => n.toLocaleString('en-US')
const filters = computed(() => [
  { value: 'all', title: `All ${figure(props.checked.rows.length)}` },
  { value: 'wrong', title: `With errors ${figure(counts.value.wrong)}` },
  { value: 'here', title: `Already entered ${figure(counts.value.here)}` },
])
</script>

<template>
  <v-card data-test="intake-rows">
    <h2>3. Review rows</h2>
    <div class="row">
      <strong data-test="intake-counts"
        >{{ figure(counts.good) }} good, {{ figure(counts.here) }} already entered,
        {{ figure(counts.wrong) }} wrong</strong
      >
      <v-btn-toggle v-model="only" mandatory density="compact" aria-label="Which rows are shown">
        <v-btn
          v-for="f in filters"
          :key="f.value"
          :value="f.value"
          size="small"
          :disabled="isEmpty(f.value)"
          :data-test="`show-${f.value}`"
          >{{ f.title }}</v-btn
        >
      </v-btn-toggle>
    </div>
    <RoomLeft what="this import" :wanted="counts.good * ROW_BYTES" />
    <div class="table">
      <RowTable :rows="rows" :columns="columns" label="Rows of the file" data-test="intake-table">
        <template #state="{ row }">
          <span :class="{ 'text-error': row.state === 'wrong', quiet: row.state === 'here' }">{{
            resultNames[row.state]
          }}</span>
          <span v-if="otherwise(row)" class="why">{{ otherwise(row) }}</span>
        </template>
        <template v-for="f in shown" :key="f.key" #[slotOf(f.key)]="{ row }">
          <template v-if="faultAt(row, f.key) || corrections.isCorrected(row.at, f.key)">
            <input
              class="mend"
              :class="{ wrong: faultAt(row, f.key) }"
              :value="corrections.textOf(row.at, f.key, row.cells[form.matching[f.key]!] ?? '')"
              :aria-label="`${f.title} of row ${row.at + 1}`"
              :aria-describedby="faultAt(row, f.key) ? `fault-${row.at}-${f.key}` : undefined"
              :aria-invalid="faultAt(row, f.key) ? 'true' : 'false'"
              @click.stop
              @input="corrections.type(row.at, f.key, typedIn($event))"
              @keydown.enter.prevent="goOn($event, row, f.key)"
              @blur="commit(row, f.key)"
              @vue:before-unmount="commit(row, f.key)"
            />
            <span v-if="faultAt(row, f.key)" :id="`fault-${row.at}-${f.key}`" class="why text-error">{{
              faultAt(row, f.key)
            }}</span>
          </template>
          <template v-else>{{ row.cells[form.matching[f.key]!] ?? '' }}</template>
        </template>
        <template #empty>There are no rows below the column titles.</template>
      </RowTable>
    </div>
    <p v-if="refused" class="text-error" role="alert">{{ refused }}</p>
    <div class="row">
      <v-btn
        color="primary"
        variant="flat"
        :disabled="!counts.good || !!doing || isOff || pending"
        :loading="busy"
        data-test="intake-take"
        @click="importRows()"
      >
        {{
          !counts.good
            ? 'No rows to import'
            : counts.wrong
              ? `Import ${figure(counts.good)} good rows and save the rest to a file`
              : `Import ${counts.good === 1 ? '1 row' : `${figure(counts.good)} rows`}`
        }}
      </v-btn>
      <v-btn
        v-if="counts.wrong + counts.here"
        variant="text"
        :disabled="!!doing"
        data-test="intake-left"
        @click="importing.saveLeftOut()"
        >Save skipped rows to a file</v-btn
      >
    </div>
  </v-card>
</template>

<style scoped>
.table {
  height: min(52dvh, 520px);
  min-height: 200px;
}
.mend {
  width: 100%;
  min-width: 90px;
  min-height: 24px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
  border-radius: 4px;
  padding: 1px 5px;
  color: inherit;
  background: transparent;
}
.mend.wrong {
  border-color: rgb(var(--v-theme-error));
}
.why {
  display: block;
  font-size: var(--text-tiny);
}
</style>
