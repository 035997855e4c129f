<script setup lang="ts">
import { addDays } from '#core/base/dates'
import { sum } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { isOverdue, open } from '#core/bills/bill'
import { discountsLost } from '#core/payments/settleForm'
import { countBills, readBills } from '~/data/bills/billReads'
import { readAccounts, readCompanies } from '~/data/accounts/accountReads'
import { localToday } from '~/stores/office'

/** What falls due within a week, company by company, and what discount would be lost with it. */
const WEEK = 7
const today = localToday()
const by = addDays(today, WEEK)
const due = useLive(async () => {
  const accounts = await readAccounts()
  const found = await Promise.all(
    (await readCompanies()).map(async company => {
      const [bills, counts] = await Promise.all([readBills(company.id, 'payable'), countBills(company.id)])
      const soon = bills.filter(b => b.due <= by && open(b) !== 0)
      return {
        company,
        sign: accounts.find(a => a.account.companyId === company.id)?.account.currency.sign ?? '',
        count: soon.length,
        total: sum(soon.map(open)),
        overdue: soon.filter(b => isOverdue(b, today)).length,
        lost: discountsLost(bills, today, by),
        waits: counts.waits,
      }
    }),
  )
  return found.filter(d => d.count || d.lost || d.waits)
})
</script>

<template>
  <section v-if="due?.length" aria-labelledby="due" class="mb-6">
    <h2 id="due" class="mb-2">Due within a week</h2>
    <v-card>
      <table class="plain" data-test="due">
        <thead>
          <tr>
            <th scope="col">Company</th>
            <th scope="col" class="num">Bills</th>
            <th scope="col" class="num">Open</th>
            <th scope="col" class="num">Overdue</th>
            <th scope="col" class="num">Discounts at risk</th>
            <th scope="col" class="num">Needs approval</th>
            <th scope="col"><span class="d-sr-only">Open</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="d in due" :key="d.company.id">
            <td>{{ d.company.name[0] }}</td>
            <td class="num">{{ d.count }}</td>
            <td class="num">{{ figures(d.total, { sign: d.sign }) }}</td>
            <td class="num" :class="{ 'text-error': d.overdue }">{{ d.overdue || '' }}</td>
            <td class="num">{{ d.lost ? figures(d.lost, { sign: d.sign }) : '' }}</td>
            <td class="num">{{ d.waits || '' }}</td>
            <td class="num">
              <a
                class="row-act"
                :href="`/bills/settle?company=${d.company.id}`"
                :aria-label="`Settle what ${d.company.name[0]} owes`"
                >Settle</a
              >
            </td>
          </tr>
        </tbody>
      </table>
    </v-card>
  </section>
</template>
