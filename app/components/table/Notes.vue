<script setup lang="ts">
import type { Note } from '#core/proof/note'

/** What is to be said of a layout, worst data included. */
defineProps<{ notes: readonly Note[] }>()
defineEmits<{ choose: [field: string] }>()
</script>

<template>
  <section class="notes" aria-label="Notes on the layout" data-test="notes">
    <h2>Notes</h2>
    <p v-if="!notes.length" class="quiet">No errors, even with the longest data.</p>
    <ul v-else>
      <li v-for="(n, i) in notes" :key="i">
        <button
          type="button"
          :class="n.severity === 'error' ? 'text-error' : 'text-warning'"
          @click="$emit('choose', n.field)"
        >
          <strong>{{ n.severity === 'error' ? 'Error' : 'Warning' }}</strong> {{ n.field }}: {{ n.text }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.notes {
  margin-top: 14px;
  border-top: 1px solid rgba(var(--v-theme-on-surface), 0.14);
  padding-top: 10px;
  font-size: var(--text-small);
}
.notes h2 {
  font: 600 var(--text-note) / 1.5 var(--v-font-body);
}
.notes ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--space-1);
}
.notes button {
  text-align: left;
  min-height: 24px;
}
</style>
