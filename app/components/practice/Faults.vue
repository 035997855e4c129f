<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { faultKinds, type PressFault } from '#core/practice/press'

/** What is to go wrong with the next job of the practice printer. */
const faults = defineModel<readonly PressFault[]>('faults', { required: true })
const seed = defineModel<number | null>('seed', { required: true })
const kind = ref<PressFault['kind']>('double feed')
const at = ref('2')
const number = computed(() =>
  /^\d{1,4}$/.test(at.value.trim()) && Number(at.value) >= 1 ? Number(at.value) : undefined,
)
const said: Readonly<Record<PressFault['kind'], string>> = {
  jam: 'jam: the sheet is torn and its page prints again on the next one',
  'double feed': 'double feed: one sheet comes out blank',
  'upside down': 'sheet fed upside down',
  stopped: 'printer stops after the sheet',
}
function add() {
  if (number.value !== undefined) faults.value = [...faults.value, { kind: kind.value, at: number.value }]
}
const chance = computed({
  get: () => seed.value !== null,
  set: on => {
    seed.value = on ? 1 + Math.floor(Math.random() * 9999) : null
  },
})
</script>

<template>
  <div class="faults">
    <ul v-if="faults.length" aria-label="Faults to simulate">
      <li v-for="(f, i) in faults" :key="i">
        Sheet {{ f.at }}: {{ said[f.kind] }}
        <v-btn
          :icon="mdiClose"
          size="x-small"
          variant="text"
          :aria-label="`Remove: sheet ${f.at}, ${f.kind}`"
          @click="faults = faults.filter((_, k) => k !== i)"
        />
      </li>
    </ul>
    <div class="row">
      <v-select
        v-model="kind"
        :items="[...faultKinds]"
        label="Fault"
        hide-details
        class="kind"
        data-test="fault-kind"
      />
      <v-text-field
        v-model="at"
        label="At sheet"
        inputmode="numeric"
        hide-details
        class="at"
        :error="number === undefined"
        data-test="fault-at"
      />
      <v-btn :disabled="number === undefined" data-test="fault-add" @click="add"> Add </v-btn>
      <v-checkbox v-model="chance" label="Random faults" hide-details density="compact" />
      <span v-if="seed !== null" class="quiet">seed {{ seed }}</span>
    </div>
  </div>
</template>

<style scoped>
.faults {
  display: grid;
  gap: var(--space-2);
}
ul {
  padding-left: 18px;
}
.kind {
  max-width: 11.875rem;
  min-width: 170px;
}
.at {
  max-width: 6.25rem;
  min-width: 90px;
}
</style>
