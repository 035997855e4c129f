<script setup lang="ts">
import { dayText, typedDate, type PlainDate } from '#core/base/dates'
import { dayFirstIn } from '#core/base/country'
import type { NumberRow } from '#core/numbers/book'
import { paying } from '#core/ledger/balances'
import { firstOpen } from '#core/ledger/period'
import { cents, type Cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Payment } from '#core/payments/payment'
import { reversalDate } from '#core/checks/cancel'
import { readBillsByKey } from '~/data/bills/billReads'
import { readEnteredOn } from '~/data/bills/enteredBills'
import { readBalances } from '~/data/accounts/balances'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'

/**
 * Cancels a payment that was wrong, with what that changes: one whose check stands, or one that waits for the
 * replacement of a check.
 */
const props = defineProps<{ payment: Payment; view: AccountView; row?: NumberRow }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const office = useOffice()
const { busy, fault, succeeded } = useAct()
const balances = useLive(
  () => readBalances(props.view.account),
  () => props.view.account.id,
)
const enteredOn = useLive(
  () => readEnteredOn(props.payment.id),
  () => props.payment.id,
)
/** The bills that it pays: they are open again once it is cancelled. */
const bills = useLive(
  () => readBillsByKey((props.payment.settles?.bills ?? []).map(a => a.billId)),
  () => props.payment.id,
)
const paidOf = (id: string): Cents => {
  const part = props.payment.settles?.bills.find(a => a.billId === id)
  return cents((part?.amount ?? 0) + (part?.discount ?? 0))
}
const reasons = useReasons('cancel')
const why = ref('')
const ending = ref<'voided' | 'stopped'>('voided')
const dateText = ref('')
const sign = computed(() => props.view.account.currency.sign)
const today = localToday()
const known = computed(() => ({
  payment: props.payment,
  enteredOn: enteredOn.value,
  closedThrough: props.view.company.closedThrough,
}))
/** A day is asked for where that of the entry is closed. */
const needsDate = computed(() => !reversalDate(known.value, undefined, today).ok)
const typed = computed(() =>
  dateText.value.trim()
    ? typedDate(dateText.value, today, dayFirstIn(props.view.account.country))
    : undefined,
)
const dayFault = computed(() => {
  if (!typed.value) return ''
  if (!typed.value.ok) return typed.value.refusal.text
  const day = reversalDate(known.value, typed.value.value, today)
  return day.ok ? '' : day.refusal.text
})
const closedHint = computed(() => {
  const through = props.view.company.closedThrough
  const first = firstOpen(through)
  return through && first
    ? `The books are closed through ${dayText(through)}. Enter ${dayText(first)} or later.`
    : ''
})
const ready = computed(
  () => (why.value ?? '').trim() !== '' && !dayFault.value && (!needsDate.value || typed.value !== undefined),
)
const then = computed(() => balances.value && paying(balances.value, cents(-props.payment.amount)))
async function go() {
  const day: PlainDate | undefined = typed.value?.ok ? typed.value.value : undefined
  if (
    !(await succeeded('cancel', {
      paymentId: props.payment.id,
      ending: ending.value,
      why: why.value.trim(),
      ...(day && { date: day }),
    }))
  )
    return
  office.said = 'Payment cancelled and reversed.'
  emit('done')
}
</script>

<template>
  <AskDialog
    :model-value="true"
    title="Cancel the payment"
    leave="Keep it"
    verb="Cancel the payment"
    :ready="ready"
    :busy="busy"
    :fault="fault"
    danger
    @go="go"
    @update:model-value="emit('leave')"
  >
    <p>
      Use this when the payment itself was wrong.
      {{ row ? `Check ${row.number} is voided or stopped, and the` : 'It leaves the lane, and the' }} ledger
      entry is reversed{{ enteredOn && !needsDate ? ` on ${enteredOn}, the day it was entered` : '' }}.
    </p>
    <v-radio-group
      v-if="row"
      v-model="ending"
      hide-details
      density="compact"
      label="What happens to the paper check"
    >
      <v-radio value="voided" label="voided (you have it, or it was destroyed)" data-test="ending-voided" />
      <v-radio value="stopped" label="stopped (the bank is asked not to pay it)" data-test="ending-stopped" />
    </v-radio-group>
    <v-combobox v-model="why" v-first :items="[...reasons]" label="Reason" hide-details data-test="act-why" />
    <v-text-field
      v-if="needsDate"
      v-model="dateText"
      label="Reversal date"
      :hint="closedHint"
      persistent-hint
      :error-messages="dayFault ? [dayFault] : []"
      data-test="act-date"
    />
    <EffectTable data-test="act-effect">
      <tr v-if="row">
        <td>Number {{ row.number }}</td>
        <td><StateMark :state="row.fate" /></td>
        <td><StateMark :state="ending" /></td>
      </tr>
      <tr>
        <td>{{ payment.name }}, {{ figures(payment.amount, { sign }) }}</td>
        <td><StateMark :state="payment.state" /></td>
        <td><StateMark state="cancelled" /></td>
      </tr>
      <tr v-for="b in bills" :key="b.id" data-test="bill-freed">
        <td>Bill {{ b.number }}, {{ figures(paidOf(b.id), { sign }) }}</td>
        <td>paid by this payment</td>
        <td>{{ b.stage === 'cancelled' ? 'cancelled' : 'open again' }}</td>
      </tr>
    </EffectTable>
    <BalanceTable v-if="balances && then" :before="balances" :after="then" :sign="sign" />
  </AskDialog>
</template>
