<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { idOf } from '#core/base/id'
import { figures } from '#core/money/figures'
import { stateShown } from '#core/numbers/book'
import { readPaymentHistory } from '~/data/history/history'
import { readPaymentView } from '~/data/payments/paymentView'
import { saveAdvice } from '~/data/runs/reports'

/** One payment: what it pays, the checks that carried it, what happened to it, and what can be sent of it. */
const route = useRoute()
const id = computed(() => idOf<'payment'>(String(route.params.id)))
const found = useLive(
  async () => ({ of: await readPaymentView(id.value) }),
  () => id.value,
)
const of = computed(() => found.value?.of)
const history = useLive(
  () => readPaymentHistory(id.value),
  () => id.value,
)
const sign = computed(() => of.value?.view.account.currency.sign ?? '')
/** The number that stands for it, or the last that carried it. */
const row = computed(() => of.value?.standing ?? of.value?.numbers.at(-1))
const mailing = ref(false)
const facts = computed(() => {
  const p = of.value?.payment
  if (!p) return []
  return [
    ['Amount', figures(p.amount, { sign: sign.value })],
    ['Date', dayText(p.date)],
    ['Account', of.value!.view.account.name],
    [
      'Paid by',
      p.otherwise
        ? [p.otherwise.way, p.otherwise.reference].filter(Boolean).join(', ')
        : p.advice
          ? 'direct deposit'
          : 'check',
    ],
    ['Address', p.address.join(', ')],
    ['Memo', p.memo],
  ].filter(([, text]) => text)
})
</script>

<template>
  <div class="page">
    <PageHead :title="of ? `Payment to ${of.payment.name}` : 'Payment'" one-line>
      <v-btn v-if="of" variant="text" :to="`/bills/payee/${encodeURIComponent(of.payment.payeeId)}`">
        Payee
      </v-btn>
    </PageHead>
    <p v-if="found && !of" class="quiet">This payment does not exist in this office.</p>
    <div v-if="of" class="halves">
      <section class="scroll part" aria-label="Payment">
        <p><StateMark :state="of.payment.state" data-test="payment-state" /></p>
        <dl class="facts">
          <template v-for="[name, text] in facts" :key="name">
            <dt>{{ name }}</dt>
            <dd>{{ text }}</dd>
          </template>
        </dl>
        <div class="row">
          <v-btn
            size="small"
            data-test="payment-advice"
            @click="saveAdvice('advice', of.payment, row, of.view)"
            >Save remittance advice</v-btn
          >
          <v-btn
            size="small"
            data-test="payment-receipt"
            @click="saveAdvice('receipt', of.payment, row, of.view)"
            >Save receipt</v-btn
          >
          <v-btn size="small" data-test="payment-mail" @click="mailing = true">E-mail</v-btn>
          <v-btn
            v-if="of.payment.state === 'waiting'"
            size="small"
            :to="`/lane?account=${of.payment.accountId}&payment=${encodeURIComponent(of.payment.id)}`"
            >Open in the lane</v-btn
          >
        </div>
        <template v-if="of.numbers.length">
          <h2>Checks</h2>
          <table class="plain" data-test="payment-numbers">
            <ColumnTitles :titles="['Number', 'State', 'Reason']" />
            <tbody>
              <tr v-for="n in of.numbers" :key="n.id">
                <td>
                  <NuxtLink :to="`/register?account=${n.accountId}&number=${encodeURIComponent(n.id)}`">{{
                    n.number
                  }}</NuxtLink>
                </td>
                <td><StateMark :state="stateShown(n)" /></td>
                <td class="quiet">{{ n.why }}</td>
              </tr>
            </tbody>
          </table>
        </template>
        <template v-if="of.payment.lines.length">
          <h2>What it pays</h2>
          <table class="plain">
            <thead>
              <tr>
                <th scope="col">Reference</th>
                <th scope="col">Description</th>
                <th scope="col" class="num">Paid</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(l, i) in of.payment.lines" :key="i">
                <td>{{ l.reference }}</td>
                <td>{{ l.description }}</td>
                <td class="num">{{ figures(l.amount) }}</td>
              </tr>
            </tbody>
          </table>
        </template>
        <template v-if="of.bills.length">
          <h2>Bills</h2>
          <ul>
            <li v-for="b in of.bills" :key="b.id">
              <NuxtLink :to="`/bills?company=${b.companyId}&bill=${encodeURIComponent(b.id)}`">{{
                b.number || `our number ${b.ourNumber}`
              }}</NuxtLink>
            </li>
          </ul>
        </template>
      </section>
      <section class="scroll part" aria-label="History" tabindex="0">
        <h2>History</h2>
        <HistoryList :lines="history" data-test="payment-history" />
      </section>
    </div>
    <MailDialog
      v-if="mailing && of"
      :payment="of.payment"
      :row="row"
      :view="of.view"
      @leave="mailing = false"
    />
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: var(--space-5);
}
.part {
  display: grid;
  gap: var(--space-3);
  align-content: start;
  padding: 2px 12px 20px 2px;
}
ul {
  padding-left: 18px;
}
</style>
