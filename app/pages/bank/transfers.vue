<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { masked } from '#core/accounts/account'
import { figures } from '#core/money/figures'
import type { SentFile } from '#core/bank/positivePay/bankItem'

/** Transfers that are recorded, and the file of payment orders that tells the bank to make them. */
const { accounts, view, choose } = useAccount()
const account = computed(() => view.value?.account)
const transfers = useTransfers(account)
const { chosen, total, leftOut, dateText, dateFaults, dateHint, date, currency, busy, fault } = transfers
const seen = computed(() => transfers.view.value)
const sign = computed(() => account.value?.currency.sign ?? '')
const counts = [{ title: 'Transfers', of: (f: SentFile) => f.transfers ?? 0 }]
async function send() {
  if (await transfers.send()) focusNextHere()
}
</script>

<template>
  <div class="page">
    <BankHead title="Transfers" :accounts="accounts" :view="view" @choose="choose" />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <div v-if="view && seen" class="scroll stack" data-test="transfers">
      <v-card class="stack-part">
        <h2>{{ seen.waiting.length ? 'Not ordered yet' : 'No transfers to order' }}</h2>
        <p v-if="!seen.waiting.length" class="quiet">
          Payments recorded as transfers appear here: in Settle, choose <em>Pay by other means</em>. The bank
          then makes them from one file.
        </p>
        <template v-else>
          <div class="wide">
            <table class="plain">
              <thead>
                <tr>
                  <th scope="col"><span class="d-sr-only">Order</span></th>
                  <th scope="col">Payee</th>
                  <th scope="col">Bank account</th>
                  <th scope="col">Recorded</th>
                  <th scope="col">Reference</th>
                  <th scope="col" class="num">Amount</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="t in seen.waiting" :key="t.payment.id" data-test="transfer">
                  <td class="tick">
                    <v-checkbox
                      :model-value="!t.fault && !leftOut.has(t.payment.id)"
                      :disabled="Boolean(t.fault)"
                      :aria-label="`Order the transfer to ${t.payment.name}`"
                      density="compact"
                      hide-details
                      @update:model-value="transfers.take(t.payment.id, Boolean($event))"
                    />
                  </td>
                  <td>
                    <NuxtLink :to="`/payments/${encodeURIComponent(t.payment.id)}`">{{
                      t.payment.name
                    }}</NuxtLink>
                  </td>
                  <td>
                    <NuxtLink
                      v-if="t.fault && t.payee"
                      :to="`/bills/payee/${encodeURIComponent(t.payee.id)}`"
                      class="text-warning"
                      >{{ t.fault }}</NuxtLink
                    >
                    <template v-else>{{ t.fault ?? masked(t.payee?.bankAccount ?? '') }}</template>
                  </td>
                  <td class="nowrap">{{ dayText(t.payment.date) }}</td>
                  <td>{{ t.payment.otherwise?.reference }}</td>
                  <td class="num">{{ figures(t.payment.amount, { sign }) }}</td>
                </tr>
              </tbody>
            </table>
          </div>
          <v-form class="order" @submit.prevent="send()">
            <v-text-field
              v-model="dateText"
              label="Day of the transfers"
              placeholder="today"
              autocomplete="off"
              :hint="dateHint"
              persistent-hint
              :error-messages="dateFaults"
              class="field"
              data-test="transfer-date"
            />
            <v-text-field
              v-model="currency"
              label="Currency"
              maxlength="3"
              autocomplete="off"
              :error-messages="transfers.at('currency')"
              class="code"
              data-test="transfer-currency"
            />
            <v-btn
              type="submit"
              color="primary"
              variant="flat"
              :disabled="!chosen.length || !date.ok"
              :loading="busy"
              data-next
              data-test="transfer-send"
              >Save payment file for the bank</v-btn
            >
            <strong class="sum"
              >{{ howMany(chosen.length, 'transfer') }}, {{ figures(total, { sign }) }}</strong
            >
          </v-form>
          <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
        </template>
      </v-card>
      <BankSentFiles :files="seen.sent" :counts="counts" type="application/xml" test="transfers-sent" />
    </div>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
.order {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  align-items: flex-start;
}
.field {
  flex: 0 1 220px;
}
.code {
  flex: 0 0 110px;
}
.sum {
  line-height: 36px;
}
.tick {
  min-width: 52px;
}
</style>
