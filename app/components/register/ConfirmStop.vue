<script setup lang="ts">
import { dayFirstIn } from '#core/base/country'
import { dayText, typedDate } from '#core/base/dates'
import type { NumberRow } from '#core/numbers/book'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'

/** Records that the bank confirmed a stop. */
const props = defineProps<{ row: NumberRow; view: AccountView }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const office = useOffice()
const { busy, fault, refusal, at, succeeded } = useAct()
const reference = ref('')
const dateText = ref('')
const date = computed(() =>
  typedDate(dateText.value, localToday(), dayFirstIn(props.view.account.country), 'back'),
)
async function go() {
  if (!date.value.ok) return
  const { row } = props
  const input = { numberId: row.id, on: date.value.value, reference: reference.value.trim() }
  if (!(await succeeded('confirmStop', input))) return
  office.said = `Check ${row.number} is stopped.`
  emit('done')
}
</script>

<template>
  <AskDialog
    :model-value="true"
    title="Record the bank’s confirmation"
    verb="Record the bank’s confirmation"
    :ready="date.ok && reference.trim() !== ''"
    :busy="busy"
    :fault="refusal?.field ? '' : fault"
    @go="go"
    @update:model-value="emit('leave')"
  >
    <p>Until then check {{ row.number }} is shown as “stop requested”.</p>
    <v-text-field
      v-model="reference"
      v-first
      label="Bank’s reference"
      maxlength="60"
      :error-messages="at('reference')"
      data-test="stop-reference"
    />
    <v-text-field
      v-model="dateText"
      label="Confirmed on"
      :hint="date.ok ? dayText(date.value) : ''"
      persistent-hint
      :error-messages="date.ok ? at('on') : [date.refusal.text]"
      data-test="stop-on"
    />
  </AskDialog>
</template>
