<script setup lang="ts">
import type { AccountView } from '~/data/reads'

defineProps<{ accounts: readonly AccountView[], chosen: string }>()
const emit = defineEmits<{ choose: [id: string] }>()
</script>

<template>
  <v-btn-toggle :model-value="chosen" mandatory density="comfortable" color="primary" variant="outlined" divided aria-label="Bank account" @update:model-value="emit('choose', $event)">
    <v-btn v-for="{ account } in accounts" :key="account.id" :value="account.id" size="small" :disabled="!account.forChecks" :title="account.forChecks ? undefined : 'Not for checks: see Accounts'">
      {{ account.name }}
    </v-btn>
  </v-btn-toggle>
</template>
