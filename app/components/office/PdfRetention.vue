<script setup lang="ts">
import { readKeepDays } from '~/data/office/settings'
import { useOffice } from '~/stores/office'

/** How long the PDFs of runs are kept in this browser. */
const office = useOffice()
const days = useLive(readKeepDays)
const { fault, succeeded } = useAct()
async function save(to: number | null) {
  if (await succeeded('keepPdfsFor', { days: to })) office.said = 'Saved how long PDFs are kept.'
}
const choices = [
  { title: 'forever', value: 0 },
  { title: '30 days after the count-off', value: 30 },
  { title: '90 days after the count-off', value: 90 },
  { title: 'a year after the count-off', value: 365 },
]
</script>

<template>
  <v-card>
    <h2>PDFs of runs</h2>
    <p class="quiet">
      Saved in this browser with each run. What was printed on each check is kept forever, so a deleted PDF
      can be made again.
    </p>
    <v-select
      :model-value="days ?? 0"
      :items="choices"
      label="Keep PDFs"
      hide-details
      data-test="keep-days"
      :error-messages="fault"
      @update:model-value="save($event || null)"
    />
  </v-card>
</template>
