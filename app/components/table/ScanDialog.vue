<script setup lang="ts">
import type { Unit } from '#core/paper/length'
import { straighten } from '#core/paper/straighten'
import type { Stock } from '#core/paper/stock'
import { firstPageOf } from '~/data/runs/makePaper'
import { bitmapOf } from '~/data/layouts/pictures'
import { dropScan, keepScan } from '~/data/layouts/scans'
import { straightenScan } from '~/data/layouts/straightenScan'

/**
 * Lays a scan or photo of the real stock under the layout: choose the file, name two or four points on it,
 * keep it with the stock.
 */
const props = defineProps<{ stock: Stock; unit: Unit; has: boolean }>()
const emit = defineEmits<{ done: [] }>()
const open = defineModel<boolean>({ required: true })

const bitmap = shallowRef<ImageBitmap>()
const url = ref('')
const fault = ref('')
const busy = ref(false)
/** Width at which the picture is shown, in pixels. */
const WIDE = 520
const size = computed(() =>
  bitmap.value
    ? { w: WIDE, h: (WIDE * bitmap.value.height) / bitmap.value.width, k: WIDE / bitmap.value.width }
    : { w: WIDE, h: 300, k: 1 },
)
const names = ['first', 'second', 'third', 'fourth']
const { count, at, seen, real, begin, mark, nudge, setReal } = useScanPoints(() => props.stock.sheet)

async function take(file: File) {
  fault.value = ''
  busy.value = true
  const read = await bitmapOf(file, bytes => firstPageOf(bytes, 150, 3300))
  if (!read.ok) {
    fault.value = read.refusal.text
    busy.value = false
    return
  }
  const canvas = new OffscreenCanvas(read.value.width, read.value.height)
  canvas.getContext('2d')?.drawImage(read.value, 0, 0)
  const picture = await canvas.convertToBlob({ type: 'image/png' })
  if (url.value) URL.revokeObjectURL(url.value)
  url.value = URL.createObjectURL(picture)
  // Last of all, since the points can be laid under from then on.
  bitmap.value = read.value
  begin(read.value)
  busy.value = false
}
function onMark(event: MouseEvent) {
  const r = (event.currentTarget as SVGElement).getBoundingClientRect()
  mark({ x: (event.clientX - r.left) / size.value.k, y: (event.clientY - r.top) / size.value.k })
}

async function keep() {
  if (!bitmap.value) return
  const map = straighten(seen.value.map((point, i) => ({ seen: { ...point }, real: { ...real.value[i]! } })))
  if (!map) {
    fault.value = 'The points are too close together or on one line. Mark them further apart.'
    return
  }
  busy.value = true
  await keepScan(props.stock.id, await straightenScan(bitmap.value, map, { ...props.stock.sheet }))
  busy.value = false
  close()
}
async function forget() {
  await dropScan(props.stock.id)
  close()
}
function close() {
  bitmap.value = undefined
  if (url.value) URL.revokeObjectURL(url.value)
  url.value = ''
  open.value = false
  emit('done')
}
</script>

<template>
  <v-dialog v-model="open" max-width="900" aria-label="Scan of the real stock">
    <v-card class="dialog" title="Scan of the real stock">
      <div class="body">
        <p>
          A scan or photo of the blank stock (PNG, JPEG or the first page of a PDF). It is saved with the
          stock and shown behind its layouts.
        </p>
        <FileDrop
          label="Scan file"
          kinds="PNG, JPEG or PDF"
          accept="image/png,image/jpeg,application/pdf"
          data-test="scan-file"
          @take="take"
        />
        <v-progress-linear v-if="busy" indeterminate color="primary" aria-label="Reading the file" />
        <v-alert v-if="fault" type="error" :text="fault" />
        <div v-if="bitmap" class="work">
          <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- the points can be typed as well -->
          <svg
            :width="size.w"
            :height="size.h"
            class="scan"
            tabindex="0"
            role="group"
            aria-label="Scan: click or use arrow keys to place the chosen point"
            @click="onMark"
            @keydown="nudge"
          >
            <image :href="url" :width="size.w" :height="size.h" preserveAspectRatio="none" />
            <polygon :points="seen.map(p => `${p.x * size.k},${p.y * size.k}`).join(' ')" class="frame" />
            <g v-for="(p, i) in seen" :key="i" :class="{ at: i === at }">
              <circle :cx="p.x * size.k" :cy="p.y * size.k" r="7" />
              <text :x="p.x * size.k + 9" :y="p.y * size.k + (p.y * size.k < 20 ? 18 : -6)">{{ i + 1 }}</text>
            </g>
          </svg>
          <div class="points">
            <v-btn-toggle
              v-model="count"
              mandatory
              density="compact"
              variant="outlined"
              color="primary"
              aria-label="How many points"
            >
              <v-btn :value="2" size="small"> Two points </v-btn
              ><v-btn :value="4" size="small"> Four points </v-btn>
            </v-btn-toggle>
            <p class="quiet small">
              Two points straighten and scale a flat scan; four also correct the perspective of a photo. Click
              each point on the scan, then enter where it is on the sheet.
            </p>
            <div v-for="(p, i) in real" :key="i" class="point" :class="{ at: i === at }">
              <v-btn size="x-small" :variant="i === at ? 'flat' : 'tonal'" color="primary" @click="at = i">
                {{ i + 1 }}
              </v-btn>
              <LengthField
                :label="`Left, ${names[i]} point`"
                :model-value="p.x"
                :unit="unit"
                @update:model-value="setReal(i, { x: $event })"
              />
              <LengthField
                label="Top"
                :model-value="p.y"
                :unit="unit"
                @update:model-value="setReal(i, { y: $event })"
              />
            </div>
          </div>
        </div>
        <div class="d-flex ga-3">
          <v-btn
            color="primary"
            variant="flat"
            :disabled="!bitmap"
            :loading="busy"
            data-test="scan-keep"
            @click="keep"
          >
            Use scan
          </v-btn>
          <v-btn v-if="has" color="error" @click="forget"> Remove scan </v-btn>
          <v-btn variant="text" @click="close"> Cancel </v-btn>
        </div>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.body {
  padding: 0 20px 18px;
  display: grid;
  gap: var(--space-3);
}
.work {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: var(--space-4);
  max-height: 56vh;
  overflow: auto;
}
.scan {
  cursor: crosshair;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.3);
}
.scan circle {
  fill: rgb(from var(--violet) r g b / 25%);
  stroke: var(--violet);
  stroke-width: 1.5;
}
.scan .at circle {
  stroke-width: 3;
}
.scan text {
  font-size: var(--text-note);
  font-weight: 600;
  fill: var(--violet);
}
.frame {
  fill: none;
  stroke: var(--violet);
  stroke-dasharray: 4 3;
}
.points {
  display: grid;
  gap: var(--space-2);
  align-content: start;
}
.point {
  display: grid;
  grid-template-columns: auto 1fr 1fr;
  gap: var(--space-2);
  align-items: center;
}
.small {
  font-size: var(--text-small);
}
</style>
