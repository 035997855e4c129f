<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { dayText, weekday, type PlainDate } from '#core/base/dates'
import type { Result } from '#core/base/result'
import { figures } from '#core/money/figures'
import { isOverdue, open } from '#core/bills/bill'
import type { Settleable } from '#core/payments/settleForm'
import type { Column } from '~/composables/base/rowTable'
import type { OtherWay } from '#core/payments/payment'
import type { Id } from '#core/base/id'

const route = useRoute()
const { companies, company, choose } = useCompany()
const asText = (value: unknown): string => (typeof value === 'string' ? value : '')
const settling = useSettle(company, () => ({
  bill: asText(route.query.bill),
  payee: asText(route.query.payee),
}))
const { today, accounts, able, known, sign, byText, dateText, laterText, by, later, date } = settling
const { perBill, accountId, list, choice, isChosen, toggle, takePart, takeDiscount } = settling
const { checks, short, total, gained, perAccount, weeks, faulty, busy, fault } = settling

const account = computed({
  get: () => accountId.value ?? '',
  set: id => {
    accountId.value = id ? (id as Id<'account'>) : undefined
  },
})
type Row = Settleable & { readonly id: string }
const rows = computed<Row[]>(() => list.value.map(s => ({ ...s, id: s.bill.id })))
const chosenId = ref('')
const at = computed(() => rows.value.find(r => r.id === chosenId.value) ?? rows.value[0])
const paysOf = (s: Settleable): string => {
  const part = choice.value.get(s.bill.id)
  return part ? figures((part.whole - part.discount) as never) : ''
}
const columns: readonly Column<Row>[] = [
  { key: 'tick', title: 'Picked', untitled: true, width: '40px' },
  { key: 'payee', title: 'Payee', reason: true, sort: s => s.payee?.name ?? '' },
  { key: 'bill', title: 'Bill', width: '86px', sort: s => s.bill.number },
  { key: 'due', title: 'Due', width: '106px', sort: s => s.bill.due },
  { key: 'open', title: 'Open', num: true, width: '92px', text: s => figures(open(s.bill)) },
  {
    key: 'discount',
    title: 'Discount',
    num: true,
    width: '78px',
    text: s => (s.discount ? figures(s.discount) : ''),
    sort: s => s.discount,
  },
  { key: 'pays', title: 'To pay', num: true, width: '88px', text: paysOf },
]

const part = ref('')
const partFault = ref('')
watch(
  [() => at.value?.id, () => at.value && paysOf(at.value)],
  () => {
    part.value = at.value ? paysOf(at.value) : ''
    partFault.value = ''
  },
  { immediate: true },
)
function keepPart() {
  if (at.value && isChosen(at.value)) partFault.value = takePart(at.value, part.value)
}
const dayNames = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']
const messageOf = (r: Result<PlainDate>): string =>
  r.ok ? `${dayNames[weekday(r.value)]} ${dayText(r.value)}` : ''
const wrong = (r: Result<PlainDate>): string[] => (r.ok ? [] : [r.refusal.text])

const otherwise = ref(false)
async function recordOtherwise(from: Id<'account'>, way: OtherWay, reference: string) {
  if (await settling.payByOtherMeans(from, way, reference)) otherwise.value = false
}
/** Once checks are drawn, their run is what comes next: from the account that pays most of them. */
const drawnOn = ref<Id<'account'>>()
async function settleIt(): Promise<void> {
  const on = checks.value[0]?.accountId
  if (!(await settling.settleIt())) return
  drawnOn.value = on
  focusSoon('[data-test="to-run"]')
}
const chart = computed(() => ({
  labels: weeks.value.map((w, i) => (i ? dayText(w.from).split(',')[0]! : 'now')),
  bars: weeks.value.map(w => w.out / 100),
  line: weeks.value.map(w => w.after / 100),
  summary: `Cash going out by week, and balance after it: ${weeks.value.map(w => `${dayText(w.from)} ${figures(w.out)}, balance ${figures(w.after)}`).join('; ')}`,
}))
</script>

