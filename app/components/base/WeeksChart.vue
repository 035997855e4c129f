<script setup lang="ts">
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
} from 'chart.js'

/** Bars with, where it is given, a line over them by an axis of its own: amounts in whole units, one a label. */
const props = defineProps<{
  labels: readonly string[]
  bars: readonly number[]
  line?: readonly number[]
  /** They are counted, not measured: no ticks between whole numbers. */
  whole?: boolean
  /** What the picture says, for who cannot see it. */
  told: string
}>()
Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
)
const canvas = ref<HTMLCanvasElement>()
let chart: Chart | undefined
let off = (): void => {}
/** Drawn when the figures beside it stand already. */
function draw(at: HTMLCanvasElement) {
  chart?.destroy()
  const { labels, bars, line } = props
  const ink = getComputedStyle(at).color
  const ticks = { color: ink, font: { size: 10 } }
  chart = new Chart(at, {
    data: {
      labels: [...labels],
      datasets: [
        ...(line
          ? [
              {
                ...{ type: 'line' as const, data: [...line], yAxisID: 'left' },
                ...{ borderColor: ink, pointRadius: 2, borderWidth: 1.5 },
              },
            ]
          : []),
        { type: 'bar' as const, data: [...bars], backgroundColor: '#7a62b8' },
      ],
    },
    options: {
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      scales: {
        x: { ticks, grid: { display: false } },
        y: { ticks: { ...ticks, ...(props.whole && { precision: 0 }) } },
        // What is left is of another size than what goes out: an axis of its own keeps the bars in sight.
        ...(line && { left: { position: 'right', ticks, grid: { display: false } } }),
      },
    },
  })
}
watch(
  () => [canvas.value, props.labels, props.bars, props.line] as const,
  ([at]) => {
    off()
    if (at) off = whenIdle(() => draw(at))
  },
  { flush: 'post' },
)
onScopeDispose(() => {
  off()
  chart?.destroy()
})
</script>

<template>
  <div class="chart"><canvas ref="canvas" role="img" :aria-label="told" /></div>
</template>

<style scoped>
.chart {
  height: 120px;
  position: relative;
  min-width: 0;
  /* Until it knows its width, the picture is wider than a narrow window. */
  overflow: hidden;
}
</style>
