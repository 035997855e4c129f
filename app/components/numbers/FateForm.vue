<script setup lang="ts">
import { checkNumber, type CheckNumber, type NumberBook } from '#core/numbers/book'
import { givenFates, type GivenFate } from '#core/numbers/giveFate'
import { spans } from '#core/numbers/spans'
import { useOffice } from '~/stores/office'

/** A range of a book's numbers gets a fate by hand, with its reason. */
const props = defineProps<{ book: NumberBook }>()
const office = useOffice()
const [from, until, why, sure] = [ref(''), ref(''), ref(''), ref(false)]
const fate = ref<GivenFate | 'unused' | 'found aside'>('missing')
const reasons = useReasons('fate')
/** The text that stands in the field of reasons is its own; a new key empties it for real. */
const round = ref(0)
const { busy, fault, succeeded } = useAct()

/** Many numbers at once are asked about once more, with the range in words; so many no act takes. */
const MANY = 10
const MOST = 100_000
const range = computed(() => {
  const [a, b] = [checkNumber(from.value), checkNumber(until.value || from.value)]
  return a.ok && b.ok && b.value >= a.value && b.value - a.value < MOST
    ? { from: a.value, to: b.value, count: b.value - a.value + 1 }
    : undefined
})
const many = computed(() => (range.value?.count ?? 0) > MANY)
watch([from, until, fate], () => {
  sure.value = false
})
const became = computed(() => (fate.value === 'found aside' ? 'set aside' : fate.value))

async function give(): Promise<void> {
  if (!range.value) return
  const { from: first, count } = range.value
  const numbers = Array.from({ length: count }, (_, i) => (first + i) as CheckNumber)
  const summary = `${spans(numbers)} ${became.value}.`
  const input = { bookId: props.book.id, numbers, why: why.value ?? '' }
  const to = fate.value
  const done = await (to === 'unused' || to === 'found aside'
    ? succeeded('undoFate', { ...input, to: to === 'unused' ? 'unused' : 'set aside' })
    : succeeded('giveFate', { ...input, fate: to }))
  if (!done) return
  office.said = summary
  sure.value = false
  from.value = until.value = why.value = ''
  round.value++
  focusSoon('[data-test="fate-from"] input')
}
</script>

<template>
  <div class="part">
    <h2>Set fate</h2>
    <v-form class="give" @submit.prevent="give">
      <div class="row">
        <v-text-field
          v-model="from"
          label="From"
          inputmode="numeric"
          hide-details
          data-test="fate-from"
        /><v-text-field v-model="until" label="To" inputmode="numeric" hide-details data-test="fate-to" />
      </div>
      <v-select
        v-model="fate"
        :items="[
          ...givenFates.map(f => ({ title: f, value: f })),
          { title: 'unused (was set aside or missing)', value: 'unused' },
          { title: 'set aside (was missing, now found)', value: 'found aside' },
        ]"
        label="Fate"
        hide-details
        data-test="fate-kind"
      />
      <v-combobox
        :key="round"
        v-model="why"
        :items="[...reasons]"
        :label="fate === 'unused' ? 'Reason (required if the number was missing)' : 'Reason'"
        hide-details
        data-test="fate-why"
      />
      <v-checkbox
        v-if="range && many"
        v-model="sure"
        :label="`Yes, all ${range.count} numbers from ${range.from} to ${range.to}`"
        hide-details
        density="compact"
        data-test="fate-sure"
      />
      <v-alert v-if="fault" type="error" :text="fault" data-test="fate-fault" />
      <v-btn
        type="submit"
        :loading="busy"
        :disabled="!range || (many && !sure) || (fate !== 'unused' && !why?.trim())"
        data-test="fate-give"
      >
        {{ range ? `${range.count} ${became}` : 'Set fate' }}
      </v-btn>
    </v-form>
  </div>
</template>

<style scoped>
.part,
.give {
  display: grid;
  gap: var(--space-2);
}
.row {
  display: flex;
  gap: var(--space-2);
  align-items: center;
}
</style>
