<script setup lang="ts">
import { countries, countryNames } from '#core/base/country'
import { micrFont, nameOf, usualTable } from '#core/exchange/micrFont'
import { micrFindings } from '#core/micr/checks'
import { patternsOf } from '#core/micr/pattern'
import { positionsOn } from '#core/micr/place'
import { routingHelp } from '#core/micr/routing'
import { micrCharacters, type MicrCharacter } from '#core/micr/symbols'
import { localeOf } from '#core/paper/startingLayout'
import { checkSize } from '#core/paper/stock'
import { isFor } from '#core/paper/versions'
import { fromSample, inCountry, inCompany, partsOfField, type AccountForm } from '#core/payables/accountForm'
import { printsMicr } from '#core/payables/readiness'
import { sampleAccounts } from '#core/payables/sampleAccounts'
import { samplesOf } from '#core/payables/samples'
import { pictureFrom } from '~/data/pictures'
import { plainCopy } from '~/data/plainCopy'
import { readAccounts, readCompanies, readLibrary } from '~/data/reads'
import { useOffice } from '~/stores/office'

const key = String(useRoute().params.id)
const isNew = key === 'new'
const office = useOffice()
const accounts = useLive(readAccounts)
const companies = useLive(readCompanies)
const library = useLive(readLibrary)
const view = computed(() => accounts.value?.find(a => a.account.id === key))
const { form, shown, restored, began, kept, forget } = useAccountForm(
  `account ${key}`,
  isNew,
  view,
  () => accounts.value !== undefined,
)
const steps = useReadiness(() => view.value)

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
const findings = computed(() =>
  micr.value && form.value.routing
    ? micrFindings(form.value.pattern, micrFacts.value, positions.value, Number(form.value.last) || 1)
    : [],
)

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
const setCountry = (country: AccountForm['country']): void => {
  form.value = inCountry(form.value, country)
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
})
async function takePicture(file: File, then: (picture: AccountForm['logo']) => void, where: string) {
  const picture = await pictureFrom(file, 1200)
  tell(where, picture.ok ? '' : picture.refusal.text)
  if (picture.ok) then(picture.value)
}
const fontTable = ref<Record<MicrCharacter, string>>({ ...usualTable })
async function takeFont(file: File): Promise<void> {
  const font = micrFont(new Uint8Array(await file.arrayBuffer()), file.name, fontTable.value)
  tell('font', font.ok ? '' : font.refusal.text)
  if (font.ok) form.value.micrShapes = plainCopy(font.value) as NonNullable<AccountForm['micrShapes']>
}
async function saveIt(): Promise<void> {
  const made = await save()
  if (!made) return
  await kept(made)
  office.said = isNew ? `${made.account.name} is open.` : `Saved: ${made.account.name}.`
  if (isNew) await navigateTo(`/accounts/${made.account.id}`, { replace: true })
}
</script>

