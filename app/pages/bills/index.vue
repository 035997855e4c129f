<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { dayText } from '#core/base/dates'
import { idOf } from '#core/base/id'
import { figures } from '#core/money/figures'
import { open, type Bill } from '#core/bills/bill'
import type { Column } from '~/composables/base/rowTable'
import { readBill } from '~/data/bills/billReads'

const route = useRoute()
const { companies, company, choose } = useCompany()
const { sign } = useCompanyAccounts(company)
const { which, due, find, text, isAll, bills, payees, rows, reasonOf, ...more } = useBillsShown(company)
const { isTime, counts, sums, keysFound } = more

const chosenId = ref(typeof route.query.bill === 'string' ? route.query.bill : '')
watch(
  () => route.query.bill,
  id => {
    if (typeof id === 'string') chosenId.value = id
  },
)
const asked = useLive(
  () => (chosenId.value ? readBill(idOf(chosenId.value)) : undefined),
  () => chosenId.value,
)
const chosen = computed(() => {
  const of = bills.value?.find(b => b.id === chosenId.value) ?? asked.value
  return of?.companyId === company.value?.id ? of : undefined
})
const shown = computed(() => chosen.value ?? rows.value[0])
const columns: readonly Column<Bill>[] = [
  { key: 'payee', title: 'Payee', sort: b => payees.value?.get(b.payeeId)?.name ?? '', reason: true },
  { key: 'number', title: 'Bill', width: '92px', sort: b => b.number },
  {
    key: 'due',
    title: 'Due',
    width: '108px',
    look: 'nowrap',
    text: b => dayText(b.due),
    sort: b => b.due,
  },
  { key: 'stage', title: 'Stage', width: '122px', sort: b => b.stage },
  {
    key: 'amount',
    title: 'Amount',
    num: true,
    width: '94px',
    text: b => figures(b.amount),
    sort: b => b.amount,
  },
  {
    key: 'open',
    title: 'Open',
    num: true,
    width: '94px',
    text: b => (b.stage === 'payable' ? figures(open(b)) : ''),
    sort: b => open(b),
  },
]
</script>

<template>
  <div class="page">
    <BillsHead title="Bills" :companies="companies" :company="company" @choose="choose">
      <v-btn
        v-if="company"
        color="primary"
        variant="flat"
        :to="`/bills/pile?company=${company.id}`"
        data-test="take-in"
      >
        Add bills
      </v-btn>
    </BillsHead>
    <p v-if="companies && !companies.length" class="quiet">
      There is no company yet. <NuxtLink to="/accounts/new">Add its first account</NuxtLink> to start entering
      bills.
    </p>
    <div v-if="company" class="halves">
      <div class="left">
        <div class="find">
          <v-text-field
            v-model="find"
            v-first
            label="Search number, payee or amount"
            hide-details
            clearable
            autocomplete="off"
            data-test="bill-find"
          />
          <v-select
            v-model="which"
            :items="[
              { title: 'To pay', value: 'to pay' },
              { title: 'All, newest first', value: 'all' },
            ]"
            label="Show"
            hide-details
            class="which"
            data-test="bill-which"
          />
          <v-select
            v-if="!isAll"
            v-model="due"
            :items="[
              { title: 'any date', value: 'any' },
              { title: 'overdue', value: 'overdue' },
              { title: 'within a week', value: '7' },
              { title: 'within two weeks', value: '14' },
            ]"
            label="Due"
            hide-details
            class="which"
          />
        </div>
        <p class="quiet sums">
          {{ howMany(sums.count, 'bill') }} shown,
          <strong data-test="bills-open">{{ figures(sums.open, { sign }) }}</strong> open<template
            v-if="counts"
          >
            · {{ counts.payable.toLocaleString('en-US') }} payable, {{ howMany(counts.draft, 'draft') }},
            {{ counts.waits }} waiting for approval · {{ counts.everTaken.toLocaleString('en-US') }} in
            total</template
          >
          <SaveShown list="bills" :company-id="company.id" :keys="keysFound" />
        </p>
        <v-card class="grow">
          <RowTable
            :chosen="shown?.id"
            :rows="rows"
            :columns="columns"
            :reason-of="reasonOf"
            label="Bills of this company"
            data-test="bills"
            @update:chosen="chosenId = $event ?? ''"
          >
            <template #payee="{ row }">
              <span class="one-line">{{ payees?.get(row.payeeId)?.name }}</span>
            </template>
            <template #number="{ row }">
              <span class="one-line" :title="row.number">{{ row.number }}</span>
            </template>
            <template #stage="{ row }"><BillsStageMark :bill="row" /></template>
            <template #empty>
              <template v-if="bills && isAll && text"> No bills match. </template>
              <template v-else-if="bills">
                No bills to pay. <NuxtLink :to="`/bills/pile?company=${company.id}`">Enter a bill</NuxtLink>,
                and it is listed here until it is paid.
              </template>
            </template>
          </RowTable>
        </v-card>
        <p class="quiet rules">
          {{
            company.payables?.secondAbove
              ? `Bills above ${figures(company.payables.secondAbove, { sign })} need approval`
              : 'Bills need no approval'
          }}
          · Books kept {{ company.payables?.unplaced === undefined ? 'here' : 'elsewhere' }} ·
          <NuxtLink :to="`/office/companies?company=${company.id}`">Company settings</NuxtLink>
        </p>
      </div>
      <aside
        v-if="shown && isTime"
        class="scroll proof"
        :aria-label="`Bill ${shown.number}`"
        tabindex="0"
        data-test="bill"
      >
        <BillsView :key="shown.id" :bill="shown" :company="company" :sign="sign" />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.rules {
  margin-top: var(--space-2);
  font-size: var(--text-small);
}
.halves {
  --halves: minmax(0, 1fr) minmax(18.75rem, 29%);
}
.left {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.find {
  display: flex;
  gap: var(--space-3);
  padding-top: 6px;
}
.which {
  max-width: 10.625rem;
}
.sums {
  font-size: var(--text-small);
  margin: 6px 2px;
}
.grow {
  flex: 1;
  min-height: 0;
}
.one-line {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.proof {
  padding: 2px 14px 20px 2px;
}
:deep(.row-table table) {
  table-layout: fixed;
  min-width: 680px;
}
</style>
