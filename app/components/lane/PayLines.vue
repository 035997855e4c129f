<script setup lang="ts">
import type { Id } from '#core/base/id'
import type { Cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { blankPayLine, type PayFormLine } from '#core/payments/payForm'

/** What was earned and deducted: the amount of the check follows from it. */
defineProps<{
  net: Cents | undefined
  sign: string
  faults: readonly string[]
  /** Where a deduction can be withheld to; none: nobody is asked. */
  choices: readonly { readonly title: string; readonly value: Id<'ledger'> }[]
}>()
const lines = defineModel<PayFormLine[]>({ required: true })
const kinds = [
  { kind: 'earning', title: 'Earnings', add: 'Add earning' },
  { kind: 'deduction', title: 'Deductions', add: 'Add deduction' },
] as const
const add = (kind: PayFormLine['kind']): void => {
  lines.value = [...lines.value, blankPayLine(kind)]
}
const out = (line: PayFormLine): void => {
  lines.value = lines.value.filter(l => l !== line)
}
</script>

<template>
  <FormPart title="Pay" class="pay" data-field="pay" data-test="pay">
    <table v-for="of in kinds" :key="of.kind" class="plain">
      <thead>
        <tr>
          <th scope="col" class="name">{{ of.title }}</th>
          <th scope="col" class="num">This pay</th>
          <th scope="col" class="num">Year to date</th>
          <th scope="col"><span class="d-sr-only">Remove</span></th>
        </tr>
      </thead>
      <tbody v-for="(line, i) in lines.filter(l => l.kind === of.kind)" :key="i">
        <tr>
          <td>
            <input
              v-model="line.name"
              class="typed"
              maxlength="40"
              :aria-label="`${of.title}, line ${i + 1}`"
            />
          </td>
          <td>
            <input
              v-model="line.now"
              class="typed num"
              inputmode="decimal"
              :aria-label="`${of.title} this pay, line ${i + 1}`"
            />
          </td>
          <td>
            <input
              v-model="line.yearToDate"
              class="typed num"
              inputmode="decimal"
              placeholder="calculated"
              :aria-label="`${of.title} this year, line ${i + 1}`"
            />
          </td>
          <td class="out">
            <v-btn
              size="x-small"
              variant="text"
              :aria-label="`Remove ${line.name || 'this line'}`"
              @click="out(line)"
              >Remove</v-btn
            >
          </td>
        </tr>
        <tr v-if="of.kind === 'deduction' && choices.length">
          <td colspan="4">
            <v-select
              v-model="line.ledgerId"
              :items="choices"
              :label="`Ledger account for ${line.name || 'deduction'}`"
              hide-details
              data-test="withheld-to"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="faults.length" class="text-error small" role="alert">{{ faults[0] }}</p>
    <div class="row">
      <v-btn v-for="of in kinds" :key="of.kind" size="small" variant="text" @click="add(of.kind)">{{
        of.add
      }}</v-btn>
      <v-btn size="small" variant="text" @click="lines = []">Remove pay</v-btn>
      <strong v-if="net !== undefined" class="net" data-test="net-pay"
        >Net {{ figures(net, { sign }) }}</strong
      >
    </div>
  </FormPart>
</template>

<style scoped>
.pay td,
.pay th {
  padding: 4px 3px !important;
}
.typed {
  width: 100%;
  min-width: 78px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
  border-radius: 4px;
  padding: 3px 4px;
  min-height: 28px;
  color: inherit;
  background: transparent;
}
.name {
  width: 34%;
}
.out {
  width: 44px;
}
.small {
  font-size: var(--text-small);
}
.row {
  margin-top: 6px;
}
.net {
  margin-left: auto;
}
</style>
