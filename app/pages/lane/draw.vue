<script setup lang="ts">
import { formatDate, typedDate, weekday } from '#core/base/dates'
import { idOf, type Id } from '#core/base/id'
import type { Refusal } from '#core/base/result'
import { bookName, checkNumber, nextNumber } from '#core/books/book'
import { figures } from '#core/money/figures'
import { cents, parseAmount, payable, zero } from '#core/money/cents'
import { split } from '#core/money/split'
import { printedSigners } from '#core/payables/account'
import { drawWarnings } from '#core/payables/draw'
import type { Payee } from '#core/payables/payment'
import type { CheckFacts } from '#core/proof/facts'
import { acts } from '~/data/office'
import { readBalances, readLane, readLedgers, readPayees, readFates } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'

const office = useOffice()
const { accounts, view, choose } = useAccount()
const from = () => view.value
const payees = useLive(readPayees)
const ledgers = useLive(() => (view.value ? readLedgers(view.value.account.companyId) : undefined), from)
const balances = useLive(() => (view.value ? readBalances(view.value.account) : undefined), from)
const lane = useLive(() => (view.value ? readLane(view.value.account.id) : undefined), from)
const next = useLive(async () => (view.value ? nextNumber(view.value.book, await readFates(view.value.book.id)) : undefined), from)

/** A check written by hand is drawn and issued at once, under a number of its pad. */
const route = useRoute()
const pad = computed(() => view.value?.books.find(b => b.id === route.query.pad))
const padNext = useLive(async () => (pad.value ? nextNumber(pad.value, await readFates(pad.value.id)) : undefined), () => pad.value)
const numberText = ref('')
watch(padNext, (n) => { numberText.value = n === undefined ? '' : String(n) })
const handNumber = computed(() => checkNumber(numberText.value))

const today = localToday()
const payeeName = ref('')
const address = ref('')
const dateText = ref('')
const amountText = ref('')
const memo = ref('')
const ledgerId = ref<Id<'ledger'> | null>(null)
const accountWithPayee = ref('')
const advice = ref(false)
/** Whose signature prints on this payment: as the account says, nobody’s, or one person’s. */
const signature = ref('account')
const signatures = computed(() => [{ title: 'as the account says', value: 'account' }, { title: 'none', value: 'none' }, ...(view.value?.account.signatories ?? []).flatMap((s, i) => (s.picture ? [{ title: s.name, value: String(i) }] : []))])
const signers = computed(() => (signature.value === 'account' ? undefined : signature.value === 'none' ? [] : [Number(signature.value)]))
const busy = ref(false)
const refusal = ref<Refusal>()
const tried = ref(false)
const payeeField = ref<{ focus(): void }>()
/** The list of payees opens when one types or asks for it by the arrow key, not on the way through. */
const listOpen = ref(false)

const ownPayees = computed(() => payees.value?.filter(p => p.split.length === 0 || p.split.some(s => ledgers.value?.some(l => l.id === s.ledgerId))) ?? [])
const payee = computed(() => ownPayees.value.find(p => p.name === payeeName.value.trim()))
const date = computed(() => typedDate(dateText.value, today))
const amount = computed(() => {
  const parsed = parseAmount(amountText.value)
  return parsed.ok && !(advice.value && parsed.value === 0) ? payable(parsed.value) : parsed
})
const dayNames = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
const dateHint = computed(() => (date.value.ok ? `${dayNames[weekday(date.value.value)]}, ${formatDate(date.value.value, 'MMMM D, YYYY')}` : ''))
const choices = computed(() => (ledgers.value ?? []).filter(l => l.id !== view.value?.account.cashLedgerId).map(l => ({ title: `${l.code} ${l.name}`, value: l.id })))

watch(payee, (p) => {
  if (!p) return
  address.value = p.address.join('\n')
  memo.value = p.memo
  accountWithPayee.value = p.accountWithPayee ?? ''
  ledgerId.value = p.split[0]?.ledgerId ?? null
})

