<script setup lang="ts">
import type { Id } from '#core/base/id'
import { figures } from '#core/money/figures'
import type { BankAccount } from '#core/accounts/account'
import { otherWays, type OtherWay } from '#core/payments/payment'
import type { CheckToCome } from '#core/payments/settleForm'

/** Asks how something was paid without a check, and under what reference. */
const props = defineProps<{
  check: CheckToCome
  accounts: readonly BankAccount[]
  sign: string
  busy: boolean
  fault: string
}>()
const asked = defineModel<boolean>({ required: true })
const emit = defineEmits<{ go: [from: Id<'account'>, way: OtherWay, reference: string] }>()
const way = ref<OtherWay>('transfer')
const reference = ref('')
const from = ref(props.check.accountId)
</script>

<template>
  <AskDialog
    v-model="asked"
    :title="`Record payment by other means: ${check.payee.name}`"
    verb="Record payment"
    :ready="reference.trim() !== ''"
    :busy="busy"
    :fault="fault"
    @go="emit('go', from, way, reference)"
  >
    <p>
      {{ figures(check.draw.amount, { sign }) }} for {{ check.bills.map(b => b.number).join(', ') }}. No check
      is printed and no check number is used.
    </p>
    <v-select
      v-model="way"
      v-first
      :items="[...otherWays]"
      label="Paid by"
      hide-details
      data-test="other-way"
    />
    <v-text-field v-model="reference" label="Reference" maxlength="80" data-test="other-reference" />
    <v-select
      v-model="from"
      :items="accounts.map(a => ({ title: a.name, value: a.id }))"
      label="From account"
      hide-details
    />
  </AskDialog>
</template>
