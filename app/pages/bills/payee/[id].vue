<script setup lang="ts">
import { isLive } from '#core/payees/payee'
import { dayText, type PlainDate } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { idOf } from '#core/base/id'
import { sum } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { open } from '#core/bills/bill'
import { payeeAccount } from '#core/payments/payeeAccount'
import { monthsPaid, yearsPaid } from '#core/payments/payeeYears'
import { readPayee, readPayeeStory } from '~/data/bills/billReads'
import { readPayeeHistory } from '~/data/history/history'
import { readCompanies } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'

const office = useOffice()
const route = useRoute()
const isNew = computed(() => route.params.id === 'new')
const id = computed(() => idOf<'payee'>(String(route.params.id)))
const payee = useLive(
  () => (isNew.value ? undefined : readPayee(id.value)),
  () => String(id.value),
)
const chosenCompany = useCompany()
const companies = useLive(readCompanies)
const company = computed(() =>
  isNew.value ? chosenCompany.company.value : companies.value?.find(c => c.id === payee.value?.companyId),
)
const companyId = computed(() => company.value?.id)
const { accounts: accountRows, choices: ledgers, sign } = useCompanyLedgers(company)
const accounts = computed(() => (accountRows.value ?? []).map(a => ({ title: a.name, value: a.id })))
const merging = ref(false)
const { form, payees, busy, near, isChanged, faults, elsewhere, keep, asksDays } = usePayeeForm(
  companyId,
  payee,
  merging,
  () => `payee ${String(route.params.id)}`,
)
if (isNew.value && typeof route.query.name === 'string') form.value.name = route.query.name
async function save() {
  const kept = await keep()
  if (!kept || !isNew.value) return
  const isForPile = route.query.back === 'pile'
  await navigateTo(isForPile ? `/bills/pile?company=${companyId.value}` : `/bills/payee/${kept}`, {
    replace: true,
  })
  if (!isForPile) focusNextHere()
}

/** So many payments and lines are listed, and as many more on asking. */
const MORE = 40
const many = ref(MORE)
const story = useLive(
  () => (isNew.value ? undefined : readPayeeStory(id.value, many.value)),
  () => [String(id.value), many.value],
)
/** The payee first, then all that was paid. */
const turn = useTurns(() => (story.value ? 2 : 1))
const lines = useLive(
  () => (isNew.value ? [] : readPayeeHistory(id.value)),
  () => String(id.value),
)
const openBills = computed(() =>
  (story.value?.bills ?? []).filter(b => b.stage === 'payable' && open(b) !== 0),
)
const payments = computed(() => story.value?.payments ?? [])
const account = computed(() => payeeAccount(story.value?.bills ?? [], payments.value).reverse())
const years = computed(() => yearsPaid(payments.value))
/** A month under its bar: the year stands beside the first and each January. */
const monthLabel = (month: string, withYear: boolean): string => {
  const [name] = dayText(`${month}-01` as PlainDate).split(' ')
  return withYear || month.endsWith('-01') ? `${name} ${month.slice(0, 4)}` : name!
}
const months = computed(() => monthsPaid(payments.value, localToday(), 12))

const { busy: acting, fault, succeeded, clear } = useAct()
const holding = ref(false)
const into = ref('')
const intoPayee = computed(() =>
  payees.value?.find(p => p.id !== payee.value?.id && isLive(p) && p.name === into.value),
)
function askMerge() {
  merging.value = true
  into.value = ''
  clear()
}
async function hold(why: string) {
  const of = payee.value
  if (!of || !(await succeeded('holdPayee', { payeeId: of.id, why }))) return
  office.said = `Put ${of.name} on hold.`
  holding.value = false
  focusNextHere()
}
async function merge() {
  const [of, to] = [payee.value, intoPayee.value]
  if (!of || !to || !(await succeeded('mergePayees', { fromId: of.id, intoId: to.id }))) return
  office.said = `Merged ${of.name} into ${to.name}.`
  merging.value = false
  await navigateTo(`/bills/payee/${encodeURIComponent(to.id)}`)
}
async function undoChange() {
  const of = payee.value
  if (of && (await succeeded('undoPayeeChange', { payeeId: of.id })))
    office.said = `Undid the last change to ${of.name}.`
}
async function release() {
  if (payee.value && (await succeeded('holdPayee', { payeeId: payee.value.id, why: null })))
    office.said = `Released ${payee.value.name}.`
}
</script>

