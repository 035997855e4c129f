<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp } from '@mdi/js'
import { signatureChoices } from '#core/accounts/account'
import { bookName } from '#core/numbers/book'
import { sum, zero } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { blankFormLine } from '#core/bills/formLines'
import { payeeKinds } from '#core/payees/payee'
import { sameName } from '#core/faces/texts'
import { useOffice } from '~/stores/office'

const route = useRoute()
const office = useOffice()
const { accounts, view, choose } = useAccount()
/** A check written by hand is drawn and issued at once, under a number of its pad. */
const pad = computed(() => view.value?.books.find(b => b.id === route.query.pad))
const drawing = useDraw(
  accounts,
  view,
  pad,
  () => `draw${route.query.pad ? ` ${String(route.query.pad)}` : ''}`,
)
const { form, busy, askingDate, dayFirst, payees, payee, daysOff, dateHint, amountHint } = drawing
const { choices, faults, elsewhere, facts, balances, then, warnings, drawIt } = drawing
const { openBills, settleBills, ownersAll, takeOwnersAll, read, day, beginPay, twice } = drawing
const sign = computed(() => view.value?.account.currency.sign ?? '')
/** Enter on an owner’s name takes all that is open with them; the next one draws it. */
function enterPayee(event: KeyboardEvent) {
  if (!takeOwnersAll()) return
  event.preventDefault()
  focusField('amount')
}
/** Draws, and goes straight to a run of this one check. */
async function drawAndPrint() {
  const account = view.value?.account.id
  const drawn = await drawIt()
  if (drawn) await navigateTo(`/run/new?account=${account}&only=${drawn}`)
}

/** Something is placed besides one ledger account: what is left stands in sight. */
const isPlaced = computed(
  () => form.value.bills.length > 0 || form.value.lines.length > 0 || form.value.newBill.on,
)
/** Where the books are kept elsewhere, nobody is asked for ledger accounts. */
const places = computed(() => !view.value?.company.payables?.unplaced)
const mayBePay = computed(() => payee.value?.kind === 'employee' && !form.value.pay.length)
/** What is seldom changed is folded away until the person wants it, or something is wrong in it. */
const folds = ['date', 'memo', 'address', 'accountWithPayee'] as const
watch(
  () => folds.some(field => faults(field).length > 0),
  isWrong => {
    if (isWrong) office.drawDetails = true
  },
  { immediate: true },
)
/** The form first, then the check, then the details, which are seldom unfolded. */
const turn = useTurns(() => (view.value ? 3 : 1))
const isOpen = computed(() => office.drawDetails || pad.value !== undefined)
async function openDetails() {
  office.drawDetails = true
  await nextTick()
  focusField('date')
}
/** What the folded part holds, in a line. */
const folded = computed(() =>
  [dateHint.value, form.value.memo && `memo: ${form.value.memo}`, form.value.address.split('\n')[0]]
    .filter(Boolean)
    .join(' · '),
)
/** What the check is for is shown from when something has to be chosen there until the next check. */
const asksPlace = computed(
  () =>
    (openBills.value?.length ?? 0) > 0 ||
    isPlaced.value ||
    mayBePay.value ||
    (['bills', 'newBill', 'ledger'] as const).some(field => faults(field).length > 0) ||
    (form.value.payee.trim() !== '' && places.value && form.value.ledgerId === null),
)
const wasAsked = ref(false)
watch([asksPlace, () => form.value.payee === ''], ([asks, isBlank]) => {
  wasAsked.value = asks || (wasAsked.value && !isBlank)
})
const isPlacing = computed(() => isOpen.value || wasAsked.value)

function addLine() {
  const { lines, ledgerId, newBill } = form.value
  form.value.lines =
    lines.length || newBill.on
      ? [...lines, blankFormLine()]
      : [{ ...blankFormLine(), ledgerId }, blankFormLine()]
}

