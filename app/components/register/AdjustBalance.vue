<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { readTypedDate, spelledDay } from '#core/base/dates'
import { idOf } from '#core/base/id'
import { paying } from '#core/ledger/balances'
import { cents, parseAmount, payable } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { readBalances, type AccountView } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'

/** Money that came in or went out without a check: a dated entry with a ledger account and a reason. */
const props = defineProps<{ view: AccountView }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const office = useOffice()
const { behind } = useClock()
const { busy, fault, succeeded, at } = useAct()
const { choices } = useCompanyLedgers(computed(() => props.view.company))
const balances = useLive(
  () => readBalances(props.view.account),
  () => props.view.account.id,
)
const [way, dateText, amountText, why] = [ref<'in' | 'out'>('in'), ref(''), ref(''), ref('')]
const ledgerId = ref<string | null>(null)
/** One key for this form: it is entered once, however often it is pressed. */
const id = idOf<'entry'>(crypto.randomUUID())
const dayFirst = dayFirstIn(props.view.account.country)
const sign = computed(() => props.view.account.currency.sign)
const date = computed(() =>
  readTypedDate(
    dateText.value,
    { today: localToday(), dayFirst, clockBehind: behind.value !== undefined },
    'back',
  ),
)
const amount = computed(() => {
  const read = parseAmount(amountText.value)
  return read.ok ? payable(read.value) : read
})
const signed = computed(() =>
  amount.value.ok ? cents(way.value === 'in' ? amount.value.value : -amount.value.value) : undefined,
)
const then = computed(() => balances.value && paying(balances.value, cents(-(signed.value ?? 0))))
const ready = computed(
  () => date.value.ok && signed.value !== undefined && ledgerId.value !== null && why.value.trim() !== '',
)
const faultsOf = (text: string, read: typeof date.value | typeof amount.value, field: string): string[] =>
  text.trim() && !read.ok ? [read.refusal.text] : at(field)
async function go() {
  if (!date.value.ok || signed.value === undefined || !ledgerId.value) return
  const done = await succeeded('adjustBalance', {
    ...{ accountId: props.view.account.id, id, date: date.value.value, amount: signed.value },
    ...{ ledgerId: idOf<'ledger'>(ledgerId.value), why: why.value },
  })
  if (!done) return
  office.said = `Adjusted the balance of ${props.view.account.name} by ${figures(signed.value, { sign: sign.value })}.`
  emit('done')
}
</script>

<template>
  <AskDialog
    :model-value="true"
    :title="`Adjust balance of ${view.account.name}`"
    verb="Adjust balance"
    :ready="ready"
    :busy="busy"
    :fault="fault"
    @go="go"
    @update:model-value="emit('leave')"
  >
    <p>Record a deposit, a bank fee or a correction. Checks are not recorded here.</p>
    <v-radio-group v-model="way" inline hide-details density="compact" label="Direction">
      <v-radio value="in" label="Money in" />
      <v-radio value="out" label="Money out" data-test="adjust-out" />
    </v-radio-group>
    <div class="two">
      <v-text-field
        v-model="amountText"
        v-first
        label="Amount"
        inputmode="decimal"
        :prefix="sign"
        autocomplete="off"
        :error-messages="faultsOf(amountText, amount, 'amount')"
        data-test="adjust-amount"
      />
      <v-text-field
        v-model="dateText"
        label="Date"
        placeholder="today"
        autocomplete="off"
        :hint="date.ok ? spelledDay(date.value, dayFirst) : ''"
        persistent-hint
        :error-messages="faultsOf(dateText, date, 'date')"
        data-test="adjust-date"
      />
    </div>
    <v-select
      v-model="ledgerId"
      :items="choices"
      :label="way === 'in' ? 'Ledger account the money comes from' : 'Ledger account the money goes to'"
      :error-messages="at('ledger')"
      data-test="adjust-ledger"
    />
    <v-text-field
      v-model="why"
      label="Description"
      maxlength="80"
      :error-messages="at('why')"
      data-test="adjust-why"
    />
    <BalanceTable v-if="balances && then" :before="balances" :after="then" :sign="sign" />
  </AskDialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1.25fr;
  gap: var(--space-3);
}
</style>
