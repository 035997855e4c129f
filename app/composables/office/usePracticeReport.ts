import { useIntervalFn } from '@vueuse/core'
import { shallowRef } from 'vue'
import { practicePrinterId } from '#core/fit/practicePrinter'
import type { JobReport } from '#core/practice/report'
import type { Run } from '#core/runs/run'
import { practiceState } from '~/data/fit/practicePrinter'

const LOOK_MS = 300

/** What the practice printer reports of a run that went through it, followed until it has printed. */
export function usePracticeReport(run: Run) {
  const report = shallowRef<JobReport>()
  const looking = useIntervalFn(
    async () => {
      const state = await practiceState()
      report.value = state.ok ? state.value.jobs.find(j => j.ref === run.id) : undefined
      // The job arrives a moment after the numbers went on paper.
      if (report.value && report.value.state !== 'printing') looking.pause()
    },
    LOOK_MS,
    { immediate: run.printing?.printerId === practicePrinterId, immediateCallback: true },
  )
  return report
}
