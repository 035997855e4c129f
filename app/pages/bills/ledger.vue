<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { figures } from '#core/money/figures'
import type { LedgerLine } from '#core/ledger/trial'
import type { Column } from '~/composables/base/rowTable'
import { countLedgerLines, readLedgerLines, readTrial } from '~/data/ledger/ledgerReads'

const route = useRoute()
const { companies, company, choose } = useCompany()
const trial = useLive(
  () => (company.value ? readTrial(company.value.id) : undefined),
  () => company.value?.id,
)
const at = computed(() => {
  const rows = trial.value?.rows ?? []
  return (
    rows.find(r => r.ledger.id === route.query.ledger) ??
    rows.find(r => r.ledger.id === company.value?.payables?.ledgerId) ??
    rows[0]
  )?.ledger
})
const MORE = 500
const most = ref(MORE)
watch(
  () => at.value?.id,
  () => (most.value = MORE),
)
const read = useLive(
  () => (at.value ? readLedgerLines(at.value.id, most.value) : undefined),
  () => at.value?.id,
  () => most.value,
)
const counted = useLive(
  () => (at.value && read.value?.isAll === false ? countLedgerLines(at.value.id) : undefined),
  () => [at.value?.id, read.value?.isAll],
)
const lines = computed(() => read.value?.lines)
const chosen = ref('')
const orNothing = (n: number): string => (n ? figures(n as never) : '')
const columns: readonly Column<LedgerLine>[] = [
  {
    key: 'date',
    title: 'Date',
    width: '106px',
    look: 'nowrap',
    text: l => dayText(l.entry.date),
  },
  { key: 'text', title: 'Entry' },
  { key: 'debit', title: 'Debit', num: true, width: '92px', text: l => orNothing(l.debit) },
  { key: 'credit', title: 'Credit', num: true, width: '92px', text: l => orNothing(l.credit) },
  { key: 'balance', title: 'Balance', num: true, width: '104px', text: l => figures(l.balance) },
]
const linkTo = (id: string) => ({ query: { company: company.value?.id, ledger: id } })
</script>

<template>
  <div class="page">
    <BillsHead title="Ledger" :companies="companies" :company="company" @choose="choose" />
    <div v-if="company && trial" class="halves">
      <v-card class="scroll trial" tabindex="0" role="region" aria-label="Trial balance">
        <table class="plain" data-test="trial">
          <thead>
            <tr>
              <th scope="col">Ledger account</th>
              <th scope="col" class="num">Debit</th>
              <th scope="col" class="num">Credit</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in trial.rows" :key="r.ledger.id" :class="{ chosen: r.ledger.id === at?.id }">
              <td>
                <NuxtLink :to="linkTo(r.ledger.id)" replace>{{ r.ledger.code }} {{ r.ledger.name }}</NuxtLink>
              </td>
              <td class="num">{{ orNothing(r.debit) }}</td>
              <td class="num">{{ orNothing(r.credit) }}</td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <th scope="row">Total</th>
              <td class="num" data-test="trial-debit">{{ figures(trial.debit) }}</td>
              <td class="num" data-test="trial-credit">{{ figures(trial.credit) }}</td>
            </tr>
          </tfoot>
        </table>
      </v-card>
      <section class="entries" aria-labelledby="account-name">
        <h2 id="account-name" class="mb-2">{{ at?.code }} {{ at?.name }}</h2>
        <v-card class="grow">
          <RowTable
            v-model:chosen="chosen"
            :rows="lines ?? []"
            :columns="columns"
            label="Entries of this ledger account, newest first"
            data-test="entries"
          >
            <template #text="{ row }">
              <NuxtLink
                v-if="row.entry.billId"
                :to="`/bills?company=${company.id}&bill=${row.entry.billId}`"
                tabindex="-1"
                >{{ row.entry.text }}</NuxtLink><template v-else>{{ row.entry.text }}</template>
            </template>
            <template #empty><template v-if="lines">No entries yet.</template></template>
          </RowTable>
        </v-card>
        <p v-if="read && !read.isAll" class="row quiet" data-test="ledger-more">
          The newest {{ read.lines.length.toLocaleString('en-US')
          }}<template v-if="counted"> of {{ counted.toLocaleString('en-US') }}</template> entries.
          <v-btn size="small" @click="most += MORE">Show more</v-btn>
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(19.375rem, 40%) minmax(0, 1fr);
}
.entries {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.grow {
  flex: 1;
  min-height: 160px;
}
.trial .num {
  width: 1px;
  white-space: nowrap;
}
.entries :deep(table) {
  table-layout: fixed;
  min-width: 560px;
}
tfoot :is(th, td) {
  font-weight: 600;
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.25);
}
</style>
