<script setup lang="ts">
import { datePatterns, formatDate } from '#core/base/dates'
import type { Unit } from '#core/paper/length'
import type { Field } from '#core/paper/layout'
import { localToday } from '~/stores/office'

/**
 * What only fields of one kind have: their own words, the pattern of a date, the asterisks of an amount, whose
 * signature. What every kind has is set in the form around it, letters and captions in forms of their own.
 */
const props = defineProps<{ field: Field; unit: Unit }>()
const emit = defineEmits<{ set: [change: Record<string, unknown>] }>()
const set = (change: Record<string, unknown>): void => emit('set', change)
/** Words that the layout itself gives a field; one that cannot be blank keeps what it has. */
interface OwnWords {
  readonly key: 'text' | 'words'
  readonly label: string
  readonly now: string
  readonly most: number
  readonly rows?: number
  readonly canBeBlank?: boolean
}
const ownWords = computed((): OwnWords | undefined => {
  const { field } = props
  if (field.kind === 'text') return { key: 'text', label: 'Text', now: field.text, most: 400, rows: 2 }
  if (field.kind === 'crossing') return { key: 'text', label: 'Words', now: field.text, most: 60 }
  if (field.kind === 'overlay') return { key: 'words', label: 'Words', now: field.words, most: 40 }
  if (field.kind === 'microprint')
    return {
      key: 'text',
      label: 'Text (empty: the payer’s name)',
      now: field.text,
      most: 120,
      canBeBlank: true,
    }
  return undefined
})
const setWords = (key: string, words: string | null): void => {
  if (words || ownWords.value?.canBeBlank) set({ [key]: words ?? '' })
}
const today = localToday()
const patterns = datePatterns.map(p => ({ title: formatDate(today, p), subtitle: p, value: p }))
</script>

<template>
  <v-textarea
    v-if="ownWords?.rows"
    :label="ownWords.label"
    :model-value="ownWords.now"
    :rows="ownWords.rows"
    hide-details
    :maxlength="ownWords.most"
    @update:model-value="setWords(ownWords.key, $event)"
  />
  <v-text-field
    v-else-if="ownWords"
    :label="ownWords.label"
    :model-value="ownWords.now"
    hide-details
    :maxlength="ownWords.most"
    @update:model-value="setWords(ownWords.key, $event)"
  />
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
      label="Date pattern in small letters below"
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
      label="Include the currency name"
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
      label="Name and title below"
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
</template>
