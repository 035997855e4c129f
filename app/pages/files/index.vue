<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import type { Id } from '#core/base/id'
import { importKinds, type ImportKind } from '#core/imports/fields'
import { takeHandedFile } from '~/composables/imports/handedFile'
import { useOffice } from '~/stores/office'

const route = useRoute()
const { companies, company, choose } = useCompany()
const { accounts, choices } = useCompanyLedgers(company)
const accountId = ref<Id<'account'>>()
watch(
  accounts,
  list => {
    if (!list?.some(a => a.id === accountId.value)) accountId.value = list?.find(a => a.forChecks)?.id
  },
  { immediate: true },
)
const importing = useImport(company, accountId)
const { form, file, doing, busy, part, fault, plan } = importing
const asked = String(route.query.kind ?? '')
if (asked in importKinds) void importing.answer({ kind: asked as ImportKind })
const kinds = Object.entries(importKinds).map(([value, { title }]) => ({ title, value }))
/** Where what the last file brought stands now. */
const brought = computed(() => {
  const [of, on] = [`?company=${company.value?.id}`, `?account=${accountId.value}`]
  const places = {
    payments: { to: `/lane${on}`, text: 'See the payments in the lane' },
    bills: { to: `/bills${of}`, text: 'See the bills' },
    payees: { to: `/bills/payees${of}`, text: 'See the payees' },
    ledgers: { to: `/bills/ledger${of}`, text: 'See the ledger' },
    before: { to: `/register${on}`, text: 'See the checks in the register' },
    statement: { to: `/bank${on}`, text: 'See the bank lines' },
  }
  return importing.imported.value && places[importing.imported.value]
})
// A table that was given on the page of the bank, for the account that it was given for.
if (typeof route.query.account === 'string') accountId.value = route.query.account as Id<'account'>
onMounted(() => takeHandedFile(() => true, importing.give))
const office = useOffice()
const pasted = ref('')
/** Cells that were copied in a spreadsheet come as a text with tabs. */
async function givePasted() {
  const text = pasted.value
  if (!text.trim()) return
  office.said = ''
  await importing.give(new File([text], 'pasted cells.tsv', { type: 'text/tab-separated-values' }))
  if (file.value) pasted.value = ''
}
</script>

<template>
  <div class="page">
    <FilesHead title="Import" />
    <div class="scroll steps">
      <p v-if="companies && !companies.length" class="quiet">
        There is no company yet. <NuxtLink to="/accounts/new">Add your first account</NuxtLink>, then import
        your data.
      </p>
      <template v-else-if="company">
        <v-card>
          <h2>1. Choose file</h2>
          <div class="row">
            <v-select
              v-first
              :model-value="form.kind"
              :items="kinds"
              label="Type of data"
              hide-details
              class="field"
              data-test="intake-kind"
              @update:model-value="importing.answer({ kind: $event })"
            />
            <CompanyChoice :companies="companies" :company="company" class="field" @choose="choose" />
            <v-select
              v-if="importing.ofAccount.value"
              v-model="accountId"
              :items="(accounts ?? []).filter(a => a.forChecks).map(a => ({ title: a.name, value: a.id }))"
              :label="form.kind === 'payments' ? 'Pay from account' : 'Account'"
              hide-details
              class="field"
              data-test="intake-account"
            />
            <template v-if="file">
              <strong data-test="intake-name">{{ file }}</strong>
              <span v-if="importing.encoding.value === 'Windows-1252'" class="quiet"
                >converted from Windows-1252</span
              >
              <v-select
                v-if="importing.sheets.value.length > 1"
                :model-value="importing.sheet.value"
                :items="
                  importing.sheets.value.map((s, value) => ({
                    title: s.hidden ? `${s.name} (hidden)` : s.name,
                    value,
                  }))
                "
                label="Sheet"
                hide-details
                class="field"
                data-test="intake-sheet"
                @update:model-value="importing.goToSheet($event)"
              />
              <v-checkbox
                v-if="importing.hiddenRows.value"
                :model-value="importing.withHidden.value"
                :label="`Include ${howMany(importing.hiddenRows.value, 'hidden row')}`"
                density="compact"
                hide-details
                data-test="intake-hidden"
                @update:model-value="importing.goToSheet(importing.sheet.value, Boolean($event))"
              />
              <span v-if="importing.sheets.value.some(s => s.hidden)" class="quiet"
                >{{ howMany(importing.sheets.value.filter(s => s.hidden).length, 'hidden sheet') }} left
                out</span
              >
              <v-btn size="small" variant="text" data-test="intake-leave" @click="importing.leave()"
                >Another file</v-btn
              >
            </template>
          </div>
          <div v-if="!file" class="row give">
            <FileDrop
              label="File"
              kinds="Excel (.xlsx) or CSV (.csv, .tsv, .txt)"
              accept=".csv,.tsv,.txt,.xlsx,text/csv,text/plain,text/tab-separated-values,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
              :most="40"
              :disabled="!!doing"
              data-test="intake-file"
              @take="importing.give"
            />
            <div class="paste">
              <v-textarea
                v-model="pasted"
                label="Or paste cells from a spreadsheet, with their column titles"
                rows="3"
                hide-details
                class="cells"
                data-test="intake-paste"
              />
              <v-btn :disabled="!pasted.trim() || !!doing" data-test="intake-paste-go" @click="givePasted()"
                >Use pasted cells</v-btn
              >
            </div>
          </div>
          <div v-if="doing || busy" class="row">
            <span role="status">{{ doing || 'Importing' }}…</span>
            <span v-if="busy" data-test="intake-part">{{ Math.floor(part * 100) }} %</span>
            <v-btn size="small" data-test="intake-stop" @click="importing.leave()">Stop</v-btn>
          </div>
          <v-alert v-if="fault" type="error" :text="fault" data-test="intake-fault" />
          <p v-if="brought" role="status">
            The file is imported. <NuxtLink :to="brought.to" data-next>{{ brought.text }}</NuxtLink>
          </p>
        </v-card>
        <ImportsColumns v-if="file && plan" :importing="importing" :plan="plan" :ledgers="choices" />
        <div v-if="importing.checked.value" class="beside">
          <ImportsPayees :importing="importing" :checked="importing.checked.value" />
          <ImportsTotals :importing="importing" :checked="importing.checked.value" />
        </div>
        <ImportsRows
          v-if="importing.checked.value"
          :importing="importing"
          :checked="importing.checked.value"
        />
        <ImportsRecentImports />
      </template>
    </div>
  </div>
</template>

<style scoped>
.steps {
  display: grid;
  gap: var(--space-3);
  align-content: start;
  grid-auto-rows: max-content;
  padding: 4px 12px 20px 2px;
}
/* Each step is a card: the file, its columns, its rows. */
.steps .v-card {
  padding: 14px 18px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--space-3);
}
.beside {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
  gap: var(--space-3);
  align-items: start;
}
.beside:empty {
  display: none;
}
.field {
  flex: 0 1 300px;
  min-width: min(220px, 100%);
}
.give {
  align-items: stretch;
}
.paste {
  flex: 1 1 320px;
  display: grid;
  gap: var(--space-2);
  justify-items: start;
}
.cells {
  width: 100%;
}
</style>
