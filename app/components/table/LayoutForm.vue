<script setup lang="ts">
import { envelopes } from '#core/paper/envelopes'
import type { LayoutSettings } from '#core/paper/edit'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import { locales } from '#core/money/locale'
import type { Company } from '#core/accounts/account'
import type { LayoutEditor } from '~/composables/layouts/useLayoutEditor'

/** What holds for the layout as a whole. */
const props = defineProps<{
  editor: LayoutEditor
  layout: Layout
  stocks: readonly Stock[]
  companies: readonly Company[]
  companyName: string
}>()
const emit = defineEmits<{ measure: [] }>()
const set = (change: Partial<Layout>): void => props.editor.setSettings(change)
const localeNames: Readonly<Record<(typeof locales)[number], string>> = {
  'en-US': 'English, United States',
  'en-CA': 'English, Canada',
  'fr-CA': 'French, Canada',
  'es-US': 'Spanish, United States',
  'en-GB': 'English, United Kingdom',
  'en-IN': 'English, India (lakh and crore)',
}
const names: Partial<Record<keyof LayoutSettings, string>> = {
  locale: 'language',
  envelope: 'envelope',
  ink: 'ink',
  captionInk: 'ink of captions',
  groundInk: 'ink of the ground',
  name: 'name',
  code: 'code',
  purpose: 'purpose',
  companies: 'companies',
  stock: 'stock',
  unit: 'unit',
}
const mine = computed(() => Object.keys(props.editor.own.value.settings) as (keyof LayoutSettings)[])
const all = computed(() => props.editor.scope.value === '')
</script>

<template>
  <div class="form" data-test="layout-form">
    <h2>Layout</h2>
    <v-alert v-if="mine.length" color="primary">
      Only for {{ companyName }}:
      <span v-for="key in mine" :key="key" class="d-block"
        >{{ names[key] ?? key }}
        <v-btn size="x-small" variant="text" @click="editor.common({ setting: key })"
          >use common settings</v-btn
        ></span
      >
    </v-alert>
    <template v-if="all">
      <v-text-field
        label="Code"
        :model-value="layout.code"
        maxlength="12"
        hide-details
        @change="set({ code: ($event.target as HTMLInputElement).value.trim() || layout.code })"
      />
      <v-text-field
        label="Name"
        :model-value="layout.name"
        maxlength="80"
        hide-details
        @change="set({ name: ($event.target as HTMLInputElement).value.trim() || layout.name })"
      />
      <v-select
        label="Purpose"
        :model-value="layout.purpose"
        :items="['payables', 'payroll', 'both']"
        hide-details
        @update:model-value="set({ purpose: $event })"
      />
      <v-select
        label="For"
        :model-value="[...layout.companies]"
        multiple
        :items="companies.map(c => ({ title: c.name[0], value: c.id }))"
        :placeholder="layout.companies.length ? '' : 'all companies'"
        persistent-placeholder
        hide-details
        @update:model-value="set({ companies: $event })"
      />
      <v-select
        label="Stock"
        :model-value="layout.stock"
        :items="stocks.map(s => ({ title: s.name, value: s.id }))"
        hide-details
        @update:model-value="set({ stock: $event })"
      />
    </template>
    <v-select
      label="Language of the check"
      :model-value="layout.locale"
      :items="locales.map(l => ({ title: localeNames[l], value: l }))"
      hide-details
      @update:model-value="set({ locale: $event })"
    />
    <v-select
      label="Window envelope"
      :model-value="layout.envelope"
      :items="[{ title: 'none', value: '' }, ...envelopes.map(e => ({ title: e.name, value: e.id }))]"
      hide-details
      @update:model-value="set({ envelope: $event })"
    />
    <div class="inks">
      <label
        >Ink
        <input
          type="color"
          :value="layout.ink"
          @change="set({ ink: ($event.target as HTMLInputElement).value })"
      /></label>
      <label
        >Captions
        <input
          type="color"
          :value="layout.captionInk"
          @change="set({ captionInk: ($event.target as HTMLInputElement).value })"
      /></label>
      <label
        >Ground
        <input
          type="color"
          :value="layout.groundInk"
          @change="set({ groundInk: ($event.target as HTMLInputElement).value })"
      /></label>
    </div>
    <v-btn size="x-small" variant="text" @click="emit('measure')">
      Calibrate this screen so that 100 % is actual size
    </v-btn>
    <p class="quiet small">Choose a field on the sheet or in the list to edit it.</p>
  </div>
</template>

<style scoped>
.form {
  display: grid;
  gap: var(--space-3);
  align-content: start;
}
h2 {
  font: 600 0.875rem/1.5 var(--v-font-body);
}
.inks {
  display: flex;
  gap: var(--space-3);
  font-size: var(--text-small);
}
.inks input {
  width: 34px;
  height: 24px;
  display: block;
}
.small {
  font-size: var(--text-small);
}
</style>
