<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { spelledDay, typedDate } from '#core/base/dates'
import { parseAmount } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { ReadAccount } from '#core/bank/read/bankFile'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday } from '~/stores/office'

/** Where the statements of an account begin: the first day, and the bank's balance before it. */
const props = defineProps<{ view: AccountView; part: ReadAccount | undefined }>()
const { busy, fault, succeeded, at } = useAct()
const [fromText, openingText] = [ref(''), ref('')]
const dayFirst = computed(() => dayFirstIn(props.view.account.country))
const sign = computed(() => props.view.account.currency.sign)
const from = computed(() => typedDate(fromText.value, localToday(), dayFirst.value, 'back'))
const opening = computed(() => parseAmount(openingText.value, 'opening'))
// A file that was given first says where to begin.
watch(
  () => props.part,
  part => {
    if (part?.from && !fromText.value) fromText.value = part.from
    if (part?.opening && !openingText.value) openingText.value = figures(part.opening.amount)
  },
  { immediate: true },
)
const faultsOf = (text: string, read: typeof from.value | typeof opening.value, field: string): string[] =>
  text.trim() && !read.ok ? [read.refusal.text] : at(field)
const isReady = computed(() => fromText.value.trim() !== '' && from.value.ok && opening.value.ok)
async function begin() {
  if (!isReady.value || !from.value.ok || !opening.value.ok) return
  const input = {
    ...{ accountId: props.view.account.id, from: from.value.value, opening: opening.value.value },
  }
  if (await succeeded('beginStatements', input, 'Statements begun.')) focusNextHere()
}
</script>

<template>
  <v-card class="begin" data-test="bank-begin">
    <h2>Begin with your first statement</h2>
    <p class="quiet">
      Enter the first day of that statement and the bank’s balance before it. Checks that are still
      outstanding stay outstanding. Everything else before that day counts as on an earlier statement.
    </p>
    <v-form class="field-row" @submit.prevent="begin()">
      <v-text-field
        v-model="fromText"
        v-first
        label="First day"
        autocomplete="off"
        :hint="fromText.trim() && from.ok ? spelledDay(from.value, dayFirst) : ''"
        persistent-hint
        :error-messages="faultsOf(fromText, from, 'from')"
        class="wide-field"
        data-test="begin-from"
      />
      <v-text-field
        v-model="openingText"
        label="Bank’s balance before that day"
        inputmode="decimal"
        :prefix="sign"
        autocomplete="off"
        :error-messages="faultsOf(openingText, opening, 'opening')"
        class="wide-field"
        data-test="begin-opening"
      />
      <v-btn
        type="submit"
        color="primary"
        variant="flat"
        :disabled="!isReady"
        :loading="busy"
        data-test="begin-go"
        >Begin statements</v-btn
      >
    </v-form>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
  </v-card>
</template>

<style scoped>
.begin {
  padding: 14px 18px;
  display: grid;
  gap: var(--space-3);
}
</style>
