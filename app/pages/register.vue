<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { dayText } from '#core/base/dates'
import { fates, type Fate } from '#core/numbers/fates'
import { figures } from '#core/money/figures'
import { sum, zero } from '#core/money/cents'
import type { NumberRow } from '#core/numbers/book'
import { withoutRun } from '#core/runs/run'
import type { Column } from '~/composables/base/rowTable'
import { searchNumbers } from '~/data/numbers/bookReads'
import { readCopy, readOpenRuns } from '~/data/reads'

const route = useRoute()
const { accounts, view, choose } = useAccount()
const typed = ref('')
const state = ref<Fate | 'all'>('all')
const chosenId = ref(typeof route.query.number === 'string' ? route.query.number : '')
/** The newest so many are shown at once; the search goes through all. */
const MOST = 1500
const wanted = refDebounced(
  computed(() => typed.value?.trim().toLowerCase() ?? ''),
  200,
)
function search(most: number) {
  const of = view.value
  if (!of) return undefined
  const [text, fate] = [wanted.value, state.value]
  const takes = (r: NumberRow): boolean =>
    (fate === 'all' || r.fate === fate) &&
    (!text ||
      String(r.number).includes(text) ||
      (r.check?.payee.toLowerCase().includes(text) ?? false) ||
      (r.check !== null && figures(r.check.amount).includes(text)))
  return searchNumbers(of.account.id, text || fate !== 'all' ? takes : undefined, most)
}
const keysFound = async () => (await search(Infinity))?.rows.map(r => r.id) ?? []
const found = useLive(
  () => search(MOST),
  () => [view.value?.account.id, wanted.value, state.value],
)
/** The day of the check; of a number without one, that of its last change. */
const dayOf = (r: NumberRow): string => r.check?.date ?? r.at.slice(0, 10)
/** Newest first, so that a pad with high numbers does not stand above the last run. */
const shown = computed(() =>
  [...(found.value?.rows ?? [])].sort((a, b) =>
    dayOf(a) === dayOf(b) ? b.number - a.number : dayOf(a) < dayOf(b) ? 1 : -1,
  ),
)
const pads = computed(() => view.value?.books.filter(b => b.kind === 'handwritten pad' && !b.archived) ?? [])
const open = useLive(
  () => (view.value ? readOpenRuns(view.value.account.id) : undefined),
  () => view.value?.account.id,
)
const chosen = computed(() => shown.value.find(r => r.id === chosenId.value) ?? shown.value[0])
const copy = useLive(
  () => (chosen.value ? readCopy(chosen.value) : undefined),
  () => chosen.value,
)
const entering = ref(false)
function leaveEntering(): void {
  entering.value = false
  focusSoon('[data-test="enter-movement"]')
}
/** What checks come to that are money: spoiled and voided ones are not. */
const isMoney = (r: NumberRow): boolean => ['on paper', 'issued', 'cleared'].includes(r.fate)
const money = computed(() => sum(shown.value.filter(isMoney).map(r => r.check?.amount ?? zero)))
const notMoney = computed(() => shown.value.filter(r => r.check && !isMoney(r)).length)
const sign = computed(() => view.value?.account.currency.sign ?? '')
const columns: readonly Column<NumberRow>[] = [
  { key: 'number', title: 'Number', width: '92px', sort: r => r.number },
  { key: 'state', title: 'State', width: '112px', sort: r => r.fate },
  { key: 'payee', title: 'Payee', sort: r => r.check?.payee ?? '' },
  {
    key: 'date',
    title: 'Date',
    width: '122px',
    look: 'nowrap',
    text: r => (r.check ? dayText(r.check.date) : ''),
    sort: r => r.check?.date ?? '',
  },
  {
    key: 'amount',
    title: 'Amount',
    num: true,
    width: '112px',
    text: r => (r.check ? figures(r.check.amount) : ''),
    sort: r => r.check?.amount ?? 0,
  },
]
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
            @click:clear="typed = ''"
          />
          <v-select
            v-model="state"
            :items="[
              { title: 'All states', value: 'all' },
              ...fates.filter(f => f !== 'unused').map(f => ({ title: f, value: f })),
            ]"
            label="State"
            hide-details
            class="by-state"
          />
        </div>
        <p class="quiet sums">
          {{ shown.length.toLocaleString('en-US') }}{{ shown.length === MOST ? ' newest' : '' }} of
          {{ (found?.all ?? 0).toLocaleString('en-US') }} numbers,
          <span data-test="register-sum"
            >{{ figures(money, { sign })
            }}{{
              notMoney ? `, not counting ${howMany(notMoney, 'check')} spoiled, voided or stopped` : ''
            }}</span
          >
          <SaveShown list="numbers" :company-id="view.company.id" :keys="keysFound" />
        </p>
        <v-card class="grow">
          <RowTable
            :chosen="chosen?.id"
            :rows="shown"
            :columns="columns"
            :row-attrs="r => ({ 'data-number': r.number })"
            label="Numbers of this account"
            data-test="register"
            @update:chosen="chosenId = $event ?? ''"
          >
            <template #number="{ row }">
              <strong>{{ row.number }}</strong>
            </template>
            <template #state="{ row }">
              <StateMark :state="row.fate" />
            </template>
            <template #payee="{ row }">
              <span class="one-line" :title="`${row.check?.payee ?? ''} ${row.why}`"
                >{{ row.check?.payee }} <span v-if="row.why" class="quiet">{{ row.why }}</span></span
              >
            </template>
            <template #empty>
              <template v-if="found?.all"> No numbers match. Try another search or state. </template>
              <template v-else-if="found"> No checks yet. They appear here when you print a run. </template>
            </template>
          </RowTable>
        </v-card>
      </div>
      <aside v-if="chosen" class="scroll proof" :aria-label="`Number ${chosen.number}`" tabindex="0">
        <h2 class="d-flex ga-4 align-center mb-2">{{ chosen.number }} <StateMark :state="chosen.fate" /></h2>
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
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(340px, 38%);
  gap: var(--space-4);
  padding-bottom: 14px;
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
  max-width: 170px;
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
