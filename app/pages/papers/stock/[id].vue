<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { kindNames, usuallyPrinted, type FieldKind } from '#core/paper/kinds'
import { MM_PER_INCH } from '#core/paper/length'
import { nextPanel, perforationsOf } from '#core/paper/ownStock'
import { packOrders, panelRoles, roleNames, stockSchema, type PanelRole, type Stock } from '#core/paper/stock'
import { readLibrary } from '~/data/layouts/library'
import { useOffice } from '~/stores/office'

const route = useRoute()
const office = useOffice()
const library = useLive(readLibrary)
const isNew = route.params.id === 'new'
const row = computed(() => (library.value?.stocks ?? []).find(r => r.key === route.params.id))

type Form = Omit<Stock, 'format' | 'version'>
const fresh = (): Form => ({
  id: `own-${crypto.randomUUID().slice(0, 8)}`,
  name: '',
  sheet: { w: 8.5 * MM_PER_INCH, h: 11 * MM_PER_INCH },
  numbered: false,
  packOrder: 'lowest on top',
  feed: { edge: 'short', side: 'center' },
  carries: [],
  perforations: [],
  panels: [
    { role: 'check', place: 1, x: 0, y: 0, w: 8.5 * MM_PER_INCH, h: 3.5 * MM_PER_INCH },
    { role: 'stub1', place: 1, x: 0, y: 3.5 * MM_PER_INCH, w: 8.5 * MM_PER_INCH, h: 7.5 * MM_PER_INCH },
  ],
})
const form = ref<Form>()
watch(
  row,
  r => {
    if (r && !form.value) form.value = structuredClone(r.stock)
  },
  { immediate: true },
)
if (isNew) form.value = fresh()

const perforate = ref(true)
/** Perforations follow the edges between panels while that is wanted. */
const perforations = computed<Stock['perforations']>(() => {
  const f = form.value
  if (!f) return []
  if (!perforate.value) return f.perforations
  return perforationsOf(f)
})
const drawn = computed<Stock | undefined>(
  () =>
    form.value && {
      format: 'violet-lane/stock',
      version: 1,
      ...form.value,
      perforations: perforations.value,
    },
)
const made = computed(() => stockSchema.safeParse(drawn.value))
const faults = computed(() =>
  made.value.success ? [] : made.value.error.issues.map(i => ({ at: i.path.join('.'), text: i.message })),
)
const faultOf = (path: string): string =>
  faults.value
    .filter(f => f.at === path || f.at.startsWith(`${path}.`))
    .map(f => f.text)
    .join('; ')
const tried = ref(false)
const { busy, fault: refusal, succeeded } = useAct()

const roles = panelRoles.map(r => ({ title: roleNames[r], value: r }))
function addPanel() {
  const f = form.value
  if (!f) return
  f.panels.push(nextPanel(f))
}
const carriedOn = (role: PanelRole): FieldKind[] =>
  form.value?.carries.filter(c => c.role === role).map(c => c.kind) ?? []
function setCarried(role: PanelRole, kinds: FieldKind[]) {
  if (!form.value) return
  form.value.carries = [
    ...form.value.carries.filter(c => c.role !== role),
    ...kinds.map(kind => ({ role, kind })),
  ]
  form.value.numbered = form.value.carries.some(c => c.kind === 'number') || form.value.numbered
}
const kindChoices = (Object.entries(kindNames) as [FieldKind, string][])
  .filter(([k]) => !['overlay', 'image', 'text'].includes(k))
  .map(([value, title]) => ({ title, value }))
const ownRoles = computed(() => [...new Set(form.value?.panels.map(p => p.role) ?? [])])

async function save() {
  tried.value = true
  if (!made.value.success) return focusSoon('.page [aria-invalid="true"], .page .v-input--error input')
  const stock = made.value.data
  if (!(await succeeded('saveStock', { stock }))) return
  office.said = `Saved ${stock.name}.`
  await navigateTo('/papers')
}
</script>

