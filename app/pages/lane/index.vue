<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { nextNumber } from '#core/numbers/book'
import { figures } from '#core/money/figures'
import { checksPerSheet } from '#core/paper/stock'
import { factsOfPayment, laneSums, notBefore, type Payment } from '#core/payments/payment'
import { isReady } from '#core/accounts/readiness'
import { readBalances } from '~/data/accounts/balances'
import { readLane, readWithdrawn } from '~/data/payments/paymentReads'
import { readOpenRuns } from '~/data/runs/runReads'
import { readFates } from '~/data/numbers/bookReads'
import { readHeld } from '~/data/bills/billReads'
import { readPaymentHistory } from '~/data/history/history'
import { localToday, useOffice } from '~/stores/office'
import type { Column } from '~/composables/base/rowTable'

const office = useOffice()
const { accounts, view, choose } = useAccount()
const from = () => view.value?.account.id
const lane = useLive(() => (view.value ? readLane(view.value.account.id) : undefined), from)
const balances = useLive(() => (view.value ? readBalances(view.value.account) : undefined), from)
const openRun = useLive(
  async () => (view.value ? (await readOpenRuns(view.value.account.id))[0] : undefined),
  from,
)
const next = useLive(
  async () => (view.value ? nextNumber(view.value.book, await readFates(view.value.book.id)) : undefined),
  from,
)

const steps = useReadiness(() => view.value)
const wanted = computed(() =>
  isReady(steps.value) ? undefined : steps.value.find(s => s.state === 'wanted'),
)

const route = useRoute()
const asked = (): string => String(route.query.payment ?? route.query.change ?? '')
const chosenId = ref(asked())
watch(asked, id => id && (chosenId.value = id))
/** The payment whose fields stand open. */
const changing = ref(typeof route.query.change === 'string' ? route.query.change : '')
const withdrawn = useLive(() => (view.value ? readWithdrawn(view.value.account.id) : undefined), from)
const { succeeded, fault } = useAct()
async function bringBack(payment: Payment) {
  if (await succeeded('bringBack', { paymentId: payment.id }))
    office.said = `Brought the payment to ${payment.name} back to the lane.`
}
watch(lane, waiting => waiting?.length === 0 && focusNextHere(), { once: true })
const chosen = computed(() => lane.value?.find(p => p.id === chosenId.value) ?? lane.value?.[0])
/** The history is read where it is looked at alone: walking through the lane waits for nothing more. */
const isHistoryOpen = ref(false)
const history = useLive(
  () => (chosen.value && isHistoryOpen.value ? readPaymentHistory(chosen.value.id) : undefined),
  () => [chosen.value?.id, isHistoryOpen.value],
)
const preview = computed(() =>
  chosen.value
    ? [
        factsOfPayment(
          chosen.value,
          (next.value ?? 0) + (lane.value?.indexOf(chosen.value) ?? 0),
          view.value?.account.signing ?? { secondAbove: null, prints: [] },
        ),
      ]
    : [],
)
const sign = computed(() => view.value?.account.currency.sign ?? '')
const held = useLive(
  () => readHeld(lane.value ?? []),
  () => lane.value,
)
/** Why a payment enters no run yet; empty where it may. */
const reasonOf = (p: Payment): string => held.value?.get(p.id) ?? notBefore(p, localToday()) ?? ''
const sums = computed(() => laneSums(lane.value ?? []))
const sheets = computed(() =>
  view.value ? Math.ceil((lane.value?.length ?? 0) / checksPerSheet(view.value.stock)) : 0,
)

const table = ref<{ focusRow(id: string): void }>()
function focusRow() {
  void nextTick(() => {
    if (chosen.value) table.value?.focusRow(chosen.value.id)
  })
}
const columns: readonly Column<Payment>[] = [
  { key: 'payee', title: 'Payee', sort: p => p.name, reason: true },
  {
    key: 'date',
    title: 'Date',
    width: '122px',
    look: 'nowrap',
    text: p => dayText(p.date),
    sort: p => p.date,
  },
  { key: 'memo', title: 'Memo', look: 'quiet', text: p => p.memo },
  {
    key: 'amount',
    title: 'Amount',
    num: true,
    width: '112px',
    text: p => figures(p.amount),
    sort: p => p.amount,
  },
]
</script>

