<script setup lang="ts">
import { dayText, formatDate, typedDate } from '#core/base/dates'
import type { Company } from '#core/payables/account'
import { localToday, useOffice } from '~/stores/office'

/** The last day of a company's closed period: nothing is entered on or before it. */
const props = defineProps<{ company: Company }>()
const office = useOffice()
const text = ref('')
const { busy, fault: refused, did } = useAct()
const mistyped = ref('')
const fault = computed(() => mistyped.value || refused.value)
async function close(open: boolean) {
  const date = open ? undefined : typedDate(text.value, localToday())
  mistyped.value = date && !date.ok ? date.refusal.text : ''
  if (date && !date.ok) return
  if (
    !(await did('closePeriod', {
      companyId: props.company.id,
      through: date ? date.value : null,
      today: localToday(),
    }))
  )
    return
  office.said = date
    ? `${props.company.name[0]}: books closed through ${dayText(date.value)}.`
    : `${props.company.name[0]}: books open again.`
  text.value = ''
}
</script>

<template>
  <v-form class="row" :aria-label="`Closed period of ${company.name[0]}`" @submit.prevent="close(false)">
    <span
      ><strong>{{ company.name[0] }}</strong
      >:
      {{
        company.closedThrough
          ? `closed through ${formatDate(company.closedThrough, 'MMMM D, YYYY')}`
          : 'no period is closed'
      }}</span
    >
    <v-text-field
      v-model="text"
      label="Close through"
      placeholder="10/31/2026"
      :error-messages="fault"
      :hide-details="!fault"
      data-test="close-through"
    />
    <v-btn type="submit" :loading="busy" :disabled="!text.trim()" data-test="close-period"> Close </v-btn>
    <v-btn v-if="company.closedThrough" variant="text" size="small" @click="close(true)"> Reopen </v-btn>
  </v-form>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  padding: 8px 14px;
}
.row > span {
  flex: 1 1 260px;
  max-width: 460px;
}
.row > .v-input {
  flex: 0 1 200px;
}
</style>
