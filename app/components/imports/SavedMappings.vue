<script setup lang="ts">
import type { useImport } from '~/composables/imports/useImport'

/** How the columns are matched, as a file to keep, and from one that was kept. */
const { importing } = defineProps<{ importing: ReturnType<typeof useImport> }>()
const { mappingFault, missing } = importing
const name = ref('')
const wanted = ref('')
function save() {
  wanted.value = name.value.trim() ? '' : 'Give this mapping a name.'
  if (!wanted.value) importing.saveMapping(name.value)
}
</script>

<template>
  <div class="field-row" data-test="intake-saved">
    <v-form class="field-row name" @submit.prevent="save()">
      <v-text-field
        v-model="name"
        label="Name for this column mapping"
        maxlength="80"
        autocomplete="off"
        hide-details="auto"
        class="wide-field"
        :error-messages="wanted"
        data-test="matching-name"
        @update:model-value="wanted = ''"
      />
      <v-btn type="submit" :disabled="missing.length > 0" data-test="matching-save">Save mapping</v-btn>
    </v-form>
    <FileDrop
      label="Use a saved mapping"
      kinds="JSON"
      accept=".json,application/json"
      :most="1"
      slim
      data-test="matching-file"
      @take="importing.matchFrom"
    />
    <p v-if="mappingFault" class="text-error fault" role="alert" data-test="matching-fault">
      {{ mappingFault }}
    </p>
  </div>
</template>

<style scoped>
.name {
  flex: 0 1 470px;
  min-width: 0;
}
.fault {
  flex-basis: 100%;
}
</style>
