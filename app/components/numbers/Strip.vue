<script setup lang="ts">
import type { CheckNumber, NumberBook, Rows } from '#core/numbers/book'
import { fates, type Fate } from '#core/numbers/fates'
import { fateRanges } from '#core/numbers/proofOfNumbers'

/** A whole number book as one strip by fate; drag over it, or use the fields, to look closer. */
const props = defineProps<{ book: NumberBook; rows: Rows }>()
const emit = defineEmits<{ choose: [number: CheckNumber] }>()
const window = defineModel<{ from: number; to: number }>('window', { required: true })
const WIDE = 1000
const ranges = computed(() => fateRanges(props.book, props.rows))
const length = computed(() => window.value.to - window.value.from + 1)
/** What is seldom and matters is never painted over by what is common. */
const weight: Record<Fate, number> = {
  'on paper': 9,
  missing: 8,
  stopped: 7,
  voided: 6,
  spoiled: 5,
  'set aside': 4,
  issued: 3,
  cleared: 2,
  unused: 1,
}
const byWeight = [...fates].sort((a, b) => weight[a] - weight[b])
/** One outline for each fate: a book in a thousand pieces is still a handful of shapes. */
const shapes = computed(() => {
  const { from, to } = window.value
  const x = (n: number): number => ((n - from) / length.value) * WIDE
  const parts = new Map<Fate, string[]>()
  for (const r of ranges.value) {
    if (r.to < from || r.from > to) continue
    const [left, right] = [x(Math.max(from, r.from)), x(Math.min(to, r.to) + 1)]
    const w = Math.max(0.8, right - left).toFixed(2)
    const of = parts.get(r.fate) ?? []
    parts.set(r.fate, of)
    of.push(`M${left.toFixed(2)} 0h${w}v46h-${w}z`)
  }
  return byWeight.flatMap(fate => {
    const of = parts.get(fate)
    return of ? [{ fate, d: of.join('') }] : []
  })
})
const svg = ref<SVGSVGElement>()
const drag = ref<{ a: number; b: number }>()
function at(event: PointerEvent): number {
  const box = svg.value!.getBoundingClientRect()
  return Math.round(
    Math.min(
      window.value.to,
      Math.max(
        window.value.from,
        window.value.from + ((event.clientX - box.left) / box.width) * length.value - 0.5,
      ),
    ),
  )
}
function down(event: PointerEvent) {
  svg.value?.setPointerCapture(event.pointerId)
  drag.value = { a: at(event), b: at(event) }
}
/** The number under the pointer, told beside the legend. */
const under = ref<CheckNumber>()
function move(event: PointerEvent) {
  under.value = at(event) as CheckNumber
  if (drag.value) drag.value = { ...drag.value, b: at(event) }
}
function up() {
  const d = drag.value
  drag.value = undefined
  if (!d) return
  if (d.a === d.b) emit('choose', d.a as CheckNumber)
  else window.value = { from: Math.min(d.a, d.b), to: Math.max(d.a, d.b) }
}
const whole = computed(() => window.value.from === props.book.start && window.value.to === props.book.end)
</script>

<template>
  <div>
    <svg
      ref="svg"
      class="strip"
      :viewBox="`0 0 ${WIDE} 46`"
      preserveAspectRatio="none"
      role="img"
      :aria-label="`Numbers ${window.from} to ${window.to} by fate`"
      data-test="strip"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="drag = undefined"
      @pointerleave="under = undefined"
    >
      <rect class="bed" :width="WIDE" height="46" />
      <path v-for="s in shapes" :key="s.fate" :class="s.fate.replaceAll(' ', '-')" :d="s.d" />
      <rect
        v-if="drag"
        class="drag"
        :x="((Math.min(drag.a, drag.b) - window.from) / length) * WIDE"
        :width="((Math.abs(drag.a - drag.b) + 1) / length) * WIDE"
        y="0"
        height="46"
      />
    </svg>
    <div class="legend">
      <span class="quiet">{{ window.from }}</span>
      <span v-for="f in fates" :key="f" class="one"><i :class="f.replaceAll(' ', '-')" />{{ f }}</span>
      <span v-if="under !== undefined"
        ><strong>{{ under }}</strong> {{ rows.get(under)?.fate ?? 'unused' }}</span
      >
      <span class="quiet end">{{ window.to }}</span>
      <v-btn
        v-if="!whole"
        size="x-small"
        data-test="whole"
        @click="window = { from: book.start, to: book.end }"
      >
        Whole book
      </v-btn>
    </div>
  </div>
</template>

<style scoped>
.strip {
  width: 100%;
  height: 46px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
  touch-action: none;
  cursor: crosshair;
  display: block;
}
.bed {
  fill: #fffdf9;
}
.legend {
  display: flex;
  gap: var(--space-3);
  flex-wrap: wrap;
  font-size: var(--text-small);
  margin-top: 6px;
  align-items: center;
}
.end {
  margin-left: auto;
}
.one {
  display: inline-flex;
  gap: var(--space-1);
  align-items: center;
}
i {
  width: 12px;
  height: 12px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.4);
}
.unused {
  fill: #fffdf9;
  background: #fffdf9;
}
.on-paper {
  fill: #b9a3f2;
  background: #b9a3f2;
}
.issued {
  fill: var(--violet);
  background: var(--violet);
}
.cleared {
  fill: #8fb69a;
  background: #8fb69a;
}
.spoiled {
  fill: #a3262a;
  background: #a3262a;
}
.voided {
  fill: #d98a4e;
  background: #d98a4e;
}
.stopped {
  fill: #7a1a4c;
  background: #7a1a4c;
}
.missing {
  fill: #211d2e;
  background: #211d2e;
}
.set-aside {
  fill: #9aa3ad;
  background: #9aa3ad;
}
.drag {
  fill: rgb(from var(--violet) r g b / 25%);
  stroke: var(--violet);
}
</style>
