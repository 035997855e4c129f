<script setup lang="ts">
import { clearBand } from '#core/micr/place'
import { handles, type Handle, type SnapLines } from '#core/paper/arrange'
import { kindNames } from '#core/paper/kinds'
import { formatLength, type Box, type Unit } from '#core/paper/length'
import { isBoxed } from '#core/paper/layout'
import { ticks } from '#core/paper/ruler'
import { panelOf, type Stock } from '#core/paper/stock'
import type { FieldView } from '~/composables/layouts/fieldDrawing'
import type { LayoutEditor } from '~/composables/layouts/useLayoutEditor'

/**
 * The sheet on the Light table: true proportion, rulers, what is chosen, dragged, resized and snapped to.
 * `scale` is pixels a millimetre.
 */
const props = defineProps<{
  editor: LayoutEditor
  views: readonly FieldView[]
  stock: Stock
  scale: number
  unit: Unit
  snap: boolean
  grid: boolean
  scan?: string
  scanLines?: SnapLines
  fade: number
  windowZone?: Box
  label: string
}>()
const emit = defineEmits<{ key: [event: KeyboardEvent] }>()

const svg = ref<SVGSVGElement>()
const { met, band, chosenViews, begin, onField, onEmpty, onMove, onUp, onCancel } = useSheetDrag(svg, props)
const R = computed(() => 20 / props.scale)
const px = (n: number): number => n / props.scale
const size = computed(() => props.stock.sheet)
const checks = computed(() => props.stock.panels.filter(p => p.role === 'check'))
const others = computed(() => props.stock.panels.filter(p => p.place > 1))
const said = (mm: number): string => formatLength(mm, props.unit)

/** Hit areas: large grounds below, small fields on top, so that each can be reached. */
const hits = computed(() => [...props.views].sort((a, b) => b.box.w * b.box.h - a.box.w * a.box.h))
/** While a field is dragged or sized, its numbers go with it. */
const readout = computed(() => {
  const v = props.editor.draft.value && chosenViews.value[0]
  if (!v || !isBoxed(v.field)) return undefined
  const { x, y, w, h } = v.field
  return {
    x: v.box.x,
    y: Math.max(px(14), v.box.y - px(5)),
    text: `${said(x)}, ${said(y)}; ${said(w)} x ${said(h)}`,
  }
})
function sayWhere({ field, carried }: FieldView): string {
  const place = isBoxed(field)
    ? `${said(field.x)} from the left, ${said(field.y)} from the top of the panel`
    : 'at the place of the standard'
  return `${kindNames[field.kind]}, ${place}${carried ? ', carried by the stock' : ''}`
}
const handlePlace = (box: Box, handle: Handle): { x: number; y: number } => ({
  x: box.x + (handle.includes('w') ? 0 : handle.includes('e') ? box.w : box.w / 2),
  y: box.y + (handle.includes('n') ? 0 : handle.includes('s') ? box.h : box.h / 2),
})
const only = computed(() => (chosenViews.value.length === 1 ? chosenViews.value[0] : undefined))
const sizable = computed(() =>
  only.value && isBoxed(only.value.field) && !only.value.field.locked ? only.value : undefined,
)
const across = computed(() => ticks(size.value.w, props.unit, props.scale))
const down = computed(() => ticks(size.value.h, props.unit, props.scale))
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys and the list do the same -->
  <svg
    ref="svg"
    class="sheet-edit"
    tabindex="0"
    role="group"
    :aria-label="label"
    data-test="light-sheet"
    :width="(size.w + R) * scale"
    :height="(size.h + R) * scale"
    :viewBox="`${-R} ${-R} ${size.w + R} ${size.h + R}`"
    text-rendering="geometricPrecision"
    @keydown="emit('key', $event)"
    @pointermove="onMove"
    @pointerup="onUp"
    @pointercancel="onCancel"
    @lostpointercapture="onUp"
  >
    <rect class="paper" :width="size.w" :height="size.h" @pointerdown="onEmpty" />
    <image
      v-if="scan"
      :href="scan"
      :width="size.w"
      :height="size.h"
      preserveAspectRatio="none"
      :opacity="1 - fade / 100"
      class="through"
    />
    <g class="zones through">
      <rect
        v-for="p in checks"
        :key="p.place"
        class="clear"
        v-bind="{ x: clearBand(p).x, y: clearBand(p).y, width: clearBand(p).w, height: clearBand(p).h }"
      >
        <title>Clear band</title>
      </rect>
      <rect
        v-if="windowZone"
        class="window"
        :x="windowZone.x"
        :y="windowZone.y"
        :width="windowZone.w"
        :height="windowZone.h"
        rx="2"
      >
        <title>Area the envelope window is sure to show</title>
      </rect>
      <line
        v-for="(p, i) in stock.perforations"
        :key="i"
        class="perforation"
        :x1="p.x1"
        :y1="p.y1"
        :x2="p.x2"
        :y2="p.y2"
        :stroke-width="px(1.2)"
        :stroke-dasharray="`${px(5)} ${px(4)}`"
      />
      <text
        v-for="p in others.filter(o => o.role === 'check')"
        :key="`r${p.place}`"
        :x="p.x + p.w / 2"
        :y="p.y + p.h / 2"
        :font-size="px(13)"
        text-anchor="middle"
        class="repeat"
      >
        Check {{ p.place }} of the sheet repeats the first
      </text>
    </g>
    <!-- eslint-disable vue/no-v-html -- our own renderer, every text escaped -->
    <g class="through" aria-hidden="true">
      <g v-for="v in views" :key="v.id" :class="{ carried: v.carried }" v-html="v.under" />
      <g v-for="v in views" :key="v.id" :class="{ carried: v.carried }" v-html="v.over" />
    </g>
    <!-- eslint-enable vue/no-v-html -->
    <line
      v-if="met.x !== undefined"
      class="met"
      :x1="met.x"
      :x2="met.x"
      y1="0"
      :y2="size.h"
      :stroke-width="px(1)"
    />
    <line
      v-if="met.y !== undefined"
      class="met"
      :y1="met.y"
      :y2="met.y"
      x1="0"
      :x2="size.w"
      :stroke-width="px(1)"
    />
    <rect
      v-for="v in hits"
      :key="v.id"
      class="hit"
      :class="{
        chosen: editor.ids.value.has(v.id),
        anchor: editor.chosen.value[0] === v.id && editor.chosen.value.length > 1,
        locked: isBoxed(v.field) && v.field.locked,
      }"
      :data-hit="v.id"
      :x="v.box.x"
      :y="v.box.y - (v.box.h < px(5) ? px(3) : 0)"
      :width="Math.max(v.box.w, px(5))"
      :height="Math.max(v.box.h, px(6))"
      :stroke-width="px(editor.ids.value.has(v.id) ? 1.6 : 1)"
      @pointerdown.stop="onField($event, v.id)"
    >
      <title>{{ sayWhere(v) }}</title>
    </rect>
    <template v-if="sizable">
      <rect
        v-for="h in handles"
        :key="h"
        class="handle"
        :class="h"
        :data-handle="h"
        :x="handlePlace(sizable.box, h).x - px(4)"
        :y="handlePlace(sizable.box, h).y - px(4)"
        :width="px(8)"
        :height="px(8)"
        :stroke-width="px(1.4)"
        @pointerdown.stop="begin($event, 'size', h)"
      />
    </template>
    <text
      v-if="readout"
      class="readout"
      :x="readout.x"
      :y="readout.y"
      :font-size="px(12)"
      :stroke-width="px(3)"
    >
      {{ readout.text }}
    </text>
    <rect
      v-if="band"
      class="band"
      :x="band.x"
      :y="band.y"
      :width="band.w"
      :height="band.h"
      :stroke-width="px(1)"
    />
    <g class="rulers through" aria-hidden="true">
      <rect :x="-R" :y="-R" :width="size.w + R" :height="R" />
      <rect :x="-R" :y="-R" :width="R" :height="size.h + R" />
      <template v-for="t in across" :key="`a${t.at}`">
        <line :x1="t.at" :x2="t.at" y1="0" :y2="t.long ? -px(9) : -px(5)" :stroke-width="px(1)" />
        <text v-if="t.label" :x="t.at + px(2)" :y="-px(9)" :font-size="px(9)">{{ t.label }}</text>
      </template>
      <template v-for="t in down" :key="`d${t.at}`">
        <line :y1="t.at" :y2="t.at" x1="0" :x2="t.long ? -px(9) : -px(5)" :stroke-width="px(1)" />
        <text v-if="t.label" :x="-R + px(2)" :y="t.at + px(9)" :font-size="px(9)">{{ t.label }}</text>
      </template>
      <template v-for="v in chosenViews" :key="`s${v.id}`">
        <rect class="span" :x="v.box.x" :y="-px(3)" :width="v.box.w" :height="px(3)" />
        <rect class="span" :x="-px(3)" :y="v.box.y" :width="px(3)" :height="v.box.h" />
      </template>
    </g>
    <title v-if="panelOf(stock, 'check', 1) === undefined">no check panel</title>
  </svg>