const fieldFault = (field: string): string[] => (refusal.value?.field === field ? [refusal.value.text] : [])
const amountFault = computed(() => (amountText.value !== '' || tried.value ? (amount.value.ok ? fieldFault('amount') : [amount.value.refusal.text]) : []))
const dateFault = computed(() => (date.value.ok ? fieldFault('date') : [date.value.refusal.text]))

const facts = computed<CheckFacts>(() => ({
  number: pad.value ? (handNumber.value.ok ? handNumber.value.value : 0) : next.value === undefined ? 0 : next.value + (lane.value?.length ?? 0), date: date.value.ok ? date.value.value : today, payee: payeeName.value, address: address.value.split('\n'),
  amount: amount.value.ok ? amount.value.value : zero, memo: memo.value, lines: [],
  ...(accountWithPayee.value && { accountWithPayee: accountWithPayee.value }), ...(advice.value ? { advice: true } : { signers: signers.value ?? (view.value && amount.value.ok ? printedSigners(view.value.account.signing, amount.value.value) : []) }),
}))
const then = computed(() => {
  const now = balances.value ?? { book: zero, committed: zero, free: zero }
  const more = amount.value.ok ? amount.value.value : zero
  return pad.value ? { book: cents(now.book - more), committed: now.committed, free: cents(now.free - more) } : { book: now.book, committed: cents(now.committed + more), free: cents(now.free - more) }
})
const warnings = computed(() => (balances.value ? drawWarnings({ payee: payee.value ?? null, balances: balances.value, waiting: lane.value ?? [], today }, amount.value.ok ? amount.value.value : null, date.value.ok ? date.value.value : null) : []))

function clearForm() {
  payeeName.value = ''
  address.value = ''
  amountText.value = ''
  memo.value = ''
  accountWithPayee.value = ''
  advice.value = false
  signature.value = 'account'
  ledgerId.value = null
  refusal.value = undefined
  tried.value = false
}

