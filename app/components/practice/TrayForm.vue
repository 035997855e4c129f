<script setup lang="ts">
import type { PracticeTray } from '#core/fit/practicePrinter'
import { exactPress, stackings, type Press } from '#core/practice/press'

const props = defineProps<{ tray: PracticeTray; press: Press }>()
const emit = defineEmits<{ set: [press: Press] }>()
interface Line {
  key: string
  label: string
  suffix: string
  least: number
  most: number
  read: (p: Press) => number
  write: (p: Press, v: number) => Press
}
const lines: Line[] = [
  {
    key: 'x',
    label: 'Shift to the right',
    suffix: 'mm',
    least: -12,
    most: 12,
    read: p => p.shift.x,
    write: (p, x) => ({ ...p, shift: { ...p.shift, x } }),
  },
  {
    key: 'y',
    label: 'Shift down',
    suffix: 'mm',
    least: -12,
    most: 12,
    read: p => p.shift.y,
    write: (p, y) => ({ ...p, shift: { ...p.shift, y } }),
  },
  {
    key: 'turn',
    label: 'Rotation (clockwise)',
    suffix: '°',
    least: -3,
    most: 3,
    read: p => p.turn,
    write: (p, turn) => ({ ...p, turn }),
  },
  {
    key: 'kx',
    label: 'Size across',
    suffix: '%',
    least: 90,
    most: 110,
    read: p => p.stretch.x * 100,
    write: (p, v) => ({ ...p, stretch: { ...p.stretch, x: v / 100 } }),
  },
  {
    key: 'ky',
    label: 'Size down',
    suffix: '%',
    least: 90,
    most: 110,
    read: p => p.stretch.y * 100,
    write: (p, v) => ({ ...p, stretch: { ...p.stretch, y: v / 100 } }),
  },
  {
    key: 'toner',
    label: 'Toner',
    suffix: '%',
    least: 70,
    most: 130,
    read: p => p.toner * 100,
    write: (p, v) => ({ ...p, toner: v / 100 }),
  },
]
const typed = ref<Record<string, string>>({})
const stacking = ref(props.press.stacking)
const fitToPage = ref(props.press.fitToPage)
watch(
  () => props.press,
  press => {
    typed.value = Object.fromEntries(lines.map(l => [l.key, String(Math.round(l.read(press) * 100) / 100)]))
    stacking.value = press.stacking
    fitToPage.value = press.fitToPage
  },
  { immediate: true },
)
function faultOf(line: Line): string {
  const text = typed.value[line.key]?.trim() ?? ''
  const value = Number(text)
  return text === '' || !Number.isFinite(value)
    ? 'Enter a number.'
    : value < line.least || value > line.most
      ? `${line.least} to ${line.most} ${line.suffix}`
      : ''
}
const ready = computed(() => lines.every(l => !faultOf(l)))
const put = (): void =>
  emit(
    'set',
    lines.reduce((p, l) => l.write(p, Number(typed.value[l.key])), {
      ...props.press,
      stacking: stacking.value,
      fitToPage: fitToPage.value,
    }),
  )
</script>

<template>
  <v-form class="tray" @submit.prevent="ready && put()">
    <v-text-field
      v-for="l in lines"
      :key="l.key"
      v-model="typed[l.key]"
      :label="l.label"
      :suffix="l.suffix"
      inputmode="decimal"
      :error-messages="faultOf(l)"
      :hide-details="!faultOf(l)"
      :data-test="`press-${l.key}`"
    />
    <v-select v-model="stacking" :items="[...stackings]" label="Output tray stacks sheets" hide-details />
    <v-checkbox v-model="fitToPage" label="“Fit to page” left on" hide-details density="compact" />
    <div class="row">
      <v-btn type="submit" :disabled="!ready" data-test="press-set"> Set {{ tray }} </v-btn>
      <v-btn variant="text" size="small" @click="emit('set', exactPress)"> Reset to exact </v-btn>
    </div>
  </v-form>
</template>

<style scoped>
.tray {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9.375rem, 1fr));
  gap: var(--space-3);
  align-items: start;
}
</style>
