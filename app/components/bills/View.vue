<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { figures } from '#core/money/figures'
import { open, owed, type Bill } from '#core/bills/bill'
import type { Company } from '#core/accounts/account'
import { fixedBecause } from '#core/payments/changeBill'
import { operatorName } from '~/data/office/office'
import { readPaidBy, readPayee } from '~/data/bills/billReads'
import { readBillHistory } from '~/data/history/history'
import { readLedgers } from '~/data/ledger/ledgerReads'
import { localToday, useOffice } from '~/stores/office'

/** A bill as it stands: what it says, what paid it, what can be done with it, and its story. */
const props = defineProps<{ bill: Bill; company: Company; sign: string }>()
const office = useOffice()
const payee = useLive(
  () => readPayee(props.bill.payeeId),
  () => props.bill.payeeId,
)
const paid = useLive(
  () => readPaidBy(props.bill),
  () => props.bill,
)
const ledgers = useLive(
  () => readLedgers(props.company.id),
  () => props.company.id,
)
const history = useLive(
  () =>
    paid.value &&
    readBillHistory(
      props.bill.id,
      paid.value.map(p => p.payment.id),
    ),
  () => paid.value,
)
const day = (date: string) => dayText(date as never)
const facts = computed(() => {
  const b = props.bill
  return [
    ['Amount', figures(b.amount, { sign: props.sign })],
    ['Open', figures(open(b), { sign: props.sign })],
    ['Owed', figures(b.stage === 'payable' || b.stage === 'paid' ? owed(b) : b.amount, { sign: props.sign })],
    ['Date', day(b.date)],
    ['Due', day(b.due)],
    [
      'Discount',
      b.discount
        ? `${figures(b.discount.amount, { sign: props.sign })} until ${day(b.discount.until)}`
        : 'none',
    ],
    ['Our number', String(b.ourNumber)],
    ['Purchase order', b.purchaseOrder ?? ''],
    ['1099', b.taxForm === '1099' ? 'included' : ''],
    ['Entered by', b.enteredBy],
    ['Approved by', b.approvedBy ?? ''],
  ].filter(([, text]) => text)
})
const isOpen = computed(() => props.bill.stage === 'payable' && open(props.bill) !== 0)
const { busy, fault, succeeded, clear } = useAct()

const questions = {
  hold: { title: 'Hold', verb: 'Hold bill' },
  dispute: { title: 'Dispute', verb: 'Dispute bill' },
  cancel: { title: 'Cancel', verb: 'Cancel bill' },
} as const
const asking = ref<keyof typeof questions>()
const asked = computed({
  get: () => asking.value !== undefined,
  set: () => {
    asking.value = undefined
  },
})
function ask(what: keyof typeof questions) {
  asking.value = what
  clear()
}
async function answer(why: string) {
  const billId = props.bill.id
  const hold = { kind: asking.value === 'dispute' ? ('disputed' as const) : ('held' as const), why }
  const done =
    asking.value === 'cancel'
      ? await succeeded('cancelBill', { billId, why })
      : await succeeded('holdBill', { billId, hold })
  if (!done) return
  office.said = `Bill ${props.bill.number} is ${asking.value === 'cancel' ? 'cancelled' : hold.kind}.`
  asking.value = undefined
  focusNextHere()
}
async function undoChange() {
  if (await succeeded('undoBillChange', { billId: props.bill.id }))
    office.said = `Undid the last change to bill ${props.bill.number}.`
}
async function release() {
  if (await succeeded('holdBill', { billId: props.bill.id, hold: null }))
    office.said = `Released bill ${props.bill.number}. It can be paid again.`
}
async function approve() {
  if (await succeeded('approveBill', { billId: props.bill.id }))
    office.said = `Approved bill ${props.bill.number}.`
}
const overdue = computed(() => {
  const late = props.bill.due < localToday()
  return late && props.bill.stage === 'payable'
})
</script>

