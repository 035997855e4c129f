<script setup lang="ts">
import { paying } from '#core/ledger/balances'
import { cents } from '#core/money/cents'
import { readBalances } from '~/data/accounts/balances'
import type { AccountView } from '~/data/accounts/accountReads'

/** Money that came in or went out without a check: a deposit, a fee, a transfer, a correction. */
const props = defineProps<{ view: AccountView }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const form = useMovementForm(
  computed(() => props.view),
  ref(undefined),
)
const { busy, fault, read, sign } = form
const balances = useLive(
  () => readBalances(props.view.account),
  () => props.view.account.id,
)
const then = computed(() => balances.value && paying(balances.value, cents(-(read.value.signed ?? 0))))
async function go() {
  if (await form.enterIt()) emit('done')
}
</script>

<template>
  <AskDialog
    :model-value="true"
    :title="`Enter money in or out of ${view.account.name}`"
    verb="Enter"
    :ready="read.isReady"
    :busy="busy"
    :fault="fault"
    @go="go"
    @update:model-value="emit('leave')"
  >
    <p>A deposit, a bank fee, a transfer or a correction. Checks are drawn in the lane.</p>
    <BankMovementFields :form="form" />
    <BalanceTable v-if="balances && then" :before="balances" :after="then" :sign="sign" />
  </AskDialog>
</template>
