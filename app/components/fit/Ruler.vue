<script setup lang="ts">
import { FROM_EDGE, fitMarks, type FitMark } from '#core/fit/fit'
import { formatLength } from '#core/paper/length'
import type { Stock } from '#core/paper/stock'
import type { useRulerFit } from '~/composables/fit/useRulerFit'
import { useOffice } from '~/stores/office'

/** Distances of the fit sheet's marks, typed from a ruler. */
const props = defineProps<{ ruler: ReturnType<typeof useRulerFit>; stock: Stock }>()
defineEmits<{ done: [] }>()
const office = useOffice()
const { typed } = props.ruler
const lit = ref<FitMark | ''>('')
const edges: Readonly<Record<FitMark, string>> = {
  A: 'upper edge',
  B: 'upper edge',
  C: 'left edge',
  D: 'left edge',
  E: 'right edge',
  F: 'lower edge',
}
</script>

<template>
  <p>
    How far is each lettered line from the paper’s edge? {{ formatLength(FROM_EDGE, office.unit) }} if the
    printer is exact. A and C give the shift, B or D the rotation, and E and F the stretch.
  </p>
  <v-form class="measure" @submit.prevent="$emit('done')">
    <div class="marks">
      <v-text-field
        v-for="m in fitMarks"
        :key="m"
        v-model="typed[m]"
        :label="`${m}, from the ${edges[m]}`"
        :suffix="office.unit"
        :error-messages="ruler.faultOf(m)"
        :hide-details="!ruler.faultOf(m)"
        autocomplete="off"
        :data-test="`mark-${m}`"
        @focus="lit = m"
        @blur="lit = ''"
      />
    </div>
    <FitMarksPicture :stock="stock" :lit="lit" />
  </v-form>
</template>

<style scoped>
.measure {
  display: grid;
  grid-template-columns: minmax(12.5rem, 1fr) auto;
  gap: var(--space-4);
  width: 100%;
  align-items: start;
}
.marks {
  display: grid;
  gap: var(--space-2);
}
</style>
