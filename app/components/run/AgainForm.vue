<script setup lang="ts">
import type { PrintHow } from './PrintStep.vue'

/** A run that is on paper goes out again under its own numbers: it asks what became of the first paper. */
defineEmits<{ again: [how: PrintHow, why: string] }>()
const asking = ref(false)
const became = ref('')
const firstPaper = ['nothing came out', 'the tray was empty', 'the sheets were thrown away unread']
</script>

<template>
  <div class="part">
    <v-btn variant="text" size="small" data-test="again" @click="asking = !asking"> Print again? </v-btn>
    <div v-if="asking" class="again" @keydown.stop>
      <p>
        The same PDF can be printed again under the same numbers. Enter what happened to the first sheets;
        your answer is recorded in the trail.
      </p>
      <v-combobox
        v-model="became"
        :items="firstPaper"
        label="What happened to the first sheets"
        hide-details
        data-test="first-paper"
      />
      <v-btn
        size="small"
        :disabled="!became?.trim()"
        data-test="again-open"
        @click="$emit('again', { way: 'open' }, became)"
      >
        Print again
      </v-btn>
      <v-btn size="small" :disabled="!became?.trim()" @click="$emit('again', { way: 'save' }, became)">
        Save again
      </v-btn>
    </div>
  </div>
</template>

<style scoped>
.part,
.again {
  display: grid;
  gap: var(--space-3);
  align-content: start;
}
</style>
