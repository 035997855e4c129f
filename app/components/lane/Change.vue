<script setup lang="ts">
import { formatDate, typedDate } from '#core/base/dates'
import type { Refusal } from '#core/base/result'
import { figures } from '#core/money/figures'
import { parseAmount } from '#core/money/cents'
import type { Payment } from '#core/payables/payment'
import { acts } from '~/data/office'
import { localToday, useOffice } from '~/stores/office'

/** Changes a payment that waits; it opens at the field that was wrong on the paper, where there was one. */
const props = defineProps<{ payment: Payment, sign: string }>()
const emit = defineEmits<{ done: [] }>()
const office = useOffice()
const field = props.payment.correct ?? 'payee'
const name = ref(props.payment.name)
const address = ref(props.payment.address.join('\n'))
const dateText = ref(formatDate(props.payment.date, 'MM/DD/YYYY'))
const amountText = ref(figures(props.payment.amount))
const memo = ref(props.payment.memo)
const refusal = ref<Refusal>()
const date = computed(() => typedDate(dateText.value, localToday()))
const amount = computed(() => parseAmount(amountText.value))
const faultOf = (field: string): string[] => (refusal.value?.field === field ? [refusal.value.text] : [])
const ready = computed(() => date.value.ok && amount.value.ok)
const withdrawing = ref(false)
const why = ref('')
const reasons = useReasons('withdraw')
async function keep() {
  if (!date.value.ok || !amount.value.ok) return
  const done = await acts.amend(props.payment.accountId, [props.payment.id], {
    name: name.value, address: address.value.split('\n'), memo: memo.value, ...(date.value.value !== props.payment.date && { date: date.value.value }), ...(amount.value.value !== props.payment.amount && { amount: amount.value.value }),
  })
  refusal.value = done.ok ? undefined : done.refusal
  if (!done.ok) return
  office.said = `The payment to ${name.value} is changed.`
  emit('done')
}
async function withdraw() {
  const done = await acts.withdraw(props.payment, why.value ?? '')
  refusal.value = done.ok ? undefined : done.refusal
  if (!done.ok) return
  office.said = `The payment to ${props.payment.name} is withdrawn; it can be brought back.`
  emit('done')
}
</script>

<template>
  <v-card class="change" data-test="change-form">
    <v-form class="inner" @submit.prevent="ready && keep()">
      <v-alert v-if="payment.correct" type="warning" variant="tonal" density="compact" :text="`The ${payment.correct} was wrong on the paper: it prints again once this is put right.`" />
      <v-text-field v-model="name" label="Payee, as it prints" maxlength="80" :autofocus="field === 'payee'" :error-messages="faultOf('name')" :hide-details="!faultOf('name').length" data-test="change-payee" />
      <v-textarea v-model="address" label="Address, as it prints" rows="2" :error-messages="faultOf('address')" :hide-details="!faultOf('address').length" />
      <div class="row">
        <v-text-field v-model="dateText" label="Date" :autofocus="field === 'date'" :error-messages="date.ok ? faultOf('date') : [date.refusal.text]" :hide-details="date.ok && !faultOf('date').length" data-test="change-date" />
        <v-text-field v-model="amountText" label="Amount" :prefix="sign" :autofocus="field === 'amount'" :error-messages="amount.ok ? faultOf('amount') : [amount.refusal.text]" :hide-details="amount.ok && !faultOf('amount').length" data-test="change-amount" />
      </div>
      <v-text-field v-model="memo" label="Memo" maxlength="80" :autofocus="field === 'memo'" :error-messages="faultOf('memo')" :hide-details="!faultOf('memo').length" data-test="change-memo" />
      <p v-if="payment.lines.length" class="quiet small">
        A changed amount adds a line “Corrected” with the difference to the stub.
      </p>
      <p v-if="refusal && !['name', 'address', 'date', 'amount', 'memo'].includes(refusal.field ?? '')" class="text-error" role="alert">
        {{ refusal.text }}
      </p>
      <div class="row">
        <v-btn type="submit" color="primary" variant="flat" :disabled="!ready" data-test="change-keep">
          Keep the change
        </v-btn>
        <v-btn variant="text" @click="emit('done')">
          Leave it
        </v-btn>
        <v-btn variant="text" class="end" data-test="withdraw" @click="withdrawing = !withdrawing">
          Withdraw
        </v-btn>
      </div>
      <div v-if="withdrawing" class="row">
        <v-combobox v-model="why" :items="[...reasons]" label="Why it is taken out of the lane" hide-details data-test="withdraw-why" />
        <v-btn :disabled="!why?.trim()" data-test="withdraw-go" @click="withdraw">
          Withdraw it
        </v-btn>
      </div>
    </v-form>
  </v-card>
</template>

<style scoped>
.change { padding: 14px; margin-bottom: 12px; } .inner { display: grid; gap: 12px; } .row { display: flex; gap: 10px; align-items: flex-start; } .end { margin-left: auto; } .small { font-size: 12px; }
</style>
