<script setup lang="ts">
import { dayText, formatDate, typedDate } from '#core/base/dates'
import type { SentJournal } from '#core/accounts/account'
import { nextJournal } from '#core/accounts/exportJournal'
import { saveList } from '~/data/files/lists'
import { localToday, useOffice } from '~/stores/office'

/** The journal for who keeps the books elsewhere: each closed period goes out once. */
const office = useOffice()
const { companies, company, choose } = useCompany()
const text = ref('')
const { busy, fault: refused, at, succeeded } = useAct()
const mistyped = ref('')
watch(
  company,
  of => {
    mistyped.value = ''
    text.value = of?.closedThrough ? formatDate(of.closedThrough, 'MM/DD/YYYY') : ''
  },
  { immediate: true },
)
const unsaved = ref('')
const dayTold = (day: string): string => dayText(day as SentJournal['through'])

async function save(of: SentJournal, as: 'csv' | 'xlsx') {
  if (!company.value) return
  unsaved.value = ''
  try {
    const days = { from: of.from ?? ('' as const), to: of.through }
    const rows = await saveList({ list: 'entries', companyId: company.value.id, days, as })
    office.said = `Journal saved through ${dayTold(of.through)}: ${rows.toLocaleString('en-US')} rows.`
  } catch (error) {
    unsaved.value = `The file could not be saved: ${(error as Error).message}. Save it again below.`
  }
}
async function send(as: 'csv' | 'xlsx') {
  const of = company.value
  const day = typedDate(text.value, localToday())
  mistyped.value = day.ok ? '' : day.refusal.text
  if (!of || !day.ok) return
  const next = nextJournal(of, day.value)
  if (await succeeded('exportJournal', { companyId: of.id, through: day.value })) await save(next, as)
}
</script>

<template>
  <v-card v-if="company" data-test="journal">
    <h2>Journal for the bookkeeper</h2>
    <p class="quiet">
      Each closed period is exported once. Later reversals are part of a later period.
      {{ company.journal ? `Last exported through ${dayTold(company.journal.through)}.` : '' }}
    </p>
    <CompanyChoice :companies="companies" :company="company" class="field" @choose="choose" />
    <p v-if="!company.closedThrough">
      No period is closed yet:
      <NuxtLink :to="`/office/companies?company=${company.id}`">close one</NuxtLink> first, then nothing more
      comes into it.
    </p>
    <template v-else>
      <v-form class="row" @submit.prevent="send('csv')">
        <v-text-field
          v-model="text"
          label="Period ending"
          :error-messages="mistyped || at('through')"
          hide-details="auto"
          autocomplete="off"
          class="day"
          data-test="journal-through"
        />
        <v-btn type="submit" :loading="busy" data-test="journal-csv">Export as CSV</v-btn>
        <v-btn :loading="busy" data-test="journal-xlsx" @click="send('xlsx')">Export as Excel workbook</v-btn>
      </v-form>
      <v-btn
        v-if="company.journal"
        variant="text"
        size="small"
        data-test="journal-again"
        @click="save(company.journal, 'csv')"
        >Save last export again</v-btn
      >
    </template>
    <p v-if="unsaved || (refused && !at('through').length)" class="text-error" role="alert">
      {{ unsaved || refused }}
    </p>
  </v-card>
</template>

<style scoped>
.day {
  flex: 0 1 170px;
  min-width: 150px;
}
.field {
  width: min(320px, 100%);
}
</style>
