<script setup lang="ts">
import { positionsOn } from '#core/micr/place'
import { localeOf } from '#core/paper/startingLayout'
import { checkSize } from '#core/paper/stock'
import { isFor } from '#core/paper/versions'
import { fromSample, inCompany, partsOfField, type AccountForm } from '#core/accounts/accountForm'
import { printsMicr } from '#core/accounts/readiness'
import { sampleAccounts } from '#core/accounts/sampleAccounts'
import { samplesOf } from '#core/payments/sampleChecks'
import { pictureFrom } from '~/data/layouts/pictures'
import { plainCopy } from '~/data/store/plainCopy'
import { readAccounts, readCompanies } from '~/data/accounts/accountReads'
import { readLibrary } from '~/data/layouts/library'
import { useOffice } from '~/stores/office'

const route = useRoute()
const key = String(route.params.id)
const isNew = key === 'new'
const office = useOffice()
const accounts = useLive(readAccounts)
const companies = useLive(readCompanies)
const library = useLive(readLibrary)
const view = computed(() => accounts.value?.find(a => a.account.id === key))
const { form, shown, restored, began, kept, forget, seen } = useAccountForm(
  `account ${key}`,
  isNew,
  view,
  () => accounts.value !== undefined,
)
const steps = useReadiness(() => view.value)
/** The company, its bank, the paper, the picture beside them, the MICR line. */
const PARTS = 5
const turn = useTurns(() => (accounts.value ? PARTS : 1))
/** The field that somebody came for has the focus as soon as it is there. */
const wanted = String(route.query.field ?? '')
watch(turn, now => now === PARTS && /^\w+$/.test(wanted) && focusField(wanted))

const layouts = computed(() =>
  (library.value?.layouts ?? []).map(r => r.layout).filter(l => isFor(l, form.value.companyId)),
)
const stocks = computed(() => (library.value?.stocks ?? []).map(r => r.stock))
const stock = computed(() => stocks.value.find(s => s.id === form.value.stockId) ?? stocks.value[0])
const ownLayout = computed(() =>
  view.value?.account.layoutId === form.value.layoutId ? view.value.layout : undefined,
)
const layout = computed(
  () => ownLayout.value ?? layouts.value.find(l => l.id === form.value.layoutId) ?? layouts.value[0],
)
const sample = computed(() => ({
  ...samplesOf([], Number(form.value.first) || 1001, { secondAbove: null, prints: [] })[0]!.facts,
  signers: form.value.signatories.flatMap((s, i) => (s.prints && s.picture ? [i] : [])),
}))
const micr = computed(() => (layout.value && stock.value ? printsMicr(layout.value, stock.value) : true))
const positions = computed(() => (stock.value ? positionsOn(checkSize(stock.value).w) : 65))
const micrFacts = computed(() => {
  const { country, account, part, code, last } = form.value
  return { country, routing: shown.value.routing, account, part, code, serial: Number(last) || 1999 }
})
/** Which parts of the check light up for the field that has the focus. */
const at = ref('')
const lit = computed(() => partsOfField[at.value] ?? [])
const onFocus = (event: FocusEvent): void => {
  at.value = (event.target as HTMLElement).closest<HTMLElement>('[data-part]')?.dataset.part ?? ''
}

const sampleKey = ref<string | null>(null)
function copySample(of: string | null): void {
  const chosen = sampleAccounts.find(s => s.key === of)
  if (chosen) form.value = plainCopy(fromSample(form.value, chosen))
}
const chooseCompany = (id: string): void => {
  form.value = inCompany(
    form.value,
    id,
    companies.value?.find(c => c.id === id),
  )
}

const { busy, faults, save, tell } = useSaveAccount(form, {
  began,
  companies: () => companies.value ?? [],
  numbered: () => stock.value?.numbered ?? false,
  seen,
})
async function takePicture(file: File, then: (picture: AccountForm['logo']) => void, where: string) {
  const picture = await pictureFrom(file, 1200)
  tell(where, picture.ok ? '' : picture.refusal.text)
  if (picture.ok) then(picture.value)
}
async function saveIt(): Promise<void> {
  const made = await save()
  if (!made) return
  await kept(made)
  office.said = isNew ? `Added account ${made.account.name}.` : `Saved ${made.account.name}.`
  if (!isNew) return
  await navigateTo(`/accounts/${made.account.id}`, { replace: true })
  focusNextHere()
}
</script>

