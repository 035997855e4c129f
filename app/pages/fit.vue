<script setup lang="ts">
import { idOf, type Id } from '#core/base/id'
import { practicePrinterId } from '#core/fit/practicePrinter'
import type { Printer } from '#core/fit/printers'
import { UNPRINTABLE } from '#core/proof/layoutNotes'
import { readAccounts } from '~/data/accounts/accountReads'
import { readLibrary } from '~/data/layouts/library'
import { useOffice } from '~/stores/office'

const office = useOffice()
const route = useRoute()
const library = useLive(readLibrary)
const accounts = useLive(readAccounts)
const stocks = computed(() => (library.value?.stocks ?? []).map(r => r.stock))
const stockId = ref(typeof route.query.stock === 'string' ? route.query.stock : '')
const stock = computed(
  () =>
    stocks.value.find(s => s.id === stockId.value) ??
    stocks.value.find(s => accounts.value?.some(a => a.account.stockId === s.id)) ??
    stocks.value[0],
)
const { all, choices, chosen, choice, history, fit, choose } = usePrinterChoice(() => stock.value?.id)
const part = ref<'place' | 'micr'>('place')

const naming = ref<Id<'printer'> | ''>('')
const name = ref('')
const trays = ref('Tray 1')
const edge = ref(UNPRINTABLE)
const stacking = ref<NonNullable<Printer['stacking']>>('face down')
const { busy: keeping, fault: nameFault, act, clear } = useAct()
function nameIt(of?: Printer) {
  naming.value = of?.id ?? idOf<'printer'>(crypto.randomUUID())
  name.value = of?.name ?? ''
  trays.value = of?.trays.join(', ') ?? 'Tray 1'
  stacking.value = of?.stacking ?? 'face down'
  edge.value = of?.edge ?? UNPRINTABLE
  clear()
}
async function keepPrinter() {
  if (!naming.value) return
  const [id, known] = [naming.value, all.value?.printers.find(p => p.id === naming.value)]
  const done = await act('addPrinter', {
    printer: {
      ...known,
      id,
      name: name.value,
      trays: trays.value.split(','),
      stacking: stacking.value,
      edge: edge.value,
    },
  })
  if (!done?.ok) return
  const kept = done.value.printers[0]
  if (!known || !kept?.trays.includes(choice.value?.tray ?? '')) choose(`${naming.value}|${kept?.trays[0]}`)
  naming.value = ''
  focusSoon('[data-test="printer-choice"] input')
}
</script>

<template>
  <div class="page">
    <PageHead title="Fit">
      <v-btn-toggle
        v-model="office.unit"
        mandatory
        density="compact"
        variant="outlined"
        color="primary"
        aria-label="Unit"
      >
        <v-btn value="in" size="small"> in </v-btn><v-btn value="mm" size="small"> mm </v-btn>
      </v-btn-toggle>
      <v-btn data-test="new-printer" @click="nameIt()"> Add printer </v-btn>
    </PageHead>
    <div v-if="library && all" class="scroll fits">
      <p v-if="!all.printers.some(p => p.id !== practicePrinterId) && !naming" class="quiet">
        Every printer shifts, stretches or turns the page a little, and each tray does so differently.
        <button type="button" class="link" @click="nameIt()">Add your printer</button>, print its fit sheet on
        plain paper, and everything will print where the layout says. You can try it without paper on the
        practice printer.
      </p>
      <v-card v-if="naming" class="box">
        <v-form class="row" @submit.prevent="keepPrinter">
          <v-text-field
            v-model="name"
            v-first
            label="Printer name"
            maxlength="60"
            :error-messages="nameFault"
            :hide-details="!nameFault"
            data-test="printer-name"
          />
          <v-text-field v-model="trays" label="Trays, separated by commas" maxlength="120" hide-details />
          <v-select
            v-model="stacking"
            :items="['face down', 'face up']"
            label="Output tray stacks sheets"
            hide-details
            data-test="printer-stacking"
          />
          <LengthField
            v-model="edge"
            label="Unprintable edge"
            :unit="office.unit"
            :most="15"
            data-test="printer-edge"
          />
          <v-btn :loading="keeping" type="submit" color="primary" variant="flat" data-test="printer-add">
            Save printer
          </v-btn>
          <v-btn variant="text" @click="naming = ''"> Cancel </v-btn>
        </v-form>
      </v-card>
      <template v-if="choices.length && stock">
        <div class="row">
          <v-select
            :model-value="choice?.value"
            :items="choices"
            label="Printer and tray"
            hide-details
            class="pick"
            data-test="printer-choice"
            @update:model-value="choose"
          />
          <v-select
            :model-value="stock.id"
            :items="stocks.map(s => ({ title: s.name, value: s.id }))"
            label="Stock"
            hide-details
            class="pick wide"
            data-test="fit-stock"
            @update:model-value="stockId = $event"
          />
          <v-btn
            v-if="choice"
            size="small"
            variant="text"
            data-test="change-printer"
            @click="nameIt(choice.printer)"
          >
            Edit printer
          </v-btn>
          <v-btn-toggle
            v-if="choice"
            v-model="part"
            mandatory
            density="compact"
            variant="outlined"
            color="primary"
            aria-label="Fit"
          >
            <v-btn value="place" size="small" data-test="part-place"> Position on the paper </v-btn
            ><v-btn value="micr" size="small" data-test="part-micr"> MICR line </v-btn>
          </v-btn-toggle>
        </div>
        <FitPlace
          v-if="choice && part === 'place'"
          :stock="stock"
          :printer="choice.printer"
          :tray="choice.tray"
          :fit="fit"
          :history="history"
        />
        <FitMicrLine
          v-else-if="choice"
          :stock="stock"
          :printer="choice.printer"
          :tray="choice.tray"
          :fit="fit"
        />
        <p v-else class="quiet">
          Choose the printer and tray you use{{ chosen ? ' (the one used last is gone)' : '' }}.
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.fits {
  display: flex;
  flex-direction: column;
  gap: var(--space-4);
  padding: 4px 4px 24px 2px;
}
.box {
  padding: 14px;
  flex: none;
}
.box .row > * {
  flex: 0 1 240px;
}
.box .row > .v-btn {
  flex: none;
}
.pick {
  max-width: 16.25rem;
}
.wide {
  max-width: 23.75rem;
  min-width: 300px;
}
.link {
  text-decoration: underline;
  color: rgb(var(--v-theme-primary));
}
</style>
