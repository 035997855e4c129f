<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { dayText, typedDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { figures } from '#core/money/figures'
import type { NumberRow } from '#core/numbers/book'
import type { Payment } from '#core/payments/payment'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'

/** Writes back a check that was never cashed, with what that changes. */
const props = defineProps<{ payment: Payment; view: AccountView; row: NumberRow }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const office = useOffice()
const { busy, fault, refusal, at, succeeded } = useAct()
const { choices } = useCompanyLedgers(computed(() => props.view.company))
const ledgerId = ref<Id<'ledger'>>()
const why = ref('never cashed')
const dateText = ref('')
const sign = computed(() => props.view.account.currency.sign)
const date = computed(() =>
  typedDate(dateText.value, localToday(), dayFirstIn(props.view.account.country), 'back'),
)
const ready = computed(() => Boolean(ledgerId.value && (why.value ?? '').trim() && date.value.ok))
async function go() {
  if (!ledgerId.value || !date.value.ok) return
  const input = {
    ...{ paymentId: props.payment.id, ledgerId: ledgerId.value },
    ...{ why: why.value.trim(), date: date.value.value },
  }
  if (!(await succeeded('writeBack', input))) return
  office.said = `Wrote back check ${props.row.number}.`
  emit('done')
}
</script>

<template>
  <AskDialog
    :model-value="true"
    title="Write back the check"
    verb="Write back the check"
    :ready="ready"
    :busy="busy"
    :fault="refusal?.field === 'date' ? '' : fault"
    danger
    @go="go"
    @update:model-value="emit('leave')"
  >
    <p>
      Use this for a check that the payee never cashed. Its money comes back into the account and goes to the
      ledger account that you choose, such as unclaimed property. Its bills stay paid.
    </p>
    <v-autocomplete
      v-model="ledgerId"
      v-first
      :items="choices"
      label="Ledger account"
      auto-select-first
      hide-details
      data-test="back-ledger"
    />
    <v-text-field v-model="why" label="Reason" maxlength="200" hide-details data-test="back-why" />
    <v-text-field
      v-model="dateText"
      label="Date"
      :hint="date.ok ? dayText(date.value) : ''"
      persistent-hint
      :error-messages="date.ok ? at('date') : [date.refusal.text]"
      data-test="back-date"
    />
    <EffectTable data-test="act-effect">
      <tr>
        <td>Number {{ row.number }}</td>
        <td><StateMark :state="row.fate" /></td>
        <td><StateMark state="voided" /></td>
      </tr>
      <tr>
        <td>{{ payment.name }}, {{ figures(payment.amount, { sign }) }}</td>
        <td><StateMark :state="payment.state" /></td>
        <td><StateMark state="written back" /></td>
      </tr>
    </EffectTable>
  </AskDialog>
</template>
