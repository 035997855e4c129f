<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { daysBetween, formatDate, typedDate, weekday, type PlainDate } from '#core/base/dates'
import { idOf, type Id } from '#core/base/id'
import type { Refusal, Result } from '#core/base/result'
import { bookName, checkNumber, nextNumber } from '#core/books/book'
import { paying, promising } from '#core/ledger/balances'
import { figures } from '#core/money/figures'
import { parseAmount, payable, zero, type Cents } from '#core/money/cents'
import { split } from '#core/money/split'
import { printedSigners } from '#core/payables/account'
import { drawWarnings, type Draw } from '#core/payables/draw'
import type { Payee } from '#core/payables/payment'
import { addressLines, payeeName, printable, sameName } from '#core/payables/texts'
import type { CheckFacts } from '#core/proof/facts'
import { readBalances, readLane, readLedgers, readPayees, readFates } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'

const office = useOffice()
const { accounts, view, choose } = useAccount()
const from = () => view.value?.account.id
const payees = useLive(
  () => (view.value ? readPayees(view.value.account.companyId) : undefined),
  () => view.value?.account.companyId,
)
const ledgers = useLive(
  () => (view.value ? readLedgers(view.value.account.companyId) : undefined),
  () => view.value?.account.companyId,
)
const balances = useLive(() => (view.value ? readBalances(view.value.account) : undefined), from)
const lane = useLive(() => (view.value ? readLane(view.value.account.id) : undefined), from)
const next = useLive(
  async () => (view.value ? nextNumber(view.value.book, await readFates(view.value.book.id)) : undefined),
  () => view.value?.book.id,
)
const { busy, refusal, act, at, clear } = useAct()

/** A check written by hand is drawn and issued at once, under a number of its pad. */
const route = useRoute()
const pad = computed(() => view.value?.books.find(b => b.id === route.query.pad))
const padNext = useLive(
  async () => (pad.value ? nextNumber(pad.value, await readFates(pad.value.id)) : undefined),
  () => pad.value?.id,
)

interface DrawForm {
  payee: string
  address: string
  date: string
  amount: string
  memo: string
  ledgerId: Id<'ledger'> | null
  accountWithPayee: string
  advice: boolean
  signature: string
  number: string
  /** Key of the payee whose details were filled in. */ filledFor: string
}
const blank = (): DrawForm => ({
  payee: '',
  address: '',
  date: '',
  amount: '',
  memo: '',
  ledgerId: null,
  accountWithPayee: '',
  advice: false,
  signature: 'account',
  number: '',
  filledFor: '',
})
const form = ref<DrawForm>(blank())
const isBlank = (f: DrawForm): boolean =>
  !f.payee && !f.address && !f.amount && !f.memo && !f.accountWithPayee && !f.advice
const draft = useFormDraft(() => `draw${route.query.pad ? ` ${String(route.query.pad)}` : ''}`, form, isBlank)
/** The text that stands in the payee field is its own; a new key empties it for real. */
const round = ref(0)
watch(padNext, n => {
  form.value.number = n === undefined ? '' : String(n)
})
const handNumber = computed(() => checkNumber(form.value.number))

const today = localToday()
/** Whose signature prints on this payment: as the account says, nobody’s, or one person’s. */
const signatures = computed(() => [
  { title: 'as the account says', value: 'account' },
  { title: 'none', value: 'none' },
  ...(view.value?.account.signatories ?? []).flatMap((s, i) =>
    s.picture ? [{ title: s.name, value: String(i) }] : [],
  ),
])
const signers = computed(() =>
  form.value.signature === 'account'
    ? undefined
    : form.value.signature === 'none'
      ? []
      : [Number(form.value.signature)],
)
const tried = ref(false)
/** The list of payees opens when one types or asks for it by the arrow key, not on the way through. */
const listOpen = ref(false)

const payee = computed(() => payees.value?.find(p => sameName(p.name, form.value.payee)))
const dayFirst = computed(() => dayFirstIn(view.value?.account.country ?? 'US'))
const date = computed(() => typedDate(form.value.date, today, dayFirst.value))
const amount = computed((): Result<Cents> => {
  const parsed = parseAmount(form.value.amount)
  return parsed.ok && !(form.value.advice && parsed.value === 0) ? payable(parsed.value) : parsed
})
const dayNames = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
const dateHint = computed(() =>
  date.value.ok
    ? `${dayNames[weekday(date.value.value)]}, ${formatDate(date.value.value, dayFirst.value ? 'D MMMM YYYY' : 'MMMM D, YYYY')}`
    : '',
)
const amountHint = computed(() =>
  amount.value.ok ? figures(amount.value.value, { sign: view.value?.account.currency.sign ?? '' }) : '',
)
/** Ledger accounts to choose from: what money is spent on first, the office's cash last. */
const cashIds = computed(() => new Set((accounts.value ?? []).map(a => a.account.cashLedgerId)))
const choices = computed(() => {
  const rank = { expense: 0, liability: 1, asset: 2, equity: 3, income: 4 } as const
  const own = (ledgers.value ?? []).filter(l => l.id !== view.value?.account.cashLedgerId)
  return own
    .sort(
      (a, b) =>
        Number(cashIds.value.has(a.id)) - Number(cashIds.value.has(b.id)) ||
        rank[a.kind] - rank[b.kind] ||
        (a.code < b.code ? -1 : 1),
    )
    .map(l => ({ title: `${l.code} ${l.name}`, value: l.id }))
})
const lastLedger = useLastUsed(() => `ledger of ${view.value?.account.companyId ?? ''}`)

