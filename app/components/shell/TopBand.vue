<script setup lang="ts">
import { dayText, dayOfMoment } from '#core/base/dates'
import { readHandedOver } from '~/data/office/handing'
import { readStart } from '~/data/office/officeReads'

/** What holds for everything that is done on any page, above all of it. */
const handed = useLive(readHandedOver)
const start = useLive(readStart)
const madeUp = computed(() => start.value === 'demo')
const { offered, takeUp } = useNewVersion()
</script>

<template>
  <p v-if="madeUp" class="band made-up" role="note" data-test="made-up">Demo office: nothing here is real.</p>
  <p v-if="handed" class="band" role="note" data-test="band">
    Handed over to {{ handed.to }} on {{ dayText(dayOfMoment(handed.at)) }}. Nothing can be changed here.
    <NuxtLink to="/files/hand-over">{{ handed.fromHere ? 'Take office back' : 'Continue here' }}</NuxtLink>
  </p>
  <p v-if="offered" class="band" role="status" data-test="newer">
    A new version is ready.
    <v-btn size="small" variant="outlined" class="ml-2" @click="takeUp">Reload to use it</v-btn>
  </p>
</template>

<style scoped>
.band {
  padding: 6px 22px;
  background: rgb(var(--v-theme-warning));
  color: rgb(var(--v-theme-on-warning));
  font-weight: 500;
}
.band.made-up {
  background: repeating-linear-gradient(
    -45deg,
    rgb(var(--v-theme-primary)) 0 14px,
    rgba(var(--v-theme-primary), 0.86) 14px 28px
  );
  color: rgb(var(--v-theme-on-primary));
  padding-block: 3px;
  font-size: var(--text-note);
}
.band a:not(.v-btn) {
  color: inherit;
  margin-left: 8px;
}
</style>