<template>
  <div class="page">
    <PageHead :title="isNew ? 'A new account' : (view?.account.name ?? 'Account')">
      <v-btn variant="text" to="/accounts"> Accounts </v-btn>
      <v-btn
        color="primary"
        variant="flat"
        :loading="busy"
        type="submit"
        form="account-form"
        data-test="save-account"
      >
        {{ isNew ? 'Open the account' : 'Save' }}
      </v-btn>
    </PageHead>
    <p v-if="accounts && !isNew && !view" class="quiet">
      There is no such account here. <NuxtLink to="/accounts">All accounts</NuxtLink>
    </p>
    <div v-else class="halves scroll" @focusin="onFocus">
      <v-form id="account-form" class="form" data-test="account-form" @submit.prevent="saveIt">
        <v-alert v-if="restored" type="info">
          What you had typed before is here again.
          <v-btn size="small" variant="text" @click="forget"> Forget it </v-btn>
        </v-alert>
        <p v-if="isNew" class="quiet">
          Fill in what is known; what is missing can come later. Or begin from a ready-made sample of your
          country: it fills every field with made-up facts, which you then change to your own.
        </p>
        <v-select
          v-if="isNew"
          v-model="sampleKey"
          label="Begin from a sample, and change it"
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
              data-part="company"
              label="Company, one or two lines"
              rows="2"
              :error-messages="faults.company"
              hint="As it stands at the top of the check"
            />
            <v-textarea
              v-model="form.companyAddress"
              data-part="companyAddress"
              label="Company address"
              rows="2"
              :error-messages="faults.companyAddress"
              hint="Up to four lines beneath the name"
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
              Take away </v-btn
            ><span class="text-error">{{ faults.logo }}</span>
          </FileDrop>
        </section>
        <section>
          <h2>Bank account</h2>
          <div class="grid">
            <v-text-field
              v-model="form.name"
              label="What you call this account"
              maxlength="40"
              :error-messages="faults.name"
            />
            <v-select
              :model-value="form.country"
              label="Country"
              :items="countries.map(c => ({ title: countryNames[c], value: c }))"
              hint="Decides which codes are asked for"
              @update:model-value="setCountry"
            />
            <v-text-field
              v-model="form.bank"
              data-part="bank"
              label="Bank"
              :error-messages="faults.bank"
              hint="The name as it prints"
            />
            <v-textarea
              v-model="form.bankAddress"
              data-part="bankAddress"
              label="Bank address"
              rows="2"
              :error-messages="faults.bankAddress"
              hint="Up to three lines"
            />
            <v-text-field
              v-model="form.routing"
              data-part="routing"
              :label="routingHelp[form.country].name"
              :placeholder="routingHelp[form.country].sample"
              :error-messages="faults.routing"
              :hint="
                micr ? routingHelp[form.country].how : 'The stock carries the MICR line: may be left empty'
              "
              persistent-hint
            />
            <v-text-field
              v-model="form.account"
              data-part="account"
              label="Account number"
              :error-messages="faults.account"
              :hint="
                micr
                  ? 'As it stands in the MICR line, with its dashes and spaces'
                  : 'The stock carries the MICR line: may be left empty'
              "
              persistent-hint
            />
            <v-text-field
              v-if="form.country === 'US'"
              v-model="form.fraction"
              data-part="fraction"
              label="Fraction"
              placeholder="12-3456/7890"
              :error-messages="faults.fraction"
              hint="The fractional routing number; may be left empty"
            />
            <v-text-field
              v-if="form.country === 'IN'"
              v-model="form.part"
              data-part="part"
              label="Account part"
              placeholder="012345"
              :error-messages="faults.part"
              hint="Six digits that the bank gave for the MICR line"
            />
            <v-text-field
              v-if="form.country === 'IN' || form.country === 'GB'"
              v-model="form.code"
              data-part="code"
              label="Transaction code"
              placeholder="29"
              :error-messages="faults.code"
              hint="Two digits that the bank gave for the MICR line"
            />
            <v-text-field
              v-model="form.sign"
              data-part="sign"
              label="Currency sign"
              maxlength="4"
              :error-messages="faults.sign"
            />
            <v-text-field
              v-model="form.currency"
              data-part="currency"
              label="Currency in words"
              maxlength="30"
              placeholder="dollars"
              :error-messages="faults.currency"
              hint="As it ends the amount in words"
            />
            <v-text-field
              v-model="form.minor"
              data-part="currency"
              label="Its hundredths in words"
              maxlength="20"
              placeholder="none: 56/100"
              :error-messages="faults.minor"
              hint="pence, paise; empty: a fraction"
            />
          </div>
          <v-checkbox v-model="form.forChecks" label="For checks" density="compact" hide-details />
        </section>
        <section>
          <h2>Paper and numbers</h2>
          <div class="grid">
            <v-select
              v-model="form.stockId"
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
                label="Lowest number of the book"
                inputmode="numeric"
                :error-messages="faults.first"
              />
              <v-text-field
                v-model="form.last"
                data-part="last"
                label="Highest number"
                inputmode="numeric"
                :error-messages="faults.last"
                hint="The end of the box, or as far as you will number"
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
        <section data-part="signatories">
          <h2>Signatories</h2>
          <div v-for="(s, i) in form.signatories" :key="i" class="signatory">
            <v-text-field v-model="s.name" label="Name" maxlength="60" hide-details />
            <v-text-field v-model="s.title" label="Title" maxlength="60" hide-details />
            <img
              v-if="s.picture"
              :src="`data:image/${s.picture.type};base64,${s.picture.data}`"
              :alt="`Signature of ${s.name}`"
            />
            <FileDrop
              v-else
              label="Signature"
              kinds="PNG or JPEG"
              accept="image/png,image/jpeg"
              slim
              :aria-label="`Signature image of ${s.name}`"
              @take="takePicture($event, p => (s.picture = p), 'signatories')"
            />
            <v-checkbox
              v-if="s.picture"
              v-model="s.prints"
              label="prints"
              density="compact"
              hide-details
              :aria-label="`The signature of ${s.name} prints`"
            />
            <v-btn
              size="x-small"
              variant="text"
              :aria-label="`Take away ${s.name}`"
              @click="form.signatories.splice(i, 1)"
            >
              ×
            </v-btn>
          </div>
          <p v-if="faults.signatories" class="text-error">
            {{ faults.signatories }}
          </p>
          <div class="grid">
            <v-btn
              size="small"
              :disabled="form.signatories.length >= 6"
              @click="form.signatories.push({ name: '', title: '', prints: false })"
            >
              One more signatory
            </v-btn>
            <v-text-field
              v-if="form.signatories.length > 1"
              v-model="form.secondAbove"
              label="A second signature above"
              :prefix="form.sign"
              inputmode="decimal"
              :error-messages="faults.secondAbove"
              hint="Empty: whoever is marked always prints"
            />
          </div>
        </section>
        <v-alert v-if="faults.all" density="default" type="error" :text="faults.all" />
        <p v-if="Object.values(faults).some(Boolean)" class="text-error" role="alert">
          Some fields above need a look.
        </p>
      </v-form>
      <aside aria-label="The check and what is still wanted">
        <div class="side">
          <CheckPicture
            v-if="layout && stock"
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
            <ReadyList :steps="steps" :account-id="view.account.id" :layout-id="view.account.layoutId" />
          </section>
          <p v-else class="quiet small mt-3">
            The part of the check that you are filling in lights up. Leave at any point: what is typed stays.
          </p>
        </div>
      </aside>
      <section v-if="micr" data-part="micr" class="whole">
        <h2>MICR line</h2>
        <v-select
          :model-value="form.pattern.id"
          label="Pattern"
          :items="[
            ...patternsOf(form.country).map(p => ({ title: p.name, value: p.id })),
            ...(patternsOf(form.country).some(p => p.id === form.pattern.id)
              ? []
              : [{ title: `own, from ${form.pattern.name}`, value: form.pattern.id }]),
          ]"
          hide-details
          class="mb-3 pattern"
          data-test="pattern"
          @update:model-value="
            id => (form.pattern = plainCopy(patternsOf(form.country).find(p => p.id === id) ?? form.pattern))
          "
        />
        <MicrRuler
          :pattern="form.pattern"
          :facts="micrFacts"
          :positions="positions"
          @change="form.pattern = $event"
        />
        <ul class="findings" data-test="micr-findings">
          <li
            v-for="f in findings"
            :key="f.code"
            :class="f.severity === 'error' ? 'text-error' : 'text-warning'"
          >
            {{ f.text }}
          </li>
          <li v-if="form.routing && !findings.length" class="quiet">
            The line fits: codes agree, nothing meets, every position is where the standard wants it.
          </li>
        </ul>
        <p class="quiet small">
          The E-13B shapes are drawn by us and not certified. Your bank’s own font file can be used instead;
          have the bank test a sample either way.
        </p>
        <div class="font">
          <FileDrop
            label="Font file"
            kinds="TTF or OTF"
            accept=".ttf,.otf,font/ttf,font/otf"
            slim
            data-test="font-file"
            @take="takeFont"
          />
          <span v-if="form.micrShapes"
            >{{ form.micrShapes.name }}
            <v-btn size="x-small" variant="text" @click="form.micrShapes = undefined"
              >our own again</v-btn
            ></span
          >
          <details>
            <summary>Which character of the font prints what</summary>
            <div class="chars">
              <label v-for="c in micrCharacters" :key="c"
                >{{ nameOf(c) }}
                <input v-model="fontTable[c]" maxlength="2" :aria-label="`Character for ${nameOf(c)}`"
              /></label>
            </div>
          </details>
          <p v-if="faults.font" class="text-error" role="alert">
            {{ faults.font }}
          </p>
        </div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.halves {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(360px, 41%);
  gap: 10px 26px;
  align-content: start;
}
.form {
  padding: 4px 12px 24px 2px;
  display: flex;
  flex-direction: column;
  gap: 18px;
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 16px;
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
.signatory {
  display: grid;
  grid-template-columns: 1fr 1fr 120px auto auto;
  gap: 10px;
  align-items: center;
  margin-top: 8px;
}
.signatory img {
  max-height: 38px;
  max-width: 120px;
  background: #fff;
}
.findings {
  list-style: none;
  padding: 0;
  margin-top: 8px;
  font-size: 13.5px;
}
.font {
  display: grid;
  gap: 6px;
  margin-top: 6px;
}
.pattern {
  max-width: 420px;
}
.chars {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 6px;
  font-size: 12.5px;
  padding-top: 6px;
}
.chars input {
  width: 34px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.3);
  border-radius: 3px;
  text-align: center;
  color: inherit;
}
.small {
  font-size: 12.5px;
}
</style>
