<script setup lang="ts">
import { countryNames } from '#core/base/country'
import { masked } from '#core/accounts/account'
import { readAccounts } from '~/data/accounts/accountReads'

const accounts = useLive(readAccounts)
const shownIds = ref(new Set<string>())
function show(id: string) {
  const next = new Set(shownIds.value)
  if (!next.delete(id)) next.add(id)
  shownIds.value = next
}
</script>

<template>
  <div class="page">
    <PageHead title="Accounts">
      <v-btn
        :color="accounts?.length ? undefined : 'primary'"
        :variant="accounts?.length ? 'tonal' : 'flat'"
        to="/accounts/new"
        data-test="new-account"
      >
        {{ accounts?.length ? 'Add account' : 'Add your first account' }}
      </v-btn>
    </PageHead>
    <div v-if="accounts" class="scroll">
      <p v-if="!accounts.length" class="quiet">
        Everything starts with a bank account: the company, the bank, the MICR line, the stock and the check
        numbers. You can fill it in step by step.
      </p>
      <v-card v-else class="mb-5">
        <table class="plain" data-test="accounts">
          <thead>
            <tr>
              <th scope="col">Account</th>
              <th scope="col">Bank</th>
              <th scope="col">Bank code</th>
              <th scope="col">Account number</th>
              <th scope="col">Stock</th>
              <th scope="col">Layout</th>
              <th scope="col"><span class="d-sr-only">Edit</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ account, company, stock, layout } in accounts" :key="account.id">
              <td>
                <strong>{{ account.name }}</strong><span v-if="!account.forChecks" class="quiet"
                  >, not used for checks</span
                ><br /><span class="quiet">{{ company.name[0] }}, {{ countryNames[account.country] }}</span>
              </td>
              <td>{{ account.bank.name }}</td>
              <td class="nowrap">
                {{ account.routing }}
              </td>
              <td class="nowrap">
                {{
                  account.account
                    ? shownIds.has(account.id)
                      ? account.account
                      : masked(account.account)
                    : ''
                }}
                <button
                  v-if="account.account"
                  type="button"
                  class="row-act slight"
                  :aria-label="`${shownIds.has(account.id) ? 'Hide' : 'Show'} the account number of ${account.name}`"
                  @click="show(account.id)"
                >
                  {{ shownIds.has(account.id) ? 'Hide' : 'Show' }}
                </button>
              </td>
              <td>{{ stock.name }}</td>
              <td>
                <a :href="`/papers/layout/${account.layoutId}`">{{ layout.code }}</a>
              </td>
              <td class="num">
                <a class="row-act" :href="`/accounts/${account.id}`" :aria-label="`Edit ${account.name}`"
                  >Edit</a
                >
              </td>
            </tr>
          </tbody>
        </table>
      </v-card>
      <p v-if="accounts.length" class="quiet">
        Closed periods, approval of bills and where the books are kept are in
        <NuxtLink to="/office/companies">Company settings</NuxtLink>.
      </p>
    </div>
  </div>
</template>

<style scoped>
.nowrap {
  white-space: nowrap;
}
</style>
