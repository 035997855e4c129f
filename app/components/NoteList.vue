<script setup lang="ts">
import type { Note } from '#core/proof/note'

defineProps<{ notes: readonly Note[] }>()
const emit = defineEmits<{ go: [check: number] }>()
</script>

<template>
  <ul class="notes">
    <li
      v-for="(note, i) in notes"
      :key="i"
      :class="note.severity === 'error' ? 'text-error' : 'text-warning'"
    >
      <strong>{{ note.severity === 'error' ? 'Wrong' : 'Look' }}</strong>
      <button v-if="note.check !== undefined" type="button" class="jump" @click="emit('go', note.check)">
        {{ note.check }}
      </button>
      {{ note.text }} <span class="quiet">({{ note.field }})</span>
    </li>
  </ul>
</template>

<style scoped>
.notes {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 6px;
  font-size: 13px;
}
.jump {
  text-decoration: underline;
  color: inherit;
}
</style>
