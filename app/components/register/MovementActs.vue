<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { dayText, spelledDay, typedDate } from '#core/base/dates'
import { figures } from '#core/money/figures'
import { movementKinds, type Movement } from '#core/bank/movement'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday } from '~/stores/office'

/** Money that moved without a check: what it was, where it is with the bank, and taking it back. */
const props = defineProps<{ movement: Movement; view: AccountView }>()
const { busy, fault, succeeded, at, clear } = useAct()
const sign = computed(() => props.view.account.currency.sign)
const states = {
  open: 'Not on a bank statement yet.',
  cleared: 'Matched with a bank line.',
  before: 'On a statement from before statements were begun here.',
  reversed: 'Reversed.',
}
const isAsking = ref(false)
const [why, dateText] = [ref(''), ref('')]
const dayFirst = computed(() => dayFirstIn(props.view.account.country))
const date = computed(() => typedDate(dateText.value, localToday(), dayFirst.value, 'back'))
const isOwn = computed(() => !props.movement.paymentId && !props.movement.billId)
function ask() {
  clear()
  why.value = dateText.value = ''
  isAsking.value = true
}
async function go() {
  if (!date.value.ok) return
  const input = { movementId: props.movement.id, why: why.value, date: date.value.value }
  if (await succeeded('reverseMovement', input, `Reversed ${props.movement.text}.`)) isAsking.value = false
}
</script>

<template>
  <div class="movement" data-test="movement">
    <h2>{{ movementKinds[movement.kind].title }}</h2>
    <dl class="facts">
      <dt>Date</dt>
      <dd>{{ dayText(movement.date) }}</dd>
      <dt>Amount</dt>
      <dd>{{ figures(movement.amount, { sign }) }}</dd>
      <dt>Description</dt>
      <dd>{{ movement.text }}</dd>
      <template v-if="movement.party">
        <dt>{{ movement.amount > 0 ? 'From' : 'To' }}</dt>
        <dd>{{ movement.party }}</dd>
      </template>
      <template v-if="movement.reference">
        <dt>Reference</dt>
        <dd>{{ movement.reference }}</dd>
      </template>
    </dl>
    <p>{{ states[movement.state] }} {{ movement.why }}</p>
    <div v-if="movement.state === 'open' && isOwn">
      <v-btn size="small" data-test="reverse" @click="ask()">Reverse</v-btn>
    </div>
    <AskDialog
      v-model="isAsking"
      :title="`Reverse ${movement.text}`"
      verb="Reverse"
      :ready="why.trim() !== '' && date.ok"
      :busy="busy"
      :fault="fault"
      danger
      @go="go()"
    >
      <p>An entry the other way round takes it back. Both stay in the ledger.</p>
      <v-text-field
        v-model="why"
        v-first
        label="Reason"
        maxlength="80"
        :error-messages="at('why')"
        data-test="reverse-why"
      />
      <v-text-field
        v-model="dateText"
        label="Reversal date"
        placeholder="today"
        autocomplete="off"
        :hint="date.ok ? spelledDay(date.value, dayFirst) : ''"
        persistent-hint
        :error-messages="date.ok ? at('date') : [date.refusal.text]"
      />
    </AskDialog>
  </div>
</template>

<style scoped>
.movement {
  display: grid;
  gap: var(--space-3);
}
</style>
