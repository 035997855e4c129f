<script setup lang="ts">
import { dayText, type PlainDate } from '#core/base/dates'
import { cents, parseAmount } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Allocation } from '#core/bills/allocation'
import { discountOn, open, type Bill } from '#core/bills/bill'
import { isPayableNow, whollyOn } from '#core/bills/openBills'

/** The open bills of the payee that is drawn to: which are paid, how much of each, and with what discount. */
const props = defineProps<{
  bills: readonly Bill[]
  modelValue: readonly Allocation[]
  day: PlainDate | undefined
  sign: string
  faults: readonly string[]
  /** What this is instead, where none of them is paid; not asked where it is not told. */
  apart?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [bills: Allocation[]]; apart: [why: string] }>()
const reasons = ['paid in advance', 'not on a bill'] as const
const partOf = (b: Bill) => props.modelValue.find(a => a.billId === b.id)
const discountFor = (b: Bill) => (props.day ? discountOn(b, props.day) : cents(0))
const wholly = (b: Bill): Allocation => whollyOn(b, props.day)
const rest = (b: Bill): Allocation[] => props.modelValue.filter(a => a.billId !== b.id)
const toggle = (b: Bill): void => emit('update:modelValue', partOf(b) ? rest(b) : [...rest(b), wholly(b)])
const all = (): void => emit('update:modelValue', props.bills.filter(isPayableNow).map(wholly))
/** A part as it is typed: what is less than all has no discount. */
function takePart(b: Bill, text: string): void {
  const typed = parseAmount(text)
  const before = partOf(b)
  if (!typed.ok || !before || typed.value === before.amount) return
  emit('update:modelValue', [...rest(b), { billId: b.id, amount: typed.value, discount: cents(0) }])
}
</script>

<template>
  <FormPart title="Open bills" class="bills" data-field="bills">
    <table class="plain" data-test="open-bills">
      <thead>
        <tr>
          <th scope="col"><span class="d-sr-only">Pay</span></th>
          <th scope="col">Bill</th>
          <th scope="col" class="num">Open</th>
          <th scope="col" class="num">Paid now</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="b in bills" :key="b.id" :class="{ greyed: !isPayableNow(b) }">
          <td class="tick">
            <input
              type="checkbox"
              :checked="partOf(b) !== undefined"
              :disabled="!isPayableNow(b) && !partOf(b)"
              :aria-label="`Pay bill ${b.number}, ${figures(open(b))}`"
              @change="toggle(b)"
            />
          </td>
          <td>
            {{ b.number }}
            <span class="quiet small">
              {{
                b.hold
                  ? `${b.hold.kind}: ${b.hold.why}`
                  : open(b) === 0
                    ? 'in the lane'
                    : `due ${dayText(b.due)}`
              }}<template v-if="isPayableNow(b) && discountFor(b)"
                >, less {{ figures(discountFor(b)) }} until {{ dayText(b.discount!.until) }}</template
              >
            </span>
          </td>
          <td class="num">{{ figures(open(b)) }}</td>
          <td class="part">
            <input
              v-if="partOf(b)"
              class="typed num"
              :value="figures(partOf(b)!.amount)"
              inputmode="decimal"
              :aria-label="`Amount paid on bill ${b.number}`"
              @change="takePart(b, ($event.target as HTMLInputElement).value)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="faults.length" class="text-error small" role="alert">{{ faults[0] }}</p>
    <div class="row">
      <v-btn size="small" :disabled="!bills.some(isPayableNow)" data-test="pay-all" @click="all()"
        >Pay all of them</v-btn
      >
      <template v-if="!modelValue.length && apart !== undefined && bills.some(isPayableNow)">
        <v-btn
          v-for="why in reasons"
          :key="why"
          size="small"
          variant="text"
          :aria-pressed="apart === why"
          :class="{ said: apart === why }"
          @click="emit('apart', apart === why ? '' : why)"
          >This payment is: {{ why }}</v-btn
        >
      </template>
    </div>
  </FormPart>
</template>

<style scoped>
.bills :is(td, th) {
  padding: 4px 6px !important;
}
.tick {
  width: 28px;
}
.part {
  width: 100px;
}
.typed {
  width: 100%;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
  border-radius: 4px;
  padding: 2px 6px;
  min-height: 24px;
  font-weight: 600;
  color: inherit;
  background: transparent;
}
.small {
  display: block;
  font-size: var(--text-tiny);
}
.greyed td {
  color: rgb(var(--v-theme-secondary));
}
.row {
  margin-top: 8px;
  align-items: stretch;
}
.said {
  background: rgba(var(--v-theme-primary), 0.13);
}
input[type='checkbox'] {
  width: 16px;
  height: 16px;
  accent-color: rgb(var(--v-theme-primary));
  vertical-align: middle;
}
/* In a narrow window the amount that is typed has its place before the white around it. */
@media (max-width: 480px) {
  .bills :is(td, th) {
    padding: 4px 2px !important;
  }
  .tick {
    width: 20px;
  }
  .part {
    width: 70px;
  }
}
</style>
