<script setup lang="ts">
import { payeeKinds, type Payee } from '#core/payees/payee'
import type { PayeeTyped } from '~/composables/payees/usePayeeForm'

/** What is known of a payee, to be typed. */
defineProps<{
  faults: (field: string) => string[]
  near: readonly Payee[]
  ledgers: readonly { readonly title: string; readonly value: string }[]
  accounts: readonly { readonly title: string; readonly value: string }[]
  /** Whether the terms are words that need days beside them. */
  asksDays: boolean
  /** Whether ledger accounts are asked for. */
  places: boolean
}>()
const form = defineModel<PayeeTyped>({ required: true })
/** What a check needs first, then how it is paid, then taxes, bank and ledger. */
const turn = useTurns(() => 3)
/** Payments go to another address from now on; the one they went to stays among the others. */
function useForPayments(i: number) {
  const other = form.value.others[i]
  if (!other) return
  const before = form.value.address
  form.value.address = other.lines
  if (before.trim()) form.value.others[i] = { name: 'Previous', lines: before }
  else form.value.others.splice(i, 1)
}
const ways = [
  { title: 'check', value: 'check' },
  { title: 'direct deposit with a printed advice', value: 'advice' },
  { title: 'other means, nothing printed', value: 'otherwise' },
]
const tongues = [
  { title: 'as set in the layout', value: '' },
  { title: 'English', value: 'en' },
  { title: 'French', value: 'fr' },
  { title: 'Spanish', value: 'es' },
]
</script>

