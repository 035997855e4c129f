<script setup lang="ts">
import type { Column } from '~/composables/base/rowTable'
import {
  bookName,
  countFates,
  nextNumber,
  stateShown,
  type CheckNumber,
  type NumberRow,
} from '#core/numbers/book'
import { fates, type Fate } from '#core/numbers/fates'
import { stockLeft, weeksText } from '#core/numbers/pace'
import { dayText } from '#core/base/dates'
import { figures } from '#core/money/figures'
import { readNumberHistory } from '~/data/history/history'
import { readBookRows, readFates } from '~/data/numbers/bookReads'
import { readPace } from '~/data/numbers/pace'
import { readAccounts } from '~/data/accounts/accountReads'
import { useOffice } from '~/stores/office'

const office = useOffice()
const route = useRoute()
const accounts = useLive(readAccounts)
const view = computed(() => accounts.value?.find(v => v.books.some(b => b.id === route.params.id)))
const book = computed(() => view.value?.books.find(b => b.id === route.params.id))
const rows = useLive(
  () => (book.value ? readFates(book.value.id) : undefined),
  () => book.value,
)
const weeks = useLive(
  () => (book.value ? readPace(book.value, new Date()) : undefined),
  () => book.value,
)
const next = computed(() => (book.value && rows.value ? nextNumber(book.value, rows.value) : undefined))
const counts = computed(() =>
  book.value && rows.value ? countFates(book.value, rows.value.values()) : undefined,
)

const window = ref<{ from: number; to: number }>()
watch(
  book,
  b => {
    if (b && !window.value) window.value = { from: b.start, to: b.end }
  },
  { immediate: true },
)
const onlyFate = ref<Fate | 'all'>('all')
interface Listed {
  readonly id: string
  readonly number: CheckNumber
  readonly fate: Fate
}
/** The numbers listed: those of the window, those of one fate. */
const MOST = 4000
const listed = computed(() => {
  const w = window.value
  if (!w || !rows.value) return []
  const found: Listed[] = []
  for (let n = w.from; n <= w.to && found.length < MOST; n++) {
    const fate = rows.value.get(n as CheckNumber)?.fate ?? 'unused'
    if (onlyFate.value === 'all' || fate === onlyFate.value)
      found.push({ id: String(n), number: n as CheckNumber, fate })
  }
  return found
})
const chosen = ref<CheckNumber>()
watch(
  () => route.query.number,
  n => {
    if (typeof n !== 'string' || !/^\d+$/.test(n)) return
    chosen.value = Number(n) as CheckNumber
    void nextTick(() => show(chosen.value))
  },
  { immediate: true },
)
// A number that was chosen elsewhere, on the strip or in a link, is brought into sight in the list.
const table = ref<{ showRow: (id: string) => void }>()
const show = (number: CheckNumber | undefined): void => {
  if (number !== undefined) table.value?.showRow(String(number))
}
watch(table, t => {
  if (t) void nextTick(() => show(chosen.value))
})
const row = useLive<NumberRow | undefined>(
  async () =>
    book.value && chosen.value ? (await readBookRows(book.value.id, [chosen.value]))[0] : undefined,
  () => [book.value?.id, chosen.value],
)

const history = useLive(
  () => (row.value ? readNumberHistory(row.value) : undefined),
  () => row.value,
)

const { fault, succeeded } = useAct()
async function putAway(away: boolean) {
  if (!book.value) return
  const of = book.value
  if (await succeeded('archiveBook', { bookId: of.id, archived: away }))
    office.said = away ? 'Book archived.' : 'Book in use again.'
}
const columns: readonly Column<Listed>[] = [
  { key: 'number', title: 'Number' },
  { key: 'fate', title: 'Fate' },
]
const chosenId = computed({
  get: () => (chosen.value === undefined ? undefined : String(chosen.value)),
  set: id => {
    chosen.value = id === undefined ? undefined : (Number(id) as CheckNumber)
  },
})
const stock = computed(() => (counts.value ? stockLeft(counts.value.unused, weeks.value ?? []) : undefined))
</script>

