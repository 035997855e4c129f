<script setup lang="ts">
import { fitLines, type FitMark } from '#core/fit/fit'
import type { Stock } from '#core/paper/stock'

/** The fit sheet in small, with the line lit that is being asked for, and an arrow for its distance. */
const props = defineProps<{ stock: Stock; lit: FitMark | '' }>()
const k = computed(() => 250 / Math.max(props.stock.sheet.w, props.stock.sheet.h))
const lines = computed(() => fitLines(props.stock.sheet.w, props.stock.sheet.h))
const end = (l: (typeof lines.value)[number]): { x: number; y: number } => ({
  x: l.edge === 'left' ? 0 : l.edge === 'right' ? props.stock.sheet.w : l.at.x,
  y: l.edge === 'top' ? 0 : l.edge === 'foot' ? props.stock.sheet.h : l.at.y,
})
</script>

<template>
  <svg
    :width="stock.sheet.w * k + 4"
    :height="stock.sheet.h * k + 4"
    :viewBox="`-2 -2 ${stock.sheet.w * k + 4} ${stock.sheet.h * k + 4}`"
    role="img"
    aria-label="Fit sheet with its lettered lines"
  >
    <rect class="sheet" :width="stock.sheet.w * k" :height="stock.sheet.h * k" />
    <g v-for="l in lines" :key="l.mark" :class="{ lit: lit === l.mark }">
      <line
        :x1="(l.at.x - (l.edge === 'top' || l.edge === 'foot' ? 14 : 0)) * k"
        :x2="(l.at.x + (l.edge === 'top' || l.edge === 'foot' ? 14 : 0)) * k"
        :y1="(l.at.y - (l.edge === 'left' || l.edge === 'right' ? 14 : 0)) * k"
        :y2="(l.at.y + (l.edge === 'left' || l.edge === 'right' ? 14 : 0)) * k"
      />
      <line class="way" :x1="l.at.x * k" :y1="l.at.y * k" :x2="end(l).x * k" :y2="end(l).y * k" />
      <text
        :x="(l.at.x + (l.edge === 'right' ? -12 : l.edge === 'left' ? 8 : 0)) * k"
        :y="(l.at.y + (l.edge === 'foot' ? -6 : l.edge === 'top' ? 16 : 4)) * k"
        text-anchor="middle"
      >
        {{ l.mark }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.sheet {
  fill: #fff;
  stroke: #8d8798;
}
line {
  stroke: #211d2e;
  stroke-width: 1.2;
}
.way {
  stroke: #8d8798;
  stroke-width: 0.8;
  stroke-dasharray: 2 2;
}
text {
  font-size: var(--text-small);
  font-weight: 600;
  fill: #3d3850;
}
.lit line {
  stroke: var(--violet);
  stroke-width: 2.4;
}
.lit .way {
  stroke: var(--violet);
  stroke-dasharray: none;
}
.lit text {
  fill: var(--violet);
  font-size: 0.9375rem;
}
</style>
