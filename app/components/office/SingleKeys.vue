<script setup lang="ts">
import { useOffice } from '~/stores/office'

/** Whether keys that are pressed alone act on every page. */
const office = useOffice()
</script>

<template>
  <v-card>
    <h2>Keys</h2>
    <v-switch
      v-model="office.singleKeys"
      label="/ opens Find, ? opens Help"
      hide-details
      color="primary"
      data-test="single-keys"
    />
    <p class="quiet">Turn this off if you dictate or press them by mistake. Ctrl+K opens Find in any case.</p>
  </v-card>
</template>
