<script setup lang="ts">
import { checkNumber, type CheckNumber, type NumberBook, type Rows } from '#core/numbers/book'
import { givenFates, type GivenFate } from '#core/numbers/giveFate'
import type { Skipped, RunCheck } from '#core/runs/run'
import { shiftFrom } from '#core/runs/shift'

/** One sheet carries another number: shows what that does to it and all after it, before it is taken. */
const props = defineProps<{
  checks: readonly RunCheck[]
  from: CheckNumber
  said: ReadonlyMap<CheckNumber, CheckNumber>
  book: NumberBook
  rows: Rows
  payeeOf: (id: string) => string
  printsNumber: boolean
}>()
const emit = defineEmits<{
  take: [numbers: ReadonlyMap<CheckNumber, CheckNumber>, skipped: readonly Skipped[]]
  leave: []
}>()
const typed = ref('')
const fate = ref<GivenFate>('spoiled')
const why = ref('came out blank, fed with another')
const read = computed(() => (typed.value.trim() ? checkNumber(typed.value) : undefined))
const shift = computed(() =>
  read.value?.ok
    ? shiftFrom(props.checks, props.said, props.from, read.value.value, props.book, props.rows)
    : undefined,
)
const fault = computed(() =>
  read.value && !read.value.ok
    ? read.value.refusal.text
    : shift.value && !shift.value.ok
      ? shift.value.refusal.text
      : '',
)
const moved = computed(() =>
  shift.value?.ok
    ? [...shift.value.value.numbers].filter(([sent, now]) => (props.said.get(sent) ?? sent) !== now)
    : [],
)
const skipped = computed(() => (shift.value?.ok ? shift.value.value.skipped : []))
function take() {
  if (!shift.value?.ok || (skipped.value.length && !why.value.trim())) return
  emit(
    'take',
    shift.value.value.numbers,
    skipped.value.map(number => ({ number, fate: fate.value, why: why.value.trim() })),
  )
}
</script>

<template>
  <v-form class="shift" data-test="shift" @submit.prevent="take" @keydown.stop>
    <v-text-field
      v-model="typed"
      v-first
      :label="`Number printed on the sheet instead of ${said.get(from) ?? from}`"
      inputmode="numeric"
      autocomplete="off"
      :error-messages="fault"
      :hide-details="!fault"
      data-test="shift-number"
      @keydown.esc="emit('leave')"
    />
    <table v-if="moved.length" class="plain" data-test="shift-table">
      <thead>
        <tr>
          <th scope="col">Payee</th>
          <th scope="col" class="num">Sent as</th>
          <th scope="col" class="num">On the sheet</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[sent, now] in moved.slice(0, 8)" :key="sent">
          <td>{{ payeeOf(checks.find(c => c.number === sent)?.paymentId ?? '') }}</td>
          <td class="num">{{ sent }}</td>
          <td class="num">{{ now }}</td>
        </tr>
        <tr v-if="moved.length > 8">
          <td colspan="3" class="quiet">and {{ moved.length - 8 }} more, each shifted by the same amount</td>
        </tr>
      </tbody>
    </table>
    <p v-if="printsNumber && moved.length" class="text-warning">
      The MICR line on these sheets has the number they were sent with, and that is what the bank reads. If
      the two numbers differ, count the sheet as spoiled.
    </p>
    <div v-if="skipped.length" class="row">
      <span
        >What happened to
        {{ skipped.length > 3 ? `${skipped[0]} to ${skipped.at(-1)}` : skipped.join(', ') }}?</span
      >
      <v-select v-model="fate" :items="[...givenFates]" label="Fate" hide-details class="fate" />
      <v-text-field v-model="why" label="Why" hide-details maxlength="120" data-test="shift-why" />
    </div>
    <div class="row">
      <v-btn
        type="submit"
        size="small"
        color="primary"
        variant="flat"
        :disabled="!moved.length || (skipped.length > 0 && !why.trim())"
        data-test="shift-take"
      >
        Use these numbers
      </v-btn>
      <v-btn size="small" variant="text" @click="emit('leave')"> Cancel </v-btn>
    </div>
  </v-form>
</template>

<style scoped>
.shift {
  display: grid;
  gap: var(--space-2);
  padding: 10px;
  border: 1px solid rgb(var(--v-theme-primary));
  border-radius: 6px;
  background: rgb(var(--v-theme-surface));
  grid-column: 1 / -1;
}
.fate {
  max-width: 8.75rem;
}
</style>