<template>
  <div class="page">
    <BillsHead title="Settle" :companies="companies" :company="company" @choose="choose" />
    <div v-if="company && known && accounts" class="halves">
      <div class="left">
        <div class="tools">
          <v-text-field
            v-model="byText"
            label="Due through"
            placeholder="in a week"
            autocomplete="off"
            density="compact"
            :hint="messageOf(by)"
            persistent-hint
            :error-messages="wrong(by)"
            class="when"
            data-test="settle-by"
          />
          <v-text-field
            v-model="dateText"
            label="Check date"
            placeholder="today"
            autocomplete="off"
            density="compact"
            :hint="messageOf(date)"
            persistent-hint
            :error-messages="wrong(date)"
            class="when"
          />
          <v-text-field
            v-model="laterText"
            label="In the lane from"
            placeholder="now"
            autocomplete="off"
            density="compact"
            :hint="messageOf(later)"
            persistent-hint
            :error-messages="wrong(later)"
            class="when"
            data-test="settle-later"
          />
          <v-select
            v-model="account"
            :items="[
              { title: 'payee’s default', value: '' },
              ...able.map(a => ({ title: a.account.name, value: a.account.id })),
            ]"
            label="Paid from"
            density="compact"
            hide-details
            class="when"
            data-test="settle-account"
          />
          <v-checkbox
            v-model="perBill"
            label="A check for each bill"
            density="compact"
            hide-details
            data-test="per-bill"
          />
        </div>
        <v-card class="grow">
          <RowTable
            :chosen="at?.id"
            :rows="rows"
            :columns="columns"
            :reason-of="r => r.reason"
            :ticked="isChosen"
            label="Bills that are payable"
            data-test="settle"
            @update:chosen="chosenId = $event ?? ''"
            @press="
              (row, by) => {
                if (by === 'space') toggle(row)
              }
            "
          >
            <template #tick="{ row }">
              <input
                type="checkbox"
                :checked="isChosen(row)"
                :disabled="!!row.reason"
                :aria-label="`Pay ${row.payee?.name}, bill ${row.bill.number}, ${figures(open(row.bill))}`"
                tabindex="-1"
                @click.stop
                @change="toggle(row)"
              />
            </template>
            <template #payee="{ row }">
              <span class="one-line">{{ row.payee?.name }}</span>
              <span v-if="row.payee?.way === 'otherwise'" class="quiet small"
                >usually paid by other means</span
              >
            </template>
            <template #bill="{ row }">
              <NuxtLink
                :to="`/bills?company=${company.id}&bill=${row.bill.id}`"
                class="one-line"
                tabindex="-1"
                >{{ row.bill.number }}</NuxtLink
              >
            </template>
            <template #due="{ row }">
              <span class="nowrap" :class="{ 'text-error': isOverdue(row.bill, today) }">{{
                dayText(row.bill.due)
              }}</span>
            </template>
            <template #empty>
              No bills are payable. They are listed here by due date once you enter them.
            </template>
          </RowTable>
        </v-card>
        <div v-if="at && isChosen(at)" class="part" data-test="part">
          <strong>{{ at.payee?.name }}, {{ at.bill.number }}</strong>
          <v-text-field
            v-model="part"
            label="Amount to pay"
            :prefix="sign"
            density="compact"
            inputmode="decimal"
            autocomplete="off"
            :error-messages="partFault ? [partFault] : []"
            hide-details="auto"
            class="amount"
            data-test="part-amount"
            @blur="keepPart()"
            @keydown.enter.prevent="keepPart()"
          />
          <v-checkbox
            v-if="at.discount"
            :model-value="(choice.get(at.bill.id)?.discount ?? 0) > 0"
            :label="`Take the discount, ${figures(at.discount, { sign })}`"
            density="compact"
            hide-details
            data-test="take-discount"
            @update:model-value="takeDiscount(at, $event === true)"
          />
        </div>
        <p v-else class="quiet small part">
          Press Space or tick the box to choose a bill. To pay part of a chosen bill, enter the amount here.
        </p>
      </div>
      <aside class="scroll right" aria-label="Checks to draw" tabindex="0">
        <h2>
          {{ howMany(checks.length, 'check') }},
          <span data-test="settle-total">{{ figures(total, { sign }) }}</span>
        </h2>
        <p v-if="gained" class="text-success small">Discounts taken: {{ figures(gained, { sign }) }}</p>
        <v-alert v-if="fault" type="error" class="my-2" :text="fault" />
        <v-alert v-if="short" type="warning" class="my-2">
          The credits of {{ short.payee.name }} are equal to or more than the bills chosen. Add a bill, or
          leave out a credit.
        </v-alert>
        <BillsToCome :checks="checks" />
        <p v-if="!checks.length" class="quiet">Choose bills on the left to see their checks here.</p>
        <table v-if="perAccount.length" class="plain my-3 tight">
          <thead>
            <tr>
              <th scope="col">Account</th>
              <th scope="col" class="num">Free now</th>
              <th scope="col" class="num">Paid</th>
              <th scope="col" class="num">Free after</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="a in perAccount" :key="a.account.id">
              <td>{{ a.account.name }}</td>
              <td class="num">{{ figures(a.before, { sign }) }}</td>
              <td class="num">{{ figures(a.pays, { sign }) }}</td>
              <td class="num" :class="{ 'text-error': a.after < 0 }">{{ figures(a.after, { sign }) }}</td>
            </tr>
          </tbody>
        </table>
        <BillsLeftOut :company-id="company.id" :sign="sign" />
        <div class="row mb-4">
          <v-btn
            color="primary"
            variant="flat"
            :disabled="!checks.length || !!short || faulty"
            :loading="busy"
            data-test="settle-go"
            @click="settleIt()"
          >
            Draw {{ howMany(checks.length, 'check') }}
          </v-btn>
          <v-btn
            :disabled="checks.length !== 1 || !!short || busy"
            :title="checks.length === 1 ? undefined : 'Choose bills of one payee only'"
            data-test="otherwise"
            @click="otherwise = true"
          >
            Pay by other means
          </v-btn>
        </div>
        <p v-if="drawnOn && !checks.length" class="mb-4">
          <v-btn color="primary" variant="flat" :to="`/run/new?account=${drawnOn}`" data-test="to-run"
            >Print in a run</v-btn
          >
        </p>
        <h3>Cash going out by week (bars, left) and balance (line, right)</h3>
        <WeeksChart :labels="chart.labels" :bars="chart.bars" :line="chart.line" :told="chart.summary" />
      </aside>
    </div>
    <BillsOtherwise
      v-if="otherwise && checks[0]"
      v-model="otherwise"
      :check="checks[0]"
      :accounts="(accounts ?? []).map(a => a.account)"
      :sign="sign"
      :busy="busy"
      :fault="fault"
      @go="recordOtherwise"
    />
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(0, 1fr) minmax(21.5625rem, 32%);
}
.left {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-3);
  padding: 6px 0 10px;
  align-items: start;
}
.when {
  flex: 1 1 150px;
  max-width: 13.125rem;
}
.grow {
  flex: 1;
  min-height: 160px;
}
.part {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--space-2) var(--space-4);
  padding: 10px 2px 0;
  min-height: 58px;
}
.part .amount {
  flex: 0 1 190px;
}
.amount :deep(input) {
  text-align: right;
  font-weight: 600;
}
.right {
  padding: 2px 12px 20px 2px;
}
.row {
  align-items: stretch;
}
.one-line {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.nowrap {
  white-space: nowrap;
}
table.tight :is(th, td) {
  padding-inline: 6px;
}
.small {
  font-size: var(--text-small);
}
h3 {
  font-size: var(--text-note);
  font-weight: 600;
  margin-bottom: 4px;
}
input[type='checkbox'] {
  width: 16px;
  height: 16px;
  accent-color: rgb(var(--v-theme-primary));
  vertical-align: middle;
}
:deep(.row-table table) {
  table-layout: fixed;
  min-width: 660px;
}
</style>
