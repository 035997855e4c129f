<script setup lang="ts">
import type { AccountView } from '~/data/accounts/accountReads'

/** The head of the pages of the bank: its parts, and whose account it is. */
defineProps<{
  title: string
  accounts: readonly AccountView[] | undefined
  view: AccountView | undefined
}>()
const emit = defineEmits<{ choose: [id: string] }>()
const tabs = [
  { to: '/bank', name: 'Statement' },
  { to: '/bank/closed', name: 'Closed statements' },
  { to: '/bank/files', name: 'Files to the bank' },
  { to: '/bank/transfers', name: 'Transfers' },
  { to: '/bank/questions', name: 'Questions' },
  { to: '/bank/rules', name: 'Rules' },
]
</script>

<template>
  <PageHead :title="title">
    <PageTabs label="Bank" :tabs="tabs" :query="view ? `?account=${view.account.id}` : ''" />
    <AccountChoice
      v-if="accounts?.length && view"
      :accounts="accounts"
      :chosen="view.account.id"
      @choose="emit('choose', $event)"
    />
    <slot />
  </PageHead>
</template>
