<script setup lang="ts">
import { figures } from '#core/money/figures'
import { sum } from '#core/money/cents'
import { formatDate } from '#core/base/dates'
import { readToday } from '~/data/reads'
import { localToday } from '~/stores/office'

const today = useLive(readToday)
const heading = formatDate(localToday(), 'MMMM D, YYYY')
const waitsForCount = computed(() => today.value?.filter(t => t.run?.state === 'at the printer') ?? [])
const inPreparation = computed(() => today.value?.filter(t => t.run?.state === 'prepared') ?? [])
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Today</h1>
      <span class="quiet">{{ heading }}</span>
    </div>
    <div v-if="today" class="scroll">
      <section v-if="waitsForCount.length || inPreparation.length" aria-labelledby="hand" class="mb-6">
        <h2 id="hand" class="mb-2">
          Needs a hand
        </h2>
        <v-card v-for="{ view, run } in waitsForCount" :key="view.account.id" class="hand" data-test="waits-for-count">
          <StateMark state="on paper" />
          <span class="grow"><strong>{{ view.account.name }}</strong>: {{ run?.checks.length }} checks, {{ run?.checks[0]?.number }} to {{ run?.checks.at(-1)?.number }}, printed and not counted off</span>
          <v-btn color="primary" variant="flat" :to="`/run/${run?.id}`">
            Count off
          </v-btn>
        </v-card>
        <v-card v-for="{ view, run } in inPreparation" :key="view.account.id" class="hand">
          <StateMark state="waiting" />
          <span class="grow"><strong>{{ view.account.name }}</strong>: a run of {{ run?.paymentIds.length }} is being prepared</span>
          <v-btn :to="`/run/${run?.id}`">
            Go on
          </v-btn>
        </v-card>
      </section>
      <h2 class="mb-2">
        What waits
      </h2>
      <p v-if="!today.length" class="quiet">
        There is no bank account yet. <NuxtLink to="/accounts">Open the first one</NuxtLink> to draw checks on it.
      </p>
      <v-card v-else>
        <table class="plain" data-test="today">
          <thead>
            <tr>
              <th scope="col">Account</th><th scope="col" class="num">In the lane</th><th scope="col" class="num">Total</th><th scope="col" class="num">Next number</th>
              <th scope="col" class="num">Book balance</th><th scope="col" class="num">Committed</th><th scope="col" class="num">Free</th><th scope="col"><span class="d-sr-only">Go there</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ view, waiting, balances, next } in today" :key="view.account.id">
              <td><strong>{{ view.account.name }}</strong><br><span class="quiet">{{ view.company.name[0] }}</span></td>
              <td class="num">{{ waiting.length }}</td>
              <td class="num">{{ figures(sum(waiting.map(p => p.amount)), { sign: view.account.currency.sign }) }}</td>
              <td class="num">{{ next ?? 'used up' }}</td>
              <td class="num">{{ figures(balances.book, { sign: view.account.currency.sign }) }}</td>
              <td class="num">{{ figures(balances.committed, { sign: view.account.currency.sign }) }}</td>
              <td class="num" :class="{ 'text-error': balances.free < 0 }">{{ figures(balances.free, { sign: view.account.currency.sign }) }}</td>
              <td class="num">
                <v-btn size="small" :to="`/lane?account=${view.account.id}`" :aria-label="`Lane of ${view.account.name}`">
                  Lane
                </v-btn>
              </td>
            </tr>
          </tbody>
        </table>
      </v-card>
    </div>
  </div>
</template>

<style scoped>
.hand { display: flex; align-items: center; gap: 16px; padding: 12px 16px; margin-bottom: 8px; }
.grow { flex: 1; }
</style>