// A payee's details are filled in once, when they are chosen: what was typed over them afterwards stays.
watch(payee, p => {
  if (!p || p.id === form.value.filledFor) return
  form.value.filledFor = p.id
  form.value.address = p.address.join('\n')
  form.value.memo = p.memo
  form.value.accountWithPayee = p.accountWithPayee ?? ''
  form.value.ledgerId = p.split[0]?.ledgerId ?? form.value.ledgerId
})
watch(
  () => form.value.payee,
  name => {
    if (name && !payee.value && !form.value.ledgerId)
      form.value.ledgerId = choices.value.find(c => c.value === lastLedger.value)?.value ?? null
  },
)
// With another company its payees and ledger accounts go: what no longer belongs is cleared, the date and the
// amount stay.
watch(
  () => view.value?.account.companyId,
  (now, before) => {
    if (before && now !== before) {
      form.value = { ...blank(), date: form.value.date, amount: form.value.amount }
      round.value++
      clear()
      tried.value = false
    }
  },
)
watch(
  () => view.value?.account.id,
  (now, before) => {
    if (before && now !== before) {
      form.value.signature = 'account'
      clear()
    }
  },
)

const faultOf = (read: Result<unknown>): Refusal | undefined => (read.ok ? undefined : read.refusal)
const ownFaults = computed<Record<string, Refusal | undefined>>(() => ({
  number: pad.value ? faultOf(handNumber.value) : undefined,
  payee: faultOf(payeeName(form.value.payee, 'payee')),
  address: faultOf(addressLines(form.value.address.split('\n'))),
  date: faultOf(date.value),
  amount: faultOf(amount.value),
  memo: faultOf(printable(form.value.memo, 'memo')),
  ledger:
    form.value.ledgerId || (form.value.advice && amount.value.ok && amount.value.value === 0)
      ? undefined
      : { code: 'ledger-blank', text: 'choose the ledger account it belongs to' },
  accountWithPayee: faultOf(printable(form.value.accountWithPayee, 'accountWithPayee', 40)),
}))
const typed = (field: string): boolean =>
  (({
    payee: form.value.payee,
    amount: form.value.amount,
    date: form.value.date,
    address: form.value.address,
    memo: form.value.memo,
    number: form.value.number,
  })[field] ?? '') !== ''
const faults = (field: string): string[] =>
  ownFaults.value[field] && (tried.value || typed(field)) ? [ownFaults.value[field].text] : at(field)

const facts = computed<CheckFacts>(() => ({
  number: pad.value
    ? handNumber.value.ok
      ? handNumber.value.value
      : 0
    : next.value === undefined
      ? 0
      : next.value + (lane.value?.length ?? 0),
  date: date.value.ok ? date.value.value : today,
  payee: form.value.payee,
  address: form.value.address.split('\n'),
  amount: amount.value.ok ? amount.value.value : zero,
  memo: form.value.memo,
  lines: [],
  ...(form.value.accountWithPayee && { accountWithPayee: form.value.accountWithPayee }),
  ...(form.value.advice
    ? { advice: true }
    : {
        signers:
          signers.value ??
          (view.value && amount.value.ok
            ? printedSigners(view.value.account.signing, amount.value.value)
            : []),
      }),
}))
const then = computed(
  () =>
    balances.value &&
    (pad.value ? paying : promising)(balances.value, amount.value.ok ? amount.value.value : zero),
)
const warnings = computed(() =>
  balances.value
    ? drawWarnings(
        { payee: payee.value ?? null, balances: balances.value, waiting: lane.value ?? [], today },
        amount.value.ok ? amount.value.value : null,
        date.value.ok ? date.value.value : null,
      )
    : [],
)

