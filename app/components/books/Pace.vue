<script setup lang="ts">
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js'

/** Numbers used, week by week. */
const props = defineProps<{ weeks: readonly number[] }>()
Chart.register(BarController, BarElement, CategoryScale, LinearScale)
const canvas = ref<HTMLCanvasElement>()
let chart: Chart | undefined
watch(
  () => [canvas.value, props.weeks] as const,
  ([at, weeks]) => {
    chart?.destroy()
    if (!at) return
    const ink = getComputedStyle(at).color
    chart = new Chart(at, {
      type: 'bar',
      data: {
        labels: weeks.map((_, i) => String(weeks.length - 1 - i)),
        datasets: [{ data: [...weeks], backgroundColor: '#7a62b8' }],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        scales: {
          x: { ticks: { color: ink, font: { size: 10 } }, grid: { display: false } },
          y: { beginAtZero: true, ticks: { color: ink, precision: 0, font: { size: 10 } } },
        },
      },
    })
  },
  { flush: 'post' },
)
onScopeDispose(() => chart?.destroy())
</script>

<template>
  <div class="pace">
    <canvas
      ref="canvas"
      role="img"
      :aria-label="`Numbers used in the last ${weeks.length} weeks: ${weeks.join(', ')}`"
    />
  </div>
  <p class="quiet small">Numbers used, by weeks ago</p>
</template>

<style scoped>
.pace {
  height: 110px;
  position: relative;
  min-width: 0;
}
.small {
  font-size: 11.5px;
  text-align: center;
}
</style>
