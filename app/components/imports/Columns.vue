<script setup lang="ts">
import { mdiChevronDown } from '@mdi/js'
import type { Id } from '#core/base/id'
import type { ImportPlan } from '~/data/imports/importDesk'
import type { useImport } from '~/composables/imports/useImport'

/** Which column of a file fills which field, how dates and amounts are written, and what is done on the way. */
const props = defineProps<{
  importing: ReturnType<typeof useImport>
  plan: ImportPlan
  ledgers: readonly { readonly title: string; readonly value: Id<'ledger'> }[]
}>()
const { form, fields, missing, choices } = props.importing
const { makeLedgers, again, held, reverse, ledgerId } = choices
const columns = computed(() => [
  { title: '–', value: -1 },
  ...props.plan.titles.map((title, value) => ({ title: title || `Column ${value + 1}`, value })),
])
const sampleOf = (key: string): string => {
  const at = form.value.matching[key]
  return at === undefined ? '' : (props.plan.samples[at] ?? '')
}
const orders = [
  { title: 'month first, 11/24/2026', value: 'month first' },
  { title: 'day first, 24/11/2026', value: 'day first' },
]
const marks = [
  { title: 'point, 1,234.56', value: '.' },
  { title: 'comma, 1.234,56', value: ',' },
]
const opened = [
  { title: 'treat as errors', value: null },
  ...(['expense', 'asset', 'liability', 'equity', 'income'] as const).map(value => ({
    title: `create as ${value}`,
    value,
  })),
]
/** The marks in words, with how the rows of the file would be read under each. */
const markChoices = computed(() =>
  marks.map(({ title, value }) => {
    const shown = form.value.examples.map(e => `row ${e.row}: ${e.text} is ${e.readings[value as '.' | ',']}`)
    return { title: shown.length ? `${title} · ${shown.join('; ')}` : title, value }
  }),
)
/** Fields that have a column, or must have one, are shown, and stay; the others on asking. */
const showsAll = ref(false)
const everShown = reactive(new Set<string>())
const shownFields = computed(() =>
  fields.value.filter(
    f =>
      showsAll.value ||
      f.needed ||
      f.oneOf ||
      form.value.matching[f.key] !== undefined ||
      everShown.has(f.key),
  ),
)
watch(shownFields, list => list.forEach(f => everShown.add(f.key)), { immediate: true })
const folded = computed(() => fields.value.length - shownFields.value.length)
const placed = computed(() => ['bills', 'payments', 'before'].includes(form.value.kind))
</script>