<template>
  <div class="page">
    <PageHead title="Lane">
      <AccountChoice
        v-if="accounts?.length && view"
        :accounts="accounts"
        :chosen="view.account.id"
        @choose="choose"
      />
      <v-btn v-if="accounts && accounts.length > 1" variant="text" to="/run/together" data-test="together">
        Runs on several accounts
      </v-btn>
      <v-btn v-if="view" :to="`/lane/draw?account=${view.account.id}`" data-test="draw"> Draw a check </v-btn>
    </PageHead>
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <v-alert v-if="view && wanted" type="warning" class="mb-2" data-test="not-ready">
      This account cannot print yet. {{ wanted.text }}
      <NuxtLink :to="`/accounts/${view.account.id}`">See what is missing</NuxtLink>
    </v-alert>
    <div v-if="view" class="halves">
      <v-card class="list">
        <RowTable
          ref="table"
          first
          :chosen="chosen?.id"
          :rows="lane ?? []"
          :columns="columns"
          :reason-of="reasonOf"
          label="Waiting payments"
          class="rows"
          data-test="lane"
          @update:chosen="chosenId = $event ?? ''"
        >
          <template #payee="{ row: p }">
            {{ p.name
            }}<span v-if="p.correct" class="text-warning small">{{ p.correct }} must be corrected</span
            ><span v-else-if="p.booked" class="quiet small">replaces a check that is already booked</span>
          </template>
          <template #empty>
            <template v-if="lane">
              No payments are waiting for this account.
              <NuxtLink :to="`/lane/draw?account=${view.account.id}`" data-next>Draw a check</NuxtLink>, and
              it waits here until you print it.
            </template>
          </template>
        </RowTable>
        <v-alert v-if="fault" type="error" class="ma-2" :text="fault" />
        <p v-for="p in withdrawn" :key="p.id" class="quiet withdrawn">
          Withdrawn: {{ p.name }}, {{ figures(p.amount, { sign }) }}
          <v-btn size="x-small" data-test="bring-back" @click="bringBack(p)"> Bring back </v-btn>
        </p>
      </v-card>
      <aside v-if="chosen" class="proof scroll" aria-label="Preview of the selected payment" tabindex="0">
        <v-btn
          v-if="changing !== chosen.id"
          size="small"
          class="mb-2"
          data-test="change"
          @click="changing = chosen.id"
        >
          Edit or withdraw
        </v-btn>
        <LaneChange
          v-else
          :key="chosen.id"
          :payment="chosen"
          :view="view"
          @done="
            () => {
              changing = ''
              focusRow()
            }
          "
        />
        <SheetView :layout="view.layout" :stock="view.stock" :account="view.facts" :checks="preview" notes />
        <details class="mt-3" @toggle="isHistoryOpen = ($event.target as HTMLDetailsElement).open">
          <summary>History</summary>
          <HistoryList :lines="history" data-test="payment-history" />
        </details>
      </aside>
    </div>
    <footer v-if="view && lane && balances" class="bar">
      <div class="sums">
        <dl>
          <div>
            <dt>Payments</dt>
            <dd data-test="count">{{ lane.length }}</dd>
          </div>
          <div>
            <dt>Sheets</dt>
            <dd>{{ sheets }}</dd>
          </div>
          <div>
            <dt>Next number</dt>
            <dd>{{ next ?? 'none left' }}</dd>
          </div>
          <div>
            <dt>Total</dt>
            <dd data-test="total">{{ figures(sums.total, { sign }) }}</dd>
          </div>
          <div v-if="sums.booked">
            <dt>Already booked</dt>
            <dd data-test="booked">{{ figures(sums.booked, { sign }) }}</dd>
          </div>
          <div>
            <dt>Book balance</dt>
            <dd data-test="book">{{ figures(balances.book, { sign }) }}</dd>
          </div>
          <div v-if="balances.onPaper">
            <dt>On paper</dt>
            <dd data-test="on-paper">{{ figures(balances.onPaper, { sign }) }}</dd>
          </div>
          <div>
            <dt>After the lane</dt>
            <dd data-test="after" :class="{ 'text-error': balances.free < 0 }">
              {{ figures(balances.free, { sign }) }}
            </dd>
          </div>
        </dl>
        <BillsLeftOut v-if="view" :company-id="view.company.id" :sign="sign" what="After the lane" />
      </div>
      <v-btn v-if="openRun" color="primary" variant="flat" :to="`/run/${openRun.id}`">
        {{ openRun.state === 'at the printer' ? 'Count off open run' : 'Continue run' }}
      </v-btn>
      <v-btn
        v-else
        color="primary"
        variant="flat"
        :disabled="!lane.length"
        :to="`/run/new?account=${view.account.id}`"
        data-test="start-run"
      >
        Start run
      </v-btn>
    </footer>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(0, 1fr) minmax(22.5rem, 44%);
  padding-bottom: 0;
}
.list {
  display: flex;
  flex-direction: column;
  min-height: 0;
  margin-bottom: 2px;
}
.rows {
  flex: 1;
  min-height: 0;
}
.withdrawn {
  padding: 6px 10px;
  font-size: var(--text-small);
}
.small {
  display: block;
  font-size: var(--text-tiny);
}
.proof {
  padding: 2px 14px 20px 2px;
}
.bar {
  display: flex;
  align-items: center;
  gap: var(--space-5);
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.2);
  margin: 12px -22px 0;
  padding: 10px 22px;
  background: rgb(var(--v-theme-surface));
}
.sums {
  margin-right: auto;
}
.bar dl {
  display: flex;
  gap: var(--space-1) var(--space-5);
  flex-wrap: wrap;
}
.bar dt {
  font-size: var(--text-tiny);
  color: rgb(var(--v-theme-secondary));
}
.bar dd {
  font-weight: 600;
  white-space: nowrap;
}
</style>
