<script setup lang="ts">
import { startOver } from '~/data/office/start'

/** Deletes the office of this browser, after a tick. */
const sure = ref(false)
async function deleteAll() {
  await startOver()
  await navigateTo('/')
}
</script>

<template>
  <v-card>
    <h2>Start over</h2>
    <p>Deletes every company, account, payment and check number in this office. This cannot be undone.</p>
    <v-checkbox v-model="sure" label="Yes, delete everything in this office" hide-details density="compact" />
    <v-btn color="error" :disabled="!sure" data-test="start-over" @click="deleteAll">Delete everything</v-btn>
  </v-card>
</template>