<template>
  <div class="page">
    <PageHead :title="book ? bookName(book) : 'Number book'">
      <span v-if="view" class="quiet">{{ view.account.name }}, {{ view.company.name[0] }}</span>
      <v-btn v-if="book" size="small" data-test="put-away" @click="putAway(!book.archived)">
        {{ book.archived ? 'Unarchive' : 'Archive' }}
      </v-btn>
      <v-btn v-if="book" variant="text" :to="`/office/trail?about=book&id=${encodeURIComponent(book.id)}`"
        >Trail</v-btn
      >
      <v-btn variant="text" to="/books"> All number books </v-btn>
    </PageHead>
    <p v-if="accounts && !book" class="quiet">This number book does not exist in this office.</p>
    <div v-if="book && rows && counts && stock && window" class="scroll body">
      <NumbersStrip
        v-model:window="window"
        :book="book"
        :rows="rows"
        @choose="
          value => {
            chosen = value
            show(value)
          }
        "
      />
      <v-alert v-if="fault" type="error" :text="fault" data-test="book-fault" />
      <div class="columns">
        <section aria-label="Numbers" class="left">
          <div class="row">
            <v-select
              v-model="onlyFate"
              :items="[
                { title: 'All fates', value: 'all' },
                ...fates
                  .filter(f => counts?.[f])
                  .map(f => ({ title: `${f}: ${counts?.[f].toLocaleString('en-US')}`, value: f })),
              ]"
              label="Show"
              hide-details
              class="mid"
              data-test="only-fate"
            />
            <span class="quiet"
              >{{ listed.length.toLocaleString('en-US')
              }}{{ listed.length === MOST ? ' and more (zoom in on the strip)' : '' }} numbers</span
            >
          </div>
          <v-card class="list">
            <RowTable
              ref="table"
              v-model:chosen="chosenId"
              :rows="listed"
              :columns="columns"
              label="Numbers of the book"
              data-test="numbers"
            >
              <template #number="{ row: n }">
                <strong>{{ n.number }}</strong>
              </template>
              <template #fate="{ row: n }">
                <StateMark :state="n.fate" />
              </template>
            </RowTable>
          </v-card>
        </section>
        <section aria-label="One number" class="mid-part">
          <template v-if="chosen !== undefined">
            <h2>{{ chosen }} <StateMark :state="row ? stateShown(row) : 'unused'" /></h2>
            <p v-if="row?.check" class="mb-1">
              {{ row.check.payee }},
              {{ figures(row.check.amount, { sign: view?.account.currency.sign ?? '' }) }},
              {{ dayText(row.check.date) }}
              <NuxtLink :to="`/register?account=${row.accountId}&number=${encodeURIComponent(row.id)}`"
                >View in register</NuxtLink
              >
            </p>
            <p v-if="row?.replacedBy">
              Replaced by <strong>{{ row.replacedBy }}</strong>.
            </p>
            <p v-if="row?.stop">
              The bank confirmed the stop on {{ dayText(row.stop.on) }}, reference {{ row.stop.reference }}.
            </p>
            <HistoryList v-if="row?.life.length" :lines="history" data-test="life" />
            <p v-else class="quiet">Not used yet.</p>
          </template>
          <p v-else class="quiet">Choose a number in the list or on the strip to see its history.</p>
        </section>
        <section aria-label="Stock and fates" class="right">
          <dl class="facts">
            <div>
              <dt>Next number</dt>
              <dd>{{ next ?? 'none left' }}</dd>
            </div>
            <div>
              <dt>Left</dt>
              <dd>{{ counts.unused.toLocaleString('en-US') }}</dd>
            </div>
            <div>
              <dt>Lasts</dt>
              <dd :class="{ 'text-warning': stock.low }">
                {{ stock.weeks === undefined ? 'not used lately' : weeksText(stock.weeks) }}
              </dd>
            </div>
          </dl>
          <NumbersPace v-if="weeks" :weeks="weeks" />
          <NumbersFateForm :book="book" />
        </section>
      </div>
    </div>
  </div>
</template>

<style scoped>
.body {
  display: flex;
  flex-direction: column;
  gap: var(--space-3);
  padding-bottom: 16px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.7fr) minmax(0, 1fr);
  gap: var(--space-5);
  flex: 1;
  min-height: 420px;
}
.left {
  display: flex;
  flex-direction: column;
  gap: var(--space-2);
  min-height: 0;
}
.list {
  flex: 1;
  min-height: 0;
  height: 420px;
}
.row {
  display: flex;
  gap: var(--space-2);
  align-items: center;
}
.mid {
  max-width: 11.875rem;
}
.mid-part,
.right {
  min-width: 0;
  padding: 4px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--space-2);
  align-content: start;
}
.mid-part h2 {
  display: flex;
  gap: var(--space-3);
  align-items: center;
}
.facts {
  display: flex;
  gap: var(--space-4);
}
dt {
  font-size: var(--text-tiny);
  color: rgb(var(--v-theme-secondary));
}
dd {
  font-weight: 600;
  margin: 0;
}
</style>