<template>
  <v-card data-test="intake-columns">
    <div class="head">
      <h2>2. Check columns</h2>
      <p class="quiet">
        Column titles are in row {{ plan.headerRow + 1
        }}{{ plan.remembered ? '. Columns are mapped as in the last file like this' : '' }}.
        <v-btn
          size="x-small"
          :disabled="plan.headerRow === 0"
          aria-label="Titles one row up"
          @click="importing.understand(plan.headerRow - 1)"
          >Row up</v-btn
        >
        <v-btn
          size="x-small"
          aria-label="Titles one row down"
          class="ml-1"
          @click="importing.understand(plan.headerRow + 1)"
          >Row down</v-btn
        >
      </p>
    </div>
    <p v-if="plan.doubled.length" class="text-error" role="alert" data-test="intake-doubled">
      Two columns have the title {{ plan.doubled.join(' and ') }}. Choose which one to use.
    </p>
    <p v-if="missing.length" class="text-error" role="alert" data-test="intake-missing">
      Choose the column for: {{ missing.map(f => f.title).join(', ') }}.
    </p>
    <div class="fields">
      <label
        v-for="f in shownFields"
        :key="f.key"
        class="match"
        :class="{ off: form.matching[f.key] === undefined }"
      >
        <span class="name">{{ f.title }}{{ f.needed ? ' *' : '' }}</span>
        <select
          :value="form.matching[f.key] ?? -1"
          :data-test="`match-${f.key}`"
          @change="
            importing.match(
              f.key,
              Number(($event.target as HTMLSelectElement).value) < 0
                ? undefined
                : Number(($event.target as HTMLSelectElement).value),
            )
          "
        >
          <option v-for="c in columns" :key="c.value" :value="c.value">{{ c.title }}</option>
        </select>
        <span class="quiet sample">{{ sampleOf(f.key) }}</span>
      </label>
    </div>
    <div v-if="!showsAll">
      <v-btn
        variant="text"
        size="small"
        :prepend-icon="mdiChevronDown"
        aria-expanded="false"
        data-test="more-columns"
        @click="showsAll = true"
        >{{ folded ? `More columns (${folded}) and saved mappings` : 'Saved mappings' }}</v-btn
      >
    </div>
    <ImportsSavedMappings v-else :importing="importing" />
    <div class="field-row options">
      <v-select
        v-if="form.kind !== 'ledgers' && form.kind !== 'payees'"
        :model-value="form.order"
        :items="orders"
        label="Dates"
        :error-messages="
          form.asksOrder && !form.order
            ? ['Dates such as 03/04 could mean March 4 or 3 April. Which does this file use?']
            : []
        "
        hide-details="auto"
        class="wide-field"
        :class="{ ask: form.asksOrder && !form.order }"
        data-test="intake-order"
        @update:model-value="importing.answer({ order: $event })"
      />
      <v-select
        v-if="form.kind !== 'ledgers' && form.kind !== 'payees'"
        :model-value="form.mark"
        :items="form.asksMark ? markChoices : marks"
        label="Decimal separator"
        :error-messages="
          form.asksMark && !form.mark
            ? ['Amounts in this file can be read two ways. Choose the decimal separator.']
            : []
        "
        hide-details="auto"
        class="wide-field"
        :class="{ ask: form.asksMark && !form.mark }"
        data-test="intake-mark"
        @update:model-value="importing.answer({ mark: $event })"
      />
      <v-select
        v-if="form.kind !== 'ledgers' && form.kind !== 'statement'"
        v-model="ledgerId"
        :items="ledgers"
        label="Ledger account for rows without one"
        hide-details
        clearable
        class="wide-field long"
        data-test="intake-ledger"
      />
      <v-select
        v-if="!['ledgers', 'before', 'statement'].includes(form.kind)"
        v-model="makeLedgers"
        :items="opened"
        label="Unknown ledger accounts"
        hide-details
        class="wide-field"
        data-test="intake-make-ledgers"
      />
      <v-checkbox
        v-if="form.kind === 'statement' && form.matching.amount !== undefined"
        v-model="reverse"
        label="Money out is above zero in this file"
        density="compact"
        hide-details
        data-test="intake-reverse"
      />
      <v-checkbox
        v-else-if="placed && form.kind === 'before'"
        v-model="held"
        label="The opening balance already includes these checks; keep it"
        density="compact"
        hide-details
        data-test="intake-held"
      />
      <v-checkbox
        v-else-if="placed"
        v-model="again"
        label="Import rows that already exist again"
        density="compact"
        hide-details
        data-test="intake-again"
      />
    </div>
  </v-card>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-4);
  align-items: center;
}
.options {
  align-items: center;
}
.options .wide-field {
  flex: 1 1 220px;
}
/* What is asked has room for its question. */
.options .ask {
  flex: 1 1 560px;
}
.options .long {
  flex: 2 1 290px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(300px, 100%), 1fr));
  gap: var(--space-1) var(--space-5);
}
.match {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr) minmax(0, 4fr);
  gap: var(--space-2);
  align-items: center;
  font-size: var(--text-note);
}
.match select {
  min-height: 26px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
  border-radius: 4px;
  padding: 1px 4px;
  color: inherit;
  background: rgb(var(--v-theme-surface));
}
.match.off .name {
  color: rgb(var(--v-theme-secondary));
}
.sample {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  font-size: var(--text-small);
}
@media (max-width: 30em) {
  .match {
    grid-template-columns: 1fr 1fr;
  }
  .sample {
    display: none;
  }
}
</style>
