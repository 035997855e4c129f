<script setup lang="ts">
import { countries, countryNames } from '#core/base/country'
import { bankCode, routingHelp } from '#core/micr/routing'
import { inCountry, type AccountForm } from '#core/accounts/accountForm'

/** What is asked of the bank and of the account at it; the country decides which codes. */
const props = defineProps<{ faults: Readonly<Record<string, string>>; micr: boolean }>()
const form = defineModel<AccountForm>({ required: true })
/** The bank first, then the account at it. */
const turn = useTurns(() => 2)
/** A wrong code is said as soon as it is as long as it should be. */
const routingFault = computed(() => {
  const { country, routing } = form.value
  if (props.faults.routing) return props.faults.routing
  if (routing.trim().length < routingHelp[country].sample.length) return ''
  const read = bankCode(country, routing)
  return read.ok ? '' : read.refusal.text
})
const setCountry = (country: AccountForm['country']): void => {
  form.value = inCountry(form.value, country)
}
</script>

<template>
  <section>
    <h2>Bank account</h2>
    <div class="grid">
      <v-text-field v-model="form.name" label="Account name" maxlength="40" :error-messages="faults.name" />
      <v-select
        :model-value="form.country"
        label="Country"
        :items="countries.map(c => ({ title: countryNames[c], value: c }))"
        hint="Decides which bank codes are needed"
        @update:model-value="setCountry"
      />
      <v-text-field
        v-model="form.bank"
        data-part="bank"
        label="Bank"
        :error-messages="faults.bank"
        hint="As it should print on the check"
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
        :error-messages="routingFault ? [routingFault] : []"
        :hint="micr ? routingHelp[form.country].how : 'Optional: the stock already has the MICR line'"
        persistent-hint
        ><template v-if="form.country === 'US'" #append-inner><HelpFieldHint of="routing" /></template
      ></v-text-field>
      <template v-if="turn > 1">
        <v-text-field
          v-model="form.account"
          data-part="account"
          label="Account number"
          :error-messages="faults.account"
          :hint="
            micr
              ? 'As in the MICR line, with dashes and spaces'
              : 'Optional: the stock already has the MICR line'
          "
          persistent-hint
          ><template #append-inner><HelpFieldHint of="onUs" /></template
        ></v-text-field>
        <v-text-field
          v-if="form.country === 'US'"
          v-model="form.fraction"
          data-part="fraction"
          label="Fraction"
          placeholder="12-3456/7890"
          :error-messages="faults.fraction"
          hint="Optional. The fractional routing number, printed near the top right of a check"
          ><template #append-inner><HelpFieldHint of="fraction" /></template
        ></v-text-field>
        <v-text-field
          v-if="form.country === 'IN'"
          v-model="form.part"
          data-part="part"
          label="Account part"
          placeholder="012345"
          :error-messages="faults.part"
          hint="Six digits your bank gave you for the MICR line"
        />
        <v-text-field
          v-if="form.country === 'IN' || form.country === 'GB'"
          v-model="form.code"
          data-part="code"
          label="Transaction code"
          placeholder="29"
          :error-messages="faults.code"
          hint="Two digits your bank gave you for the MICR line"
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
          hint="Printed after the amount in words"
        />
        <v-text-field
          v-model="form.minor"
          data-part="currency"
          label="Name of the cent"
          maxlength="20"
          placeholder="cents"
          :error-messages="faults.minor"
          hint="For example cents, pence or paise. Leave empty to print a fraction such as 56/100"
        />
      </template>
    </div>
    <v-checkbox
      v-if="turn > 1"
      v-model="form.forChecks"
      data-field="forChecks"
      label="Use this account for checks"
      density="compact"
      hide-details
    />
  </section>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-3) var(--space-4);
  margin-top: 8px;
  align-items: start;
}
</style>
