<script setup lang="ts">
import type { FieldKind } from '#core/paper/kinds'
import type { Layout } from '#core/paper/layout'
import { panelOf, type Stock } from '#core/paper/stock'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'

/** The check alone, from the same drawing as the sheet, with the parts lit that are being typed. */
const props = defineProps<{
  layout: Layout
  stock: Stock
  account: AccountFacts
  check: CheckFacts
  lit: readonly FieldKind[]
}>()
const draw = fieldDrawer()
const panel = computed(
  () => panelOf(props.stock, 'check', 1) ?? { x: 0, y: 0, w: props.stock.sheet.w, h: 90 },
)
const views = computed(() =>
  draw(props.layout, props.stock, props.account, props.check).filter(v => v.field.panel === 'check'),
)
</script>

<template>
  <svg
    :viewBox="`${panel.x} ${panel.y} ${panel.w} ${panel.h}`"
    class="check"
    role="img"
    aria-label="The check as it will print"
    text-rendering="geometricPrecision"
  >
    <rect :x="panel.x" :y="panel.y" :width="panel.w" :height="panel.h" fill="#fff" />
    <!-- eslint-disable vue/no-v-html -- our own renderer, every text escaped -->
    <g v-for="v in views" :key="`u${v.id}`" :opacity="v.carried ? 0.4 : 1" v-html="v.under" />
    <g v-for="v in views" :key="`o${v.id}`" :opacity="v.carried ? 0.4 : 1" v-html="v.over" />
    <!-- eslint-enable vue/no-v-html -->
    <rect
      v-for="v in views.filter(w => lit.includes(w.field.kind))"
      :key="v.id"
      class="lit"
      :x="v.box.x - 1"
      :y="v.box.y - 1"
      :width="v.box.w + 2"
      :height="v.box.h + 2"
      rx="1"
    />
  </svg>
</template>

<style scoped>
.check {
  display: block;
  width: 100%;
  height: auto;
  box-shadow: var(--sheet-shadow);
  font-kerning: none;
  font-variant-ligatures: none;
}
.check :deep(text) {
  white-space: pre;
}
.lit {
  fill: rgb(from var(--violet) r g b / 14%);
  stroke: var(--violet);
  stroke-width: 0.5;
}
</style>
