<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { readBackupState } from '~/data/backupState'
import { readBackupFolder } from '~/data/backupFolder'

/** Says how much would be lost with this browser, once a day has gone by since the last backup. */
const DAY_MS = 86_400_000
const state = useLive(readBackupState)
const folder = useLive(readBackupFolder)
const days = computed(() =>
  state.value?.at ? Math.floor((Date.now() - Date.parse(state.value.at)) / DAY_MS) : undefined,
)
</script>

<template>
  <p v-if="state?.since && days !== 0" class="quiet mb-4" data-test="backup-due">
    {{
      days === undefined
        ? 'Nothing in this browser is backed up yet'
        : `The last backup is ${howMany(days, 'day')} old`
    }}: {{ howMany(state.since, 'act') }} would be lost with it.
    <NuxtLink to="/files">Save one</NuxtLink>
    <template v-if="folder && (!folder.open || folder.fault)">
      {{
        folder.fault
          ? 'The last one could not be written into its folder.'
          : 'The browser wants to be asked again before it writes into the folder.'
      }}
    </template>
  </p>
</template>
