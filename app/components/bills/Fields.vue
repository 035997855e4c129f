<script setup lang="ts">
import { dayText } from '#core/base/dates'
import type { Id } from '#core/base/id'
import type { Refusal } from '#core/base/result'
import { figures } from '#core/money/figures'
import type { BillField, BillForm, BillRead } from '#core/bills/billForm'
import type { Bill } from '#core/bills/bill'
import { blankFormLine, formLinesOf } from '#core/bills/formLines'
import type { Payee } from '#core/payees/payee'

/** The fields of a bill: what is typed for each in the usual case, and the rest behind “More”. */
const props = defineProps<{
  payees: readonly Payee[]
  choices: readonly { readonly title: string; readonly value: Id<'ledger'> }[]
  read: BillRead
  faults: (field: BillField) => string[]
  hints: Readonly<Record<'payee' | 'date' | 'due' | 'amount' | 'discount' | 'waits', string>>
  namesakes: { readonly same: readonly Bill[]; readonly like: readonly Bill[] } | undefined
  sign: string
  /** Whether ledger accounts are asked for. */
  places: boolean
}>()
const form = defineModel<BillForm>({ required: true })
const more = ref(false)
/** The payee has no usual ledger account, and nothing is told of where it goes but one for all of it. */
const asksLedger = computed(() => {
  const [line, ...others] = form.value.lines
  const isWhole = !line || (!others.length && !line.amount && !line.memo && !line.tag)
  return props.places && props.read.payee !== undefined && !props.read.payee.split.length && isWhole
})
const needsMore = computed(() =>
  (['due', 'discount', 'until', 'memo', 'purchaseOrder', 'lines'] as const).some(
    f => props.faults(f).length > 0 && !(f === 'lines' && asksLedger.value),
  ),
)
const open = computed(
  () => more.value || needsMore.value || (form.value.lines.length > 0 && !asksLedger.value),
)
function addLine() {
  const lines = form.value.lines.length ? form.value.lines : placed()
  form.value.lines = [...lines, blankFormLine()]
}
/** The payee's own shares as lines to be changed. */
const placed = () => (props.read.lines.ok ? formLinesOf(props.read.lines.value, figures) : [])
/** The payee's addresses to choose from: the usual one first. */
const addresses = computed(() => [
  { title: 'the usual one', value: '' },
  ...(props.read.payee?.others ?? []).map(o => ({ title: o.name, value: o.name })),
])
const isUnknown = computed(() => !props.read.payee && form.value.payee.trim().length > 1)
const twice = computed<Refusal | undefined>(() => {
  const [first] = props.namesakes?.same ?? []
  return (
    first && {
      code: 'bill-twice',
      text: `Bill ${first.number} was already entered: ${figures(first.amount, { sign: props.sign })}, dated ${dayText(first.date)}, our number ${first.ourNumber}.`,
    }
  )
})
</script>

