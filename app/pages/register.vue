<script setup lang="ts">
import { formatDate } from '#core/base/dates'
import { fates, type Fate } from '#core/books/fates'
import { figures } from '#core/money/figures'
import { sum, zero } from '#core/money/cents'
import { readCopy, readNumbers } from '~/data/reads'

const { accounts, view, choose } = useAccount()
const rows = useLive(() => (view.value ? readNumbers(view.value.account.id) : undefined), () => view.value)
const search = ref('')
const state = ref<Fate | 'all'>('all')
const chosenId = ref('')

const shown = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  return (rows.value ?? []).filter(r => (state.value === 'all' || r.fate === state.value)
    && (!wanted || String(r.number).includes(wanted) || r.check?.payee.toLowerCase().includes(wanted) || (r.check && figures(r.check.amount).includes(wanted))))
})
const chosen = computed(() => shown.value.find(r => r.id === chosenId.value) ?? shown.value[0])
const copy = useLive(() => (chosen.value ? readCopy(chosen.value) : undefined), () => chosen.value)
const present = computed(() => fates.filter(f => rows.value?.some(r => r.fate === f)))
const sign = computed(() => view.value?.account.currency.sign ?? '')
const headers = [
  { title: 'Number', key: 'number', width: 88 }, { title: 'State', key: 'fate', width: 108 }, { title: 'Payee', key: 'payee' }, { title: 'Date', key: 'date', width: 118 }, { title: 'Amount', key: 'amount', align: 'end' as const, width: 112 },
]
const items = computed(() => shown.value.map(r => ({ id: r.id, number: r.number, fate: r.fate, payee: r.check?.payee ?? '', why: r.why, date: r.check?.date ?? '', amount: r.check?.amount ?? zero, row: r })))
function rowProps({ item }: { item: (typeof items.value)[number] }) {
  const choose = () => { chosenId.value = item.id }
  return { 'class': ['pickable', { chosen: item.id === chosen.value?.id }], 'tabindex': 0, 'data-number': item.number, 'onClick': choose, 'onKeydown': (event: KeyboardEvent) => { if (event.key === 'Enter') choose() } }
}
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Register</h1>
      <AccountChoice v-if="accounts?.length && view" :accounts="accounts" :chosen="view.account.id" @choose="choose" />
    </div>
    <NoAccount v-if="accounts && !accounts.length" />
    <div v-if="view && rows" class="halves">
      <div class="left">
        <div class="find">
          <v-text-field v-model="search" label="Find number, payee or amount" hide-details clearable autocomplete="off" data-test="find" @click:clear="search = ''" />
          <v-select v-model="state" :items="[{ title: 'Every state', value: 'all' }, ...present.map(f => ({ title: f, value: f }))]" label="State" hide-details class="by-state" />
        </div>
        <p class="quiet sums">
          {{ shown.length }} of {{ rows.length }} numbers, {{ figures(sum(shown.map(r => r.check?.amount ?? zero)), { sign }) }}
        </p>
        <v-card class="grow">
          <v-data-table-virtual :headers="headers" :items="items" :row-props="rowProps" density="compact" fixed-header height="100%" :item-height="36" item-value="id" hover data-test="register">
            <template #item.number="{ item }">
              <strong>{{ item.number }}</strong>
            </template>
            <template #item.fate="{ item }">
              <StateMark :state="item.fate" />
            </template>
            <template #item.payee="{ item }">
              <span class="one-line" :title="`${item.payee} ${item.why}`">{{ item.payee }} <span v-if="item.why" class="quiet">{{ item.why }}</span></span>
            </template>
            <template #item.date="{ item }">
              <span class="nowrap">{{ item.row.check ? formatDate(item.row.check.date, 'MMM D, YYYY') : '' }}</span>
            </template>
            <template #item.amount="{ item }">
              {{ item.row.check ? figures(item.amount) : '' }}
            </template>
            <template #no-data>
              <p class="quiet pa-4">
                {{ rows.length ? 'No number matches: widen the search or the state.' : 'No number has been touched yet. Checks appear here when a run goes on paper.' }}
              </p>
            </template>
          </v-data-table-virtual>
        </v-card>
      </div>
      <aside v-if="chosen" class="scroll proof" :aria-label="`Number ${chosen.number}`" tabindex="0">
        <h2 class="d-flex ga-4 align-center mb-2">
          {{ chosen.number }} <StateMark :state="chosen.fate" />
        </h2>
        <p v-if="chosen.why" class="mb-2">
          {{ chosen.why }}
        </p>
        <p v-if="chosen.check" class="mb-3 quiet">
          Sheet {{ chosen.check.sheet }} of the <NuxtLink :to="`/run/${chosen.check.runId}`">run</NuxtLink> it was printed in.
        </p>
        <template v-if="copy">
          <SheetView :layout="copy.layout" :stock="copy.stock" :account="copy.account" :checks="[copy.facts]" />
        </template>
        <p v-else-if="!chosen.check" class="quiet">
          No check carries this number.
        </p>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.halves { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 1fr) minmax(340px, 38%); gap: 20px; padding-bottom: 14px; }
.left { display: flex; flex-direction: column; min-height: 0; min-width: 0; }
.find { display: flex; gap: 12px; padding-top: 6px; }
.by-state { max-width: 170px; }
.sums { font-size: 12.5px; margin: 6px 2px; }
.grow { flex: 1; min-height: 0; }
.nowrap { white-space: nowrap; }
.one-line { display: block; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.proof { padding: 2px 14px 20px 2px; }
:deep(tr.chosen td) { background: rgba(var(--v-theme-primary), 0.13); }
:deep(table) { table-layout: fixed; }
:deep(td), :deep(th) { padding: 0 10px !important; }
:deep(tr.pickable) { cursor: pointer; }
</style>
