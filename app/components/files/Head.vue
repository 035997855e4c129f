<script setup lang="ts">
/** The head of the pages of files: what comes in, goes out, is kept and is handed over. */
defineProps<{ title: string }>()
const tabs = [
  { to: '/files', name: 'Import' },
  { to: '/files/export', name: 'Export' },
  { to: '/files/backups', name: 'Backups' },
  { to: '/files/hand-over', name: 'Hand over' },
]
</script>

<template>
  <PageHead :title="title"><PageTabs label="Files" :tabs="tabs" /><slot /></PageHead>
</template>
