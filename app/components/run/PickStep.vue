<script setup lang="ts">
import { signatureChoices } from '#core/accounts/account'
import { dayText, typedDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { figures } from '#core/money/figures'
import { checksPerSheet } from '#core/paper/stock'
import { laneSums, notBefore, type Payment } from '#core/payments/payment'
import { runOrders, unfitFor, type Run, type RunOrder } from '#core/runs/run'
import { dayFirstIn } from '#core/base/country'
import type { NumberBook } from '#core/numbers/book'
import { afterRun, type Balances } from '#core/ledger/balances'
import type { Column } from '~/composables/base/rowTable'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday } from '~/stores/office'

const props = defineProps<{
  view: AccountView
  book: NumberBook
  lane: readonly Payment[]
  balances: Balances
  /** Why payments are kept out by their payee or their bills, by key. */
  held: ReadonlyMap<string, string>
  run?: Run
  busy: boolean
  fault: string
}>()
const emit = defineEmits<{
  pick: [ids: Id<'payment'>[], order: RunOrder, signers: readonly number[] | null, advicesToo: boolean]
}>()

const route = useRoute()
/** A run may be begun for one payment alone; else all that waits is picked. */
const only = typeof route.query.only === 'string' ? route.query.only : undefined
const picked = shallowRef(
  new Set<string>(
    props.run
      ? props.run.paymentIds
      : props.lane.map(p => p.id).filter(id => only === undefined || id === only),
  ),
)
/** Whose signature images print on all of the run: as the account says, nobody’s, one person’s or two. */
const withPicture = computed(() => signatureChoices(props.view.account.signatories))
const signature = ref(props.run?.signers ? props.run.signers.join(' ') || 'none' : 'account')
const signatures = computed(() => [
  { title: 'as the account says', value: 'account' },
  { title: 'none', value: 'none' },
  ...withPicture.value,
])
const signers = computed(() => {
  if (signature.value === 'account') return null
  return signature.value === 'none' ? [] : signature.value.split(' ').map(Number)
})
/** What is chosen and summed first, then the list. */
const turn = useTurns(() => 2)
const table = ref<{ focusRow(id: string): void }>()
const { order, list, dragging, onKey } = usePrintOrder(
  () => props.lane,
  props.run?.order ?? 'as drawn',
  props.run?.paymentIds ?? [],
  id => void nextTick(() => table.value?.focusRow(id)),
)
const at = ref('')
const columns: readonly Column<Payment>[] = [
  { key: 'tick', title: '', width: '44px' },
  { key: 'payee', title: 'Payee', text: p => p.name, reason: true },
  {
    key: 'date',
    title: 'Date',
    width: '122px',
    look: 'nowrap',
    text: p => dayText(p.date),
  },
  { key: 'memo', title: 'Memo', look: 'quiet', text: p => p.memo },
  { key: 'amount', title: 'Amount', num: true, width: '112px', text: p => figures(p.amount) },
]

// A filter hides nothing: what it does not take stands greyed, with the reason.
const find = ref('')
const dueText = ref('')
const dayFirst = dayFirstIn(props.view.account.country)
const due = computed(() =>
  dueText.value.trim() ? typedDate(dueText.value, localToday(), dayFirst) : undefined,
)
/** Advices that would use up the stationer's numbered checks go along only where that is said. */
const advicesToo = ref(props.run?.advicesToo ?? false)
const asksAdvices = computed(() => props.book.kind === 'stationer’s stock' && props.lane.some(p => p.advice))
/** Why a payment cannot go in the run, by its key: worked out once for all of a long lane. */
const reasons = computed(() => {
  const today = localToday()
  const text = find.value?.trim().toLowerCase() ?? ''
  const through = due.value?.ok ? due.value.value : undefined
  const { book, held, lane } = props
  const isOther = (p: Payment): boolean =>
    ![p.name.toLowerCase(), p.memo.toLowerCase(), figures(p.amount)].some(t => t.includes(text))
  function reason(p: Payment): string {
    if (p.correct) return `${p.correct} must be corrected first. Edit it in the lane.`
    const why = held.get(p.id)
    if (why) return why
    const early = notBefore(p, today)
    if (early) return `${early}. Edit it in the lane to pay it earlier.`
    const unfit = unfitFor(book, p, advicesToo.value)
    if (unfit) return unfit
    if (text && isOther(p)) return 'not what is looked for'
    return through && p.date > through ? `dated after ${dayText(through)}` : ''
  }
  return new Map(lane.map(p => [p.id, reason(p)]))
})
const reasonOf = (p: Payment): string => reasons.value.get(p.id) ?? ''
const chosen = computed(() => list.value.filter(isPicked))
const sums = computed(() => laneSums(chosen.value))
const after = computed(() => afterRun(props.balances, sums.value.promised))
const able = computed(() => list.value.filter(p => !reasonOf(p)))
const all = computed(() => able.value.length > 0 && chosen.value.length === able.value.length)
const sign = props.view.account.currency.sign