async function drawIt() {
  tried.value = true
  refusal.value = undefined
  if (!view.value || !date.value.ok || !amount.value.ok || (pad.value && !handNumber.value.ok)) return
  const total = amount.value.value
  const known = payee.value
  const oneLedger = ledgerId.value ? [{ ledgerId: ledgerId.value, weight: 1 }] : []
  // The payee's own shares stay as they are unless another ledger account was chosen.
  const shares = known && known.split[0]?.ledgerId === ledgerId.value ? known.split : oneLedger
  const parts = shares.length ? split(total, shares.map(s => s.weight)) : []
  const named: Payee = known ?? { id: idOf(crypto.randomUUID()), kind: 'supplier', name: payeeName.value, address: [], memo: memo.value, split: oneLedger, onHold: false, taxForm: 'none', ...(accountWithPayee.value && { accountWithPayee: accountWithPayee.value }) }
  busy.value = true
  const draw = {
    id: idOf<'payment'>(crypto.randomUUID()), payee: named, address: address.value.split('\n'), date: date.value.value, amount: total, memo: memo.value, lines: [], ...(accountWithPayee.value && { accountWithPayee: accountWithPayee.value }), ...(advice.value && { advice: true }), ...(signers.value && { signers: signers.value }),
    split: shares.map((s, i) => ({ ledgerId: s.ledgerId, amount: parts[i] ?? zero })).filter(s => s.amount !== 0),
  }
  const done = pad.value && handNumber.value.ok ? await acts.record(pad.value, { draw, number: handNumber.value.value }) : await acts.draw(view.value.account.id, draw)
  busy.value = false
  if (!done.ok) {
    refusal.value = done.refusal
    return
  }
  office.said = pad.value ? `Recorded: ${handNumber.value.ok ? handNumber.value.value : ''} to ${payeeName.value}, issued.` : `Drawn: ${figures(total, { sign: view.value.account.currency.sign })} to ${payeeName.value}. It stands in the lane.`
  clearForm()
  await nextTick()
  payeeField.value?.focus()
}
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>{{ pad ? 'Record a handwritten check' : 'Draw a check' }}</h1>
      <AccountChoice v-if="accounts?.length && view" :accounts="accounts" :chosen="view.account.id" @choose="choose" />
      <v-btn variant="text" to="/lane">
        Back to the lane
      </v-btn>
    </div>
    <NoAccount v-if="accounts && !accounts.length" />
    <div v-if="view" class="halves">
      <v-form class="scroll form" @submit.prevent="drawIt">
        <v-text-field v-if="pad" v-model="numberText" :label="`Number on the check, from ${bookName(pad)}`" inputmode="numeric" :error-messages="handNumber.ok ? fieldFault('number') : [handNumber.refusal.text]" data-test="hand-number" />
        <v-combobox ref="payeeField" v-model:search="payeeName" :menu="listOpen" :list-props="{ density: 'compact' }" :items="ownPayees.map(p => p.name)" label="Payee" autofocus hide-no-data :error-messages="fieldFault('payee')" :hint="payeeName && !payee ? 'Not known yet: will be kept with this payment' : ''" persistent-hint data-test="payee" @update:menu="listOpen = $event && payeeName !== ''" @keydown.down="listOpen = true" />
        <v-textarea v-model="address" label="Address, as it prints" rows="3" :error-messages="fieldFault('address')" />
        <div class="pair">
          <v-text-field v-model="dateText" label="Date" placeholder="today" :hint="dateHint" persistent-hint :error-messages="dateFault" autocomplete="off" data-test="date" />
          <v-text-field v-model="amountText" label="Amount" class="amount" :prefix="view.account.currency.sign" inputmode="decimal" :error-messages="amountFault" autocomplete="off" data-test="amount" />
        </div>
        <p class="help quiet">
          Date: <kbd>+3</kbd> days ahead, <kbd>fri</kbd> next Friday, <kbd>15</kbd> the next 15th, <kbd>me</kbd> month’s end, or <kbd>11/24</kbd>.
        </p>
        <v-text-field v-model="memo" label="Memo" maxlength="80" :error-messages="fieldFault('memo')" data-test="memo" />
        <v-select v-model="ledgerId" :items="choices" label="Ledger account" :error-messages="fieldFault('ledger')" data-test="ledger" />
        <details class="more">
          <summary>More about this payment</summary>
          <v-text-field v-model="accountWithPayee" label="Our account number with them" maxlength="40" hint="Printed after the name where the layout wants it" persistent-hint />
          <v-select v-if="signatures.length > 2" v-model="signature" :items="signatures" label="Printed signature" hide-details />
          <v-checkbox v-model="advice" label="Advice only: paid by direct deposit, or nothing to pay" density="compact" hint="Printed NON-NEGOTIABLE, without MICR line and signature; the amount may be zero" persistent-hint data-test="advice" />
        </details>
        <v-alert v-for="w in warnings" :key="w.code" type="warning" variant="tonal" density="compact" class="mb-2" :text="w.text" />
        <v-alert v-if="refusal && !['payee', 'address', 'date', 'amount', 'memo', 'ledger', 'number'].includes(refusal.field ?? '')" type="error" variant="tonal" density="compact" class="mb-2" :text="refusal.text" />
        <BalanceTable v-if="balances" :before="balances" :after="then" :sign="view.account.currency.sign" class="mb-4" />
        <v-btn type="submit" color="primary" variant="flat" :loading="busy" block data-test="draw-it">
          {{ pad ? 'Record the check' : 'Draw the check' }}
        </v-btn>
      </v-form>
      <aside class="scroll proof" aria-label="Proof of this payment" tabindex="0">
        <SheetView :layout="view.layout" :stock="view.stock" :account="view.facts" :checks="[facts]" />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.halves { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(330px, 400px) minmax(0, 1fr); gap: 26px; }
.form { padding: 6px 10px 20px 2px; }
.pair { display: grid; grid-template-columns: 1.25fr 1fr; gap: 12px; }
.amount :deep(input) { text-align: right; font-weight: 600; }
.help { font-size: 12px; margin: 4px 0 16px; }
kbd { border: 1px solid rgba(var(--v-theme-on-surface), 0.25); border-radius: 3px; padding: 0 4px; font-size: 11px; }
.more { margin-bottom: 14px; } .more summary { cursor: pointer; font-size: 13px; margin-bottom: 8px; }
.proof { padding: 2px 14px 20px 2px; }
</style>
