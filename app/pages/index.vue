<script setup lang="ts">
import type { Id } from '#core/base/id'
import { weeksText } from '#core/numbers/pace'
import { howMany } from '#core/base/howMany'
import { spans } from '#core/numbers/spans'
import { figures } from '#core/money/figures'
import { formatDate } from '#core/base/dates'
import { anyRunPrinted } from '~/data/runs/runReads'
import { readToday } from '~/data/accounts/accountsToday'
import { momentText } from '~/data/office/office'
import { localToday } from '~/stores/office'

const { behind } = useClock()
const today = useLive(readToday)
const heading = formatDate(localToday(), 'MMMM D, YYYY')
/** An office in which nothing was ever printed is led on by its first account’s list. */
const anyRuns = useLive(anyRunPrinted)
const beginner = computed(() => (anyRuns.value === false ? today.value?.[0]?.view : undefined))
const steps = useReadiness(() => beginner.value)
const waitsForCount = computed(() =>
  (today.value ?? []).flatMap(t =>
    t.runs.filter(r => r.state === 'at the printer').map(run => ({ view: t.view, run })),
  ),
)
const inPreparation = computed(() =>
  (today.value ?? []).flatMap(t =>
    t.runs.filter(r => r.state === 'prepared').map(run => ({ view: t.view, run })),
  ),
)
/** Each company once, with the sign of its first account. */
const companiesOf = computed(() => {
  const once = new Map<string, { id: Id<'company'>; name: string; sign: string }>()
  for (const { view } of today.value ?? []) {
    const { id, name } = view.company
    if (!once.has(id)) once.set(id, { id, name: name[0] ?? '', sign: view.account.currency.sign })
  }
  return [...once.values()]
})
</script>

<template>
  <div class="page">
    <PageHead title="Today">
      <span class="quiet">{{ heading }}</span>
    </PageHead>
    <div v-if="today" class="scroll">
      <v-alert v-if="behind" type="warning" class="mb-4" data-test="clock-behind">
        This computer’s clock says {{ heading }}, but the last action was recorded on
        {{ momentText(behind) }}. Correct the clock. Until then, type dates with their year.
      </v-alert>
      <section v-if="waitsForCount.length || inPreparation.length" aria-labelledby="hand" class="mb-6">
        <h2 id="hand" class="mb-2">Needs attention</h2>
        <v-card v-for="{ view, run } in waitsForCount" :key="run.id" class="hand" data-test="waits-for-count">
          <StateMark state="on paper" />
          <span class="grow"
            ><strong>{{ view.account.name }}</strong
            >: {{ howMany(run.checks.length, 'check') }}, {{ spans(run.checks.map(c => c.number)) }}, printed
            and not counted off</span
          >
          <v-btn color="primary" variant="flat" :to="`/run/${run.id}`"> Count off </v-btn>
        </v-card>
        <v-card v-for="{ view, run } in inPreparation" :key="run.id" class="hand">
          <StateMark state="waiting" />
          <span class="grow"
            ><strong>{{ view.account.name }}</strong
            >: a run of {{ run.paymentIds.length }} is being prepared</span
          >
          <v-btn :to="`/run/${run.id}`"> Continue </v-btn>
        </v-card>
      </section>
      <section v-if="beginner" class="mb-6" aria-labelledby="way">
        <h2 id="way" class="mb-2">Steps to your first check</h2>
        <v-card class="begin">
          <AccountsReadyList
            :steps="steps"
            :account-id="beginner.account.id"
            :layout-id="beginner.layout.id"
          />
        </v-card>
      </section>
      <TodayBackupDue />
      <TodayRecord />
      <TodayDueSoon />
      <LazyTodayBankWaits v-if="today.length" />
      <h2 v-if="today.length" class="mb-2">Waiting</h2>
      <v-card v-if="!today.length" class="begin" data-test="begin">
        <h2>Steps to your first check</h2>
        <p class="quiet">
          Company, account, stock, layout, a sample on plain paper, the first payment, the first run. You can
          stop at any point and come back.
        </p>
        <v-btn v-first color="primary" variant="flat" to="/accounts/new"> Add company and account </v-btn>
      </v-card>
      <v-card v-else>
        <table class="plain" data-test="today">
          <thead>
            <tr>
              <th scope="col">Account</th>
              <th scope="col" class="num">In the lane</th>
              <th scope="col" class="num">Total</th>
              <th scope="col" class="num">Next number</th>
              <th scope="col" class="num">Book balance</th>
              <th scope="col" class="num">Committed</th>
              <th scope="col" class="num">Free</th>
              <th scope="col"><span class="d-sr-only">Open</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ view, waiting, sums, balances, next, stock } in today" :key="view.account.id">
              <td>
                <strong>{{ view.account.name }}</strong><br /><span class="quiet">{{
                  view.company.name[0]
                }}</span>
              </td>
              <td class="num">{{ waiting }}</td>
              <td class="num">
                {{ figures(sums.total, { sign: view.account.currency.sign }) }}
              </td>
              <td class="num">
                {{ next ?? 'none left'
                }}<template v-if="stock.low">
                  <br /><a
                    :href="`/books/${encodeURIComponent(view.book.id)}`"
                    class="small text-warning"
                    data-test="low-stock"
                    >{{ stock.left.toLocaleString('en-US') }} left{{
                      stock.weeks === undefined ? '' : `, ${weeksText(stock.weeks)}`
                    }}</a
                  >
                </template>
              </td>
              <td class="num">{{ figures(balances.book, { sign: view.account.currency.sign }) }}</td>
              <td class="num">{{ figures(balances.committed, { sign: view.account.currency.sign }) }}</td>
              <td class="num" :class="{ 'text-error': balances.free < 0 }">
                {{ figures(balances.free, { sign: view.account.currency.sign }) }}
              </td>
              <td class="num">
                <a
                  class="row-act"
                  :href="`/lane?account=${view.account.id}`"
                  :aria-label="`Lane of ${view.account.name}`"
                  >Lane</a
                >
              </td>
            </tr>
          </tbody>
        </table>
        <div v-for="c in companiesOf" :key="c.id" class="left-out">
          <BillsLeftOut
            :company-id="c.id"
            :sign="c.sign"
            :what="companiesOf.length > 1 ? `Free of ${c.name}` : 'Free'"
          />
        </div>
      </v-card>
    </div>
  </div>
</template>

<style scoped>
.left-out {
  padding: 0 14px;
}
.hand {
  display: flex;
  align-items: center;
  gap: var(--space-4);
  padding: 12px 16px;
  margin-bottom: 8px;
}
.grow {
  flex: 1;
}
.small {
  font-size: var(--text-small);
}
.begin {
  padding: 18px;
  display: grid;
  gap: var(--space-3);
  justify-items: start;
  max-width: 47.5rem;
}
</style>
