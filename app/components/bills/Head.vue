<script setup lang="ts">
import type { Company } from '#core/accounts/account'

/** The head of the pages of payees and bills: the parts of the place, and whose bills they are. */
const props = defineProps<{
  title: string
  companies: readonly Company[] | undefined
  company: Company | undefined
}>()
const emit = defineEmits<{ choose: [id: string] }>()
const tabs = [
  { to: '/bills', name: 'Bills' },
  { to: '/bills/settle', name: 'Settle' },
  { to: '/bills/payees', name: 'Payees' },
  { to: '/bills/ledger', name: 'Ledger' },
]
/** No ledger is shown where the books are kept elsewhere. */
const shown = computed(() => tabs.filter(p => p.to !== '/bills/ledger' || !props.company?.payables?.unplaced))
const query = computed(() => (props.company ? `?company=${props.company.id}` : ''))
</script>

<template>
  <PageHead :title="title">
    <PageTabs label="Payees and bills" :tabs="shown" :query="query" />
    <CompanyChoice
      :companies="companies"
      :company="company"
      class="company"
      @choose="emit('choose', $event)"
    />
    <slot />
  </PageHead>
</template>

<style scoped>
.company {
  flex: none;
  width: 16.875rem;
  max-width: 46vw;
}
</style>