/** Whose signature prints on this payment: as the account says, nobody’s, or one person’s or two. */
const signatures = computed(() => [
  { title: 'as the account says', value: 'account' },
  { title: 'none', value: 'none' },
  ...signatureChoices(view.value?.account.signatories ?? []),
])
/** The payee's addresses: the chosen one fills the field below, where it can still be changed for this payment. */
const addresses = computed(() => [
  { title: 'where payments usually go', value: payee.value?.address.join('\n') ?? '' },
  ...(payee.value?.others ?? []).map(o => ({ title: o.name, value: o.lines.join('\n') })),
])
const addressChosen = computed(() => addresses.value.find(a => a.value === form.value.address)?.value ?? null)
const payeeHint = computed(() => {
  if (form.value.payee && !payee.value) return 'New payee, added with this payment'
  const of = payee.value
  if (ownersAll.value)
    return `Press Enter to pay everything open: ${figures(sum(ownersAll.value.map(a => a.amount)), { sign: sign.value })}`
  return of
    ? [sameName(of.name, form.value.payee) ? '' : of.name, of.onHold ? 'On hold' : '']
        .filter(Boolean)
        .join(', ')
    : ''
})
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
      <v-btn variant="text" :to="`/lane${view ? `?account=${view.account.id}` : ''}`"> Back to lane </v-btn>
    </PageHead>
    <AccountsNoAccount v-if="accounts && !accounts.length" />
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
        <PayeeField
          v-model="form.payee"
          v-first
          :payees="payees ?? []"
          :faults="faults('payee')"
          :hint="payeeHint"
          class="mb-2"
          data-field="payee"
          data-test="payee"
          @keydown.enter="enterPayee"
        />
        <v-select
          v-if="form.payee.trim() && !payee"
          v-model="form.kind"
          :items="[...payeeKinds]"
          label="Kind"
          hide-details
          class="mt-3 mb-4"
          data-test="payee-kind"
        />
        <v-text-field
          v-model="form.amount"
          label="Amount"
          class="amount mt-3"
          :prefix="view.account.currency.sign"
          inputmode="decimal"
          :hint="amountHint"
          persistent-hint
          :readonly="form.pay.length > 0"
          :error-messages="faults('amount')"
          autocomplete="off"
          data-field="amount"
          data-test="amount"
          @keydown.down.prevent="openDetails()"
        />
        <LanePayLines
          v-if="form.pay.length"
          v-model="form.pay"
          :net="read.amount.ok ? read.amount.value : undefined"
          :sign="sign"
          :faults="faults('pay')"
          :choices="places ? choices : []"
        />
        <FormPart v-show="isPlacing" title="What the check is for" class="for">
          <LaneOpenBills
            v-if="openBills?.length"
            :model-value="form.bills"
            :bills="openBills"
            :day="day"
            :sign="sign"
            :faults="faults('bills')"
            :apart="form.apart"
            @update:model-value="settleBills"
            @apart="form.apart = $event"
          />
          <LaneNewBill
            v-if="form.newBill.on"
            v-model="form.newBill"
            v-model:ledger-id="form.ledgerId"
            :amount="read.newBill?.amount ?? zero"
            :sign="sign"
            :faults="[...faults('newBill'), ...(form.lines.length ? [] : faults('ledger'))]"
            :twice="twice"
            :choices="places ? choices : []"
          />
          <v-select
            v-if="places && !form.newBill.on && !form.lines.length && (!form.bills.length || read.left > 0)"
            v-model="form.ledgerId"
            :items="choices"
            label="Ledger account"
            :error-messages="faults('ledger')"
            class="mt-2"
            data-field="ledger"
            data-test="ledger"
          />
          <div v-else-if="form.lines.length" data-field="ledger">
            <LedgerLines v-model="form.lines" :choices="choices" :faults="faults('ledger')" />
          </div>
          <div class="add">
            <v-btn v-if="places" size="small" data-test="draw-line" @click="addLine()">{{
              form.lines.length || form.newBill.on ? 'Add ledger line' : 'Split between ledger accounts'
            }}</v-btn>
            <v-btn
              v-if="!pad && !form.newBill.on"
              size="small"
              data-test="draw-bill"
              @click="form.newBill.on = true"
              >Add a new bill</v-btn
            >
            <v-btn v-if="mayBePay" size="small" data-test="draw-pay" @click="beginPay()">Add pay</v-btn>
          </div>
        </FormPart>
        <v-btn
          v-if="!pad"
          variant="text"
          block
          class="fold"
          :prepend-icon="isOpen ? mdiChevronUp : mdiChevronDown"
          :aria-expanded="isOpen"
          aria-controls="draw-details"
          data-test="draw-more"
          @click="office.drawDetails = !office.drawDetails"
          >{{ isOpen ? 'Fewer details' : 'Date, memo, address and more' }}</v-btn
        >
        <p v-if="!isOpen" class="quiet folded" data-test="draw-folded">
          {{ folded }} <kbd>↓</kbd> in the amount opens this.
        </p>
        <div v-show="isOpen" id="draw-details" class="details">
          <template v-if="turn > 2">
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
            <p class="help quiet">
              Date: <kbd>+3</kbd> in three days, <kbd>fri</kbd> next Friday, <kbd>15</kbd> the next 15th,
              <kbd>me</kbd> month end, or <kbd>{{ dayFirst ? '24/11' : '11/24' }}</kbd>.
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
              v-if="payee?.others?.length"
              :model-value="addressChosen"
              :items="addresses"
              label="Payee address"
              hide-details
              class="mb-4"
              data-test="draw-address"
              @update:model-value="form.address = $event"
            />
            <v-textarea
              v-model="form.address"
              label="Address on the check"
              rows="3"
              :error-messages="faults('address')"
              data-field="address"
            />
            <v-text-field
              v-model="form.accountWithPayee"
              label="Our account number with them"
              maxlength="40"
              hint="Printed after the name if the layout has it"
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
              label="Advice only (paid by direct deposit, or nothing to pay)"
              density="compact"
              hint="Printed as NON-NEGOTIABLE without MICR line and signature. The amount can be zero"
              persistent-hint
              data-test="advice"
            />
          </template>
        </div>
        <v-alert v-for="w in warnings" :key="w.code" type="warning" class="mb-2">
          {{ w.text }}
          <NuxtLink
            v-if="w.code === 'on-hold' || w.code === 'changed-payee'"
            :to="`/bills/payee/${encodeURIComponent(payee?.id ?? '')}`"
            >View payee</NuxtLink
          >
          <NuxtLink
            v-else-if="w.payment?.state === 'waiting'"
            :to="`/lane?account=${w.payment.accountId}&change=${encodeURIComponent(w.payment.id)}`"
            >View payment</NuxtLink
          >
          <NuxtLink v-else-if="w.payment" :to="`/bills/payee/${encodeURIComponent(w.payment.payeeId)}`"
            >View payment</NuxtLink
          >
        </v-alert>
        <v-alert v-if="elsewhere" type="error" class="mb-2" :text="elsewhere" />
        <BalanceTable
          v-if="balances && then"
          :before="balances"
          :after="then"
          :sign="view.account.currency.sign"
          class="mb-4"
        />
        <p v-if="isPlaced" class="left" data-test="left-to-place">
          <template v-if="form.bills.length"
            >Bills: <strong>{{ figures(read.billed, { sign }) }}</strong>. Left</template
          >
          <template v-else>Left</template> to assign:
          <strong :class="{ 'text-error': read.unplaced !== 0 }">{{
            figures(form.newBill.on || form.lines.length ? read.unplaced : read.left, { sign })
          }}</strong>
        </p>
        <v-btn type="submit" color="primary" variant="flat" :loading="busy" block data-test="draw-it">
          {{ pad ? 'Record check' : 'Draw check' }}
        </v-btn>
        <v-btn v-if="!pad" :disabled="busy" block class="mt-2" data-test="draw-print" @click="drawAndPrint()">
          Draw and print now
        </v-btn>
      </v-form>
      <aside class="scroll proof" aria-label="Preview of this check" tabindex="0">
        <SheetView
          v-if="turn > 1"
          :layout="view.layout"
          :stock="view.stock"
          :account="view.facts"
          :checks="[facts]"
        />
      </aside>
    </div>
    <AskDialog
      v-if="askingDate"
      v-model="askingDate"
      title="Is the year right?"
      verb="Draw anyway"
      :ready="true"
      :busy="busy"
      @go="() => void drawIt(true)"
    >
      <p>The date is {{ dateHint }}, {{ Math.abs(daysOff) }} days {{ daysOff < 0 ? 'ago' : 'from now' }}.</p>
    </AskDialog>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(20.625rem, 400px) minmax(0, 1fr);
  padding-bottom: 0;
  gap: var(--space-5);
}
.form {
  padding: 6px 10px 20px 2px;
  scroll-padding-bottom: 48px;
}
.amount :deep(input) {
  text-align: right;
  font-weight: 600;
}
.help {
  font-size: var(--text-small);
  margin: 4px 0 16px;
}
kbd {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.25);
  border-radius: 3px;
  padding: 0 4px;
  font-size: var(--text-tiny);
}
/* What is placed in bills, and what is left: in sight however far the form is turned. */
.left {
  position: sticky;
  bottom: -20px;
  z-index: 1;
  margin: 0 -10px 10px -2px;
  padding: 8px 12px;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.15);
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
  margin: 4px 0 14px;
}
/* The bills stand in the same frame as the other rows. */
.for :deep(.form-part) {
  border: 0;
  padding: 0;
  margin-bottom: 6px;
}
.fold {
  justify-content: start;
  margin-bottom: 2px;
}
.folded {
  font-size: var(--text-small);
  margin: 0 0 14px 12px;
}
.details {
  padding-top: 8px;
}
.proof {
  padding: 2px 14px 20px 2px;
}
</style>
