<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { dayText } from '#core/base/dates'
import { movementKinds } from '#core/bank/movement'
import { stateShown } from '#core/numbers/book'
import { fates } from '#core/numbers/fates'
import { figures } from '#core/money/figures'
import { withoutRun } from '#core/runs/run'
import type { Column } from '~/composables/base/rowTable'
import { amountOfRow, dayOfRow, textOfRow } from '~/composables/register/useRegister'
import { readRegisterRow, type RegisterRow } from '~/data/register/registerRow'
import { readCopy } from '~/data/runs/copyReads'
import { readOpenRuns } from '~/data/runs/runReads'

const route = useRoute()
const { accounts, view, choose } = useAccount()
const { typed, state, found, shown, balances, isWhole, keysFound, beginSearch, ...sums } = useRegister(view)
const { money, notMoney, showMore } = sums
const chosenId = ref(typeof route.query.number === 'string' ? route.query.number : '')
const pads = computed(() => view.value?.books.filter(b => b.kind === 'handwritten pad' && !b.archived) ?? [])
const open = useLive(
  () => (view.value ? readOpenRuns(view.value.account.id) : undefined),
  () => view.value?.account.id,
)
watch(
  () => route.query.number,
  id => {
    if (typeof id === 'string') chosenId.value = id
  },
)
/** What another page leads to is shown, however far down the list it is. */
const asked = useLive(
  () => (chosenId.value ? readRegisterRow(chosenId.value) : undefined),
  () => chosenId.value,
)
const row = computed(() => {
  const listed = shown.value.find(r => r.id === chosenId.value)
  if (listed) return listed
  const of = asked.value?.number ?? asked.value?.movement
  return of?.accountId === view.value?.account.id ? asked.value : shown.value[0]
})
const chosen = computed(() => row.value?.number)
const copy = useLive(
  () => (chosen.value ? readCopy(chosen.value) : undefined),
  () => chosen.value,
)
const entering = ref(false)
function leaveEntering(): void {
  entering.value = false
  focusSoon('[data-test="enter-movement"]')
}
const sign = computed(() => view.value?.account.currency.sign ?? '')
const moneyOf = (r: RegisterRow): string => {
  const amount = amountOfRow(r)
  return amount === undefined ? '' : figures(amount)
}
const dateOf = (r: RegisterRow): string => {
  const day = r.movement?.date ?? r.number?.check?.date
  return day ? dayText(day) : ''
}
/** The book balance at the end of the line’s day. */
const balanceOf = (r: RegisterRow): string => {
  const day = dayOfRow(r)
  return day && balances.value ? figures(balances.value(day)) : ''
}
const filters = [
  { title: 'All states', value: 'all' },
  { title: 'Money without a check', value: 'other money' },
  ...fates.filter(f => f !== 'unused').map(f => ({ title: f, value: f })),
]
const allColumns: readonly Column<RegisterRow>[] = [
  { key: 'number', title: 'Number', width: '88px', sort: r => r.number?.number ?? 0 },
  { key: 'state', title: 'State', width: '104px', sort: r => r.number?.fate ?? r.movement?.state ?? '' },
  { key: 'payee', title: 'Payee or source', sort: textOfRow },
  { key: 'date', title: 'Date', width: '112px', look: 'nowrap', text: dateOf, sort: dayOfRow },
  {
    key: 'amount',
    title: 'Amount',
    num: true,
    width: '98px',
    text: moneyOf,
    sort: r => amountOfRow(r) ?? 0,
  },
  { key: 'balance', title: 'Balance', num: true, width: '104px', text: balanceOf },
]
/** Between lines that were looked for a balance says nothing: its room is the payee’s. */
const columns = computed(() => (isWhole.value ? allColumns : allColumns.filter(c => c.key !== 'balance')))
</script>