<template>
  <div class="page">
    <PageHead :title="isNew ? 'New account' : (view?.account.name ?? 'Account')">
      <v-btn variant="text" to="/accounts"> Accounts </v-btn>
      <v-btn
        color="primary"
        variant="flat"
        :loading="busy"
        type="submit"
        form="account-form"
        data-test="save-account"
      >
        {{ isNew ? 'Add account' : 'Save' }}
      </v-btn>
    </PageHead>
    <p v-if="accounts && !isNew && !view" class="quiet">
      This account does not exist. <NuxtLink to="/accounts">All accounts</NuxtLink>
    </p>
    <div v-else class="halves scroll" @focusin="onFocus">
      <v-form id="account-form" class="form" data-test="account-form" @submit.prevent="saveIt">
        <v-alert v-if="restored" type="info">
          Your unsaved changes have been restored.
          <v-btn size="small" variant="text" @click="forget"> Discard them </v-btn>
        </v-alert>
        <p v-if="isNew" class="quiet">
          You need the company, the bank, the routing and account number and the range of check numbers;
          everything else can wait. Or start from a sample for your country, which fills in every field with
          made-up data for you to change.
        </p>
        <v-select
          v-if="isNew"
          v-model="sampleKey"
          label="Start from a sample (optional)"
          :items="sampleAccounts.map(s => ({ title: s.name, value: s.key }))"
          hide-details
          clearable
          data-test="sample-account"
          @update:model-value="copySample"
        />
        <section>
          <h2>Company</h2>
          <v-select
            v-if="isNew && companies?.length"
            :model-value="form.companyId"
            label="Company"
            :items="[
              { title: 'a new company', value: '' },
              ...companies.map(c => ({ title: c.name[0], value: c.id as string })),
            ]"
            hide-details
            class="my-3"
            @update:model-value="chooseCompany"
          />
          <div class="grid">
            <v-textarea
              v-model="form.company"
              v-first="isNew"
              data-part="company"
              label="Company name (one or two lines)"
              rows="2"
              :error-messages="faults.company"
              hint="As it should print at the top of the check"
            />
            <v-textarea
              v-model="form.companyAddress"
              data-part="companyAddress"
              label="Company address"
              rows="2"
              :error-messages="faults.companyAddress"
              hint="Up to four lines below the name"
            />
          </div>
          <FileDrop
            label="Logo"
            kinds="PNG or JPEG"
            accept="image/png,image/jpeg"
            slim
            data-part="logo"
            @take="takePicture($event, p => (form.logo = p), 'logo')"
          >
            <v-btn v-if="form.logo" size="x-small" variant="text" @click="form.logo = undefined">
              Remove </v-btn
            ><span class="text-error">{{ faults.logo }}</span>
          </FileDrop>
        </section>
        <AccountsBankFields v-if="turn > 1" v-model="form" :faults="faults" :micr="micr" />
        <section v-if="turn > 2">
          <h2>Paper and numbers</h2>
          <div class="grid">
            <v-select
              v-model="form.stockId"
              data-field="stock"
              label="Stock"
              :items="stocks.map(s => ({ title: s.name, value: s.id }))"
            />
            <v-select
              v-model="form.layoutId"
              label="Layout"
              :items="layouts.map(l => ({ title: `${l.code}, ${l.name}`, value: l.id }))"
            />
            <template v-if="isNew">
              <v-text-field
                v-model="form.first"
                data-part="first"
                label="First number"
                inputmode="numeric"
                :error-messages="faults.first"
                ><template #append-inner><HelpFieldHint of="numbers" /></template
              ></v-text-field>
              <v-text-field
                v-model="form.last"
                data-part="last"
                label="Last number"
                inputmode="numeric"
                :error-messages="faults.last"
                hint="The last number in the box, or the highest you want to use"
              />
              <v-text-field
                v-model="form.opening"
                label="Book balance today"
                :error-messages="faults.opening"
                inputmode="decimal"
              />
            </template>
          </div>
        </section>
        <AccountsSignatories v-if="turn > 2" v-model="form" :faults="faults" @picture="takePicture" />
        <v-alert v-if="faults.all" density="default" type="error" :text="faults.all" />
        <p v-if="Object.values(faults).some(Boolean)" class="text-error" role="alert">
          Please correct the fields marked above.
        </p>
      </v-form>
      <aside aria-label="The check and what is still missing">
        <div class="side">
          <AccountsCheckPicture
            v-if="layout && stock && turn > 3"
            :layout="
              view
                ? layout
                : { ...layout, locale: layout.locale === 'en-US' ? localeOf[form.country] : layout.locale }
            "
            :stock="stock"
            :account="shown"
            :check="sample"
            :lit="lit"
          />
          <section v-if="view && steps.length">
            <h2 class="my-3">Before it can print</h2>
            <AccountsReadyList
              :steps="steps"
              :account-id="view.account.id"
              :layout-id="view.account.layoutId"
            />
          </section>
          <p v-else class="quiet small mt-3">
            The part of the check you are filling in is highlighted. You can leave at any time; what you typed
            is kept.
          </p>
        </div>
      </aside>
      <AccountsMicrPart
        v-if="micr && turn === PARTS"
        v-model="form"
        :facts="micrFacts"
        :positions="positions"
        :fault="faults.font"
        class="whole"
        @fault="tell('font', $event)"
      />
    </div>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(0, 1fr) minmax(22.5rem, 41%);
  padding-bottom: 0;
  gap: var(--space-2) var(--space-5);
  align-content: start;
}
.form {
  padding: 4px 12px 24px 2px;
  display: flex;
  flex-direction: column;
  gap: var(--space-4);
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-3) var(--space-4);
  margin-top: 8px;
  align-items: start;
}
.side {
  padding: 4px 14px 20px 4px;
  position: sticky;
  top: 0;
}
.whole {
  grid-column: 1 / -1;
  padding: 0 10px 30px 2px;
}
.small {
  font-size: var(--text-small);
}
</style>
