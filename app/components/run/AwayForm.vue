<script setup lang="ts">
import type { PrintHow } from './PrintStep.vue'

/** A run is printed elsewhere: it goes out as a file, and comes back counted. */
defineProps<{ busy: boolean; faults: readonly string[] }>()
const emit = defineEmits<{ send: [how: Extract<PrintHow, { way: 'away' }>] }>()
const to = ref('')
const pdf = ref(true)
</script>

<template>
  <details data-test="away">
    <summary>Have it printed elsewhere</summary>
    <v-form class="away" @submit.prevent="emit('send', { way: 'away', to, pdf })">
      <p class="quiet">
        The checks are saved as a file for the print service, and their numbers count as on paper from then
        on. When they come back, count them off as usual.
      </p>
      <v-text-field
        v-model="to"
        label="Sent to"
        maxlength="60"
        :error-messages="[...faults]"
        hide-details="auto"
        autocomplete="off"
        data-test="away-to"
      />
      <v-checkbox v-model="pdf" label="Include the PDF" density="compact" hide-details />
      <v-btn type="submit" :loading="busy" data-test="away-send">Save file and send away</v-btn>
    </v-form>
  </details>
</template>

<style scoped>
.away {
  display: grid;
  gap: var(--space-2);
  justify-items: start;
  max-width: 26.25rem;
  padding-top: 8px;
}
.away > .v-text-field {
  width: 100%;
}
</style>