const many = ref(false)
function changedMany() {
  many.value = false
  focusSoon('[data-test="many"]')
}
const isPicked = (p: Payment): boolean => picked.value.has(p.id) && !reasonOf(p)
function toggle(p: Payment) {
  if (reasonOf(p)) return
  const next = new Set(picked.value)
  if (!next.delete(p.id)) next.add(p.id)
  picked.value = next
}
const toggleAll = () => {
  picked.value = new Set(all.value ? [] : able.value.map(p => p.id))
}
</script>

<template>
  <div>
    <div class="tools">
      <v-select v-model="order" :items="[...runOrders]" label="Print order" hide-details class="order" />
      <v-select
        v-if="withPicture.length"
        v-model="signature"
        :items="signatures"
        label="Printed signature"
        hide-details
        class="order"
        data-test="run-signature"
      />
      <dl>
        <div>
          <dt>Checks</dt>
          <dd data-test="picked">{{ chosen.length }} of {{ list.length }}</dd>
        </div>
        <div>
          <dt>Sheets</dt>
          <dd>{{ Math.ceil(chosen.length / checksPerSheet(view.stock)) }}</dd>
        </div>
        <div>
          <dt>Total</dt>
          <dd>{{ figures(sums.total, { sign }) }}</dd>
        </div>
        <div>
          <dt>Book balance</dt>
          <dd>{{ figures(balances.book, { sign }) }}</dd>
        </div>
        <div v-if="balances.onPaper">
          <dt>On paper</dt>
          <dd>{{ figures(balances.onPaper, { sign }) }}</dd>
        </div>
        <div>
          <dt>After the run</dt>
          <dd :class="{ 'text-error': after < 0 }">{{ figures(after, { sign }) }}</dd>
        </div>
      </dl>
      <v-btn
        color="primary"
        variant="flat"
        :disabled="!chosen.length"
        :loading="busy"
        data-next
        data-test="pick-done"
        @click="
          emit(
            'pick',
            chosen.map(p => p.id),
            order,
            signers,
            advicesToo && asksAdvices,
          )
        "
      >
        Pick {{ chosen.length }}
      </v-btn>
    </div>
    <div class="tools">
      <v-text-field
        v-model="find"
        label="Search payee, memo or amount"
        hide-details
        clearable
        class="find"
        data-test="pick-find"
      />
      <v-text-field
        v-model="dueText"
        label="Dated through"
        placeholder="fri, 15, 11/24"
        hide-details
        :error="due && !due.ok"
        class="order"
        data-test="pick-due"
      />
      <v-btn size="small" variant="text" :disabled="!chosen.length" data-test="many" @click="many = !many">
        Edit all {{ chosen.length }}
      </v-btn>
      <v-checkbox
        v-if="asksAdvices"
        v-model="advicesToo"
        label="Allow advices to use numbered checks"
        hide-details
        density="compact"
        data-test="advices-too"
      />
      <span class="quiet small">Drag a row to move it, or press Alt with ↑ or ↓.</span>
    </div>
    <RunChangeMany v-if="many" :account="view.account" :payments="chosen" @done="changedMany" />
    <v-alert v-if="fault" type="error" class="mb-2" :text="fault" />
    <v-card class="list" :style="{ '--rows': list.length + 1 }">
      <RowTable
        v-if="turn > 1"
        ref="table"
        v-model:chosen="at"
        :rows="list"
        :columns="columns"
        :reason-of="reasonOf"
        :ticked="isPicked"
        :row-attrs="dragging"
        label="Payments that can go in the run"
        data-test="pick"
        @key="onKey"
        @press="
          (p, by) => {
            if (by !== 'Enter') toggle(p)
          }
        "
      >
        <template #head-tick>
          <input type="checkbox" :checked="all" aria-label="Pick all" @change="toggleAll" />
        </template>
        <template #tick="{ row: p }">
          <input
            type="checkbox"
            :checked="isPicked(p)"
            :disabled="!!reasonOf(p)"
            :aria-label="`Pick ${p.name}, ${figures(p.amount)}`"
            tabindex="-1"
            @click.stop
            @change="toggle(p)"
          />
        </template>
        <template #empty> No payments are waiting for this account, so there is nothing to pick. </template>
      </RowTable>
    </v-card>
  </div>
</template>

<style scoped>
.tools {
  padding-right: 5px;
  display: flex;
  align-items: center;
  gap: var(--space-4);
  margin: 6px 0 12px;
  flex-wrap: wrap;
}
.order {
  max-width: 12.8125rem;
  min-width: 170px;
}
.tools dl {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-4);
  margin-right: auto;
}
dt {
  font-size: var(--text-tiny);
  color: rgb(var(--v-theme-secondary));
}
dd {
  font-weight: 600;
  white-space: nowrap;
}
.list {
  height: min(calc(var(--rows) * 50px + 60px), max(240px, calc(100dvh - 390px)));
}
.find {
  max-width: 16.25rem;
  min-width: 200px;
}
.small {
  font-size: var(--text-small);
}
input[type='checkbox'] {
  width: 16px;
  height: 16px;
  accent-color: rgb(var(--v-theme-primary));
  vertical-align: middle;
}
</style>
