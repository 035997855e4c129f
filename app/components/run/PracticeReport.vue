<script setup lang="ts">
import { outcomeOf, type JobReport } from '#core/practice/report'
import type { Run } from '#core/runs/run'

/** What the practice printer says of a run that went through it: offered, never taken by itself. */
const props = defineProps<{ run: Run }>()
const emit = defineEmits<{ fill: [report: JobReport] }>()
const report = usePracticeReport(props.run)
</script>

<template>
  <v-alert
    v-if="report"
    :type="report.state === 'printing' ? 'info' : outcomeOf(report).clean ? 'success' : 'warning'"
    class="mb-2"
    data-test="practice-report"
  >
    Practice printer:
    {{ report.state === 'printing' ? `${report.done} of ${report.of} sheets out` : outcomeOf(report).text }}.
    <NuxtLink :to="`/office/practice?job=${report.id}`">View sheets</NuxtLink>
    <v-btn
      v-if="report.state !== 'printing'"
      size="small"
      class="ml-3"
      data-test="take-report"
      @click="emit('fill', report)"
    >
      Use its report
    </v-btn>
    <v-progress-linear
      v-else
      :model-value="(report.done / report.of) * 100"
      color="primary"
      height="6"
      rounded
      class="mt-2"
      aria-label="Sheets out"
    />
  </v-alert>
</template>
