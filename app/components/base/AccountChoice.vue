<script setup lang="ts">
import type { AccountView } from '~/data/accounts/accountReads'

/**
 * The bank account a page is about: side by side while there are few, a list to choose from where there are
 * many.
 */
defineProps<{ accounts: readonly AccountView[]; chosen: string }>()
const emit = defineEmits<{ choose: [id: string] }>()
const FEW = 4
</script>

<template>
  <v-btn-toggle
    v-if="accounts.length <= FEW"
    :model-value="chosen"
    mandatory
    density="comfortable"
    color="primary"
    variant="outlined"
    divided
    aria-label="Bank account"
    class="few"
    @update:model-value="emit('choose', $event)"
  >
    <v-btn
      v-for="{ account } in accounts"
      :key="account.id"
      :value="account.id"
      size="small"
      :disabled="!account.forChecks"
      :title="account.forChecks ? undefined : 'Not used for checks. See Accounts.'"
    >
      {{ account.name }}
    </v-btn>
  </v-btn-toggle>
  <v-autocomplete
    v-else
    :model-value="chosen"
    :items="
      accounts.map(a => ({
        title: a.account.name,
        subtitle: a.company.name[0],
        value: a.account.id,
        props: {
          disabled: !a.account.forChecks,
          subtitle: a.account.forChecks ? a.company.name[0] : 'not used for checks',
        },
      }))
    "
    label="Bank account"
    variant="outlined"
    density="compact"
    hide-details
    auto-select-first
    class="many"
    data-test="account-choice"
    @update:model-value="$event && emit('choose', $event)"
  />
</template>

<style scoped>
.many {
  flex: none;
  width: 14.375rem;
  max-width: 60vw;
}
.few {
  max-width: 100%;
  overflow-x: auto;
}
</style>
