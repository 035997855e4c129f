<script setup lang="ts">
import { onOtherVersion, type OtherVersion } from '~/data/otherVersion'

/** What another tab with another version of the program means for this one. */
const other = ref<OtherVersion>()
onOtherVersion(which => {
  other.value = which
})
const told: Readonly<Record<OtherVersion, readonly [title: string, text: string]>> = {
  newer: [
    'A newer Violet Lane is open in another tab',
    'This tab has let go of the data. Nothing is lost: what you typed is kept. Reload it to go on.',
  ],
  older: [
    'An older Violet Lane is open in another tab',
    'It holds the data. Close that tab, or reload it, then reload this one.',
  ],
  removed: [
    'This office was removed in another tab',
    'All of it was saved as a file there. Reload this tab to go on in another office.',
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
      <h2 id="other-version" class="mb-3">{{ other && told[other][0] }}</h2>
      <p class="mb-4">{{ other && told[other][1] }}</p>
      <v-btn color="primary" variant="flat" autofocus @click="reload"> Reload </v-btn>
    </v-card>
  </v-dialog>
</template>