<template>
  <div>
    <PayeeField
      v-model="form.payee"
      v-first
      :payees="payees"
      label="Payee, by code or name"
      :faults="faults('payee')"
      :hint="hints.payee"
      data-field="payee"
      data-test="bill-payee"
    />
    <v-text-field
      v-model="form.number"
      label="Bill number"
      maxlength="40"
      autocomplete="off"
      :error-messages="faults('number')"
      data-field="number"
      data-test="bill-number"
    />
    <div class="pair">
      <v-text-field
        v-model="form.date"
        label="Date"
        placeholder="today"
        autocomplete="off"
        :hint="hints.date"
        persistent-hint
        :error-messages="faults('date')"
        data-field="date"
        data-test="bill-date"
      />
      <v-text-field
        v-model="form.amount"
        label="Amount"
        class="amount"
        :prefix="sign"
        inputmode="decimal"
        autocomplete="off"
        :hint="hints.amount"
        persistent-hint
        :error-messages="faults('amount')"
        data-field="amount"
        data-test="bill-amount"
      />
    </div>
    <BillsFirstLedger
      v-if="asksLedger && read.payee"
      v-model="form.lines"
      :payee="read.payee"
      :choices="choices"
      :faults="faults('lines')"
    />
    <!-- Notices come after the fields: nothing lies between one field and the next for Tab. -->
    <p v-if="isUnknown" class="small mb-4">
      <NuxtLink
        :to="`/bills/payee/new?name=${encodeURIComponent(form.payee)}&back=pile`"
        data-test="new-payee"
        >Add “{{ form.payee.trim().slice(0, 40) }}” as a payee</NuxtLink
      >. What you typed here is kept.
    </p>
    <v-alert v-if="twice" type="warning" class="mb-2">
      {{ twice.text }}
      <NuxtLink :to="`/bills?bill=${namesakes?.same[0]?.id}`">View that bill</NuxtLink>
    </v-alert>
    <v-text-field
      v-if="twice || form.again"
      v-model="form.again"
      label="Reason for entering it again"
      maxlength="80"
      :error-messages="faults('again')"
      data-field="again"
      data-test="bill-again"
    />
    <v-alert v-if="namesakes?.like.length" type="info" class="mb-2">
      This looks similar to
      <template v-for="(b, i) in namesakes.like.slice(0, 3)" :key="b.id"
        ><template v-if="i">, </template><NuxtLink :to="`/bills?bill=${b.id}`">{{ b.number }}</NuxtLink> ({{
          figures(b.amount, { sign })
        }}, {{ dayText(b.date) }})</template
      >.
    </v-alert>
    <dl class="follows">
      <div>
        <dt>Due</dt>
        <dd>{{ hints.due }}</dd>
      </div>
      <div>
        <dt>Discount</dt>
        <dd>{{ hints.discount }}</dd>
      </div>
    </dl>
    <p v-if="hints.waits" class="small text-warning mb-2">{{ hints.waits }}.</p>
    <details :open="open" class="more" @toggle="more = ($event.target as HTMLDetailsElement).open">
      <summary>More details</summary>
      <div class="pair">
        <v-text-field
          v-model="form.due"
          label="Due date"
          placeholder="from the payee’s terms"
          autocomplete="off"
          :error-messages="faults('due')"
          data-field="due"
        />
        <v-text-field
          v-model="form.purchaseOrder"
          label="Purchase order"
          maxlength="40"
          :error-messages="faults('purchaseOrder')"
          data-field="purchaseOrder"
        />
        <v-text-field
          v-model="form.discount"
          label="Discount (amount or %)"
          placeholder="from the payee’s terms"
          autocomplete="off"
          :error-messages="faults('discount')"
          data-field="discount"
        />
        <v-text-field
          v-model="form.until"
          label="Discount valid through"
          placeholder="from the payee’s terms"
          autocomplete="off"
          :error-messages="faults('until')"
          data-field="until"
        />
      </div>
      <v-select
        v-if="addresses.length > 1"
        v-model="form.payTo"
        :items="addresses"
        label="Pay to address"
        hide-details
        class="mb-4"
        data-test="bill-pay-to"
      />
      <v-text-field
        v-model="form.memo"
        label="Memo"
        maxlength="80"
        :error-messages="faults('memo')"
        data-field="memo"
        data-test="bill-memo"
      />
      <v-select
        v-model="form.taxForm"
        :items="[
          { title: 'as set for the payee', value: '' },
          { title: 'include on the 1099', value: '1099' },
          { title: 'leave off the 1099', value: 'none' },
        ]"
        label="1099"
        hide-details
        class="mb-4"
      />
      <fieldset v-if="places" class="lines" data-field="lines">
        <legend>Ledger accounts</legend>
        <p v-if="!form.lines.length" class="small quiet">
          <template v-if="read.lines.ok && read.lines.value.length">
            Split as usual for this payee:
            {{
              read.lines.value
                .map(
                  l =>
                    `${choices.find(c => c.value === l.ledgerId)?.title ?? ''} ${figures(l.amount, { sign })}`,
                )
                .join(', ')
            }}.
          </template>
          <template v-else>No ledger account chosen yet.</template>
        </p>
        <LedgerLines v-model="form.lines" :choices="choices" :faults="faults('lines')" />
        <p v-if="form.lines.length" class="small quiet">
          Left to assign: <strong>{{ figures(read.left, { sign }) }}</strong>.
        </p>
        <v-btn size="small" data-test="bill-line" @click="addLine">Add line</v-btn>
      </fieldset>
    </details>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(8.125rem, 1fr));
  gap: var(--space-1) var(--space-3);
}
.amount :deep(input) {
  text-align: right;
  font-weight: 600;
}
.small {
  font-size: var(--text-small);
}
.follows {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-5);
  margin: 4px 2px 12px;
}
dt {
  font-size: var(--text-tiny);
  color: rgb(var(--v-theme-secondary));
}
.more summary {
  cursor: pointer;
  font-size: var(--text-note);
  margin-bottom: 10px;
}
.lines {
  border: 0;
  padding: 0;
  display: grid;
  gap: var(--space-2);
}
.lines legend {
  font-size: var(--text-small);
  color: rgb(var(--v-theme-secondary));
  margin-bottom: 4px;
}
</style>
