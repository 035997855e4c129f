<script setup lang="ts">
import { mdiEyeOffOutline, mdiEyeOutline } from '@mdi/js'

/** A number that is masked until it is asked for. */
defineProps<{ label: string; most: number; faults?: readonly string[] }>()
const text = defineModel<string>({ required: true })
const isSeen = ref(false)
</script>

<template>
  <v-text-field
    v-model="text"
    :label="label"
    :maxlength="most"
    autocomplete="off"
    :error-messages="[...(faults ?? [])]"
    :type="isSeen ? 'text' : 'password'"
  >
    <template #append-inner>
      <v-btn
        :icon="isSeen ? mdiEyeOffOutline : mdiEyeOutline"
        size="x-small"
        variant="text"
        :aria-label="`${isSeen ? 'Hide' : 'Show'} the ${label.toLowerCase()}`"
        @click="isSeen = !isSeen"
      />
    </template>
  </v-text-field>
</template>
