<script setup lang="ts">
import { alike } from '#core/proof/alike'
import type { Note } from '#core/proof/note'

/** What is wrong or to be looked at, each kind said once; `mend` gives where it is put right. */
const props = defineProps<{
  notes: readonly Note[]
  correct?: (note: Note) => { readonly to: string; readonly title: string } | undefined
}>()
const emit = defineEmits<{ go: [check: number] }>()
/** So many checks are named; the rest is counted. */
const NAMED = 12
const groups = computed(() => alike(props.notes).map(g => ({ ...g, where: props.correct?.(g.note) })))
</script>

<template>
  <ul class="notes">
    <li
      v-for="({ note, checks, where }, i) in groups"
      :key="i"
      :class="note.severity === 'error' ? 'text-error' : 'text-warning'"
    >
      <strong>{{ note.severity === 'error' ? 'Error' : 'Warning' }}</strong>
      <template v-if="checks.length === 1">
        <button type="button" class="jump" @click="emit('go', checks[0]!)">{{ checks[0] }}</button>
      </template>
      {{ note.text }} <span class="quiet">({{ note.field }})</span>
      <NuxtLink v-if="where" :to="where.to" class="mend">{{ where.title }}</NuxtLink>
      <details v-if="checks.length > 1">
        <summary>Also on {{ checks.length.toLocaleString('en-US') }} checks</summary>
        <button
          v-for="check in checks.slice(0, NAMED)"
          :key="check"
          type="button"
          class="jump"
          @click="emit('go', check)"
        >
          {{ check }}
        </button>
        <template v-if="checks.length > NAMED">
          and {{ (checks.length - NAMED).toLocaleString('en-US') }} more</template
        >
      </details>
    </li>
  </ul>
</template>

<style scoped>
.notes {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--space-2);
  font-size: var(--text-note);
}
.jump {
  text-decoration: underline;
  color: inherit;
  margin-right: 6px;
  min-width: 24px;
  min-height: 24px;
  text-align: center;
}
.mend {
  margin-left: 4px;
}
</style>
