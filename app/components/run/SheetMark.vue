<script setup lang="ts">
import type { Outcome } from '#core/runs/run'

/** A sheet with what became of it; without a mark where that is not said yet. */
defineProps<{ came: Outcome['kind'] | undefined }>()
</script>

<template>
  <svg
    viewBox="0 0 34 44"
    width="26"
    height="34"
    aria-hidden="true"
    class="small"
    :class="came?.replaceAll(' ', '-')"
  >
    <path class="leaf" d="M1 1h32v42H1z" />
    <path class="perf" d="M1 15h32M1 29h32" />
    <path v-if="came === 'good'" class="sign" d="M11 8.5l4 3.500 8-7.500" />
    <path v-else-if="came === 'spoiled'" class="sign" d="M6 40 13 27l5 9 4-16 6 18" />
    <path v-else-if="came" class="sign" stroke-dasharray="3 3" d="M4 4 30 40" />
  </svg>
</template>

<style scoped>
.small .leaf {
  fill: #fffdf9;
  stroke: #8d8798;
}
.small .perf {
  stroke: #c9c2d4;
  stroke-dasharray: 2 2;
}
.small .sign {
  fill: none;
  stroke: var(--violet);
  stroke-width: 3;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.small.spoiled .sign {
  stroke: #a3262a;
  stroke-width: 2;
}
</style>
