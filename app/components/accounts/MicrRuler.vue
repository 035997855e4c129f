<script setup lang="ts">
import { micrZones } from '#core/micr/checks'
import { meaningOf, micrRuler, type MicrFacts, type MicrPattern } from '#core/micr/pattern'
import { PITCH } from '#core/micr/place'
import { ownShapes } from '#core/micr/shapes'
import { isMicr } from '#core/micr/symbols'
import { marksSvg } from '#core/render/svg'

/**
 * The MICR line on a ruler of 65 numbered positions: what stands at each, parts placed by typing or dragging,
 * and what they mean in words.
 */
const props = defineProps<{ pattern: MicrPattern; facts: MicrFacts; positions: number }>()
const emit = defineEmits<{ change: [pattern: MicrPattern] }>()
const CELL = 15.2
const places = computed(() => micrRuler(props.pattern, props.facts))
const standard = computed(() => (props.facts.country ?? 'US') === 'US' || props.facts.country === 'CA')
const x = (position: number): number => (65 - position) * CELL
const glyph = (char: string): string =>
  isMicr(char) ? marksSvg([{ kind: 'micr', x: 0, y: 0, text: char, field: 'micr', shapes: ownShapes }]) : ''
const spans = computed(() =>
  props.pattern.parts.map((part, i) => {
    const own = places.value.filter(p => p.part === i).map(p => p.position)
    return own.length
      ? { i, from: Math.max(...own), to: Math.min(...own) }
      : { i, from: part.at, to: part.at }
  }),
)
const setPart = (i: number, change: object): void =>
  emit('change', {
    ...props.pattern,
    id: props.pattern.id.endsWith('-own') ? props.pattern.id : `${props.pattern.id}-own`.slice(-40),
    parts: props.pattern.parts.map((p, k) => (k === i ? { ...p, ...change } : p)),
  })
const addPart = (): void =>
  emit('change', { ...props.pattern, parts: [...props.pattern.parts, { at: 14, text: '{account}O' }] })
const removePart = (i: number): void =>
  emit('change', { ...props.pattern, parts: props.pattern.parts.filter((_, k) => k !== i) })

let drag: { i: number; from: number; at: number } | undefined
function begin(event: PointerEvent, i: number) {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  drag = { i, from: event.clientX, at: props.pattern.parts[i]?.at ?? 14 }
}
function move(event: PointerEvent) {
  if (!drag) return
  const at = Math.max(1, Math.min(65, drag.at - Math.round((event.clientX - drag.from) / CELL)))
  if (at !== props.pattern.parts[drag.i]?.at) setPart(drag.i, { at })
}
function onKey(event: KeyboardEvent, i: number) {
  const by = event.key === 'ArrowLeft' ? 1 : event.key === 'ArrowRight' ? -1 : 0
  const at = (props.pattern.parts[i]?.at ?? 14) + by
  if (!by || at < 1 || at > 65) return
  event.preventDefault()
  setPart(i, { at })
}
</script>

