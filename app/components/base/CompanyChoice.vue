<script setup lang="ts">
import type { Company } from '#core/accounts/account'

/** Whose books a page is about; there only where there are several companies. */
defineProps<{ companies: readonly Company[] | undefined; company: Company | undefined }>()
const emit = defineEmits<{ choose: [id: string] }>()
</script>

<template>
  <v-select
    v-if="company && companies && companies.length > 1"
    :model-value="company.id"
    :items="companies.map(c => ({ title: c.name[0], value: c.id }))"
    label="Company"
    density="compact"
    hide-details
    data-test="company"
    @update:model-value="emit('choose', $event)"
  />
</template>