<template>
  <div class="page">
    <PageHead :title="isNew ? 'New payee' : (payee?.name ?? 'Payee')" one-line>
      <v-btn variant="text" :to="`/bills/payees${companyId ? `?company=${companyId}` : ''}`">
        Back to payees
      </v-btn>
      <template v-if="payee && isLive(payee)">
        <v-btn
          :to="`/bills/pile?company=${companyId}&payee=${encodeURIComponent(payee.name)}`"
          :data-next="payee.onHold ? undefined : ''"
          data-test="payee-bill"
          >Add a bill</v-btn
        >
        <v-btn v-if="payee.onHold" :loading="acting" data-next data-test="payee-go" @click="release()"
          >Release</v-btn
        >
        <v-btn v-else data-test="payee-hold" @click="(clear(), (holding = true))">Put on hold</v-btn>
        <v-btn data-test="payee-merge" @click="askMerge()">Merge into another</v-btn>
      </template>
    </PageHead>
    <p v-if="!isNew && story && !payee" class="quiet">This payee does not exist.</p>
    <v-alert v-if="payee?.became" type="info" class="mb-2">
      This payee was merged into
      <NuxtLink :to="`/bills/payee/${encodeURIComponent(payee.became)}`">another payee</NuxtLink>.
    </v-alert>
    <v-alert v-if="payee?.removed" type="info" class="mb-2">
      This payee was removed when the import that added it was undone. Only its cancelled bills still refer to
      it.
    </v-alert>
    <v-alert v-if="payee?.onHold" type="warning" class="mb-2">
      On hold{{ payee.holdWhy ? `: ${payee.holdWhy}` : '' }}. Payments to this payee are held back from runs.
    </v-alert>
    <div v-if="(isNew || payee) && company" class="halves">
      <v-form class="scroll form" @submit.prevent="save()">
        <BillsPayeeFields
          v-model="form"
          :faults="faults"
          :near="near"
          :asks-days="asksDays"
          :ledgers="ledgers"
          :places="!company.payables?.unplaced"
          :accounts="accounts"
        />
        <v-alert v-if="elsewhere" type="error" class="mb-2" :text="elsewhere.text" />
        <v-btn
          v-if="!payee || isLive(payee)"
          type="submit"
          color="primary"
          variant="flat"
          block
          :disabled="!isNew && !isChanged"
          :loading="busy"
          data-test="keep-payee"
        >
          {{ isNew ? 'Add payee' : 'Save changes' }}
        </v-btn>
        <v-alert v-if="fault" type="error" class="mt-2" :text="fault" />
        <div v-if="payee && isLive(payee)" class="row">
          <v-btn
            v-if="payee.was && !isChanged"
            size="small"
            :loading="acting"
            data-test="take-change-back"
            @click="undoChange()"
            >Undo last change</v-btn
          >
          <BillsShared v-if="companies" :payee="payee" :companies="companies" />
        </div>
      </v-form>
      <section
        v-if="payee && story && turn > 1"
        class="scroll story-side"
        aria-label="Bills and payments"
        tabindex="0"
      >
        <div class="head">
          <h2>Open, {{ figures(sum(openBills.map(open)), { sign }) }}</h2>
          <v-btn
            v-if="openBills.length"
            size="small"
            :to="`/bills/settle?company=${company.id}&payee=${encodeURIComponent(payee.id)}`"
            data-test="payee-settle"
            >Settle</v-btn
          >
        </div>
        <table v-if="openBills.length" class="plain mb-4" data-test="payee-open">
          <ColumnTitles :titles="['Bill', 'Due', 'State', 'Open']" />
          <tbody>
            <tr v-for="b in openBills" :key="b.id">
              <td>
                <a :href="`/bills?company=${company.id}&bill=${b.id}`">{{ b.number }}</a>
              </td>
              <td class="nowrap">due {{ dayText(b.due) }}</td>
              <td><BillsStageMark :bill="b" /></td>
              <td class="num">{{ figures(open(b)) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet mb-4">Nothing is open.</p>
        <div class="head">
          <h2>Paid</h2>
          <span v-for="y in years.slice(0, 3)" :key="y.year"
            >{{ y.year }}: <strong>{{ figures(y.paid, { sign }) }}</strong> in {{ y.count }}</span
          >
        </div>
        <WeeksChart
          :labels="months.map((m, i) => monthLabel(m.month, i === 0))"
          :bars="months.map(m => m.paid / 100)"
          :told="`Paid by month: ${months.map(m => `${monthLabel(m.month, true)} ${figures(m.paid)}`).join(', ')}`"
          class="mb-3"
        />
        <table class="plain mb-4" data-test="payee-paid">
          <ColumnTitles :titles="['Date', 'State', 'Check', 'Bills', 'Amount']" />
          <tbody>
            <tr v-for="{ payment, numbers } in story.paid" :key="payment.id">
              <td class="nowrap">
                <a :href="`/payments/${encodeURIComponent(payment.id)}`">{{ dayText(payment.date) }}</a>
              </td>
              <td><StateMark :state="payment.state" /></td>
              <td>
                <span v-if="payment.otherwise"
                  >{{ payment.otherwise.way }}, {{ payment.otherwise.reference }}</span
                >
                <a
                  v-for="n in numbers"
                  :key="n.id"
                  class="number"
                  :href="`/books/${encodeURIComponent(n.bookId)}?number=${n.number}`"
                  >{{ n.number }} {{ n.fate }}</a
                >
              </td>
              <td class="quiet">{{ payment.lines.map(l => l.reference).join(', ') || payment.memo }}</td>
              <td class="num">{{ figures(payment.amount) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="!story.paid.length" class="quiet mb-4">No payments yet.</p>
        <v-btn
          v-if="story.payments.length > story.paid.length"
          size="small"
          class="mb-4"
          data-test="payee-more"
          @click="many += MORE"
          >Show {{ Math.min(MORE, story.payments.length - story.paid.length) }} more of
          {{ story.payments.length.toLocaleString('en-US') }}</v-btn
        >
        <details
          v-if="account.length"
          class="mb-4"
          :open="['owner', 'customer', 'employee'].includes(payee.kind)"
        >
          <summary>Balance after each bill and payment</summary>
          <table class="plain" data-test="payee-account">
            <thead>
              <tr>
                <th scope="col">Date</th>
                <th scope="col">Bill or payment</th>
                <th scope="col" class="num">Amount</th>
                <th scope="col" class="num">Balance</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="l in account.slice(0, many)" :key="l.id">
                <td class="nowrap">{{ dayText(l.date) }}</td>
                <td>
                  <a v-if="'bill' in l.of" :href="`/bills?company=${company.id}&bill=${l.of.bill.id}`">{{
                    l.of.bill.number
                  }}</a>
                  <template v-else>paid</template>
                </td>
                <td class="num">{{ figures(l.amount) }}</td>
                <td class="num">{{ figures(l.balance) }}</td>
              </tr>
            </tbody>
          </table>
        </details>
        <template v-if="lines?.length">
          <h2 class="mb-1">
            History
            <NuxtLink class="more-link" :to="`/office/trail?about=payee&id=${encodeURIComponent(id)}`"
              >in the trail</NuxtLink
            >
          </h2>
          <HistoryList :lines="lines" />
        </template>
      </section>
    </div>
    <WhyDialog
      v-model="holding"
      :title="`Put ${payee?.name} on hold?`"
      verb="Put on hold"
      :busy="acting"
      :fault="fault"
      @go="hold"
    >
      <p>
        Payments to this payee are held back from runs until you release them. They stay in the lane, greyed
        out.
      </p>
    </WhyDialog>
    <AskDialog
      v-model="merging"
      :title="`Merge ${payee?.name} into another?`"
      verb="Merge payees"
      :ready="intoPayee !== undefined"
      :busy="acting"
      :fault="fault"
      danger
      @go="merge()"
    >
      <p>
        All bills and payments move to the other payee. Printed checks keep the old name. This cannot be
        undone.
      </p>
      <PayeeField
        v-model="into"
        v-first
        :payees="(payees ?? []).filter(p => p.id !== payee?.id)"
        label="Merge into"
        data-test="merge-into"
      />
      <p v-if="intoPayee && story">
        {{ howMany(story.bills.length, 'bill') }} and {{ howMany(story.payments.length, 'payment') }} will
        move to {{ intoPayee.name }}.
      </p>
    </AskDialog>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(20.625rem, 460px) minmax(0, 1fr);
  gap: var(--space-5);
}
.form {
  padding: 6px 10px 20px 2px;
}
.story-side {
  padding: 2px 12px 20px 2px;
}
.row {
  display: grid;
  gap: var(--space-3);
  justify-items: start;
  margin-top: 14px;
  align-items: stretch;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-2) var(--space-4);
  margin-bottom: 6px;
}
.nowrap {
  white-space: nowrap;
}
.number {
  margin-right: 10px;
  white-space: nowrap;
}
</style>
