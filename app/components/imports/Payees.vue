<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import type { Id } from '#core/base/id'
import type { CheckedImport } from '~/data/imports/importDesk'
import type { useImport } from '~/composables/imports/useImport'

/** Payees in the file that the office does not know, and details it has otherwise: each is asked once for all rows. */
const props = defineProps<{ importing: ReturnType<typeof useImport>; checked: CheckedImport }>()
const { makePayees, payeeFor, fillIn, replace, termDays } = props.importing.choices
const { form, counts } = props.importing
const near = computed(() => props.checked.unknown.filter(u => u.near.length))
const added = computed(() => props.checked.details.filter(d => d.added))
const differing = computed(() => props.checked.details.filter(d => d.differing))
const strangeTerms = computed(
  () =>
    termDays.value.trim() !== '' ||
    props.checked.rows.some(r =>
      r.faults.some(f => f.field === 'terms' && f.text.includes('not recognized')),
    ),
)
const shown = computed(
  () =>
    (form.value.kind !== 'payees' && form.value.kind !== 'ledgers' && props.checked.unknown.length > 0) ||
    added.value.length + differing.value.length > 0 ||
    strangeTerms.value,
)
const answers = (of: (typeof near.value)[number]) => [
  { title: `New payee: ${of.name}`, value: 'new' },
  ...of.near.map(p => ({ title: `Same as ${p.name}`, value: p.id })),
]
const answer = (key: string, value: Id<'payee'> | 'new'): void => {
  payeeFor.value = { ...payeeFor.value, [key]: value }
}
function takeOver(field: string, isOn: boolean): void {
  replace.value = isOn ? [...replace.value, field] : replace.value.filter(f => f !== field)
}
const named = (list: readonly { title: string; count: number }[]): string =>
  list.map(d => `${d.title} (${d.count})`).join(', ')
</script>

<template>
  <v-card v-if="shown" data-test="intake-payees">
    <h2>Payees</h2>
    <template v-if="checked.unknown.length && form.kind !== 'payees'">
      <p data-test="intake-unknown">
        {{ howMany(checked.unknown.length, 'name') }} in this file
        {{ checked.unknown.length === 1 ? 'is' : 'are' }} not a payee yet.
        <template v-if="checked.newPayees"
          >{{ howMany(checked.newPayees, 'new payee') }} would be created.</template
        >
      </p>
      <v-checkbox
        v-model="makePayees"
        :label="`Create payees that do not exist yet${near.length ? ' (similar names are listed below)' : ''}`"
        density="compact"
        hide-details
        data-test="intake-make"
      />
      <div v-for="u in near" :key="u.key" class="field-row near">
        <span
          ><strong>{{ u.name }}</strong
          >, {{ howMany(u.rows, 'row') }}, is similar to {{ u.near[0]?.name }}.</span
        >
        <v-select
          :model-value="payeeFor[u.key]"
          :items="answers(u)"
          :label="`Who is ${u.name}?`"
          hide-details
          class="wide-field"
          data-test="intake-near"
          @update:model-value="answer(u.key, $event as Id<'payee'> | 'new')"
        />
      </div>
    </template>
    <template v-if="added.length">
      <v-checkbox
        v-model="fillIn"
        :label="`Fill in missing details: ${named(added.map(d => ({ title: d.title, count: d.added })))}`"
        density="compact"
        hide-details
        data-test="intake-fill"
      />
    </template>
    <template v-if="differing.length">
      <p class="mt-2">Some details in the file differ from what you have. Choose which to replace:</p>
      <v-checkbox
        v-for="d in differing"
        :key="d.field"
        :model-value="replace.includes(d.field)"
        :label="`${d.title} (${howMany(d.differing, 'payee')})`"
        density="compact"
        hide-details
        :data-test="`intake-replace-${d.field}`"
        @update:model-value="takeOver(d.field, Boolean($event))"
      />
    </template>
    <v-text-field
      v-if="strangeTerms"
      v-model="termDays"
      label="Days until due, for terms that are not recognized"
      inputmode="numeric"
      maxlength="3"
      hint="The file’s wording is kept as well."
      persistent-hint
      class="wide-field mt-2"
      data-test="intake-term-days"
    />
    <p v-if="!counts.good" class="quiet">No row can be imported yet.</p>
  </v-card>
</template>

<style scoped>
.near {
  align-items: center;
}
</style>
