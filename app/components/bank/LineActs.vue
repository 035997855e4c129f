<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Suggestion } from '#core/bank/suggest'
import type { useStatement } from '~/composables/bank/useStatement'
import { saveBankLetter } from '~/data/bank/bankPapers'
import type { SeenLine } from '~/data/bank/bankReads'
import { momentText } from '~/data/office/office'
import type { AccountView } from '~/data/accounts/accountReads'

/** One line of the bank: what it says, what is wrong with it, and what can be done. */
const props = defineProps<{ bank: ReturnType<typeof useStatement>; seen: SeenLine; view: AccountView }>()
const { busy, fault, refusal } = props.bank
const sign = computed(() => props.view.account.currency.sign)
const line = computed(() => props.seen.line)
const money = computed(() => figures(cents(Math.abs(line.value.amount)), { sign: sign.value }))
const asked = ref<'enter' | 'accept' | 'note' | ''>('')
const note = ref('')
const matchText = computed(() => props.bank.view.value?.matches.get(line.value.id) ?? '')
/** A check of ours that is issued, and whose payment may be accepted as the bank made it. */
const isOurCheck = computed(() => props.seen.row?.fate === 'issued' && props.seen.row.check !== null)
const isSameAmount = computed(() => props.seen.row?.check?.amount === -line.value.amount)
function ask(what: typeof asked.value) {
  asked.value = what
  note.value = line.value.note ?? ''
}
watch(
  () => props.seen.id,
  () => (asked.value = ''),
)
const match = (s: Suggestion) =>
  props.bank.match([{ lineId: line.value.id, to: s.match }], `Matched: ${s.text}.`)
async function matchCheck() {
  const { row } = props.seen
  if (!row?.check) return
  const to = { kind: 'check', numberId: row.id, paymentId: row.check.paymentId } as const
  await props.bank.match([{ lineId: line.value.id, to }], `Check ${row.number} is paid.`)
}
async function report() {
  await saveBankLetter(props.view, line.value, props.seen.reason?.text ?? '')
  await props.bank.note(line.value.id, line.value.note ?? '', true)
}
async function keepNote() {
  if (await props.bank.note(line.value.id, note.value, false)) asked.value = ''
}
const daysText = (s: Suggestion): string =>
  s.days === 0 ? 'same day' : s.days === 1 ? '1 day apart' : `${s.days} days apart`
</script>

<template>
  <div class="line" data-test="bank-line">
    <h2>{{ money }} {{ line.amount > 0 ? 'in' : 'out' }}</h2>
    <dl class="facts">
      <dt>Bank’s date</dt>
      <dd>{{ dayText(line.date) }}</dd>
      <template v-if="line.number !== undefined">
        <dt>Check number</dt>
        <dd>
          <NuxtLink
            v-if="seen.row"
            :to="`/books/${encodeURIComponent(seen.row.bookId)}?number=${line.number}`"
            >{{ line.number }}</NuxtLink><template v-else>{{ line.number }}</template>
        </dd>
      </template>
      <dt>Text</dt>
      <dd>{{ line.text }}</dd>
      <template v-if="line.payee">
        <dt>Payee</dt>
        <dd>{{ line.payee }}</dd>
      </template>
      <template v-if="line.reference">
        <dt>Reference</dt>
        <dd>{{ line.reference }}</dd>
      </template>
    </dl>
    <template v-if="line.match">
      <p>
        Matched with <strong>{{ matchText }}</strong>.
      </p>
      <div><v-btn :loading="busy" data-test="undo-match" @click="bank.undo(line.id)">Undo match</v-btn></div>
    </template>
    <template v-else>
      <p v-if="seen.reason" class="reason" data-test="bank-reason">{{ seen.reason.text }}</p>
      <p v-if="line.reported" class="quiet">
        Reported to the bank by {{ line.reported.by }}, {{ momentText(line.reported.at) }}.
      </p>
      <p v-if="line.note" class="quiet">Note: {{ line.note }}</p>
      <template v-if="seen.suggestions.length">
        <h3>May be</h3>
        <div v-for="s in seen.suggestions.slice(0, 8)" :key="JSON.stringify(s.match)" class="row">
          <span class="grow"
            >{{ s.text }} <span class="quiet">{{ daysText(s) }}</span></span
          >
          <v-btn size="small" :disabled="busy" data-test="match" @click="match(s)">Match</v-btn>
        </div>
      </template>
      <p v-if="fault && refusal?.field === 'line'" class="text-error" role="alert">{{ fault }}</p>
      <div v-if="asked === ''" class="acts">
        <v-btn v-if="isOurCheck && isSameAmount" size="small" data-test="act-match" @click="matchCheck()"
          >Mark check {{ line.number }} as paid</v-btn
        >
        <v-btn
          v-if="isOurCheck && !isSameAmount && line.amount < 0"
          size="small"
          data-test="act-accept"
          @click="ask('accept')"
          >Accept the bank’s amount</v-btn
        >
        <v-btn size="small" data-test="act-enter" @click="ask('enter')">Enter in the register</v-btn>
        <v-btn size="small" data-test="act-report" @click="report()">Letter to the bank</v-btn>
        <v-btn size="small" data-test="act-note" @click="ask('note')">Leave open with a note</v-btn>
      </div>
      <BankEnterFromLine
        v-else-if="asked === 'enter'"
        :key="`enter ${line.id}`"
        :view="view"
        :line="line"
        @done="asked = ''"
        @leave="asked = ''"
      />
      <BankAcceptAmount
        v-else-if="asked === 'accept' && seen.row"
        :key="`accept ${line.id}`"
        :view="view"
        :line="line"
        :row="seen.row"
        @done="asked = ''"
        @leave="asked = ''"
      />
      <v-form v-else class="row" @submit.prevent="keepNote()">
        <v-text-field v-model="note" v-first label="Note" maxlength="200" data-test="line-note" />
        <v-btn type="submit" :loading="busy">Save note</v-btn>
        <v-btn variant="text" @click="asked = ''">Cancel</v-btn>
      </v-form>
    </template>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  gap: var(--space-3);
}
.reason {
  padding: 8px 12px;
  border-left: 3px solid rgb(var(--v-theme-warning));
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
}
.grow {
  flex: 1;
  min-width: 0;
}
</style>
