<script setup lang="ts">
import { idOf } from '#core/base/id'
import { checkNumber, type NumberBook } from '#core/books/book'
import type { LedgerAccount } from '#core/ledger/entry'
import { usBusiness } from '#core/micr/pattern'
import { parseAmount } from '#core/money/cents'
import { builtInStocks } from '#core/paper/builtIn'
import { masked, type BankAccount, type Company } from '#core/payables/account'
import { accountFactsSchema } from '#core/proof/facts'
import { acts } from '~/data/office'
import { readAccounts } from '~/data/reads'
import { useOffice } from '~/stores/office'

const office = useOffice()
const accounts = useLive(readAccounts)
const shownIds = ref(new Set<string>())
const adding = ref(false)
const busy = ref(false)
const faults = ref<Record<string, string>>({})

const blank = () => ({ company: '', companyAddress: '', name: 'Operating', bank: '', bankAddress: '', fraction: '', routing: '', account: '', first: '', last: '', opening: '0.00', stock: builtInStocks[0]?.id ?? '' })
const form = ref(blank())
const open = computed(() => adding.value || accounts.value?.length === 0)
const stocks = builtInStocks.map(s => ({ title: s.name, value: s.id }))
const stockOf = computed(() => builtInStocks.find(s => s.id === form.value.stock))

const chart: readonly (readonly [string, string, LedgerAccount['kind']])[] = [
  ['1010', 'Cash', 'asset'], ['3000', 'Opening balances', 'equity'], ['6100', 'Materials', 'expense'], ['6200', 'Repairs', 'expense'], ['6300', 'Rent and dues', 'expense'], ['6500', 'Wages', 'expense'], ['6600', 'Office', 'expense'], ['6800', 'Advice', 'expense'],
]
const linesOf = (text: string): string[] => text.split('\n').map(t => t.trim()).filter(Boolean)
const fieldOf: Record<string, string> = { 'company.name': 'company', 'company.address': 'companyAddress', 'bank.name': 'bank', 'bank.address': 'bankAddress' }

