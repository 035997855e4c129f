<script setup lang="ts">
import { onOtherVersion, type OtherVersion } from '~/data/otherVersion'

/** What another tab with another version of the program means for this one. */
const other = ref<OtherVersion>()
onOtherVersion(which => {
  other.value = which
})
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
      <h2 id="other-version" class="mb-3">
        {{
          other === 'newer'
            ? 'A newer Violet Lane is open in another tab'
            : 'An older Violet Lane is open in another tab'
        }}
      </h2>
      <p class="mb-4">
        {{
          other === 'newer'
            ? 'This tab has let go of the data. Nothing is lost: what you typed is kept. Reload it to go on.'
            : 'It holds the data. Close that tab, or reload it, then reload this one.'
        }}
      </p>
      <v-btn color="primary" variant="flat" autofocus @click="reload"> Reload </v-btn>
    </v-card>
  </v-dialog>
</template>
