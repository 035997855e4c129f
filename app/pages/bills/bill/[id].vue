<script setup lang="ts">
import { idOf } from '#core/base/id'
import { fixedBecause } from '#core/payments/changeBill'
import { readBill } from '~/data/bills/billReads'
import { readCompanies } from '~/data/accounts/accountReads'

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
const fixed = computed(() => changing.value && fixedBecause(changing.value, 'amount'))
const back = computed(() => `/bills?company=${company.value?.id ?? ''}&bill=${id.value}`)
async function keep() {
  if (await bill.changeIt()) await navigateTo(back.value)
}
</script>

<template>
  <div class="page">
    <PageHead :title="changing ? `Bill ${changing.number}` : 'Bill'" one-line>
      <v-btn variant="text" :to="back">Back to bills</v-btn>
    </PageHead>
    <p v-if="found && !changing" class="quiet">This bill does not exist.</p>
    <div v-if="changing && company" class="scroll">
      <BillsForm
        :bill="bill"
        :verb="changing.stage === 'draft' ? 'Enter bill' : 'Save changes'"
        class="form"
        @go="keep()"
      >
        <v-alert v-if="fixed" type="info" class="mb-3">
          Payee, amount and discount cannot change: {{ fixed }}
        </v-alert>
      </BillsForm>
    </div>
  </div>
</template>

<style scoped>
.form {
  max-width: 28.75rem;
}
</style>