async function openIt() {
  const f = form.value
  const facts = accountFactsSchema.safeParse({
    company: { name: linesOf(f.company), address: linesOf(f.companyAddress) }, bank: { name: f.bank, address: linesOf(f.bankAddress) },
    fraction: f.fraction, routing: f.routing.trim(), account: f.account.trim(), pattern: usBusiness, currency: { sign: '$', name: 'dollars' },
  })
  const found: Record<string, string> = {}
  if (!facts.success) for (const issue of facts.error.issues) found[fieldOf[issue.path.slice(0, 2).join('.')] ?? String(issue.path[0])] ??= issue.message
  if (!linesOf(f.company).length) found.company = 'the company’s name is wanted here'
  if (!f.bank.trim()) found.bank = 'the bank’s name is wanted here'
  if (!f.name.trim()) found.name = 'what do you call this account?'
  const lowest = checkNumber(f.first, 'lowest')
  const highest = checkNumber(f.last, 'highest')
  const opening = parseAmount(f.opening, 'opening')
  if (!lowest.ok) found.first = lowest.refusal.text
  if (!highest.ok) found.last = highest.refusal.text
  if (!opening.ok) found.opening = opening.refusal.text
  if (lowest.ok && highest.ok && highest.value < lowest.value) found.last = 'the highest number comes after the lowest'
  if (highest.ok && highest.value > 999_999) found.last = 'the MICR pattern holds six digits: at most 999999'
  faults.value = found
  if (Object.keys(found).length || !facts.success || !lowest.ok || !highest.ok || !opening.ok) return
  const companyId = idOf<'company'>(crypto.randomUUID())
  const accountId = idOf<'account'>(crypto.randomUUID())
  const ledgers = chart.map(([code, name, kind]): LedgerAccount => ({ id: idOf(`${companyId}-${code}`), companyId, code, name, kind }))
  const company: Company = { id: companyId, name: facts.data.company.name, address: facts.data.company.address }
  const account: BankAccount = {
    id: accountId, companyId, name: f.name.trim(), bank: facts.data.bank, fraction: facts.data.fraction, routing: facts.data.routing, account: facts.data.account, pattern: usBusiness,
    currency: facts.data.currency, cashLedgerId: idOf(`${companyId}-1010`), stockId: f.stock, layoutId: 'letter-top',
  }
  const book: NumberBook = { id: idOf(crypto.randomUUID()), accountId, kind: stockOf.value?.numbered ? 'stationer’s stock' : 'printed by us', start: lowest.value, end: highest.value }
  busy.value = true
  const done = await acts.openAccount({ company, ledgers, account, book, opening: opening.value, equity: idOf(`${companyId}-3000`) })
  busy.value = false
  if (!done.ok) { faults.value = { all: done.refusal.text }; return }
  office.said = `${account.name} is open: draw the first check in the lane.`
  form.value = blank()
  adding.value = false
}
function show(id: string) {
  const next = new Set(shownIds.value)
  if (!next.delete(id)) next.add(id)
  shownIds.value = next
}
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Accounts</h1>
      <v-btn v-if="accounts?.length && !adding" @click="adding = true">
        Open another account
      </v-btn>
    </div>
    <div v-if="accounts" class="scroll">
      <v-card v-if="accounts.length" class="mb-5">
        <table class="plain" data-test="accounts">
          <thead>
            <tr><th scope="col">Account</th><th scope="col">Bank</th><th scope="col">Routing</th><th scope="col">Account number</th><th scope="col">Fraction</th><th scope="col">Stock</th></tr>
          </thead>
          <tbody>
            <tr v-for="{ account, company, stock } in accounts" :key="account.id">
              <td><strong>{{ account.name }}</strong><br><span class="quiet">{{ company.name[0] }}</span></td>
              <td>{{ account.bank.name }}</td>
              <td>{{ account.routing }}</td>
              <td class="nowrap">
                {{ shownIds.has(account.id) ? account.account : masked(account.account) }}
                <v-btn size="x-small" variant="text" :aria-label="`${shownIds.has(account.id) ? 'Hide' : 'Show'} the account number of ${account.name}`" @click="show(account.id)">
                  {{ shownIds.has(account.id) ? 'Hide' : 'Show' }}
                </v-btn>
              </td>
              <td>{{ account.fraction }}</td>
              <td>{{ stock.name }}</td>
            </tr>
          </tbody>
        </table>
      </v-card>
      <v-card v-if="open" class="new">
        <h2>{{ accounts.length ? 'Another account' : 'The first bank account' }}</h2>
        <v-form data-test="new-account" @submit.prevent="openIt">
          <div class="grid">
            <v-textarea v-model="form.company" label="Company, one or two lines" rows="2" :error-messages="faults.company" />
            <v-textarea v-model="form.companyAddress" label="Company address" rows="2" :error-messages="faults.companyAddress" />
            <v-text-field v-model="form.bank" label="Bank" :error-messages="faults.bank" />
            <v-textarea v-model="form.bankAddress" label="Bank address" rows="2" :error-messages="faults.bankAddress" />
            <v-text-field v-model="form.name" label="What you call this account" maxlength="40" :error-messages="faults.name" />
            <v-select v-model="form.stock" :items="stocks" label="Stock" />
            <v-text-field v-model="form.routing" label="Routing number" inputmode="numeric" maxlength="9" :error-messages="faults.routing" hint="Nine digits, between the transit symbols" />
            <v-text-field v-model="form.account" label="Account number" :error-messages="faults.account" hint="As it stands in the MICR line, with its dashes and spaces" />
            <v-text-field v-model="form.fraction" label="Fraction" placeholder="12-3456/7890" :error-messages="faults.fraction" hint="The fractional routing number; may be left empty" />
            <v-text-field v-model="form.opening" label="Book balance today" :error-messages="faults.opening" inputmode="decimal" />
            <v-text-field v-model="form.first" label="Lowest number of the book" inputmode="numeric" :error-messages="faults.first" />
            <v-text-field v-model="form.last" label="Highest number" inputmode="numeric" :error-messages="faults.last" hint="The end of the box, or as far as you will number" />
          </div>
          <v-alert v-if="faults.all" type="error" variant="tonal" class="mb-3" :text="faults.all" />
          <div class="d-flex ga-3">
            <v-btn type="submit" color="primary" variant="flat" :loading="busy">
              Open the account
            </v-btn>
            <v-btn v-if="accounts.length" variant="text" @click="adding = false">
              Not now
            </v-btn>
          </div>
        </v-form>
      </v-card>
    </div>
  </div>
</template>

<style scoped>
.new { padding: 18px; max-width: 860px; }
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: 10px 18px; margin: 14px 0; }
.nowrap { white-space: nowrap; }
</style>
