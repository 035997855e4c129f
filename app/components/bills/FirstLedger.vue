<script setup lang="ts">
import { blankFormLine, type FormLine } from '#core/bills/formLines'
import { formOf } from '#core/payees/savePayee'
import type { Payee } from '#core/payees/payee'
import { useOffice } from '~/stores/office'
import type { Id } from '#core/base/id'

/**
 * Where a bill goes whose payee has no usual ledger account: chosen beside the amount, and kept as the usual one
 * where the person says so.
 */
const props = defineProps<{
  payee: Payee
  choices: readonly { readonly title: string; readonly value: Id<'ledger'> }[]
  faults: readonly string[]
}>()
const lines = defineModel<FormLine[]>({ required: true })
const office = useOffice()
const { busy, fault, succeeded } = useAct()
const chosen = computed(() => lines.value[0]?.ledgerId ?? null)
const title = computed(() => props.choices.find(c => c.value === chosen.value)?.title ?? '')
function choose(ledgerId: Id<'ledger'> | null): void {
  lines.value = ledgerId ? [{ ...blankFormLine(), ledgerId }] : []
}
async function makeUsual(): Promise<void> {
  if (!chosen.value) return
  const { id, companyId, name } = props.payee
  const from = formOf(props.payee)
  const to = { ...from, split: [{ ledgerId: chosen.value, weight: 1 }] }
  if (await succeeded('savePayee', { id, companyId, from, to }))
    office.said = `Bills from ${name} now go to ${title.value} by default.`
}
</script>

<template>
  <div class="first" data-field="lines" data-test="first-ledger">
    <v-select
      :model-value="chosen"
      :items="choices"
      label="Ledger account"
      :hint="`${payee.name} has no default ledger account yet`"
      persistent-hint
      :error-messages="fault ? [fault] : [...faults]"
      @update:model-value="choose"
    />
    <v-btn
      v-if="chosen"
      size="small"
      variant="text"
      :loading="busy"
      data-test="make-usual"
      @click="makeUsual()"
      >Make it the default for {{ payee.name }}</v-btn
    >
  </div>
</template>

<style scoped>
.first {
  margin-bottom: 10px;
}
</style>
