<script setup lang="ts">
import { parseAmount } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Company } from '#core/payables/account'
import { useOffice } from '~/stores/office'

/** The amount above which a bill of the company waits for a second person; blank: none does. */
const props = defineProps<{ company: Company; sign: string }>()
const office = useOffice()
const { busy, fault, did } = useAct()
const now = computed(() => props.company.payables?.secondAbove ?? null)
const typed = ref('')
watch(
  now,
  limit => {
    typed.value = limit === null ? '' : figures(limit)
  },
  { immediate: true },
)
const read = computed(() => (typed.value.trim() ? parseAmount(typed.value, 'limit') : undefined))
const wrong = computed(() => (read.value && !read.value.ok ? read.value.refusal.text : fault.value))
async function keep() {
  if (busy.value || (read.value && !read.value.ok)) return
  const secondAbove = read.value?.ok ? read.value.value : null
  if (!(await did('keepBillLimit', { companyId: props.company.id, secondAbove }))) return
  office.said =
    secondAbove === null
      ? 'No second person is wanted any more.'
      : `Bills above ${figures(secondAbove, { sign: props.sign })} wait for a second person.`
}
</script>

<template>
  <details class="limit">
    <summary>
      {{
        now === null
          ? 'No bill waits for a second person'
          : `Above ${figures(now, { sign })} a bill waits for a second person`
      }}
    </summary>
    <v-form class="row" @submit.prevent="keep()">
      <v-text-field
        v-model="typed"
        label="A second person says yes above"
        placeholder="never"
        :prefix="sign"
        density="compact"
        inputmode="decimal"
        autocomplete="off"
        :error-messages="wrong ? [wrong] : []"
        hide-details="auto"
        data-test="limit"
      />
      <v-btn type="submit" size="small" :loading="busy">Set the limit</v-btn>
    </v-form>
  </details>
</template>

<style scoped>
.limit {
  font-size: 12.5px;
  margin-top: 8px;
}
.row {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 0 2px;
  max-width: 460px;
}
</style>