<template>
  <div>
    <div class="pair">
      <v-text-field
        v-model="form.name"
        label="Name on checks"
        maxlength="80"
        :error-messages="faults('name')"
        data-field="name"
        data-test="payee-name"
      />
      <v-text-field
        v-model="form.code"
        label="Code"
        maxlength="12"
        autocomplete="off"
        :error-messages="faults('code')"
        hint="A short code you can type to find this payee"
        data-field="code"
        data-test="payee-code"
      />
    </div>
    <v-alert v-if="near.length" type="info" class="mb-3">
      Similar payees:
      <template v-for="(p, i) in near" :key="p.id"
        ><template v-if="i">, </template
        ><NuxtLink :to="`/bills/payee/${encodeURIComponent(p.id)}`">{{ p.name }}</NuxtLink></template
      >.
    </v-alert>
    <v-textarea
      v-model="form.address"
      label="Payment address"
      rows="3"
      :error-messages="faults('address')"
      data-field="address"
      data-test="payee-address"
    />
    <div class="pair">
      <v-select v-model="form.kind" :items="[...payeeKinds]" label="Kind" hide-details class="mb-4" />
      <v-text-field
        v-model="form.terms"
        label="Terms"
        placeholder="on receipt"
        :error-messages="faults('terms')"
        hint="For example net 30, 2/10 net 30, on receipt, eom + 10 or 15th"
        data-field="terms"
        data-test="payee-terms"
        ><template #append-inner><HelpFieldHint of="terms" /></template
      ></v-text-field>
      <v-text-field
        v-if="asksDays"
        v-model="form.termDays"
        label="Due after (days)"
        inputmode="numeric"
        maxlength="3"
        hint="These terms were not recognized. Enter the number of days; your wording is kept with it."
        persistent-hint
        data-field="termDays"
        data-test="payee-term-days"
      />
      <v-text-field
        v-model="form.memo"
        label="Default memo"
        maxlength="80"
        :error-messages="faults('memo')"
        data-field="memo"
      />
      <v-text-field
        v-model="form.accountWithPayee"
        label="Our account number with them"
        maxlength="40"
        :error-messages="faults('accountWithPayee')"
        data-field="accountWithPayee"
      />
      <template v-if="turn > 1">
        <v-text-field
          v-model="form.email"
          label="E-mail"
          maxlength="120"
          :error-messages="faults('email')"
          data-field="email"
        />
        <v-checkbox
          v-model="form.mails"
          label="Send remittance advices by e-mail"
          density="compact"
          hide-details
          class="mb-4"
          data-test="payee-mails"
        />
        <v-select
          v-model="form.accountId"
          :items="accounts"
          label="Default bank account"
          clearable
          hide-details
          class="mb-4"
        />
        <v-select v-model="form.way" :items="ways" label="Default payment method" hide-details class="mb-4" />
        <v-select v-model="form.language" :items="tongues" label="Check language" hide-details class="mb-4" />
      </template>
      <template v-if="turn > 2">
        <v-select
          v-model="form.taxForm"
          :items="[
            { title: 'not on a 1099', value: 'none' },
            { title: 'on a 1099', value: '1099' },
          ]"
          label="1099"
          hide-details
          class="mb-4"
        />
        <v-text-field v-if="form.taxForm === '1099'" v-model="form.taxBox" label="1099 box" maxlength="8"
          ><template #append-inner><HelpFieldHint of="taxBox" /></template
        ></v-text-field>
        <SecretField v-model="form.taxId" label="Tax number" :most="20" />
        <v-text-field
          v-model="form.bankCode"
          label="Bank code for transfers"
          maxlength="14"
          autocomplete="off"
          :error-messages="faults('bankCode')"
          hint="Routing number, sort code or BIC of their bank"
          data-field="bankCode"
        />
        <SecretField
          v-model="form.bankAccount"
          label="Bank account number"
          :most="44"
          :faults="faults('bankAccount')"
          data-field="bankAccount"
        />
      </template>
    </div>
    <fieldset v-if="places && turn > 2" class="parts" data-field="split">
      <legend>Default ledger accounts</legend>
      <div v-for="(s, i) in form.split" :key="i" class="part">
        <v-select
          v-model="s.ledgerId"
          :items="ledgers"
          :label="`Ledger account ${i + 1}`"
          hide-details
          density="compact"
        />
        <v-text-field
          v-model.number="s.weight"
          :label="`Share ${i + 1}`"
          inputmode="numeric"
          hide-details
          density="compact"
          class="share"
        />
        <v-btn
          size="small"
          variant="text"
          :aria-label="`Remove ledger account ${i + 1}`"
          @click="form.split.splice(i, 1)"
          >Remove</v-btn
        >
      </div>
      <p v-if="faults('split').length" class="text-error small" role="alert">{{ faults('split')[0] }}</p>
      <v-btn size="small" data-test="payee-share" @click="form.split.push({ ledgerId: null, weight: 1 })"
        >Add ledger account</v-btn
      >
    </fieldset>
    <fieldset v-if="turn > 2" class="parts" data-field="others">
      <legend>Other addresses</legend>
      <div v-for="(o, i) in form.others" :key="i" class="other">
        <v-text-field v-model="o.name" :label="`Name of address ${i + 1}`" hide-details density="compact" />
        <v-textarea v-model="o.lines" :label="`Address ${i + 1}`" rows="2" hide-details density="compact" />
        <v-btn
          size="small"
          variant="text"
          :aria-label="`Remove address ${i + 1}`"
          @click="form.others.splice(i, 1)"
          >Remove</v-btn
        >
        <v-btn
          size="small"
          variant="text"
          :aria-label="`Use address ${i + 1} for payments`"
          :disabled="!o.lines.trim()"
          data-test="address-usual"
          @click="useForPayments(i)"
          >Use for payments</v-btn
        >
      </div>
      <p v-if="faults('others').length" class="text-error small" role="alert">{{ faults('others')[0] }}</p>
      <v-btn size="small" @click="form.others.push({ name: '', lines: '' })">Add address</v-btn>
    </fieldset>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(10.625rem, 1fr));
  gap: var(--space-1) var(--space-3);
  align-items: start;
}
.parts {
  border: 0;
  padding: 0;
  display: grid;
  gap: var(--space-2);
  margin-bottom: 16px;
}
.parts legend {
  font-size: var(--text-small);
  color: rgb(var(--v-theme-secondary));
  margin-bottom: 4px;
}
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px auto;
  gap: var(--space-2);
  align-items: center;
}
.other {
  display: grid;
  grid-template-columns: minmax(0, 0.7fr) minmax(0, 1fr) auto;
  gap: var(--space-2);
  align-items: start;
}
.parts .v-btn {
  justify-self: start;
}
.small {
  font-size: var(--text-small);
}
</style>
