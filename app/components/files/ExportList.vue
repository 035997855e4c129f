<script setup lang="ts">
import { typedDate, type PlainDate } from '#core/base/dates'
import { listNames, type ListName } from '~/data/files/lists'
import { localToday } from '~/stores/office'

/** Every list of the office as a file: all of it, or what is about some days. */
const { companies, company, choose } = useCompany()
const list = ref<ListName>('bills')
const [from, to] = [ref(''), ref('')]
const saving = useExport()
const { doing, fault } = saving
const lists = Object.entries(listNames).map(([value, title]) => ({ title, value }))
const hasDays = computed(() => list.value !== 'payees' && list.value !== 'trial')
const dayOf = (text: string) => (text.trim() ? typedDate(text, localToday()) : undefined)
const faultsOf = (text: string): string[] => {
  const read = dayOf(text)
  return read && !read.ok ? [read.refusal.text] : []
}
const ready = computed(() => !faultsOf(from.value).length && !faultsOf(to.value).length)
const dayOrNone = (text: string): PlainDate | '' => {
  const read = dayOf(text)
  return read?.ok && hasDays.value ? read.value : ''
}
async function save(as: 'csv' | 'xlsx') {
  const of = company.value
  if (!of || !ready.value) return
  const days = { from: dayOrNone(from.value), to: dayOrNone(to.value) }
  await saving.save(() => ({ list: list.value, companyId: of.id, days, as }))
}
</script>

<template>
  <v-card data-test="lists-out">
    <h2>Export</h2>
    <p class="quiet">CSV or Excel. Both can be edited in a spreadsheet and imported again.</p>
    <div class="row">
      <v-select v-model="list" :items="lists" label="List" hide-details class="field" data-test="list-name" />
      <CompanyChoice
        v-if="list !== 'trail'"
        :companies="companies"
        :company="company"
        class="field"
        @choose="choose"
      />
    </div>
    <div v-if="hasDays" class="row">
      <v-text-field
        v-model="from"
        label="From (optional)"
        :error-messages="faultsOf(from)"
        hide-details="auto"
        autocomplete="off"
        class="day"
        data-test="list-from"
      />
      <v-text-field
        v-model="to"
        label="Through (optional)"
        :error-messages="faultsOf(to)"
        hide-details="auto"
        autocomplete="off"
        class="day"
        data-test="list-to"
      />
    </div>
    <div class="row">
      <v-btn :disabled="!company || doing || !ready" data-test="list-csv" @click="save('csv')"
        >Save as CSV</v-btn
      >
      <v-btn :disabled="!company || doing || !ready" data-test="list-xlsx" @click="save('xlsx')"
        >Save as Excel workbook</v-btn
      >
    </div>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
  </v-card>
</template>

<style scoped>
.row {
  margin-top: 10px;
  align-items: stretch;
}
.field {
  flex: 1 1 220px;
}
.day {
  flex: 0 1 170px;
  min-width: 150px;
}
</style>
