<script setup lang="ts">
import { askToKeep, readSpace, type Space } from '~/data/store/space'

/** How much room the office takes in this browser, how much is left, and whether the browser may clear it. */
const space = ref<Space>()
const refused = ref(false)
const size = (bytes: number): string =>
  bytes < 1e9 ? `${Math.ceil(bytes / 1e6).toLocaleString('en-US')} MB` : `${(bytes / 1e9).toFixed(1)} GB`
const look = async (): Promise<void> => {
  space.value = await readSpace()
}
onMounted(look)
async function ask() {
  refused.value = !(await askToKeep())
  await look()
}
</script>

<template>
  <p v-if="space" class="quiet" data-test="space">
    It takes {{ size(space.used) }} here; {{ size(space.free) }} are free.
    {{
      space.kept
        ? 'The browser has agreed not to clear it automatically.'
        : 'If disk space runs low, the browser may clear it automatically.'
    }}
    <v-btn v-if="!space.kept" size="x-small" data-test="space-keep" @click="ask()"
      >Ask the browser to keep this data</v-btn
    >
    <span v-if="refused" role="status">
      The browser did not agree. It is more likely to if you install the app or bookmark the page. Save
      backups.</span
    >
  </p>
</template>
