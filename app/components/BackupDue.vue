<script setup lang="ts">
import { readBackupState } from '~/data/backup'

/** Says how much would be lost with this browser, once a day has gone by since the last backup. */
const DAY_MS = 86_400_000
const state = useLive(readBackupState)
const days = computed(() =>
  state.value?.at ? Math.floor((Date.now() - Date.parse(state.value.at)) / DAY_MS) : undefined,
)
</script>

<template>
  <p v-if="state?.since && days !== 0" class="quiet mb-4" data-test="backup-due">
    {{
      days === undefined
        ? 'Nothing in this browser is backed up yet'
        : `The last backup is ${days} ${days === 1 ? 'day' : 'days'} old`
    }}: {{ state.since.toLocaleString('en-US') }} {{ state.since === 1 ? 'act' : 'acts' }} would be lost with
    it.
    <NuxtLink to="/files">Save one</NuxtLink>
  </p>
</template>
