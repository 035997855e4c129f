<script setup lang="ts">
import type { JobReport } from '#core/practice/report'
import { practiceSheetUrl, practiceTrayUrl } from '~/data/fit/practicePrinter'

/** The sheets of a job as they lie in the tray, and the chosen one as it came out. */
const props = defineProps<{ job: JobReport }>()
const at = ref(props.job.sheets[0]?.sheet ?? 1)
const dpi = ref(100)
const sheet = computed(() => props.job.sheets.find(s => s.sheet === at.value) ?? props.job.sheets[0])
watch(
  () => props.job.id,
  () => {
    at.value = props.job.sheets[0]?.sheet ?? 1
  },
)
const numbersOf = (numbers: readonly number[]): string =>
  numbers.length ? (numbers.length > 1 ? `${numbers[0]} to ${numbers.at(-1)}` : String(numbers[0])) : 'none'
</script>

<template>
  <div class="sheets">
    <div>
      <p class="quiet mb-2">From the top of the tray, stacked {{ job.stacking }}.</p>
      <table class="plain" data-test="tray-sheets">
        <thead>
          <tr>
            <th scope="col">Sheet</th>
            <th scope="col">Number on the sheet</th>
            <th scope="col">Page</th>
            <th scope="col">Came out</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="s in job.sheets"
            :key="s.sheet"
            class="pickable"
            :class="{ chosen: s.sheet === sheet?.sheet }"
            tabindex="0"
            @click="at = s.sheet"
            @keydown.enter="at = s.sheet"
            @focus="at = s.sheet"
          >
            <td>{{ s.sheet }}</td>
            <td>{{ numbersOf(s.numbers) }}</td>
            <td>{{ s.page ?? '' }}</td>
            <td>{{ s.came }}{{ s.upsideDown ? ', upside down' : '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="sheet" class="view">
      <div class="row">
        <v-select
          v-model="dpi"
          :items="[100, 150, 200, 300]"
          label="Resolution (dpi)"
          hide-details
          class="dpi"
        />
        <v-btn
          size="small"
          :href="practiceSheetUrl(job.id, sheet.sheet, dpi)"
          :download="`sheet-${sheet.sheet}.png`"
        >
          Save sheet
        </v-btn>
        <v-btn
          size="small"
          :href="practiceSheetUrl(job.id, sheet.sheet, dpi, 'scan')"
          :download="`scan-${sheet.sheet}.png`"
          data-test="save-scan"
        >
          Save scan
        </v-btn>
        <v-btn size="small" :href="practiceTrayUrl(job.id, dpi)" download="tray.zip"> Save all sheets </v-btn>
      </div>
      <img
        :key="`${job.id}/${sheet.sheet}`"
        :src="practiceSheetUrl(job.id, sheet.sheet, 100)"
        :alt="`Sheet ${sheet.sheet} as it came out: ${sheet.came}`"
        data-test="sheet-picture"
      />
    </div>
  </div>
</template>

<style scoped>
.sheets {
  display: grid;
  grid-template-columns: minmax(18.75rem, 1fr) minmax(20rem, 1.2fr);
  gap: var(--space-5);
  align-items: start;
}
.row {
  margin-bottom: 10px;
}
.dpi {
  max-width: 8.125rem;
}
img {
  width: 100%;
  max-width: 28.75rem;
  box-shadow: var(--sheet-shadow);
  background: #fff;
  display: block;
  min-height: 120px;
}
</style>