<template>
  <div class="ruler">
    <div class="wide" tabindex="0" role="region" aria-label="MICR line on its position ruler">
      <svg :width="65 * CELL + 4" height="92" viewBox="-2 0 992 92">
        <g v-if="standard" class="zones">
          <g v-for="z in micrZones" :key="z.from">
            <rect :x="x(z.to)" y="1" :width="(z.to - z.from + 1) * CELL" height="15" />
            <text
              v-if="z.to - z.from > 3"
              :x="x(z.to) + ((z.to - z.from + 1) * CELL) / 2"
              y="12"
              text-anchor="middle"
            >
              {{ z.name }}
            </text>
          </g>
        </g>
        <rect v-if="positions < 65" class="beyond" x="0" y="18" :width="(65 - positions) * CELL" height="54">
          <title>Past the left end of the check</title>
        </rect>
        <g
          v-for="s in spans"
          :key="s.i"
          class="part"
          role="slider"
          tabindex="0"
          :aria-label="`Part ${s.i + 1}, ${meaningOf(pattern.parts[s.i]!)}`"
          :aria-valuenow="pattern.parts[s.i]!.at"
          aria-valuemin="1"
          aria-valuemax="65"
          @pointerdown="begin($event, s.i)"
          @pointermove="move"
          @pointerup="drag = undefined"
          @keydown="onKey($event, s.i)"
        >
          <rect :x="x(s.from)" y="20" :width="(s.from - s.to + 1) * CELL" height="34" rx="3" />
        </g>
        <g v-for="p in places" :key="p.position" class="place">
          <rect :x="x(p.position)" y="20" :width="CELL" height="34" />
          <!-- eslint-disable vue/no-v-html -- our own renderer -->
          <g
            v-if="isMicr(p.char)"
            :transform="`translate(${x(p.position)} 45) scale(${CELL / PITCH})`"
            v-html="glyph(p.char)"
          />
          <text v-else :x="x(p.position) + CELL / 2" y="42" text-anchor="middle" class="open">
            {{ p.char }}
          </text>
          <text
            v-if="p.position % 5 === 0 || p.position === 1"
            :x="x(p.position) + CELL / 2"
            y="67"
            text-anchor="middle"
            class="n"
          >
            {{ p.position }}
          </text>
        </g>
        <text x="0" y="86" class="n">
          Positions count from the right edge of the check. Drag a part, or use the arrow keys on it.
        </text>
      </svg>
    </div>
    <div v-for="(part, i) in pattern.parts" :key="i" class="row">
      <span class="quiet">{{ i + 1 }}</span>
      <v-text-field
        label="Ends at position"
        :model-value="String(part.at)"
        inputmode="numeric"
        hide-details
        class="at"
        @change="
          (n => n >= 1 && n <= 65 && setPart(i, { at: n }))(
            Math.round(Number(($event.target as HTMLInputElement).value)),
          )
        "
      />
      <v-text-field
        label="Part"
        :model-value="part.text"
        hide-details
        class="text"
        @change="setPart(i, { text: ($event.target as HTMLInputElement).value })"
      />
      <span class="meaning">{{ meaningOf(part) }}</span>
      <v-btn
        size="x-small"
        variant="text"
        :disabled="pattern.parts.length === 1"
        :aria-label="`Remove part ${i + 1}`"
        @click="removePart(i)"
      >
        ×
      </v-btn>
    </div>
    <v-btn size="small" :disabled="pattern.parts.length >= 8" @click="addPart"> Add part </v-btn>
    <p class="quiet small">
      T is the transit symbol, O the on-us symbol and D the dash. Digits and blanks print as they are.
      {routing}, {account}, {serial:6} and the like are filled in for each check.
    </p>
  </div>
</template>

<style scoped>
.ruler {
  display: grid;
  gap: var(--space-2);
  justify-items: start;
  min-width: 0;
}
.wide {
  overflow-x: auto;
  max-width: 100%;
}
.zones rect {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: rgb(var(--v-theme-surface));
}
.zones text {
  font-size: 0.625rem;
  fill: rgb(var(--v-theme-on-surface-variant));
}
.place rect {
  fill: none;
  stroke: rgba(var(--v-theme-on-surface), 0.14);
}
.place,
.beyond {
  pointer-events: none;
}
.place :deep(path) {
  fill: rgb(var(--v-theme-on-surface));
}
.place .open {
  font-size: var(--text-small);
  fill: rgb(var(--v-theme-warning));
}
.n {
  font-size: 0.625rem;
  fill: rgb(var(--v-theme-secondary));
}
.part {
  cursor: ew-resize;
}
.part rect {
  fill: rgba(var(--v-theme-primary), 0.16);
}
.part:focus-visible rect {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 2;
}
.beyond {
  fill: rgba(var(--v-theme-on-surface), 0.12);
}
.row {
  display: flex;
  gap: var(--space-2);
  align-items: center;
  width: 100%;
}
.at {
  max-width: 8.125rem;
}
.text {
  max-width: 15rem;
}
.meaning {
  font-size: var(--text-note);
}
.small {
  font-size: var(--text-small);
}
</style>
