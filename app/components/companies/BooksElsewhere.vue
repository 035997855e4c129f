<script setup lang="ts">
import type { Company } from '#core/accounts/account'
import { useOffice } from '~/stores/office'

/** Whether the ledger of a company is kept in another system. */
const props = defineProps<{ company: Company }>()
const office = useOffice()
const { busy, succeeded } = useAct()
const isElsewhere = computed(() => props.company.payables?.unplaced !== undefined)
async function save(elsewhere: boolean) {
  if (!(await succeeded('setBooksElsewhere', { companyId: props.company.id, elsewhere }))) return
  office.said = elsewhere ? 'Books kept elsewhere. The ledger is hidden.' : 'Books kept here.'
}
</script>

<template>
  <v-card>
    <h2>Ledger</h2>
    <v-checkbox
      :model-value="isElsewhere"
      label="Books are kept in another system"
      density="compact"
      hide-details
      :loading="busy"
      data-test="books-elsewhere"
      @update:model-value="save($event === true)"
    />
    <p class="quiet">
      {{
        isElsewhere
          ? 'Forms do not ask for ledger accounts. Entries are still recorded for the journal.'
          : 'Bills and payments are assigned to ledger accounts.'
      }}
    </p>
  </v-card>
</template>
