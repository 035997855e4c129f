<script setup lang="ts">
import { idOf, type Id } from '#core/base/id'
import type { Company } from '#core/accounts/account'
import type { Payee } from '#core/payees/payee'
import { readSharedWith } from '~/data/bills/billReads'
import { useOffice } from '~/stores/office'

/** The companies that share a payee: name and address are one, ledger accounts and terms each company's own. */
const props = defineProps<{ payee: Payee; companies: readonly Company[] }>()
const office = useOffice()
const { busy, fault, succeeded } = useAct()
const theirs = useLive(
  () => readSharedWith(props.payee),
  () => [props.payee.id, props.payee.shared],
)
const nameOf = (id: Id<'company'>): string => props.companies.find(c => c.id === id)?.name[0] ?? ''
const others = computed(() =>
  props.companies.filter(
    c => c.id !== props.payee.companyId && !theirs.value?.some(p => p.companyId === c.id),
  ),
)
async function share(company: Company) {
  const id = idOf<'payee'>(crypto.randomUUID())
  if (await succeeded('sharePayee', { payeeId: props.payee.id, companyId: company.id, id }))
    office.said = `${props.payee.name} is now shared with ${company.name[0]}.`
}
async function stop() {
  if (await succeeded('unsharePayee', { payeeId: props.payee.id }))
    office.said = `${props.payee.name} is no longer shared.`
}
</script>

<template>
  <div v-if="companies.length > 1 && theirs" class="shared" data-test="shared">
    <p v-if="theirs.length" class="quiet">
      Name, address, kind and tax number are shared with
      <template v-for="(p, i) in theirs" :key="p.id"
        ><template v-if="i">, </template
        ><NuxtLink :to="`/bills/payee/${encodeURIComponent(p.id)}`">{{
          nameOf(p.companyId)
        }}</NuxtLink></template
      >.
    </p>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
    <div class="row">
      <v-btn v-for="c in others" :key="c.id" size="small" :loading="busy" data-test="share" @click="share(c)"
        >Share with {{ c.name[0] }}</v-btn
      >
      <v-btn v-if="theirs.length" size="small" :loading="busy" @click="stop()">Stop sharing</v-btn>
    </div>
  </div>
</template>

<style scoped>
.shared {
  font-size: var(--text-note);
}
.row {
  margin-top: 4px;
  align-items: stretch;
}
</style>