const fieldsInOrder = [
  'number',
  'payee',
  'address',
  'date',
  'amount',
  'memo',
  'ledger',
  'accountWithPayee',
] as const
function focusOn(field: string) {
  void nextTick(() =>
    document
      .querySelector<HTMLElement>(`[data-field="${field}"] :is(input:not([type=hidden]), textarea)`)
      ?.focus(),
  )
}
async function clearForm() {
  form.value = { ...blank(), number: padNext.value === undefined ? '' : String(padNext.value) }
  round.value++
  tried.value = false
  await draft.forget()
  focusOn('payee')
}

/** A date more than a year off is asked about, since a year is easily mistyped. */
const YEAR_DAYS = 366
const askingDate = ref(false)
const daysOff = computed(() => (date.value.ok ? daysBetween(today, date.value.value) : 0))

function drawing(day: PlainDate, total: Cents): Draw {
  const f = form.value
  const known = payee.value
  const oneLedger = f.ledgerId ? [{ ledgerId: f.ledgerId, weight: 1 }] : []
  // The payee's own shares stay as they are unless another ledger account was chosen.
  const shares = known && known.split[0]?.ledgerId === f.ledgerId ? known.split : oneLedger
  const parts =
    shares.length && total > 0
      ? split(
          total,
          shares.map(s => s.weight),
        )
      : []
  const named: Payee = known ?? {
    id: idOf(crypto.randomUUID()),
    companyId: view.value!.account.companyId,
    kind: 'supplier',
    name: f.payee,
    address: [],
    memo: f.memo,
    split: oneLedger,
    onHold: false,
    taxForm: 'none',
    ...(f.accountWithPayee && { accountWithPayee: f.accountWithPayee }),
  }
  return {
    id: idOf<'payment'>(crypto.randomUUID()),
    payee: named,
    address: f.address.split('\n'),
    date: day,
    amount: total,
    memo: f.memo,
    lines: [],
    ...(f.accountWithPayee && { accountWithPayee: f.accountWithPayee }),
    ...(f.advice && { advice: true }),
    ...(signers.value && { signers: signers.value }),
    split: shares
      .map((s, i) => ({ ledgerId: s.ledgerId, amount: parts[i] ?? zero }))
      .filter(s => s.amount !== 0),
  }
}

async function drawIt(sure = false) {
  const account = view.value?.account
  if (!account || busy.value) return
  tried.value = true
  const wrong = fieldsInOrder.find(field => ownFaults.value[field])
  if (wrong) return focusOn(wrong)
  if (!date.value.ok || !amount.value.ok) return
  if (Math.abs(daysOff.value) > YEAR_DAYS && !sure) {
    askingDate.value = true
    return
  }
  askingDate.value = false
  const { ledgerId } = form.value
  const total = amount.value.value
  const number = pad.value && handNumber.value.ok ? handNumber.value.value : undefined
  const draw = drawing(date.value.value, total)
  const name = draw.payee.name.trim()
  const done = await (pad.value && number !== undefined
    ? act('record', { bookId: pad.value.id, draw, number })
    : act('draw', { accountId: account.id, draw }))
  if (!done) return
  if (!done.ok) return focusOn(fieldsInOrder.find(f => f === done.refusal.field) ?? 'payee')
  lastLedger.value = ledgerId ?? lastLedger.value
  office.said =
    number !== undefined
      ? `Recorded: ${number} to ${name}, issued.`
      : `Drawn: ${figures(total, { sign: account.currency.sign })} to ${name}. It stands in the lane.`
  await clearForm()
}
</script>