<template>
  <div class="page">
    <PageHead title="Register">
      <AccountChoice
        v-if="accounts?.length && view"
        :accounts="accounts"
        :chosen="view.account.id"
        @choose="choose"
      />
      <v-btn
        v-for="pad in pads"
        :key="pad.id"
        :to="`/lane/draw?account=${pad.accountId}&pad=${encodeURIComponent(pad.id)}`"
        data-test="record"
      >
        Record a handwritten check
      </v-btn>
      <v-btn v-if="view" variant="text" data-test="enter-movement" @click="entering = true"
        >Enter money in or out</v-btn
      >
    </PageHead>
    <RegisterEnterMovement
      v-if="entering && view"
      :view="view"
      @done="leaveEntering()"
      @leave="leaveEntering()"
    />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <v-alert v-for="r in open" :key="r.id" type="warning" class="mb-2">
      {{
        r.state === 'at the printer'
          ? `A run of ${howMany(r.checks.length, 'check')} is waiting to be counted off.`
          : 'A run is being prepared.'
      }}
      <NuxtLink :to="`/run/${r.id}`">Open run</NuxtLink>
    </v-alert>
    <div v-if="view" class="halves">
      <div class="left">
        <div class="find">
          <v-text-field
            v-model="typed"
            label="Search number, payee or amount"
            hide-details
            clearable
            autocomplete="off"
            data-test="find"
            @focus="beginSearch"
            @click:clear="typed = ''"
          />
          <v-select v-model="state" :items="filters" label="State" hide-details class="by-state" />
        </div>
        <p class="quiet sums">
          {{ shown.length.toLocaleString('en-US') }}{{ found?.isCut ? ' newest' : '' }} lines,
          <span data-test="register-sum"
            >{{ figures(money, { sign })
            }}{{
              notMoney ? `, not counting ${howMany(notMoney, 'check')} spoiled, voided or stopped` : ''
            }}</span
          >
          <SaveShown list="register" :company-id="view.company.id" :keys="keysFound" />
        </p>
        <v-card class="grow">
          <RowTable
            :chosen="row?.id ?? ''"
            :rows="shown"
            :columns="columns"
            :row-attrs="r => ({ 'data-number': r.number?.number })"
            label="Register of this account"
            data-test="register"
            @update:chosen="chosenId = $event ?? ''"
            @end="showMore()"
          >
            <template #number="{ row: r }">
              <strong v-if="r.number">{{ r.number.number }}</strong>
              <span v-else class="quiet">{{ movementKinds[r.movement!.kind].title }}</span>
            </template>
            <template #state="{ row: r }">
              <StateMark :state="r.number ? stateShown(r.number) : r.movement!.state" />
            </template>
            <template #payee="{ row: r }">
              <span class="one-line" :title="`${textOfRow(r)} ${r.number?.why ?? ''}`"
                >{{ textOfRow(r) }} <span v-if="r.number?.why" class="quiet">{{ r.number.why }}</span></span
              >
            </template>
            <template #empty>
              <template v-if="found?.all"> No numbers match. Try another search or state. </template>
              <template v-else-if="found"> No checks yet. They appear here when you print a run. </template>
            </template>
          </RowTable>
        </v-card>
      </div>
      <aside v-if="row?.movement && view" class="scroll proof" :aria-label="row.movement.text" tabindex="0">
        <RegisterMovementActs :key="row.id" :movement="row.movement" :view="view" />
      </aside>
      <aside v-else-if="chosen" class="scroll proof" :aria-label="`Number ${chosen.number}`" tabindex="0">
        <h2 class="d-flex ga-4 align-center mb-2">
          {{ chosen.number }} <StateMark :state="stateShown(chosen)" />
        </h2>
        <p v-if="chosen.why" class="mb-2">
          {{ chosen.why }}
        </p>
        <p v-if="chosen.replacedBy" class="mb-2">
          Replaced by <strong>{{ chosen.replacedBy }}</strong>.
        </p>
        <p v-if="chosen.check" class="mb-3 quiet">
          <template v-if="withoutRun(chosen.check.runId)"> {{ withoutRun(chosen.check.runId) }}. </template
          ><template v-else>
            Sheet {{ chosen.check.sheet }} of the
            <NuxtLink :to="`/run/${chosen.check.runId}`">run</NuxtLink> it was printed in.
          </template>
          <NuxtLink :to="`/books/${encodeURIComponent(chosen.bookId)}?number=${chosen.number}`"
            >History in the number book</NuxtLink
          >
        </p>
        <RegisterNumberActs v-if="view" :key="chosen.id" :row="chosen" :view="view" :stock="copy?.stock" />
        <template v-if="copy">
          <p v-if="chosen.check && withoutRun(chosen.check.runId)" class="by-hand" data-test="by-hand">
            This check was not printed here. This is what it says, not a picture of it.
          </p>
          <SheetView
            :layout="copy.layout"
            :stock="copy.stock"
            :account="copy.account"
            :checks="[copy.facts]"
          />
        </template>
        <p v-else-if="!chosen.check" class="quiet">No check has this number.</p>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.by-hand {
  padding: 6px 10px;
  margin-bottom: 8px;
  border: 1px dashed rgb(var(--v-theme-warning));
  border-radius: 4px;
  font-size: var(--text-small);
}
.halves {
  --halves: minmax(0, 1fr) minmax(20.625rem, 34%);
}
.left {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.find {
  display: flex;
  gap: var(--space-3);
  padding-top: 6px;
}
.by-state {
  max-width: 10.625rem;
}
.sums {
  font-size: var(--text-small);
  margin: 6px 2px;
}
.grow {
  flex: 1;
  min-height: 0;
}
.one-line {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.proof {
  padding: 2px 14px 20px 2px;
}
:deep(table) {
  table-layout: fixed;
}
</style>
