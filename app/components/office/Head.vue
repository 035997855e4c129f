<script setup lang="ts">
/** The head of the pages of the office: its settings, its companies', practice, and what was done in it. */
defineProps<{ title: string }>()
const tabs = [
  { to: '/office', name: 'Settings' },
  { to: '/office/companies', name: 'Company settings' },
  { to: '/office/practice', name: 'Practice printer' },
  { to: '/office/bank', name: 'Practice bank' },
  { to: '/office/mailbox', name: 'Practice mailbox' },
  { to: '/office/trail', name: 'Trail' },
]
</script>

<template>
  <PageHead :title="title"><PageTabs label="Office" :tabs="tabs" /><slot /></PageHead>
</template>