</template>

<style scoped>
.sheet-edit {
  display: block;
  touch-action: none;
  user-select: none;
  font-kerning: none;
  font-variant-ligatures: none;
}
.sheet-edit:focus {
  outline: none;
}
.sheet-edit:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: -2px;
}
.sheet-edit :deep(text) {
  white-space: pre;
}
.paper {
  fill: #fff;
}
.through {
  pointer-events: none;
}
.clear {
  fill: var(--violet);
  fill-opacity: 0.06;
}
.window {
  fill: none;
  stroke: #34567f;
  stroke-width: 0.3;
  stroke-dasharray: 2 1.2;
}
.perforation {
  stroke: #9a93a8;
}
.repeat {
  fill: #6b6577;
}
.carried {
  opacity: 0.38;
}
.hit {
  fill: transparent;
  stroke: transparent;
  cursor: move;
}
.hit:hover {
  stroke: #8f79cc;
}
.hit.locked {
  cursor: default;
}
.hit.chosen {
  stroke: var(--violet);
  fill: rgb(from var(--violet) r g b / 7%);
}
.hit.chosen.locked {
  stroke-dasharray: 1.6 0.8;
}
.hit.anchor {
  fill: rgb(from var(--violet) r g b / 16%);
}
.handle {
  fill: #fff;
  stroke: var(--violet);
}
.handle.n,
.handle.s {
  cursor: ns-resize;
}
.handle.e,
.handle.w {
  cursor: ew-resize;
}
.handle.ne,
.handle.sw {
  cursor: nesw-resize;
}
.handle.nw,
.handle.se {
  cursor: nwse-resize;
}
.met {
  stroke: #b0217f;
}
.readout {
  fill: var(--violet);
  font-weight: 600;
  paint-order: stroke;
  stroke: #fff;
  pointer-events: none;
}
.band {
  fill: rgb(from var(--violet) r g b / 8%);
  stroke: var(--violet);
}
.rulers rect {
  fill: rgb(var(--v-theme-surface-variant));
}
.rulers line {
  stroke: rgb(var(--v-theme-on-surface-variant));
  opacity: 0.6;
}
.rulers text {
  fill: rgb(var(--v-theme-on-surface-variant));
}
.rulers .span {
  fill: rgb(var(--v-theme-primary));
}
</style>
