<script setup lang="ts">
import { dayText, typedDate } from '#core/base/dates'
import type { Company } from '#core/accounts/account'
import { localToday, useOffice } from '~/stores/office'

/** The last day of a company's closed period: nothing is entered on or before it. */
const props = defineProps<{ company: Company }>()
const office = useOffice()
const text = ref('')
const { busy, fault: refused, succeeded } = useAct()
const mistyped = ref('')
const fault = computed(() => mistyped.value || refused.value)
watch(
  () => props.company.id,
  () => {
    text.value = ''
    mistyped.value = ''
  },
)
async function close(open: boolean) {
  const date = open ? undefined : typedDate(text.value, localToday())
  mistyped.value = date && !date.ok ? date.refusal.text : ''
  if (date && !date.ok) return
  const through = date ? date.value : null
  if (!(await succeeded('closePeriod', { companyId: props.company.id, through, today: localToday() }))) return
  office.said = date
    ? `${props.company.name[0]}: books closed through ${dayText(date.value)}.`
    : `${props.company.name[0]}: books open again.`
  text.value = ''
}
</script>

<template>
  <v-card>
    <h2>Closed period</h2>
    <p>
      {{
        company.closedThrough ? `Closed through ${dayText(company.closedThrough)}.` : 'No period is closed.'
      }}
    </p>
    <p class="quiet">
      Nothing can be entered on or before the day the books are closed through. A payment cancelled later is
      reversed on a later day.
    </p>
    <v-form
      class="field-row"
      :aria-label="`Closed period of ${company.name[0]}`"
      @submit.prevent="close(false)"
    >
      <v-text-field
        v-model="text"
        label="Close through"
        placeholder="10/31/2026"
        :error-messages="fault"
        hide-details="auto"
        autocomplete="off"
        class="day"
        data-test="close-through"
      />
      <v-btn type="submit" :loading="busy" :disabled="!text.trim()" data-test="close-period">Close</v-btn>
      <v-btn v-if="company.closedThrough" variant="text" @click="close(true)">Reopen</v-btn>
    </v-form>
  </v-card>
</template>

<style scoped>
.day {
  flex: 0 1 220px;
}
.field-row {
  align-items: center;
}
</style>
