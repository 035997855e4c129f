<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { figures } from '#core/money/figures'
import { readBanksToday } from '~/data/bank/bankToday'
import { localToday } from '~/stores/office'

/** What is outstanding at the bank, what of its statements must be looked at, and which are missing. */
const MISSING_DAYS = 35
const today = localToday()
const banks = useLive(async () =>
  (await readBanksToday(today)).filter(
    ({ bank }) =>
      bank.outstanding.count ||
      bank.waiting ||
      bank.questions.count ||
      bank.unreported ||
      bank.days !== undefined,
  ),
)
</script>

<template>
  <section v-if="banks?.length" aria-labelledby="bank-waits" class="mb-6">
    <h2 id="bank-waits" class="mb-2">Bank</h2>
    <v-card>
      <table class="plain" data-test="bank-today">
        <thead>
          <tr>
            <th scope="col">Account</th>
            <th scope="col" class="num">Checks outstanding</th>
            <th scope="col" class="num">Total</th>
            <th scope="col">Oldest</th>
            <th scope="col" class="num">Bank lines to look at</th>
            <th scope="col" class="num">Not reported</th>
            <th scope="col">Last statement</th>
            <th scope="col"><span class="d-sr-only">Open</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ view, bank } in banks" :key="view.account.id">
            <td>{{ view.account.name }}</td>
            <td class="num">{{ bank.outstanding.count || '' }}</td>
            <td class="num">
              {{
                bank.outstanding.count
                  ? figures(bank.outstanding.total, { sign: view.account.currency.sign })
                  : ''
              }}
            </td>
            <td>
              {{ bank.outstanding.oldest ? dayText(bank.outstanding.oldest) : '' }}{{ bank.stale ? ', ' : ''
              }}<NuxtLink v-if="bank.stale" :to="`/reports/outstanding?account=${view.account.id}`"
                >{{ bank.stale }} stale</NuxtLink
              >
              <span v-if="bank.stops" class="text-warning asked"
                >{{ howMany(bank.stops, 'stop') }} not confirmed</span
              >
            </td>
            <td class="num" :class="{ 'text-warning': bank.waiting }">
              {{ bank.waiting || ''
              }}<NuxtLink
                v-if="bank.questions.count"
                :to="`/bank/questions?account=${view.account.id}`"
                class="asked"
                >{{ howMany(bank.questions.count, 'question') }} until
                {{ dayText(bank.questions.deadline!) }}</NuxtLink
              >
            </td>
            <td class="num">
              <NuxtLink v-if="bank.unreported" :to="`/bank/files?account=${view.account.id}`">{{
                bank.unreported
              }}</NuxtLink>
            </td>
            <td :class="{ 'text-warning': (bank.days ?? 0) > MISSING_DAYS }">
              {{
                bank.days === undefined
                  ? 'not begun'
                  : bank.days > MISSING_DAYS
                    ? `missing for ${howMany(bank.days, 'day')}`
                    : `${howMany(Math.max(0, bank.days), 'day')} ago`
              }}
            </td>
            <td class="num">
              <a
                class="row-act"
                :href="`/bank?account=${view.account.id}`"
                :aria-label="`Bank of ${view.account.name}`"
                >Bank</a
              >
            </td>
          </tr>
        </tbody>
      </table>
    </v-card>
  </section>
</template>

<style scoped>
.asked {
  display: block;
}
</style>
