<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { practicePrinterId } from '#core/fit/practicePrinter'
import type { Pack, PressFault } from '#core/practice/press'
import type { Run } from '#core/runs/run'
import type { AccountView } from '~/data/accounts/accountReads'

export type PrintHow =
  | { readonly way: 'open' }
  | { readonly way: 'save' }
  | { readonly way: 'away'; readonly to: string; readonly pdf: boolean }
  | {
      readonly way: 'practice'
      readonly pack: Pack
      readonly faults: readonly PressFault[]
      readonly seed: number | null
    }
const props = defineProps<{
  run: Run
  view: AccountView
  count: number
  sheets: number
  /** Those of its checks, as they are told. */
  numbers: string
  total: string
  busy: boolean
  fault: string
  /** The field that is at fault. */
  at: (field: string) => string[]
}>()
const emit = defineEmits<{ print: [how: PrintHow] }>()
const practice = computed(() => props.run.printing?.printerId === practicePrinterId)
const pack = shallowRef<Pack>()
const faults = ref<readonly PressFault[]>([])
const seed = ref<number | null>(null)
function setPack(to: Pack | undefined, bad: readonly PressFault[], by: number | null) {
  pack.value = to
  faults.value = bad
  seed.value = by
}
function practicePrint() {
  if (pack.value) emit('print', { way: 'practice', pack: pack.value, faults: faults.value, seed: seed.value })
}
</script>

<template>
  <div>
    <EffectTable class="effect" data-test="print-effect">
      <tr>
        <td>Numbers {{ numbers }}</td>
        <td><StateMark state="unused" /></td>
        <td><StateMark state="on paper" /></td>
      </tr>
      <tr>
        <td>{{ howMany(count, 'payment') }}, {{ total }}</td>
        <td><StateMark state="waiting" /></td>
        <td><StateMark state="on paper" /></td>
      </tr>
      <tr>
        <td>Book balance</td>
        <td colspan="2">unchanged until the run is counted off</td>
      </tr>
    </EffectTable>
    <v-alert v-if="fault && !at('sentTo').length" type="error" class="my-3" :text="fault" />
    <RunPracticePack
      v-if="practice"
      :stock="view.stock"
      :top="run.top"
      :first-place="run.firstPlace ?? 1"
      :sheets="sheets"
      @set="setPack"
    />
    <div class="ways">
      <v-btn
        v-if="practice"
        color="primary"
        variant="flat"
        :loading="busy"
        :disabled="!pack"
        :data-next="practice || undefined"
        data-test="print-practice"
        @click="practicePrint"
      >
        Print on the practice printer
      </v-btn>
      <v-btn
        :color="practice ? undefined : 'primary'"
        :variant="practice ? 'tonal' : 'flat'"
        :loading="busy && !practice"
        :disabled="busy"
        :data-next="practice ? undefined : ''"
        data-test="print-open"
        @click="emit('print', { way: 'open' })"
      >
        {{ practice ? 'Print from the browser' : 'Print' }}
      </v-btn>
      <v-btn :disabled="busy" data-test="print-save" @click="emit('print', { way: 'save' })">
        Save as PDF instead
      </v-btn>
    </div>
    <RunAwayForm class="mt-3" :busy="busy" :faults="at('sentTo')" @send="emit('print', $event)" />
    <p class="quiet mt-2">
      {{
        practice
          ? 'The practice printer is simulated: no paper comes out, but the numbers count as on paper.'
          : 'The PDF opens in a new tab. In the print dialog choose actual size (100 %), one-sided, one copy.'
      }}
    </p>
  </div>
</template>

<style scoped>
.effect {
  max-width: 35rem;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  margin-top: 14px;
}
</style>
