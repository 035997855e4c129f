<script setup lang="ts">
import type { ReadyStep } from '#core/accounts/readiness'

/** What an account still needs before it can print, in the natural order, each with the way there. */
const props = defineProps<{ steps: readonly ReadyStep[]; accountId: string; layoutId: string }>()
/** Where a step is done: at the very field of the account, where it is one. */
function linkOf({ step, field }: ReadyStep): string {
  const account = `/accounts/${props.accountId}${field ? `?field=${field}` : ''}`
  return {
    company: account,
    account,
    stock: account,
    layout: `/papers/layout/${props.layoutId}`,
    sample: `/papers/layout/${props.layoutId}`,
    'first payment': `/lane/draw?account=${props.accountId}`,
    'first run': `/run/new?account=${props.accountId}`,
  }[step]
}
const words = { done: 'done', wanted: 'still wanted', later: 'then' }
const current = computed(() => props.steps.find(s => s.state !== 'done')?.step)
</script>

<template>
  <ol class="ready" data-test="ready">
    <li v-for="s in steps" :key="s.step" :class="[s.state, { next: s.step === current }]">
      <svg viewBox="0 0 14 14" width="14" height="14" aria-hidden="true">
        <path v-if="s.state === 'done'" d="M2 7.5 5.5 11 12 3.5" />
        <circle v-else cx="7" cy="7" r="5" :stroke-dasharray="s.state === 'later' ? '3 2' : undefined" />
      </svg>
      <span class="step">{{ s.step }}</span> <span class="d-sr-only">{{ words[s.state] }}</span>
      <NuxtLink
        v-if="s.state !== 'done'"
        :to="linkOf(s)"
        :data-next="s.step === current ? '' : undefined"
        @click="s.field && focusField(s.field)"
      >
        {{ s.text }}
      </NuxtLink>
      <span v-else class="quiet">{{ s.text }}</span>
    </li>
  </ol>
</template>

<style scoped>
.ready {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: var(--space-1);
}
li {
  display: grid;
  grid-template-columns: 16px 96px 1fr;
  gap: var(--space-2);
  align-items: center;
  font-size: var(--text-note);
}
svg {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.8;
  stroke-linecap: round;
}
.done {
  color: rgb(var(--v-theme-success));
}
.done .step {
  color: rgb(var(--v-theme-on-surface));
}
.wanted {
  color: rgb(var(--v-theme-warning));
}
.wanted .step,
.later .step {
  color: rgb(var(--v-theme-on-surface));
}
.later {
  color: rgb(var(--v-theme-secondary));
}
.next .step {
  font-weight: 600;
}
</style>
