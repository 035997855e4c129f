<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { readRecordState } from '~/data/audit/recordState'
import { momentText } from '~/data/office/office'

/** What is known of the record: when all rows were last checked, and whether the last backup is a part of it. */
const state = useLive(readRecordState)
const isAstray = computed(
  () =>
    Boolean(state.value?.audit?.findings || state.value?.folder.astray) ||
    state.value?.backup?.agrees === false,
)
const folder = computed(() => {
  const files = state.value?.folder.agree ?? 0
  return files > 0 ? ` and with ${howMany(files, 'file')} in the backup folder` : ''
})
const line = (seq: number): string => `line ${seq.toLocaleString('en-US')}`
</script>

<template>
  <p
    v-if="state?.audit || state?.backup"
    :class="isAstray ? 'text-error mb-4' : 'quiet mb-4'"
    :role="isAstray ? 'alert' : undefined"
    data-test="record-state"
  >
    <template v-if="state.backup">
      {{
        state.backup.agrees
          ? `The record agrees with the backup of ${momentText(state.backup.at)} (${line(state.backup.seq)})${folder}.`
          : `The record does not agree with the backup of ${momentText(state.backup.at)}: ${line(state.backup.seq)} is missing or was changed.`
      }}
    </template>
    <template v-if="state.folder.astray">
      {{
        `The record does not agree with “${state.folder.astray.name}” in the backup folder: ${line(state.folder.astray.seq)} is missing or was changed. This is expected only after an older backup was restored.`
      }}
    </template>
    <template v-if="state.audit">
      {{
        state.audit.findings
          ? `${howMany(state.audit.findings, 'problem')} found when the books were checked on ${momentText(state.audit.at)}.`
          : `The books were checked on ${momentText(state.audit.at)}: no problems.`
      }}
    </template>
    {{ ' ' }}<NuxtLink to="/books/proof">Proof of the books</NuxtLink>
  </p>
</template>
