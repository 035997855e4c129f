<script setup lang="ts">
import { clearBand } from '#core/micr/place'
import {
  handles,
  moveFields,
  resizeBox,
  resizeField,
  snapLines,
  snapTo,
  type Handle,
  type SnapLines,
} from '#core/paper/arrange'
import { kindNames } from '#core/paper/kinds'
import { formatLength, overlaps, type Box, type Unit } from '#core/paper/length'
import { isBoxed, type Layout } from '#core/paper/layout'
import { panelOf, type Stock } from '#core/paper/stock'
import type { FieldView } from '~/composables/fieldDrawing'
import type { LayoutEditor } from '~/composables/useLayoutEditor'

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
const R = computed(() => 20 / props.scale)
const px = (n: number): number => n / props.scale
const size = computed(() => props.stock.sheet)
const checks = computed(() => props.stock.panels.filter(p => p.role === 'check'))
const others = computed(() => props.stock.panels.filter(p => p.place > 1))
const met = shallowRef<{ x?: number | undefined; y?: number | undefined }>({})
const band = shallowRef<Box>()

interface Drag {
  readonly kind: 'move' | 'size' | 'band'
  readonly handle?: Handle
  readonly at: { x: number; y: number }
  readonly start: Layout
  readonly box: Box
  readonly pointer: number
  moved: boolean
}
let drag: Drag | undefined

/** Where on the sheet a pointer is, in mm. */
function at(event: PointerEvent): { x: number; y: number } {
  const r = svg.value!.getBoundingClientRect()
  return {
    x: (event.clientX - r.left) / props.scale - R.value,
    y: (event.clientY - r.top) / props.scale - R.value,
  }
}
const viewOf = (id: string): FieldView | undefined => props.views.find(v => v.id === id)
const chosenViews = computed(() => props.views.filter(v => props.editor.ids.value.has(v.id)))
/** The box around all that is chosen. */
const around = (): Box => {
  const boxes = chosenViews.value.map(v => v.box)
  const [x, y] = [Math.min(...boxes.map(b => b.x)), Math.min(...boxes.map(b => b.y))]
  return {
    x,
    y,
    w: Math.max(...boxes.map(b => b.x + b.w)) - x,
    h: Math.max(...boxes.map(b => b.y + b.h)) - y,
  }
}

function begin(event: PointerEvent, kind: Drag['kind'], handle?: Handle) {
  const start = props.editor.settled.value
  if (!start || event.button !== 0) return
  svg.value?.setPointerCapture(event.pointerId)
  drag = {
    kind,
    ...(handle && { handle }),
    at: at(event),
    start,
    box: kind === 'band' ? { ...at(event), w: 0, h: 0 } : around(),
    pointer: event.pointerId,
    moved: false,
  }
}
function onField(event: PointerEvent, id: string) {
  if (event.shiftKey || event.ctrlKey || event.metaKey) {
    props.editor.choose(id, true)
    return
  }
  if (!props.editor.ids.value.has(id)) props.editor.choose(id)
  void nextTick(() => begin(event, 'move'))
}
function onEmpty(event: PointerEvent) {
  if (!event.shiftKey) props.editor.chooseOnly([])
  begin(event, 'band')
}
const GRID = { mm: 1, in: 1.5875 }
/**
 * How far the drag goes after snapping: to edges, perforations and other fields, else to the grid. Alt lets
 * go of all.
 */
