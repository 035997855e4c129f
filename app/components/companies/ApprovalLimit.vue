<script setup lang="ts">
import { parseAmount } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Company } from '#core/accounts/account'
import { useOffice } from '~/stores/office'

/** Above what amount another person must approve a bill of a company. */
const props = defineProps<{ company: Company; sign: string }>()
const office = useOffice()
const { busy, fault, succeeded } = useAct()
const now = computed(() => props.company.payables?.secondAbove ?? null)
const typed = ref('')
watch(
  [now, () => props.company.id],
  ([limit]) => {
    typed.value = limit === null ? '' : figures(limit)
  },
  { immediate: true },
)
const read = computed(() => (typed.value.trim() ? parseAmount(typed.value, 'limit') : undefined))
const wrong = computed(() => (read.value && !read.value.ok ? read.value.refusal.text : fault.value))
async function save() {
  if (busy.value || (read.value && !read.value.ok)) return
  const secondAbove = read.value?.ok ? read.value.value : null
  if (!(await succeeded('saveApprovalLimit', { companyId: props.company.id, secondAbove }))) return
  office.said =
    secondAbove === null
      ? 'Bills no longer need approval.'
      : `Bills above ${figures(secondAbove, { sign: props.sign })} now need approval.`
}
</script>

<template>
  <v-card>
    <h2>Approval of bills</h2>
    <p class="quiet">
      {{
        now === null
          ? 'No bill needs approval.'
          : `Bills above ${figures(now, { sign })} must be approved by someone who did not enter them before they can be paid.`
      }}
    </p>
    <v-form class="field-row" @submit.prevent="save()">
      <v-text-field
        v-model="typed"
        label="Approval required above"
        placeholder="never"
        :prefix="sign"
        inputmode="decimal"
        autocomplete="off"
        :error-messages="wrong ? [wrong] : []"
        hide-details="auto"
        class="limit"
        data-test="limit"
      />
      <v-btn type="submit" :loading="busy">Save limit</v-btn>
    </v-form>
  </v-card>
</template>

<style scoped>
.limit {
  flex: 0 1 220px;
}
.field-row {
  align-items: center;
}
</style>
