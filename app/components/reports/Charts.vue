<script setup lang="ts">
import { figures } from '#core/money/figures'
import type { ReportChart } from '#core/reports/tables/report'

/** The picture of a report; what is left has a panel of its own, as beside it the bars would vanish. */
const props = defineProps<{ chart: ReportChart; sign: string }>()
const told = (title: string, amounts: readonly (typeof props.chart.bars)[number][]): string =>
  `${title}: ${amounts.map((n, i) => `${props.chart.labels[i]} ${figures(n, { sign: props.sign })}`).join('; ')}`
</script>

<template>
  <div class="charts" :class="{ two: chart.left }">
    <figure>
      <figcaption class="quiet">{{ chart.title }}</figcaption>
      <WeeksChart
        :labels="chart.labels"
        :bars="chart.bars.map(n => n / 100)"
        :told="told(chart.title, chart.bars)"
      />
    </figure>
    <figure v-if="chart.left">
      <figcaption class="quiet">{{ chart.left.title }}</figcaption>
      <WeeksChart
        :labels="chart.labels"
        :bars="chart.left.amounts.map(n => n / 100)"
        :told="told(chart.left.title, chart.left.amounts)"
      />
    </figure>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  gap: var(--space-4);
}
.two {
  grid-template-columns: repeat(auto-fit, minmax(min(360px, 100%), 1fr));
}
figure {
  margin: 0;
  min-width: 0;
}
figcaption {
  font-size: var(--text-small);
}
</style>
