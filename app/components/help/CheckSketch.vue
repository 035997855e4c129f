<script setup lang="ts">
import type { Mark } from '~/help/hints'

/** A check in outline, with one place of it marked. */
defineProps<{ mark: Mark; label: string }>()
/** Lines of text on the check, as bars: left, top, width. */
const bars = [
  [6, 6, 40],
  [6, 10, 28],
  [58, 6, 26],
  [132, 6, 12],
  [124, 13, 20],
  [104, 21, 40],
  [6, 29, 84],
  [6, 37, 100],
  [6, 49, 34],
  [98, 52, 48],
] as const
/** The groups of the MICR line: number, bank, account. */
const micr = [
  [12, '001042'],
  [43, '123456780'],
  [82, '0048 2215 7'],
] as const
</script>

<template>
  <svg viewBox="0 0 152 70" class="sketch" role="img" :aria-label="label">
    <rect x="0.5" y="0.5" width="151" height="69" rx="2" class="paper" />
    <rect v-for="[x, y, w] in bars" :key="`${x} ${y}`" :x="x" :y="y" :width="w" height="1.4" class="bar" />
    <rect x="112" y="26" width="34" height="7" class="box" />
    <text v-for="[x, group] in micr" :key="x" :x="x" y="63.5" class="micr">{{ group }}</text>
    <rect :x="mark.x" :y="mark.y" :width="mark.w" :height="mark.h" rx="1.5" class="mark" />
  </svg>
</template>

<style scoped>
.sketch {
  display: block;
  width: 100%;
  margin-bottom: 8px;
}
.paper {
  fill: #fff;
  stroke: rgba(33, 29, 46, 0.4);
  stroke-width: 0.6;
}
.bar {
  fill: rgba(33, 29, 46, 0.35);
}
.box {
  fill: none;
  stroke: rgba(33, 29, 46, 0.35);
  stroke-width: 0.6;
}
.micr {
  font-size: 0.3125rem;
  letter-spacing: 0.6px;
  fill: rgba(33, 29, 46, 0.75);
}
.mark {
  fill: rgb(from var(--violet) r g b / 16%);
  stroke: var(--violet);
  stroke-width: 0.9;
}
</style>
