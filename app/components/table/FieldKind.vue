<script setup lang="ts">
import { datePatterns, formatDate } from '#core/base/dates'
import type { Unit } from '#core/paper/length'
import type { Field } from '#core/paper/layout'
import { localToday } from '~/stores/office'

/** What only fields of one kind have: the pattern of a date, the asterisks of an amount, whose signature. */
defineProps<{ field: Field; unit: Unit }>()
const emit = defineEmits<{ set: [change: Record<string, unknown>] }>()
const set = (change: Record<string, unknown>): void => emit('set', change)
const today = localToday()
const patterns = datePatterns.map(p => ({ title: formatDate(today, p), subtitle: p, value: p }))
</script>

<template>
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
