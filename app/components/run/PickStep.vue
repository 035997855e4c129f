<script setup lang="ts">
import { formatDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { cents, sum } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { checksPerSheet } from '#core/paper/stock'
import type { Payment } from '#core/payables/payment'
import { ordered, runOrders, type Run, type RunOrder } from '#core/runs/run'
import type { Balances } from '#core/ledger/balances'
import type { AccountView } from '~/data/reads'

const props = defineProps<{ view: AccountView, lane: readonly Payment[], balances: Balances, run?: Run, busy: boolean, fault: string }>()
const emit = defineEmits<{ pick: [ids: Id<'payment'>[], order: RunOrder, signers: readonly number[] | null] }>()

const order = ref<RunOrder>(props.run?.order ?? 'as drawn')
const picked = ref(new Set<string>(props.run ? props.run.paymentIds : props.lane.map(p => p.id)))
/** Whose signature images print: as the account says, nobody’s, or one person’s on all of the run. */
const withPicture = computed(() => props.view.account.signatories.flatMap((s, i) => (s.picture ? [{ title: s.name, value: String(i) }] : [])))
const signature = ref(props.run?.signers ? (props.run.signers.length ? String(props.run.signers[0]) : 'none') : 'account')
const signatures = computed(() => [{ title: 'as the account says', value: 'account' }, { title: 'none', value: 'none' }, ...withPicture.value])
const signers = computed(() => (signature.value === 'account' ? null : signature.value === 'none' ? [] : [Number(signature.value)]))
const list = computed(() => ordered(props.lane, order.value))
const chosen = computed(() => list.value.filter(p => picked.value.has(p.id)))
const total = computed(() => sum(chosen.value.map(p => p.amount)))
const all = computed(() => chosen.value.length === list.value.length)
const sign = props.view.account.currency.sign

function toggle(id: string) {
  const next = new Set(picked.value)
  if (!next.delete(id)) next.add(id)
  picked.value = next
}
const toggleAll = () => { picked.value = new Set(all.value ? [] : list.value.map(p => p.id)) }
</script>

<template>
  <div>
    <div class="tools">
      <v-select v-model="order" :items="[...runOrders]" label="Order on paper" hide-details class="order" />
      <v-select v-if="withPicture.length" v-model="signature" :items="signatures" label="Printed signature" hide-details class="order" data-test="run-signature" />
      <dl>
        <div><dt>Checks</dt><dd data-test="picked">{{ chosen.length }} of {{ list.length }}</dd></div>
        <div><dt>Sheets</dt><dd>{{ Math.ceil(chosen.length / checksPerSheet(view.stock)) }}</dd></div>
        <div><dt>Total</dt><dd>{{ figures(total, { sign }) }}</dd></div>
        <div><dt>Book balance</dt><dd>{{ figures(balances.book, { sign }) }}</dd></div>
        <div><dt>After the run</dt><dd :class="{ 'text-error': balances.book < total }">{{ figures(cents(balances.book - total), { sign }) }}</dd></div>
      </dl>
      <v-btn color="primary" variant="flat" :disabled="!chosen.length" :loading="busy" data-test="pick-done" @click="emit('pick', chosen.map(p => p.id), order, signers)">
        Pick {{ chosen.length }}
      </v-btn>
    </div>
    <v-alert v-if="fault" type="error" variant="tonal" density="compact" class="mb-2" :text="fault" />
    <v-card class="list">
      <table class="plain" data-test="pick">
        <thead>
          <tr>
            <th scope="col" class="tick"><input type="checkbox" :checked="all" aria-label="Pick all" @change="toggleAll"></th>
            <th scope="col">Payee</th><th scope="col">Date</th><th scope="col">Memo</th><th scope="col" class="num">Amount</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in list" :key="p.id" class="pickable" @click="toggle(p.id)">
            <td class="tick"><input type="checkbox" :checked="picked.has(p.id)" :aria-label="`Pick ${p.name}, ${figures(p.amount)}`" @click.stop @change="toggle(p.id)"></td>
            <td>{{ p.name }}</td><td>{{ formatDate(p.date, 'MMM D, YYYY') }}</td><td class="quiet">{{ p.memo }}</td><td class="num">{{ figures(p.amount) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="!list.length" class="quiet pa-4">
        Nothing waits on this account: there is nothing to pick.
      </p>
    </v-card>
  </div>
</template>

<style scoped>
.tools { display: flex; align-items: center; gap: 22px; margin: 6px 0 12px; flex-wrap: wrap; }
.order { max-width: 170px; min-width: 150px; }
.tools dl { display: flex; gap: 24px; margin-right: auto; }
dt { font-size: 11.5px; color: rgb(var(--v-theme-secondary)); }
dd { font-weight: 600; white-space: nowrap; }
.list { max-height: calc(100dvh - 330px); overflow: auto; }
.tick { width: 36px; }
input[type=checkbox] { width: 16px; height: 16px; accent-color: rgb(var(--v-theme-primary)); vertical-align: middle; }
</style>
