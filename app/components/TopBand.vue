<script setup lang="ts">
import { formatDate, dayOfMoment } from '#core/base/dates'
import { readHandedOver } from '~/data/handing'

/** What holds for everything that is done on any page, above all of it. */
const handed = useLive(readHandedOver)
</script>

<template>
  <p v-if="handed" class="band" role="note" data-test="band">
    Handed over to {{ handed.to }} on {{ formatDate(dayOfMoment(handed.at), 'MMM D, YYYY') }}: nothing is done
    here. <NuxtLink to="/files">{{ handed.fromHere ? 'Take it back' : 'Take it on' }}</NuxtLink>
  </p>
</template>

<style scoped>
.band {
  padding: 6px 22px;
  background: rgb(var(--v-theme-warning));
  color: rgb(var(--v-theme-on-warning));
  font-weight: 500;
}
.band a:not(.v-btn) {
  color: inherit;
  margin-left: 8px;
}
</style>
