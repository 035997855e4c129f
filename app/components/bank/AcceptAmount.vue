<script setup lang="ts">
import { idOf, type Id } from '#core/base/id'
import type { BankLine } from '#core/bank/bankLine'
import { cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { NumberRow } from '#core/numbers/book'
import type { AccountView } from '~/data/accounts/accountReads'
import { useOffice } from '~/stores/office'

/** A check that the bank paid with another amount: the bank's is accepted, the rest is posted to a ledger account. */
const props = defineProps<{ view: AccountView; line: BankLine; row: NumberRow }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const office = useOffice()
const { busy, fault, succeeded, at } = useAct()
const { choices } = useCompanyLedgers(computed(() => props.view.company))
const ledgerId = ref<Id<'ledger'> | null>(null)
const text = ref(`Check ${props.row.number}, difference at the bank`)
const id = idOf<'entry'>(crypto.randomUUID())
const sign = computed(() => props.view.account.currency.sign)
const [paid, ours] = [-props.line.amount, props.row.check?.amount ?? 0]
async function go() {
  if (!ledgerId.value) return
  const input = {
    ...{ accountId: props.view.account.id, lineId: props.line.id, numberId: props.row.id, id },
    ...{ ledgerId: ledgerId.value, text: text.value },
  }
  if (!(await succeeded('acceptBankAmount', input))) return
  office.said = `Check ${props.row.number} is paid.`
  emit('done')
}
</script>

<template>
  <v-form class="accept" @submit.prevent="go()">
    <h3>Accept the bank’s amount</h3>
    <table class="plain">
      <tbody>
        <tr>
          <td>The check is for</td>
          <td class="num">{{ figures(cents(ours), { sign }) }}</td>
        </tr>
        <tr>
          <td>The bank paid</td>
          <td class="num">{{ figures(cents(paid), { sign }) }}</td>
        </tr>
        <tr>
          <td>{{ paid > ours ? 'Posted to a ledger account' : 'Taken back from a ledger account' }}</td>
          <td class="num">{{ figures(cents(Math.abs(paid - ours)), { sign }) }}</td>
        </tr>
      </tbody>
    </table>
    <v-select
      v-model="ledgerId"
      v-first
      :items="choices"
      label="Ledger account for the difference"
      :error-messages="at('ledger')"
      data-test="accept-ledger"
    />
    <v-text-field
      v-model="text"
      label="Description"
      maxlength="80"
      :error-messages="at('text')"
      data-test="accept-text"
    />
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
    <div class="row">
      <v-btn
        type="submit"
        color="primary"
        variant="flat"
        :disabled="!ledgerId || !text.trim()"
        :loading="busy"
        data-test="accept-go"
        >Accept and mark as paid</v-btn
      >
      <v-btn variant="text" @click="emit('leave')">Cancel</v-btn>
    </div>
  </v-form>
</template>

<style scoped>
.accept {
  display: grid;
  gap: var(--space-3);
}
</style>
