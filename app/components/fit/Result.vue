<script setup lang="ts">
import { deviationMap, worstCorner, type Deviation } from '#core/fit/fit'
import type { FitRow } from '#core/fit/printers'
import { deviationTold } from '#core/fit/told'
import { formatOff } from '#core/paper/length'
import type { Stock } from '#core/paper/stock'
import type { FitScan } from '~/data/fitScan'
import { momentTold } from '~/data/office'
import { useOffice } from '~/stores/office'

/** What was found last, to be kept or to confirm the fit in use; else the fit in use. */
const props = defineProps<{
  result?: { readonly deviation: Deviation; readonly residual: number }
  scan?: FitScan
  fit?: FitRow
  stock: Stock
  tray: string
  confirms: boolean
}>()
defineEmits<{ keep: [] }>()
const office = useOffice()
/** By how much the worst corner of the sheet comes out elsewhere, in mm. */
const worstOf = (deviation: Deviation): number =>
  worstCorner(deviationMap(deviation), props.stock.sheet.w, props.stock.sheet.h)
</script>

<template>
  <h2 id="result">
    {{ scan ? 'What the scan says' : result ? 'What the ruler says' : 'In use' }}
  </h2>
  <template v-if="result">
    <svg
      v-if="scan"
      class="scan"
      :viewBox="`0 0 ${scan.w} ${scan.h}`"
      role="img"
      aria-label="The scan with what was found on it"
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
    <p data-test="found">
      Everything comes out {{ deviationTold(result.deviation, office.unit)
      }}{{ scan ? `, found to ${formatOff(scan.reading.uncertainty, office.unit)}` : '' }}.
    </p>
    <p v-if="scan?.reading.remaining !== undefined">
      Through the fit it went, the worst corner was still
      {{ formatOff(scan.reading.remaining, office.unit) }} off.
    </p>
    <p v-if="!scan && result.residual > 0.6" class="text-warning">
      The distances disagree by {{ formatOff(result.residual, office.unit) }}: one of them may be misread.
    </p>
    <table v-if="confirms && fit" class="plain" data-test="beside">
      <thead>
        <tr>
          <th scope="col">Worst corner off</th>
          <th scope="col" class="num">Without the fit</th>
          <th scope="col" class="num">Through it</th>
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
    <v-btn color="primary" variant="flat" data-test="keep-fit" @click="$emit('keep')">
      {{ confirms ? 'Take it down as confirmed' : 'Keep this fit' }}
    </v-btn>
  </template>
  <template v-else-if="fit">
    <FitDeviationPicture :stock="stock" :deviation="fit.deviation" />
    <p data-test="in-use">Corrects what comes out {{ deviationTold(fit.deviation, office.unit) }}.</p>
    <p class="quiet">
      {{ fit.how }}, {{ momentTold(fit.madeAt) }}, {{ fit.by
      }}{{
        fit.confirmed === null ? '' : `; confirmed, worst corner ${formatOff(fit.confirmed, office.unit)} off`
      }}
    </p>
    <p v-if="fit.confirmed === null" class="text-warning">
      Not confirmed yet: print the fit sheet through this fit and say where its marks came out.
    </p>
  </template>
  <p v-else class="quiet" data-test="in-use">
    There is no fit for this printer, tray and stock: pages go out as they are.
  </p>
</template>

<style scoped>
.scan {
  width: 240px;
  height: auto;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.3);
}
.scan polygon {
  fill: none;
  stroke: #5a3ea0;
}
.scan circle {
  fill: none;
  stroke: #b0217f;
}
</style>
