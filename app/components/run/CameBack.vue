<script setup lang="ts">
import { sentence } from '#core/base/sentence'
import { faultLine, type Fault } from '#core/exchange/fault'
import { readOutcomes } from '#core/exchange/runFile'
import type { CountOffAct } from '#core/runs/countOff'
import type { Run } from '#core/runs/run'
import { currencyCode } from '#core/money/currency'
import type { AccountView } from '~/data/accounts/accountReads'
import { saveRunFile, saveRunOrders } from '~/data/runs/runFile'

/** What became of the checks of a run, told by a file; it is filled in, and looked at before it counts. */
const props = defineProps<{ run: Run; view: AccountView }>()
const emit = defineEmits<{ take: [act: CountOffAct] }>()
const MOST_TOLD = 5
const faults = shallowRef<readonly Fault[]>([])
const name = ref('')
const filled = ref(0)
const known = computed(() => currencyCode(props.view.account.currency, props.view.account.country))
const currency = ref('')
const orderFault = ref('')
async function saveOrders() {
  const code = currency.value.trim().toUpperCase() || known.value
  const made = await saveRunOrders(props.run, props.view, code)
  orderFault.value = made.ok ? '' : sentence(made.refusal.text)
}
async function take(file: File) {
  const read = readOutcomes(new Uint8Array(await file.arrayBuffer()), props.run)
  name.value = file.name
  faults.value = read.ok ? [] : read.faults
  filled.value = read.ok ? read.value.outcomes.size : 0
  if (read.ok) emit('take', read.value)
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys of the sheets stay without -->
  <div class="back" @keydown.stop>
    <p data-test="sent-to">
      Sent away to <strong>{{ run.sentTo }}</strong>.
      <v-btn size="small" variant="text" data-test="away-file" @click="saveRunFile(run)">
        Save file again
      </v-btn>
      <v-btn size="small" variant="text" data-test="away-orders" @click="saveOrders()">
        Save as pain.001 file
      </v-btn>
    </p>
    <v-text-field
      v-if="!known"
      v-model="currency"
      label="Currency of payment orders"
      placeholder="USD"
      maxlength="3"
      autocomplete="off"
      hide-details
      class="currency"
    />
    <p v-if="orderFault" class="text-error" role="alert">{{ orderFault }}</p>
    <FileDrop
      label="Results file from the print service"
      kinds="CSV with number, outcome, reason"
      accept=".csv,.txt,text/csv,text/plain"
      slim
      data-test="came-back"
      @take="take"
    />
    <p v-if="filled" role="status" data-test="came-filled">
      {{ name }}: {{ filled }} {{ filled === 1 ? 'check is' : 'checks are' }} filled in.
    </p>
    <v-alert v-if="faults.length" type="error" data-test="came-faults">
      Nothing was imported from the file.
      <ul>
        <li v-for="fault in faults.slice(0, MOST_TOLD)" :key="faultLine(name, fault)">
          {{ faultLine(name, fault) }}
        </li>
      </ul>
      <template v-if="faults.length > MOST_TOLD">and {{ faults.length - MOST_TOLD }} more</template>
    </v-alert>
  </div>
</template>

<style scoped>
.back {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--space-2);
  padding-bottom: 8px;
}
.currency {
  max-width: 16.25rem;
}
.back ul {
  padding-left: 18px;
}
</style>
