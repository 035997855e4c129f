<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { formatDate, typedDate, type PlainDate } from '#core/base/dates'
import { figures } from '#core/money/figures'
import { parseAmount, sum } from '#core/money/cents'
import type { Allocation } from '#core/bills/allocation'
import { open } from '#core/bills/bill'
import { freedOf } from '#core/payments/reallocate'
import { readOpenBills } from '~/data/bills/billReads'
import type { Payment } from '#core/payments/payment'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'

/** Changes a payment that waits; it opens at the field that was wrong on the paper, where there was one. */
const props = defineProps<{ payment: Payment; view: AccountView }>()
const emit = defineEmits<{ done: [] }>()
const office = useOffice()
const { busy, refusal, succeeded, at } = useAct()
const sign = computed(() => props.view.account.currency.sign)
const dayFirst = computed(() => dayFirstIn(props.view.account.country))
/** The name and the amount of a booked payment are fixed: another name or amount is another payment. */
const booked = computed(() => props.payment.booked === true)
const field = props.payment.correct ?? (booked.value ? 'memo' : 'payee')
const name = ref(props.payment.name)
const address = ref(props.payment.address.join('\n'))
const asTyped = (day: PlainDate) => formatDate(day, dayFirst.value ? 'DD/MM/YYYY' : 'MM/DD/YYYY')
const dateText = ref(asTyped(props.payment.date))
const amountText = ref(figures(props.payment.amount))
const memo = ref(props.payment.memo)
const date = computed(() => typedDate(dateText.value, localToday(), dayFirst.value))
const amount = computed(() => parseAmount(amountText.value))
const laterText = ref(props.payment.scheduled ? asTyped(props.payment.scheduled) : '')
const later = computed(() => typedDate(laterText.value, localToday(), dayFirst.value))
/** Its payee's bills as they would stand without it, and what it is to settle of them. */
const bills = useLive(
  async () =>
    freedOf(await readOpenBills(props.payment.payeeId), props.payment).sort(
      (a, b) => Number(open(a) === 0) - Number(open(b) === 0),
    ),
  () => props.payment,
)
const settles = ref<Allocation[]>([...(props.payment.settles?.bills ?? [])])
const asText = (parts: readonly Allocation[]) =>
  JSON.stringify(parts.map(a => [a.billId, a.amount, a.discount]))
const chosenAnew = computed(() => asText(settles.value) !== asText(props.payment.settles?.bills ?? []))
function choose(parts: Allocation[]) {
  settles.value = parts
  amountText.value = figures(sum([...parts, ...props.payment.split].map(a => a.amount)))
}
const ready = computed(() => date.value.ok && amount.value.ok && later.value.ok)
const withdrawing = ref(false)
const cancelling = ref(false)
const why = ref('')
/** A discount ended before the new date: kept with a reason, or lost. */
const isLate = computed(() => refusal.value?.code === 'discount-late')
const keepWhy = ref('')
const reasons = useReasons('withdraw')
async function keep(discounts?: { keep: string } | 'lose') {
  const { payment } = props
  if (!date.value.ok || !amount.value.ok || !later.value.ok) return
  const [day, paid] = [date.value.value, amount.value.value]
  const change = {
    address: address.value.split('\n'),
    memo: memo.value,
    ...(!booked.value && { name: name.value }),
    ...(day !== payment.date && { date: day }),
    ...(chosenAnew.value ? { settles: settles.value } : paid !== payment.amount && { amount: paid }),
    ...(discounts && { discounts }),
    ...(payment.scheduled && later.value.value !== payment.scheduled && { scheduled: later.value.value }),
  }
  if (!(await succeeded('amend', { accountId: payment.accountId, paymentIds: [payment.id], change }))) return
  office.said = `Changed the payment to ${name.value}.`
  emit('done')
}
async function undoChange() {
  const { payment } = props
  const said = `Undid the last change to the payment to ${payment.name}.`
  if (await succeeded('undoAmend', { paymentId: payment.id }, said)) emit('done')
}
async function withdraw() {
  const { payment } = props
  const said = `Withdrew the payment to ${payment.name}. You can bring it back.`
  if (!(await succeeded('withdraw', { paymentId: payment.id, why: why.value ?? '' }, said))) return
  emit('done')
}
</script>

