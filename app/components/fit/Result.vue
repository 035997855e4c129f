<script setup lang="ts">
import { deviationMap, worstCorner, type Deviation } from '#core/fit/fit'
import type { FitRow } from '#core/fit/printers'
import { deviationText } from '#core/fit/deviationText'
import { spanMeant, type Proved } from '#core/fit/proved'
import { formatLength, formatOff } from '#core/paper/length'
import type { Stock } from '#core/paper/stock'
import type { FitScan } from '~/data/fit/fitScan'
import { momentText } from '~/data/office/office'
import { useOffice } from '~/stores/office'

/** What was found last, to be kept or to confirm the fit in use; else the fit in use. */
const props = defineProps<{
  result?: { readonly deviation: Deviation; readonly residual: number }
  scan?: FitScan
  fit?: FitRow
  stock: Stock
  tray: string
  confirms: boolean
  /** What two scans prove; null: there is one so far. */
  proof?: Proved | null
  fromCheck: boolean
}>()
defineEmits<{ keep: []; begin: [] }>()
/** What a ruler says of the way between the two upper squares, in mm. */
const span = defineModel<number | undefined>('span')
const isProved = computed(() => props.proof?.uncertainty !== undefined)
/** A fit is confirmed by what is proved, as it was found. */
const mayKeep = computed(() => !props.confirms || !props.scan || isProved.value)
const keepTitle = computed(() => {
  if (props.confirms) return 'Mark as confirmed'
  return props.scan && !isProved.value ? 'Save first reading' : 'Save fit'
})
const office = useOffice()
/** By how much the worst corner of the sheet comes out elsewhere, in mm. */
const worstOf = (deviation: Deviation): number =>
  worstCorner(deviationMap(deviation), props.stock.sheet.w, props.stock.sheet.h)
</script>

<template>
  <h2 id="result">
    {{
      scan
        ? proof
          ? 'Result of the two scans'
          : 'Result of the first scan'
        : result
          ? 'Result of the measurements'
          : 'In use'
    }}
  </h2>
  <template v-if="result">
    <svg
      v-if="scan"
      class="scan"
      :viewBox="`0 0 ${scan.w} ${scan.h}`"
      role="img"
      aria-label="The scan with the marks that were found"
      data-test="scan-found"
    >
      <image :href="scan.url" :width="scan.w" :height="scan.h" />
      <polygon
        :points="scan.reading.corners.map(p => `${p.x},${p.y}`).join(' ')"
        :stroke-width="scan.w / 220"
      />
      <circle
        v-for="(m, i) in scan.reading.marks"
        :key="i"
        :cx="m.x"
        :cy="m.y"
        :r="scan.w / 42"
        :stroke-width="scan.w / 160"
      />
    </svg>
    <FitDeviationPicture v-else :stock="stock" :deviation="result.deviation" />
    <p data-test="found">Everything prints {{ deviationText(result.deviation, office.unit) }}.</p>
    <p v-if="scan && isProved" data-test="claim">
      Proved: the two scans agree to {{ formatOff(proof!.apart, office.unit) }}, and no corner is more than
      {{ formatOff(result.residual, office.unit) }} off.
    </p>
    <v-alert v-else-if="scan && proof && !fromCheck" type="info" data-test="asks-span">
      <p class="mb-2">
        The two scans agree to {{ formatOff(proof.apart, office.unit) }}, but the files do not include their
        resolution, so an edge covered on both sides would go unnoticed. Measure the distance between the
        centers of the two upper squares on the sheet ({{ formatLength(spanMeant(stock.sheet), office.unit) }}
        if the printer is exact).
      </p>
      <LengthField
        :model-value="span ?? 0"
        label="Distance between the squares"
        :unit="office.unit"
        :least="10"
        @update:model-value="span = $event"
      />
    </v-alert>
    <v-alert v-else-if="scan" type="warning" data-test="claim">
      This is a first reading: a corner may be up to
      {{ formatOff(scan.reading.uncertainty, office.unit) }} off. One scan cannot show whether the lid covers
      an edge or another sheet shows behind it. Turn the same sheet around and scan it again, or measure with
      a ruler.
    </v-alert>
    <p v-if="scan?.reading.remaining !== undefined">
      Printed with the fit, the worst corner was still
      {{ formatOff(scan.reading.remaining, office.unit) }} off.
    </p>
    <p v-if="!scan && result.residual > 0.6" class="text-warning">
      The distances disagree by {{ formatOff(result.residual, office.unit) }}. One of them may be wrong.
    </p>
    <table v-if="confirms && fit" class="plain" data-test="beside">
      <thead>
        <tr>
          <th scope="col">Worst corner off</th>
          <th scope="col" class="num">Without the fit</th>
          <th scope="col" class="num">With the fit</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>{{ tray }}</td>
          <td class="num">
            {{ formatOff(worstOf(fit.deviation), office.unit) }}
          </td>
          <td class="num">{{ formatOff(worstOf(result.deviation), office.unit) }}</td>
        </tr>
      </tbody>
    </table>
    <div class="acts">
      <v-btn
        :color="scan && !isProved ? undefined : 'primary'"
        :variant="scan && !isProved ? 'tonal' : 'flat'"
        :disabled="!mayKeep"
        data-test="keep-fit"
        @click="$emit('keep')"
      >
        {{ keepTitle }}
      </v-btn>
      <v-btn v-if="scan" variant="text" size="small" data-test="scan-anew" @click="$emit('begin')">
        Start over with another scan
      </v-btn>
    </div>
  </template>
  <template v-else-if="fit">
    <FitDeviationPicture :stock="stock" :deviation="fit.deviation" />
    <p data-test="in-use">Corrects a page that prints {{ deviationText(fit.deviation, office.unit) }}.</p>
    <p class="quiet">
      {{ fit.how }}, {{ momentText(fit.madeAt) }}, {{ fit.by
      }}{{
        fit.confirmed === null ? '' : `; confirmed, worst corner ${formatOff(fit.confirmed, office.unit)} off`
      }}
    </p>
    <p v-if="fit.confirmed === null" class="text-warning">
      Not confirmed yet. Print the fit sheet using this fit and measure where its marks were printed.
    </p>
  </template>
  <p v-else class="quiet" data-test="in-use">
    There is no fit for this printer, tray and stock yet. Pages print uncorrected.
  </p>
</template>

<style scoped>
.scan {
  width: 15rem;
  height: auto;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.3);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-3);
}
.scan polygon {
  fill: none;
  stroke: var(--violet);
}
.scan circle {
  fill: none;
  stroke: #b0217f;
}
</style>
