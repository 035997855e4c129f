<script setup lang="ts">
import { deviationText } from '#core/fit/deviationText'
import type { FitRow } from '#core/fit/printers'
import { formatOff } from '#core/paper/length'
import { momentText } from '~/data/office/office'
import { useOffice } from '~/stores/office'

/** All fits of a printer, tray and stock, the one in use first. */
defineProps<{ history: readonly FitRow[] }>()
defineEmits<{ again: [row: FitRow] }>()
const office = useOffice()
</script>

<template>
  <section v-if="history.length" aria-labelledby="old">
    <h2 id="old" class="mb-2">All fits for this printer, tray and stock</h2>
    <v-card>
      <table class="plain" data-test="fits">
        <thead>
          <tr>
            <th scope="col">Made</th>
            <th scope="col">Method</th>
            <th scope="col">Corrects</th>
            <th scope="col" class="num">Accuracy</th>
            <th scope="col" class="num">Confirmed</th>
            <th scope="col"><span class="d-sr-only">Use</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in history" :key="row.id">
            <td>{{ momentText(row.madeAt) }}</td>
            <td>{{ row.how }}</td>
            <td class="quiet">{{ deviationText(row.deviation, office.unit) }}</td>
            <td class="num">{{ row.residual === null ? '' : formatOff(row.residual, office.unit) }}</td>
            <td class="num">{{ row.confirmed === null ? '' : formatOff(row.confirmed, office.unit) }}</td>
            <td class="num">
              <span v-if="i === 0">in use</span
              ><v-btn v-else size="x-small" @click="$emit('again', row)"> Use again </v-btn>
            </td>
          </tr>
        </tbody>
      </table>
    </v-card>
  </section>
</template>

<style scoped>
.v-card {
  width: 100%;
}
</style>