<template>
  <div class="page">
    <PageHead :title="isNew ? 'New stock' : (form?.name ?? 'Stock')">
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
      <v-btn variant="text" to="/papers"> Stocks & layouts </v-btn>
      <v-btn color="primary" variant="flat" :loading="busy" data-test="save-stock" @click="save">
        {{ isNew ? 'Save' : 'Save as new version' }}
      </v-btn>
    </PageHead>
    <p v-if="library && !isNew && !row" class="quiet">This stock does not exist.</p>
    <div v-if="form" class="halves">
      <v-form class="scroll form" @submit.prevent="save">
        <p class="quiet small">Enter lengths in inches or millimeters. Fractions such as 3 1/2 work too.</p>
        <v-text-field
          v-model="form.name"
          label="Name"
          maxlength="80"
          :error-messages="tried ? faultOf('name') : ''"
          data-test="stock-name"
        />
        <div class="four">
          <LengthField v-model="form.sheet.w" label="Sheet, width" :unit="office.unit" :least="50" />
          <LengthField v-model="form.sheet.h" label="Sheet, height" :unit="office.unit" :least="25" />
          <v-select v-model="form.feed.edge" label="Feed edge" :items="['short', 'long']" hide-details />
          <v-select
            v-model="form.feed.side"
            label="Position in the tray"
            :items="['left', 'center', 'right']"
            hide-details
          />
        </div>
        <h2>Panels</h2>
        <div v-for="(p, i) in form.panels" :key="i" class="panel">
          <v-select v-model="p.role" :items="roles" label="Panel" hide-details />
          <v-select v-model="p.place" :items="[1, 2, 3, 4, 5, 6]" label="Of check" hide-details />
          <LengthField v-model="p.x" label="Left" :unit="office.unit" />
          <LengthField v-model="p.y" label="Top" :unit="office.unit" />
          <LengthField v-model="p.w" label="Width" :unit="office.unit" :least="10" />
          <LengthField v-model="p.h" label="Height" :unit="office.unit" :least="10" />
          <v-btn
            :icon="mdiClose"
            size="x-small"
            variant="text"
            :aria-label="`Remove panel ${i + 1}`"
            :disabled="form.panels.length === 1"
            @click="form.panels.splice(i, 1)"
          />
          <p v-if="faultOf(`panels.${i}`)" class="text-error small wide" role="alert">
            {{ faultOf(`panels.${i}`) }}
          </p>
        </div>
        <p v-if="faults.find(f => f.at === 'panels')" class="text-error small" role="alert">
          {{ faults.find(f => f.at === 'panels')?.text }}
        </p>
        <div class="d-flex ga-3 align-center">
          <v-btn size="small" @click="addPanel"> Add panel </v-btn>
          <v-checkbox
            v-model="perforate"
            label="Perforations between panels"
            density="compact"
            hide-details
          />
        </div>
        <h2>Already printed on the stock</h2>
        <v-select
          v-for="role in ownRoles"
          :key="role"
          :model-value="carriedOn(role)"
          :items="kindChoices"
          :label="`Printed on: ${roleNames[role]}`"
          multiple
          chips
          closable-chips
          density="compact"
          hide-details
          @update:model-value="setCarried(role, $event)"
        />
        <v-btn size="small" class="align-self-start" @click="setCarried('check', [...usuallyPrinted])">
          Use what is usual on a preprinted check
        </v-btn>
        <v-checkbox
          v-model="form.numbered"
          label="The sheets have check numbers printed on them"
          density="compact"
          hide-details
        />
        <v-select
          v-if="form.numbered"
          v-model="form.packOrder"
          label="Order in the pack"
          :items="[...packOrders]"
          hide-details
          class="half"
        />
        <v-alert v-if="refusal" density="default" type="error" :text="refusal" />
        <v-alert v-if="tried && faults.length" type="error" data-test="stock-faults">
          <div v-for="f in faults" :key="f.at + f.text">
            {{ f.text }}
          </div>
        </v-alert>
      </v-form>
      <aside v-if="drawn" class="drawing" aria-label="The sheet as entered">
        <PapersStockPicture :stock="drawn" :high="440" measures />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(0, 1fr) 350px;
  padding-bottom: 0;
  gap: var(--space-5);
}
.form {
  display: flex;
  flex-direction: column;
  gap: var(--space-3);
  padding: 6px 10px 20px 2px;
}
.four {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: var(--space-2);
  align-items: start;
}
.panel {
  display: grid;
  grid-template-columns: 1.7fr 1.25fr 1fr 1fr 1fr 1fr auto;
  gap: var(--space-2);
  align-items: start;
}
.panel :deep(.v-select .v-field) {
  --v-field-padding-start: 10px;
  --v-field-padding-end: 2px;
}
.wide {
  grid-column: 1 / -1;
}
.half {
  max-width: 15rem;
}
.small {
  font-size: var(--text-small);
}
.drawing {
  padding-top: 8px;
}
h2 {
  margin-top: 4px;
}
</style>
