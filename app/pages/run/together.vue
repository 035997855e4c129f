<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { idOf } from '#core/base/id'
import { afterRun } from '#core/ledger/balances'
import { figures } from '#core/money/figures'
import { unfitFor } from '#core/runs/run'
import { dayText } from '#core/base/dates'
import { checksPerSheet } from '#core/paper/stock'
import { laneSums, notBefore, type Payment } from '#core/payments/payment'
import { readHeld } from '~/data/bills/billReads'
import { readLanes } from '~/data/accounts/accountsToday'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday } from '~/stores/office'

/** Picking across accounts: one run is started for each account, with its own stock and number book. */
const lanes = useLive(readLanes)
const held = useLive(
  () => readHeld((lanes.value ?? []).flatMap(l => l.lane)),
  () => lanes.value,
)
const left = ref(new Set<string>())
const picked = (id: string): boolean => !left.value.has(id)
function toggle(id: string) {
  const next = new Set(left.value)
  if (!next.delete(id)) next.add(id)
  left.value = next
}
/** Why a payment cannot go along; empty where it can. */
const reasonOf = (g: { view: AccountView }, p: Payment): string =>
  p.correct
    ? `${p.correct} must be corrected`
    : (unfitFor(g.view.book, p, false) ?? held.value?.get(p.id) ?? notBefore(p, localToday()) ?? '')
const groups = computed(() =>
  (lanes.value ?? []).map(l => {
    const chosen = l.lane.filter(p => picked(p.id) && !reasonOf(l, p))
    return { ...l, chosen, sums: laneSums(chosen) }
  }),
)
const runs = computed(() => groups.value.filter(g => !g.run && g.chosen.length))
const { act } = useAct()
const busy = ref(false)
const faults = ref<string[]>([])
async function start() {
  if (busy.value) return
  busy.value = true
  faults.value = []
  for (const g of runs.value) {
    const done = await act('pick', {
      bookId: g.view.book.id,
      runId: idOf<'run'>(crypto.randomUUID()),
      paymentIds: g.chosen.map(p => p.id),
      order: 'as drawn',
    })
    if (done && !done.ok) faults.value = [...faults.value, `${g.view.account.name}: ${done.refusal.text}`]
  }
  busy.value = false
}
</script>

<template>
  <div class="page">
    <PageHead title="Runs on several accounts">
      <v-btn
        color="primary"
        variant="flat"
        :disabled="!runs.length"
        :loading="busy"
        data-test="start-together"
        @click="start"
      >
        Start {{ howMany(runs.length, 'run') }}
      </v-btn>
      <v-btn variant="text" to="/lane"> Lane </v-btn>
    </PageHead>
    <div v-if="lanes" class="scroll">
      <v-alert v-for="f in faults" :key="f" type="error" class="mb-2" :text="f" />
      <v-card
        v-for="g in groups"
        :key="g.view.account.id"
        class="mb-4"
        :data-test="`group-${g.view.account.id}`"
      >
        <div class="head">
          <h2>{{ g.view.account.name }}</h2>
          <span class="quiet">{{ g.view.company.name[0] }}, {{ g.view.stock.name }}</span>
          <template v-if="g.run">
            <span class="text-warning">{{
              g.run.state === 'prepared' ? 'a run is being prepared' : 'a run waits for its count-off'
            }}</span>
            <v-btn size="small" color="primary" :to="`/run/${g.run.id}`">
              {{ g.run.state === 'prepared' ? 'Continue' : 'Count off' }}
            </v-btn>
          </template>
          <span v-else-if="g.lane.length" class="sums"
            >{{ howMany(g.chosen.length, 'check') }},
            {{ howMany(Math.ceil(g.chosen.length / checksPerSheet(g.view.stock)), 'sheet') }},
            {{ figures(g.sums.total, { sign: g.view.account.currency.sign }) }}. Balance after:
            {{ figures(afterRun(g.balances, g.sums.promised), { sign: g.view.account.currency.sign }) }}</span
          >
        </div>
        <table v-if="!g.run && g.lane.length" class="plain">
          <ColumnTitles :titles="['Pick', 'Payee', 'Date', 'Amount']" />
          <tbody>
            <tr v-for="p in g.lane" :key="p.id">
              <td class="tick">
                <input
                  type="checkbox"
                  :checked="picked(p.id) && !reasonOf(g, p)"
                  :disabled="!!reasonOf(g, p)"
                  :aria-label="`Pick ${p.name}, ${figures(p.amount)}`"
                  @change="toggle(p.id)"
                />
              </td>
              <td>
                {{ p.name }}<span v-if="reasonOf(g, p)" class="quiet">, {{ reasonOf(g, p) }}</span>
              </td>
              <td>{{ dayText(p.date) }}</td>
              <td class="num">{{ figures(p.amount) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else-if="!g.run" class="quiet pa-3">No payments are waiting for this account.</p>
      </v-card>
    </div>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: var(--space-3);
  align-items: center;
  padding: 12px 14px;
  flex-wrap: wrap;
}
.sums {
  margin-left: auto;
  font-weight: 600;
}
.tick {
  width: 36px;
}
input {
  width: 16px;
  height: 16px;
  accent-color: rgb(var(--v-theme-primary));
}
</style>
