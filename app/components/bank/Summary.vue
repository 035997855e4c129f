<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { dayText, spelledDay } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { cents, sum } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { useStatement } from '~/composables/bank/useStatement'
import { saveReconciliation } from '~/data/bank/bankPapers'
import type { AccountView } from '~/data/accounts/accountReads'

/** The open statement beside the books, as of its last day; it closes when they agree. */
const props = defineProps<{ bank: ReturnType<typeof useStatement>; view: AccountView }>()
const emit = defineEmits<{ look: [lineId: string] }>()
const { state, clues, throughText, balanceText, through, balance, stated, busy, fault, refusal } = props.bank
const statement = computed(() => props.bank.view.value?.statement)
const sign = computed(() => props.view.account.currency.sign)
const dayFirst = computed(() => dayFirstIn(props.view.account.country))
const money = (n: number): string => figures(cents(n), { sign: sign.value })
const rows = computed(() => {
  const [of, s] = [state.value, statement.value]
  if (!of || !s) return []
  const out = of.outstanding.filter(o => o.amount < 0)
  const inTransit = of.outstanding.filter(o => o.amount > 0)
  return [
    { name: `Opening, ${dayText(s.from)}`, amount: money(s.opening) },
    { name: 'Money in', amount: money(of.moneyIn) },
    { name: 'Money out', amount: money(of.moneyOut) },
    { name: 'Bank balance', amount: money(of.bank), isSum: true },
    {
      name: `Outstanding, ${out.length}`,
      amount: money(sum(out.map(o => o.amount))),
    },
    {
      name: `On its way in, ${inTransit.length}`,
      amount: money(sum(inTransit.map(o => o.amount))),
    },
    { name: 'Once all is through', amount: money(of.adjusted), isSum: true },
    { name: 'Books', amount: money(of.book), isSum: true },
  ]
})
const difference = computed(() => state.value?.difference ?? 0)
const balanceFaults = computed(() => {
  if (refusal.value?.field === 'balance') return [refusal.value.text]
  return balanceText.value.trim() && !balance.value.ok ? [balance.value.refusal.text] : []
})
const isReady = computed(
  () => through.value.ok && balance.value.ok && state.value !== undefined && difference.value === 0,
)
async function close() {
  if (await props.bank.close()) focusNextHere()
}
</script>

<template>
  <v-card v-if="statement" class="summary" data-test="bank-summary">
    <dl class="figures">
      <div v-for="row in rows" :key="row.name" :class="{ sum: row.isSum }">
        <dt>{{ row.name }}</dt>
        <dd>{{ row.amount }}</dd>
      </div>
      <div v-if="state" class="sum" :class="difference === 0 ? 'agrees' : 'text-error'">
        <dt>Difference</dt>
        <dd data-test="bank-difference">{{ money(difference) }}</dd>
      </div>
    </dl>
    <ul v-if="clues.length" class="clues" data-test="bank-clues">
      <li v-for="clue in clues" :key="clue.text + clue.lineId">
        {{ clue.text }}
        <v-btn v-if="clue.lineId" size="x-small" variant="text" @click="emit('look', clue.lineId)"
          >Show it</v-btn
        >
      </li>
    </ul>
    <v-form class="close" @submit.prevent="isReady && close()">
      <v-text-field
        v-model="throughText"
        label="Through"
        :placeholder="through.ok ? dayText(through.value) : ''"
        persistent-placeholder
        autocomplete="off"
        :hint="through.ok ? spelledDay(through.value, dayFirst) : ''"
        persistent-hint
        :error-messages="through.ok ? bank.at('through') : [through.refusal.text]"
        data-test="close-through"
      />
      <v-text-field
        v-model="balanceText"
        label="Bank’s balance that day"
        inputmode="decimal"
        :prefix="sign"
        :placeholder="stated === undefined ? '' : figures(stated)"
        persistent-placeholder
        autocomplete="off"
        :hint="stated === undefined ? '' : 'as the file states it'"
        persistent-hint
        :error-messages="balanceFaults"
        data-test="close-balance"
      />
      <v-btn
        type="submit"
        color="primary"
        variant="flat"
        :disabled="!isReady"
        :loading="busy"
        data-test="close-statement"
        >Close statement</v-btn
      >
      <v-btn
        v-if="state"
        variant="text"
        size="small"
        data-test="save-reconciliation"
        @click="saveReconciliation(view, statement, state)"
        >Save as PDF</v-btn
      >
    </v-form>
    <p
      v-if="fault && refusal?.field !== 'balance' && refusal?.field !== 'line'"
      class="text-error"
      role="alert"
    >
      {{ fault }}
    </p>
    <details v-if="statement.files.length">
      <summary>{{ howMany(statement.files.length, 'file') }} imported</summary>
      <p v-for="file in statement.files" :key="file.id" class="file">
        {{ file.name }}, {{ dayText(file.from) }} to {{ dayText(file.through) }},
        {{ howMany(file.lines, 'line') }}
        <v-btn
          size="x-small"
          variant="text"
          :aria-label="`Undo the import of ${file.name}`"
          @click="bank.undoFile(file.id)"
          >Undo</v-btn
        >
      </p>
    </details>
  </v-card>
</template>

<style scoped>
.summary {
  padding: 12px 14px;
  display: grid;
  gap: var(--space-3);
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(5.75rem, 1fr));
  gap: var(--space-2) var(--space-3);
}
.figures > div {
  display: grid;
  grid-template-rows: 1fr auto;
}
dt {
  font-size: var(--text-small);
  color: rgb(var(--v-theme-secondary));
}
.sum dd {
  font-weight: 600;
}
.agrees {
  color: rgb(var(--v-theme-success));
}
.clues {
  padding-left: 18px;
  font-size: var(--text-small);
}
.close {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  align-items: start;
}
.close .v-text-field {
  flex: 0 1 230px;
  min-width: min(200px, 100%);
}
.file {
  font-size: var(--text-small);
}
</style>
