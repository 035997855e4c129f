<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { readBackupState } from '~/data/backups/backupState'
import { readBackupFolder } from '~/data/backups/backupFolder'

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
        ? 'This office has not been backed up yet'
        : `The last backup is ${howMany(days, 'day')} old`
    }}. If this browser’s data is lost, {{ howMany(state.since, 'action') }} cannot be restored.
    <NuxtLink to="/files/backups">Save a backup</NuxtLink>
    <template v-if="folder && (!folder.open || folder.fault)">
      {{
        folder.fault
          ? 'The last automatic backup could not be written to its folder.'
          : 'The browser needs your permission again to write to the backup folder.'
      }}
    </template>
  </p>
</template>