<template>
  <div class="page">
    <PageHead :title="pad ? 'Record a handwritten check' : 'Draw a check'">
      <AccountChoice
        v-if="accounts?.length && view"
        :accounts="accounts"
        :chosen="view.account.id"
        @choose="choose"
      />
      <v-btn variant="text" :to="`/lane${view ? `?account=${view.account.id}` : ''}`">
        Back to the lane
      </v-btn>
    </PageHead>
    <NoAccount v-if="accounts && !accounts.length" />
    <div v-if="view" class="halves">
      <v-form class="scroll form" @submit.prevent="drawIt()">
        <v-text-field
          v-if="pad"
          v-model="form.number"
          :label="`Number on the check, from ${bookName(pad)}`"
          inputmode="numeric"
          :error-messages="faults('number')"
          data-field="number"
          data-test="hand-number"
        />
        <v-combobox
          :key="round"
          :model-value="form.payee"
          :menu="listOpen"
          :list-props="{ density: 'compact' }"
          :items="(payees ?? []).map(p => p.name)"
          label="Payee"
          autofocus
          hide-no-data
          autocomplete="off"
          :error-messages="faults('payee')"
          :hint="
            form.payee && !payee
              ? 'Not known yet: will be kept with this payment'
              : payee?.onHold
                ? 'On hold'
                : ''
          "
          persistent-hint
          data-field="payee"
          data-test="payee"
          @update:model-value="form.payee = $event ?? ''"
          @update:search="form.payee = $event ?? ''"
          @update:menu="listOpen = $event && form.payee !== ''"
          @keydown.down="listOpen = true"
        />
        <v-textarea
          v-model="form.address"
          label="Address, as it prints"
          rows="3"
          :error-messages="faults('address')"
          data-field="address"
        />
        <div class="pair">
          <v-text-field
            v-model="form.date"
            label="Date"
            placeholder="today"
            :hint="dateHint"
            persistent-hint
            :error-messages="faults('date')"
            autocomplete="off"
            data-field="date"
            data-test="date"
          />
          <v-text-field
            v-model="form.amount"
            label="Amount"
            class="amount"
            :prefix="view.account.currency.sign"
            inputmode="decimal"
            :hint="amountHint"
            persistent-hint
            :error-messages="faults('amount')"
            autocomplete="off"
            data-field="amount"
            data-test="amount"
          />
        </div>
        <p class="help quiet">
          Date: <kbd>+3</kbd> days ahead, <kbd>fri</kbd> next Friday, <kbd>15</kbd> the next 15th,
          <kbd>me</kbd> month’s end, or <kbd>{{ dayFirst ? '24/11' : '11/24' }}</kbd>.
        </p>
        <v-text-field
          v-model="form.memo"
          label="Memo"
          maxlength="80"
          :error-messages="faults('memo')"
          data-field="memo"
          data-test="memo"
        />
        <v-select
          v-model="form.ledgerId"
          :items="choices"
          label="Ledger account"
          :error-messages="faults('ledger')"
          data-field="ledger"
          data-test="ledger"
        />
        <details class="more">
          <summary>More about this payment</summary>
          <v-text-field
            v-model="form.accountWithPayee"
            label="Our account number with them"
            maxlength="40"
            hint="Printed after the name where the layout wants it"
            persistent-hint
            :error-messages="faults('accountWithPayee')"
            data-field="accountWithPayee"
          />
          <v-select
            v-if="signatures.length > 2"
            v-model="form.signature"
            :items="signatures"
            label="Printed signature"
            hide-details
          />
          <v-checkbox
            v-if="!pad"
            v-model="form.advice"
            label="Advice only: paid by direct deposit, or nothing to pay"
            density="compact"
            hint="Printed NON-NEGOTIABLE, without MICR line and signature; the amount may be zero"
            persistent-hint
            data-test="advice"
          />
        </details>
        <v-alert
          v-for="w in warnings"
          :key="w.code"
          type="warning"
          variant="tonal"
          density="compact"
          class="mb-2"
          :text="w.text"
        />
        <v-alert
          v-if="refusal && !fieldsInOrder.includes(refusal.field as (typeof fieldsInOrder)[number])"
          type="error"
          variant="tonal"
          density="compact"
          class="mb-2"
          :text="refusal.text"
        />
        <BalanceTable
          v-if="balances && then"
          :before="balances"
          :after="then"
          :sign="view.account.currency.sign"
          class="mb-4"
        />
        <v-btn type="submit" color="primary" variant="flat" :loading="busy" block data-test="draw-it">
          {{ pad ? 'Record the check' : 'Draw the check' }}
        </v-btn>
      </v-form>
      <aside class="scroll proof" aria-label="Proof of this payment" tabindex="0">
        <SheetView :layout="view.layout" :stock="view.stock" :account="view.facts" :checks="[facts]" />
      </aside>
    </div>
    <AskDialog
      v-if="askingDate"
      v-model="askingDate"
      title="Is the year right?"
      verb="Draw it all the same"
      :ready="true"
      :busy="busy"
      @go="drawIt(true)"
    >
      <p>The date is {{ dateHint }}: {{ Math.abs(daysOff) }} days {{ daysOff < 0 ? 'back' : 'ahead' }}.</p>
    </AskDialog>
  </div>
</template>

<style scoped>
.halves {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(330px, 400px) minmax(0, 1fr);
  gap: 26px;
}
.form {
  padding: 6px 10px 20px 2px;
}
.pair {
  display: grid;
  grid-template-columns: 1.25fr 1fr;
  gap: 12px;
}
.amount :deep(input) {
  text-align: right;
  font-weight: 600;
}
.help {
  font-size: 12px;
  margin: 4px 0 16px;
}
kbd {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.25);
  border-radius: 3px;
  padding: 0 4px;
  font-size: 11px;
}
.more {
  margin-bottom: 14px;
}
.more summary {
  cursor: pointer;
  font-size: 13px;
  margin-bottom: 8px;
}
.proof {
  padding: 2px 14px 20px 2px;
}
</style>
