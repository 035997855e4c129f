<script setup lang="ts">
import type { PlainDate } from '#core/base/dates'
import { listNames, type ListName } from '~/data/files/lists'

/** Every list of the office as a file: all of it, or what is about some days. */
const { companies, company, choose } = useCompany()
const list = ref<ListName>('bills')
const [from, to] = [ref(''), ref('')]
const saving = useExport()
const { doing, fault } = saving
const lists = Object.entries(listNames).map(([value, title]) => ({ title, value }))
const hasDays = computed(() => list.value !== 'payees' && list.value !== 'trial')
const faults = computed(() => ({ from: dayTyped(from.value).fault, to: dayTyped(to.value).fault }))
const ready = computed(() => !faults.value.from && !faults.value.to)
const dayOrNone = (text: string): PlainDate | '' => (hasDays.value ? dayTyped(text).day : '')
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
      <DayRange v-model:from="from" v-model:to="to" :faults="faults" test="list" />
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
</style>