<template>
  <v-card class="change" data-test="change-form">
    <v-form class="inner" @submit.prevent="ready && keep()" @keydown.esc="emit('done')">
      <v-alert
        v-if="payment.correct"
        type="warning"
        :text="`The ${payment.correct} was wrong on the printed check. Correct it here, and the payment prints again.`"
      />
      <p v-if="booked" class="quiet small" data-test="booked-note">
        A check for this payment was issued before, so the payee and amount cannot change. If one of them is
        wrong, cancel the payment and draw another.
      </p>
      <v-text-field
        v-model="name"
        v-first="field === 'payee'"
        label="Payee on the check"
        maxlength="80"
        :readonly="booked"
        :error-messages="at('name')"
        :hide-details="!at('name').length"
        data-test="change-payee"
      />
      <v-textarea
        v-model="address"
        label="Address on the check"
        rows="2"
        :error-messages="at('address')"
        :hide-details="!at('address').length"
      />
      <div class="row">
        <v-text-field
          v-model="dateText"
          v-first="field === 'date'"
          label="Date"
          :error-messages="date.ok ? at('date') : [date.refusal.text]"
          :hide-details="date.ok && !at('date').length"
          data-test="change-date"
        />
        <v-text-field
          v-model="amountText"
          v-first="field === 'amount'"
          label="Amount"
          :prefix="sign"
          :readonly="booked || chosenAnew"
          :error-messages="amount.ok ? at('amount') : [amount.refusal.text]"
          :hide-details="amount.ok && !at('amount').length"
          data-test="change-amount"
        />
      </div>
      <v-text-field
        v-model="memo"
        v-first="field === 'memo'"
        label="Memo"
        maxlength="80"
        :error-messages="at('memo')"
        :hide-details="!at('memo').length"
        data-test="change-memo"
      />
      <v-text-field
        v-if="payment.scheduled"
        v-model="laterText"
        label="In the lane from"
        :error-messages="later.ok ? at('scheduled') : [later.refusal.text]"
        :hide-details="later.ok && !at('scheduled').length"
        data-test="change-later"
      />
      <LaneOpenBills
        v-if="bills?.length && !booked && !payment.pay?.length"
        :model-value="settles"
        :bills="bills"
        :day="date.ok ? date.value : undefined"
        :sign="sign"
        :faults="at('bills')"
        data-test="change-bills"
        @update:model-value="choose"
      />
      <p v-if="payment.settles && !booked" class="quiet small">
        {{
          chosenAnew
            ? 'The amount is the total of the bills chosen.'
            : 'If you change the amount, the last bill is paid more or less.'
        }}
      </p>
      <p v-else-if="payment.lines.length && !booked" class="quiet small">
        If you change the amount, the stub gets a line “Corrected” with the difference.
      </p>
      <p
        v-if="
          refusal && !['name', 'address', 'date', 'amount', 'memo', 'bills'].includes(refusal.field ?? '')
        "
        class="text-error"
        role="alert"
      >
        {{ refusal.text }}
      </p>
      <div v-if="isLate" class="row" data-test="discount-late">
        <v-text-field
          v-model="keepWhy"
          label="Reason for keeping the discount"
          maxlength="80"
          hide-details
          data-test="discount-why"
        />
        <v-btn
          :disabled="!keepWhy.trim()"
          :loading="busy"
          data-test="discount-keep"
          @click="keep({ keep: keepWhy })"
        >
          Keep the discount
        </v-btn>
        <v-btn :loading="busy" data-test="discount-lose" @click="keep('lose')"
          >Pay without the discount</v-btn
        >
      </div>
      <div class="row">
        <v-btn
          type="submit"
          color="primary"
          variant="flat"
          :disabled="!ready"
          :loading="busy"
          data-test="change-keep"
        >
          Save changes
        </v-btn>
        <v-btn variant="text" @click="emit('done')"> Cancel </v-btn>
        <v-btn
          v-if="payment.was"
          variant="text"
          :loading="busy"
          data-test="take-change-back"
          @click="undoChange()"
        >
          Undo last change
        </v-btn>
        <v-btn v-if="booked" variant="text" class="end" data-test="lane-cancel" @click="cancelling = true">
          Cancel the payment
        </v-btn>
        <v-btn v-else variant="text" class="end" data-test="withdraw" @click="withdrawing = !withdrawing">
          Withdraw
        </v-btn>
      </div>
      <div v-if="withdrawing" class="row">
        <v-combobox
          v-model="why"
          :items="[...reasons]"
          label="Reason for withdrawing"
          hide-details
          data-test="withdraw-why"
        />
        <v-btn :disabled="!why?.trim()" :loading="busy" data-test="withdraw-go" @click="withdraw">
          Withdraw payment
        </v-btn>
      </div>
    </v-form>
    <RegisterCancelPayment
      v-if="cancelling"
      :payment="payment"
      :view="view"
      @done="emit('done')"
      @leave="cancelling = false"
    />
  </v-card>
</template>

<style scoped>
.change {
  padding: 14px;
  margin-bottom: 12px;
}
.inner {
  display: grid;
  gap: var(--space-3);
}
.row {
  align-items: flex-start;
}
.row > .v-input {
  flex: 1 1 130px;
}
.end {
  margin-left: auto;
}
.small {
  font-size: var(--text-small);
}
</style>