function held(box: Box, event: PointerEvent, handle?: Handle): { dx: number; dy: number } {
  met.value = {}
  if (!props.snap || event.altKey || !drag) return { dx: 0, dy: 0 }
  const s = snapTo(
    box,
    snapLines(drag.start, props.stock, props.editor.ids.value, props.scanLines),
    px(6),
    handle,
  )
  met.value = { x: s.x, y: s.y }
  const step = GRID[props.unit]
  const toGrid = (v: number): number => (props.grid ? Math.round(v / step) * step - v : 0)
  return {
    dx: s.x === undefined && !handle ? toGrid(box.x) : s.dx,
    dy: s.y === undefined && !handle ? toGrid(box.y) : s.dy,
  }
}
function onMove(event: PointerEvent) {
  if (!drag || event.pointerId !== drag.pointer) return
  const to = at(event)
  const [dx, dy] = [to.x - drag.at.x, to.y - drag.at.y]
  if (!drag.moved && Math.hypot(dx, dy) < px(3)) return
  drag.moved = true
  if (drag.kind === 'band') {
    band.value = {
      x: Math.min(to.x, drag.at.x),
      y: Math.min(to.y, drag.at.y),
      w: Math.abs(dx),
      h: Math.abs(dy),
    }
    return
  }
  if (drag.kind === 'move') {
    const more = held({ ...drag.box, x: drag.box.x + dx, y: drag.box.y + dy }, event)
    props.editor.show(moveFields(drag.start, props.editor.ids.value, dx + more.dx, dy + more.dy))
    return
  }
  const handle = drag.handle
  const id = props.editor.chosen.value[0]
  if (!handle || !id) return
  const more = held(resizeBox(drag.box, handle, dx, dy), event, handle)
  props.editor.show(resizeField(drag.start, id, handle, dx + more.dx, dy + more.dy))
}
function onUp(event: PointerEvent) {
  if (!drag || event.pointerId !== drag.pointer) return
  const done = drag
  drag = undefined
  met.value = {}
  if (done.kind === 'band') {
    const box = band.value
    band.value = undefined
    if (box && done.moved)
      props.editor.chooseOnly([
        ...new Set([
          ...props.editor.chosen.value,
          ...props.views.filter(v => overlaps(v.box, box) && v.field.kind !== 'ground').map(v => v.id),
        ]),
      ])
    return
  }
  const draft = props.editor.draft.value
  if (draft && done.moved) props.editor.take(draft)
  else props.editor.show(undefined)
}
function onCancel() {
  drag = undefined
  met.value = {}
  band.value = undefined
  props.editor.show(undefined)
}

/** Hit areas: large grounds below, small fields on top, so that each can be reached. */
const hits = computed(() => [...props.views].sort((a, b) => b.box.w * b.box.h - a.box.w * a.box.h))
/** While a field is dragged or sized, its numbers go with it. */
const readout = computed(() => {
  const v = props.editor.draft.value && chosenViews.value[0]
  if (!v || !isBoxed(v.field)) return undefined
  return {
    x: v.box.x,
    y: Math.max(px(14), v.box.y - px(5)),
    text: `${formatLength(v.field.x, props.unit)}, ${formatLength(v.field.y, props.unit)}; ${formatLength(v.field.w, props.unit)} x ${formatLength(v.field.h, props.unit)}`,
  }
})
const sayWhere = (v: FieldView): string =>
  `${kindNames[v.field.kind]}, ${isBoxed(v.field) ? `${formatLength(v.field.x, props.unit)} from the left, ${formatLength(v.field.y, props.unit)} from the top of the panel` : 'at the place of the standard'}${v.carried ? ', carried by the stock' : ''}`
const handlePlace = (box: Box, handle: Handle): { x: number; y: number } => ({
  x: box.x + (handle.includes('w') ? 0 : handle.includes('e') ? box.w : box.w / 2),
  y: box.y + (handle.includes('n') ? 0 : handle.includes('s') ? box.h : box.h / 2),
})
const only = computed(() => (chosenViews.value.length === 1 ? chosenViews.value[0] : undefined))
const sizable = computed(() =>
  only.value && isBoxed(only.value.field) && !only.value.field.locked ? only.value : undefined,
)

interface Tick {
  readonly at: number
  readonly long: boolean
  readonly label: string
}
function ticks(length: number): Tick[] {
  const step = props.unit === 'mm' ? (props.scale > 4 ? 1 : 5) : 25.4 / 8
  const per = props.unit === 'mm' ? Math.round(10 / step) : 8
  return Array.from({ length: Math.floor(length / step + 1e-6) + 1 }, (_, i) => ({
    at: i * step,
    long: i % per === 0,
    label: i % per === 0 ? String(props.unit === 'mm' ? Math.round(i * step) : i / per) : '',
  }))
}
const across = computed(() => ticks(size.value.w))
const down = computed(() => ticks(size.value.h))
defineExpose({ focus: () => svg.value?.focus(), viewOf })
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
        <title>What the envelope’s window surely shows</title>
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
  fill: #5a3ea0;
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
  stroke: #5a3ea0;
  fill: rgb(90 62 160 / 7%);
}
.hit.chosen.locked {
  stroke-dasharray: 1.6 0.8;
}
.hit.anchor {
  fill: rgb(90 62 160 / 16%);
}
.handle {
  fill: #fff;
  stroke: #5a3ea0;
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
  fill: #5a3ea0;
  font-weight: 600;
  paint-order: stroke;
  stroke: #fff;
  pointer-events: none;
}
.band {
  fill: rgb(90 62 160 / 8%);
  stroke: #5a3ea0;
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
