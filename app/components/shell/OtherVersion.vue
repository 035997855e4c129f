<script setup lang="ts">
import { onOtherVersion, type OtherVersion } from '~/data/store/otherVersion'

/** What another tab with another version of the program means for this one. */
const other = ref<OtherVersion>()
onOtherVersion(which => {
  other.value = which
})
const messages: Readonly<Record<OtherVersion, readonly [title: string, text: string]>> = {
  newer: [
    'A newer Violet Lane is open in another tab',
    'This tab has closed its data so that the newer version can use it. Nothing is lost. Reload this tab to continue.',
  ],
  older: [
    'An older Violet Lane is open in another tab',
    'It is using the data. Close or reload that tab, then reload this one.',
  ],
  removed: [
    'This office was removed in another tab',
    'It was saved as a backup file first. Reload this tab to open another office.',
  ],
}
const reload = (): void => location.reload()
</script>

<template>
  <v-dialog
    :model-value="other !== undefined"
    persistent
    max-width="460"
    role="alertdialog"
    aria-labelledby="other-version"
  >
    <v-card class="pa-5">
      <h2 id="other-version" class="mb-3">{{ other && messages[other][0] }}</h2>
      <p class="mb-4">{{ other && messages[other][1] }}</p>
      <v-btn color="primary" variant="flat" autofocus @click="reload"> Reload </v-btn>
    </v-card>
  </v-dialog>
</template>
