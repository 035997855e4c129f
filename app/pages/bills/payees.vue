<script setup lang="ts">
import { figures } from '#core/money/figures'
import { cents, type Cents } from '#core/money/cents'
import { open } from '#core/bills/bill'
import { payeesLike } from '#core/payees/findPayee'
import { isLive, type Payee } from '#core/payees/payee'
import { termsText } from '#core/payees/terms'
import type { Column } from '~/composables/base/rowTable'
import { readBills } from '~/data/bills/billReads'
import { readPayees } from '~/data/payees/payeeReads'

const { companies, company, choose } = useCompany()
const find = ref('')
const payees = useLive(
  () => (company.value ? readPayees(company.value.id) : undefined),
  () => company.value?.id,
)
/** What is open with each payee. */
const opens = useLive(
  async () => {
    const sums = new Map<string, number>()
    for (const b of company.value ? await readBills(company.value.id, 'payable') : [])
      sums.set(b.payeeId, (sums.get(b.payeeId) ?? 0) + open(b))
    return sums
  },
  () => company.value?.id,
)
/** So many are listed at once; typing finds the others. */
const MOST = 400
const rows = computed(() => payeesLike(payees.value ?? [], find.value ?? '', MOST))
const keysFound = () => payeesLike(payees.value ?? [], find.value ?? '', Infinity).map(p => p.id)
const all = computed(() => (payees.value ?? []).filter(isLive).length)
const chosen = ref('')
const openOf = (p: Payee): Cents => cents(opens.value?.get(p.id) ?? 0)
const columns: readonly Column<Payee>[] = [
  { key: 'code', title: 'Code', width: '104px', text: p => p.code ?? '', sort: p => p.code ?? '' },
  { key: 'name', title: 'Name', sort: p => p.name },
  { key: 'kind', title: 'Kind', width: '110px', look: 'quiet', text: p => p.kind, sort: p => p.kind },
  {
    key: 'terms',
    title: 'Terms',
    width: '140px',
    look: 'quiet',
    text: p => (p.terms ? termsText(p.terms) : ''),
  },
  {
    key: 'open',
    title: 'Open',
    num: true,
    width: '120px',
    text: p => (openOf(p) ? figures(openOf(p)) : ''),
    sort: openOf,
  },
]
const go = (p: Payee): unknown => navigateTo(`/bills/payee/${encodeURIComponent(p.id)}`)
/** Enter may come before the payees do: it opens the first one as soon as they are there. */
const opensFirst = ref(false)
watchEffect(() => {
  if (!opensFirst.value || !payees.value) return
  opensFirst.value = false
  if (rows.value[0]) go(rows.value[0])
})
</script>

<template>
  <div class="page">
    <BillsHead title="Payees" :companies="companies" :company="company" @choose="choose">
      <v-btn v-if="company" :to="`/bills/payee/new?company=${company.id}`" data-test="payee-new">
        Add payee
      </v-btn>
    </BillsHead>
    <template v-if="company">
      <div class="find">
        <v-text-field
          v-model="find"
          v-first
          label="Search by code or name"
          hide-details
          clearable
          autocomplete="off"
          data-test="payee-find"
          @keydown.enter="opensFirst = true"
        />
        <span class="quiet sums">
          {{ rows.length.toLocaleString('en-US') }} of {{ all.toLocaleString('en-US')
          }}{{ rows.length === MOST ? ', search to find the others' : '' }}; Enter opens the first
          <SaveShown list="payees" :company-id="company.id" :keys="keysFound" />
        </span>
      </div>
      <v-card class="grow">
        <RowTable
          v-model:chosen="chosen"
          :rows="rows"
          :columns="columns"
          label="Payees of this company"
          data-test="payees"
          @press="go"
        >
          <template #name="{ row }">
            {{ row.name }}<span v-if="row.onHold" class="text-warning"> on hold</span>
          </template>
          <template #empty>
            <template v-if="payees?.length">No payees match.</template>
            <template v-else-if="payees">
              No payees yet.
              <NuxtLink :to="`/bills/payee/new?company=${company.id}`">Add your first payee</NuxtLink>, or
              draw a check to someone new.
            </template>
          </template>
        </RowTable>
      </v-card>
    </template>
  </div>
</template>

<style scoped>
.find {
  display: flex;
  align-items: center;
  gap: var(--space-4);
  padding: 6px 0 10px;
}
.find .v-input {
  max-width: 23.75rem;
}
.sums {
  font-size: var(--text-small);
}
.grow {
  flex: 1;
  min-height: 0;
  margin-bottom: 14px;
}
</style>
