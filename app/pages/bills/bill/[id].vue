<script setup lang="ts">
import { idOf } from '#core/base/id'
import { fixedBecause } from '#core/payables/changeBill'
import { readBill } from '~/data/billReads'
import { readCompanies } from '~/data/reads'

const route = useRoute()
const id = computed(() => idOf<'bill'>(String(route.params.id)))
const found = useLive(
  async () => ({ bill: await readBill(id.value), companies: await readCompanies() }),
  () => id.value,
)
const changing = computed(() => found.value?.bill)
const company = computed(() => found.value?.companies.find(c => c.id === changing.value?.companyId))
const bill = useBillForm(
  company,
  changing,
  () => {},
  () => `bill ${id.value}`,
)
const { form, busy, payees, choices, read, namesakes, faults, elsewhere, hints, sign, changeIt } = bill
const fixed = computed(() => changing.value && fixedBecause(changing.value, 'amount'))
const back = computed(() => `/bills?company=${company.value?.id ?? ''}&bill=${id.value}`)
async function keep() {
  if (await changeIt()) await navigateTo(back.value)
}
</script>

<template>
  <div class="page">
    <PageHead :title="changing ? `Bill ${changing.number}` : 'Bill'" one-line>
      <v-btn variant="text" :to="back">Back to the bills</v-btn>
    </PageHead>
    <p v-if="found && !changing" class="quiet">There is no such bill.</p>
    <div v-if="changing && company && payees" class="scroll">
      <v-form class="form" @submit.prevent="keep()">
        <v-alert v-if="fixed" type="info" variant="tonal" density="compact" class="mb-3">
          Payee, amount and discount stay: {{ fixed }}.
        </v-alert>
        <BillsFields
          v-model="form"
          :payees="payees"
          :choices="choices"
          :read="read"
          :faults="faults"
          :hints="hints"
          :namesakes="namesakes"
          :sign="sign"
        />
        <v-alert
          v-if="elsewhere"
          type="error"
          variant="tonal"
          density="compact"
          class="mb-2"
          :text="elsewhere"
        />
        <v-btn type="submit" color="primary" variant="flat" :loading="busy" block data-test="keep-bill">
          {{ changing.stage === 'draft' ? 'Finish the bill' : 'Keep the change' }}
        </v-btn>
      </v-form>
    </div>
  </div>
</template>

<style scoped>
.form {
  max-width: 460px;
  padding: 6px 10px 20px 2px;
}
</style>