<template>
  <div>
    <h2 class="head">
      <span class="one-line"
        >{{ bill.amount < 0 ? 'Credit note' : 'Bill' }} {{ bill.number || 'without a number' }}</span
      >
      <BillsStageMark :bill="bill" />
    </h2>
    <p class="mb-2">
      <NuxtLink v-if="payee" :to="`/bills/payee/${encodeURIComponent(payee.id)}`">{{
        payee.name
      }}</NuxtLink><template v-if="bill.memo">: {{ bill.memo }}</template>
    </p>
    <p v-if="bill.hold" class="text-warning mb-2">
      {{ bill.hold.kind === 'held' ? 'Held' : 'Disputed' }}: {{ bill.hold.why }}
    </p>
    <p v-if="bill.again" class="quiet mb-2">Entered again under the same number: {{ bill.again }}</p>
    <v-alert v-if="fault" type="error" class="mb-2" :text="fault" />
    <div class="row mb-3">
      <v-btn
        v-if="bill.stage === 'waits'"
        color="primary"
        variant="flat"
        size="small"
        :loading="busy"
        data-test="approve"
        @click="approve()"
        >Approve as {{ operatorName() }}</v-btn
      >
      <v-btn
        v-if="isOpen && !bill.hold"
        :color="overdue ? 'primary' : undefined"
        size="small"
        :to="`/bills/settle?company=${company.id}&bill=${bill.id}`"
        data-test="settle-it"
        >Settle</v-btn
      >
      <template v-if="bill.stage !== 'cancelled'">
        <v-btn size="small" :to="`/bills/bill/${encodeURIComponent(bill.id)}`" data-test="change-bill">{{
          bill.stage === 'draft' ? 'Finish' : 'Edit'
        }}</v-btn>
        <v-btn
          v-if="bill.was && !fixedBecause(bill, 'amount')"
          size="small"
          :loading="busy"
          data-test="take-change-back"
          @click="undoChange()"
          >Undo last change</v-btn
        >
        <v-btn v-if="bill.hold" size="small" :loading="busy" data-next data-test="let-go" @click="release()"
          >Release</v-btn
        >
        <template v-else-if="bill.stage !== 'paid'">
          <v-btn size="small" data-test="hold-bill" @click="ask('hold')">Hold</v-btn>
          <v-btn size="small" @click="ask('dispute')">Dispute</v-btn>
        </template>
        <v-btn
          v-if="bill.promised === 0 && bill.settled === 0"
          size="small"
          data-test="cancel-bill"
          @click="ask('cancel')"
          >Cancel bill</v-btn
        >
      </template>
    </div>
    <dl class="facts">
      <div v-for="[name, text] in facts" :key="name">
        <dt>{{ name }}</dt>
        <dd>{{ text }}</dd>
      </div>
    </dl>
    <table v-if="bill.lines.length" class="plain mb-4">
      <thead>
        <tr>
          <th scope="col">Ledger account</th>
          <th scope="col">Memo</th>
          <th scope="col" class="num">Amount</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(l, i) in bill.lines" :key="i">
          <td>{{ ledgers?.find(x => x.id === l.ledgerId)?.name }}</td>
          <td>
            {{ l.memo }}
            <span v-if="l.quantity" class="quiet"
              >{{ l.quantity }} x {{ figures(l.unit ?? (0 as never)) }}</span
            >
            <span v-if="l.tag" class="quiet"> {{ l.tag }}</span>
          </td>
          <td class="num">{{ figures(l.amount) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="paid?.length">
      <h3>Paid by</h3>
      <table class="plain mb-4" data-test="paid-by">
        <ColumnTitles :titles="['Date', 'State', 'Check', 'Amount']" />
        <tbody>
          <tr v-for="{ payment, numbers } in paid" :key="payment.id">
            <td class="nowrap">{{ day(payment.date) }}</td>
            <td><StateMark :state="payment.state" /></td>
            <td>
              <template v-if="payment.otherwise"
                >{{ payment.otherwise.way }}, {{ payment.otherwise.reference }}</template
              >
              <NuxtLink
                v-for="n in numbers"
                :key="n.id"
                class="number"
                :to="`/books/${encodeURIComponent(n.bookId)}?number=${n.number}`"
                >{{ n.number }} {{ n.fate }}</NuxtLink
              >
              <NuxtLink
                v-if="payment.state === 'waiting'"
                :to="`/lane?account=${payment.accountId}&change=${encodeURIComponent(payment.id)}`"
                >in the lane{{ payment.scheduled ? ` from ${day(payment.scheduled)}` : '' }}</NuxtLink
              >
            </td>
            <td class="num">
              {{ figures(payment.settles!.bills.find(a => a.billId === bill.id)!.amount) }}
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <h3>
      History
      <NuxtLink class="more-link" :to="`/office/trail?about=bill&id=${encodeURIComponent(bill.id)}`"
        >in the trail</NuxtLink
      >
    </h3>
    <HistoryList :lines="history" />
    <WhyDialog
      v-if="asking"
      v-model="asked"
      :title="`${questions[asking].title} bill ${bill.number}?`"
      :verb="questions[asking].verb"
      :busy="busy"
      :fault="fault"
      :danger="asking === 'cancel'"
      @go="answer"
    >
      <p>
        {{
          asking === 'cancel'
            ? 'The bill is no longer owed and its ledger entry is reversed. Our number stays used.'
            : 'It cannot be paid until you release it.'
        }}
      </p>
    </WhyDialog>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: var(--space-3);
  align-items: center;
  margin-bottom: 6px;
}
.row {
  align-items: stretch;
}
.facts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(7.5rem, 1fr));
  gap: var(--space-2) var(--space-4);
  margin-bottom: 16px;
}
dt {
  font-size: var(--text-tiny);
  color: rgb(var(--v-theme-secondary));
}
dd {
  font-weight: 600;
  overflow-wrap: anywhere;
}
h3 {
  font-size: var(--text-note);
  font-weight: 600;
  margin: 10px 0 4px;
}
.number {
  margin-right: 10px;
  white-space: nowrap;
}
.nowrap {
  white-space: nowrap;
}
.one-line {
  min-width: 0;
  overflow-wrap: anywhere;
}
</style>
