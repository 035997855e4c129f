<script setup lang="ts">
import { parseAmount } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Company } from '#core/payables/account'
import { useOffice } from '~/stores/office'

/** How a company keeps its bills: above what amount a second person says yes, and where its books are. */
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
const isOpen = ref(false)
const elsewhere = computed(() => props.company.payables?.unplaced !== undefined)
async function keepBooks(away: boolean) {
  if (!(await did('keepBooksElsewhere', { companyId: props.company.id, elsewhere: away }))) return
  office.said = away ? 'Books kept elsewhere. The ledger is hidden.' : 'Books kept here.'
}
async function keep() {
  if (busy.value || (read.value && !read.value.ok)) return
  const secondAbove = read.value?.ok ? read.value.value : null
  if (!(await did('keepBillLimit', { companyId: props.company.id, secondAbove }))) return
  office.said =
    secondAbove === null
      ? 'Bills no longer need approval.'
      : `Bills above ${figures(secondAbove, { sign: props.sign })} now need approval.`
}
</script>

<template>
  <details class="limit" @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary>
      {{ now === null ? 'Bills need no approval' : `Bills above ${figures(now, { sign })} need approval` }} ·
      Books kept {{ elsewhere ? 'elsewhere' : 'here' }}
    </summary>
    <template v-if="isOpen">
      <v-form class="row" @submit.prevent="keep()">
        <v-text-field
          v-model="typed"
          label="Approval required above"
          placeholder="never"
          :prefix="sign"
          density="compact"
          inputmode="decimal"
          autocomplete="off"
          :error-messages="wrong ? [wrong] : []"
          hide-details="auto"
          data-test="limit"
        />
        <v-btn type="submit" size="small" :loading="busy">Save limit</v-btn>
      </v-form>
      <v-checkbox
        :model-value="elsewhere"
        label="Books are kept in another system"
        density="compact"
        hide-details
        :loading="busy"
        data-test="books-elsewhere"
        @update:model-value="keepBooks($event === true)"
      />
      <p class="quiet">
        {{
          elsewhere
            ? 'Forms do not ask for ledger accounts. Entries are still recorded for the journal.'
            : 'Bills and payments are assigned to ledger accounts.'
        }}
      </p>
    </template>
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
