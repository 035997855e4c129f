<script setup lang="ts">
import { roleNames, type Stock } from '#core/paper/stock'

/** A small drawing of a stock in true proportion: panels, perforations, what is printed. */
const props = defineProps<{ stock: Stock; high?: number; measures?: boolean }>()
const tall = computed(() => props.high ?? 92)
const k = computed(() => tall.value / Math.max(props.stock.sheet.h, props.stock.sheet.w * 0.9))
</script>

<template>
  <svg
    :width="stock.sheet.w * k + 2"
    :height="stock.sheet.h * k + 2"
    :viewBox="`-1 -1 ${stock.sheet.w * k + 2} ${stock.sheet.h * k + 2}`"
    class="stock"
    role="img"
    :aria-label="stock.name || 'a stock without a name yet'"
  >
    <rect class="sheet" :width="stock.sheet.w * k" :height="stock.sheet.h * k" />
    <g v-for="p in stock.panels" :key="`${p.role}${p.place}`">
      <rect :class="p.role" :x="p.x * k" :y="p.y * k" :width="p.w * k" :height="p.h * k" />
      <template v-if="p.role === 'check'">
        <path
          v-if="stock.carries.length > 1"
          class="print"
          :d="`M${(p.x + 8) * k} ${(p.y + 10) * k}h${p.w * 0.3 * k}M${(p.x + 8) * k} ${(p.y + p.h * 0.4) * k}h${p.w * 0.6 * k}M${(p.x + p.w * 0.6) * k} ${(p.y + p.h * 0.75) * k}h${p.w * 0.33 * k}`"
        />
        <path
          class="micr"
          :d="`M${(p.x + p.w * 0.25) * k} ${(p.y + p.h - 6) * k}h${p.w * 0.5 * k}`"
          :class="{ printed: stock.carries.length > 1 }"
        />
      </template>
      <text
        v-if="measures"
        :x="(p.x + p.w / 2) * k"
        :y="(p.y + p.h / 2) * k + 4"
        text-anchor="middle"
        font-size="12"
      >
        {{ roleNames[p.role] }}{{ p.place > 1 || stock.panels.some(o => o.place > 1) ? ` ${p.place}` : '' }}
      </text>
    </g>
    <line
      v-for="(p, i) in stock.perforations"
      :key="i"
      class="perforation"
      :x1="p.x1 * k"
      :y1="p.y1 * k"
      :x2="p.x2 * k"
      :y2="p.y2 * k"
    />
  </svg>
</template>

<style scoped>
.stock {
  max-width: 100%;
}
.sheet {
  fill: #fff;
  stroke: #8d8798;
  stroke-width: 1;
}
.check {
  fill: #ece6f8;
}
.stub1,
.stub2 {
  fill: #fff;
}
.counterfoil {
  fill: #f4f1ea;
}
.perforation {
  stroke: #8d8798;
  stroke-width: 0.8;
  stroke-dasharray: 3 2;
}
.micr {
  stroke: #211d2e;
  stroke-width: 2;
  stroke-dasharray: 2 1;
  opacity: 0.35;
}
.micr.printed {
  opacity: 1;
}
.print {
  stroke: var(--violet);
  stroke-width: 1;
  fill: none;
}
text {
  fill: #3d3850;
}
</style>
