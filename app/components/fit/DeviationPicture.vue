<script setup lang="ts">
import { applyAffine } from '#core/fit/affine'
import { deviationMap, type Deviation } from '#core/fit/fit'
import type { Stock } from '#core/paper/stock'

/**
 * What a printer does to the sheet, ten times as large as it is: the outline as meant, and as it comes out.
 */
const props = defineProps<{ stock: Stock; deviation: Deviation }>()
const LARGER = 10
const k = computed(() => 190 / Math.max(props.stock.sheet.w, props.stock.sheet.h))
const corners = computed(() => {
  const { w, h } = props.stock.sheet
  const map = deviationMap(props.deviation)
  return [
    { x: 10, y: 10 },
    { x: w - 10, y: 10 },
    { x: w - 10, y: h - 10 },
    { x: 10, y: h - 10 },
  ].map(p => {
    const q = applyAffine(map, p)
    return { x: p.x + (q.x - p.x) * LARGER, y: p.y + (q.y - p.y) * LARGER }
  })
})
</script>

<template>
  <svg
    :width="stock.sheet.w * k + 60"
    :height="stock.sheet.h * k + 60"
    :viewBox="`-30 -30 ${stock.sheet.w * k + 60} ${stock.sheet.h * k + 60}`"
    role="img"
    aria-label="The printer’s deviation, drawn ten times larger"
  >
    <rect class="sheet" :width="stock.sheet.w * k" :height="stock.sheet.h * k" />
    <rect
      class="meant"
      :x="10 * k"
      :y="10 * k"
      :width="(stock.sheet.w - 20) * k"
      :height="(stock.sheet.h - 20) * k"
    />
    <polygon class="comes" :points="corners.map(p => `${p.x * k},${p.y * k}`).join(' ')" />
  </svg>
</template>

<style scoped>
.sheet {
  fill: #fff;
  stroke: #c9c2d4;
}
.meant {
  fill: none;
  stroke: #8d8798;
  stroke-dasharray: 4 3;
}
.comes {
  fill: rgb(from var(--violet) r g b / 8%);
  stroke: var(--violet);
  stroke-width: 1.6;
}
</style>
