<script setup lang="ts">
import { mailAddress } from '#core/mail/mail'
import type { MailWay } from '#core/mail/recordMail'
import type { NumberRow } from '#core/numbers/book'
import type { Payment } from '#core/payments/payment'
import { readPayee } from '~/data/bills/billReads'
import type { AccountView } from '~/data/accounts/accountReads'

/** Mails the advice or the receipt of one payment. */
const props = defineProps<{ payment: Payment; row: NumberRow | undefined; view: AccountView }>()
const emit = defineEmits<{ leave: [] }>()
const { from, busy, fault, mail } = useMails()
const kind = ref<'advice' | 'receipt'>('advice')
const payee = useLive(
  () => readPayee(props.payment.payeeId),
  () => props.payment.payeeId,
)
const typed = ref<string>()
const to = computed({
  get: () => typed.value ?? payee.value?.email ?? '',
  set: text => (typed.value = text),
})
const address = computed(() => mailAddress(to.value, 'to'))
const isAsked = ref(false)
async function go(way: MailWay) {
  isAsked.value = true
  if (!address.value.ok) return
  const mailing = { kind: kind.value, payment: props.payment, row: props.row, to: address.value.value }
  if ((await mail([mailing], props.view, way)).length) emit('leave')
}
</script>

<template>
  <AskDialog
    :model-value="true"
    title="E-mail this payment"
    verb="Save as e-mail file"
    :ready="to.trim() !== '' && from.trim() !== ''"
    :busy="busy"
    :fault="fault"
    @go="go('saved')"
    @update:model-value="emit('leave')"
  >
    <v-text-field
      v-model="to"
      v-first
      label="To"
      type="email"
      maxlength="120"
      :error-messages="isAsked && !address.ok ? [address.refusal.text] : []"
      data-test="mail-to"
    />
    <v-text-field v-model="from" label="From" type="email" maxlength="120" data-test="mail-from" />
    <v-radio-group v-model="kind" inline hide-details label="Attached as PDF">
      <v-radio value="advice" label="Remittance advice" />
      <v-radio value="receipt" label="Payment receipt" />
    </v-radio-group>
    <p class="quiet">
      The e-mail file opens in your own mail program. The practice mailbox only shows what would be sent:
      nothing leaves this computer.
    </p>
    <div>
      <v-btn
        :disabled="to.trim() === '' || from.trim() === ''"
        :loading="busy"
        data-test="mail-practice"
        @click="go('practice mailbox')"
        >Send to the practice mailbox</v-btn
      >
    </div>
  </AskDialog>
</template>
