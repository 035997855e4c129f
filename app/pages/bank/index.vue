<script setup lang="ts">
import { dayText } from '#core/base/dates'
import { figures } from '#core/money/figures'
import { handedFile, takeHandedFile } from '~/composables/imports/handedFile'
import type { SeenLine } from '~/data/bank/bankReads'
import type { Column } from '~/composables/base/rowTable'

/** The open statement of an account: its lines at the left, what the books say of the chosen one at the right. */
const { accounts, view, choose } = useAccount()
const account = computed(() => view.value?.account)
const bank = useStatement(account)
const source = useStatementFile(account)
const { name, doing, fault } = source
const which = ref<'open' | 'matched' | 'all'>('open')
const chosenId = ref('')
const all = computed(() => bank.view.value?.lines ?? [])
const open = computed(() => all.value.filter(l => !l.line.match))
/** What needs a decision first, then what one key can do, then the rest by day. */
const rank = (l: SeenLine): number =>
  l.line.match ? 3 : l.reason?.kind !== 'no number' ? 0 : l.oneKey ? 1 : 2
const rows = computed(() =>
  all.value
    .filter(l => which.value === 'all' || (which.value === 'matched') === Boolean(l.line.match))
    .sort((a, b) => rank(a) - rank(b) || (a.line.date < b.line.date ? -1 : 1)),
)
const chosen = computed(() => rows.value.find(r => r.id === chosenId.value) ?? rows.value[0])
const keyText = (row: SeenLine): string =>
  row.oneKey?.kind === 'match'
    ? `Enter: ${row.oneKey.suggestion.text}`
    : row.oneKey
      ? `Enter: by the rule “${row.oneKey.rule.contains}”`
      : ''
const whatOf = ({ line, reason, oneKey }: SeenLine): string => {
  if (line.match) return bank.view.value?.matches.get(line.id) ?? ''
  if (reason?.kind !== 'no number') return reason?.kind ?? 'your check'
  return oneKey ? '' : line.amount > 0 ? 'money in' : 'no check number'
}
const columns: readonly Column<SeenLine>[] = [
  { key: 'date', title: 'Date', width: '112px', text: r => dayText(r.line.date), sort: r => r.line.date },
  { key: 'number', title: 'Number', width: '82px', num: true, text: r => String(r.line.number ?? '') },
  {
    key: 'amount',
    title: 'Amount',
    num: true,
    width: '112px',
    text: r => figures(r.line.amount),
    sort: r => r.line.amount,
  },
  { key: 'text', title: 'Bank’s text', text: r => r.line.text },
  { key: 'what', title: 'What it is', width: '36%' },
]
async function give(file: File) {
  if ((await source.give(file)) !== 'table' || !view.value) return
  handedFile.value = file
  await navigateTo(`/files?kind=statement&company=${view.value.company.id}&account=${view.value.account.id}`)
}
takeHandedFile(account, give)
const table = ref<{ focusRow(id: string): void }>()
/** Enter does what the line can be, and goes on to the next at once: the act follows behind the hand. */
function press(row: SeenLine, by: string) {
  if (by !== 'Enter' || !row.oneKey || row.line.match) return
  const at = rows.value.findIndex(r => r.id === row.id)
  const next = rows.value[at + 1] ?? rows.value[at - 1]
  if (next) {
    chosenId.value = next.id
    table.value?.focusRow(next.id)
  }
  void bank.doOneKey(row, row.oneKey)
}
function look(id: string) {
  which.value = 'all'
  chosenId.value = id
}
watch(
  () => account.value?.id,
  () => source.leave(),
)
</script>

<template>
  <div class="page">
    <BankHead title="Bank" :accounts="accounts" :view="view" @choose="choose" />
    <AccountsNoAccount v-if="accounts && !accounts.length" />
    <div v-if="view && bank.statements.value" class="scroll stack">
      <div class="top">
        <FileDrop
          v-if="!name"
          label="Import a statement"
          kinds="OFX, camt.053, BAI2, CSV or Excel"
          accept=".ofx,.qfx,.xml,.bai,.bai2,.txt,.csv,.tsv,.xlsx,text/plain,text/xml,application/xml,text/csv"
          :most="40"
          slim
          data-test="bank-give"
          @take="give"
        />
        <p v-if="doing" role="status">{{ doing }}…</p>
        <p v-if="fault" class="text-error" role="alert" data-test="bank-fault">{{ fault }}</p>
      </div>
      <BankBegin
        v-if="!bank.statements.value.length"
        :key="view.account.id"
        :view="view"
        :part="source.part.value"
      />
      <BankFileCard :source="source" :view="view" :is-begun="bank.statements.value.length > 0" />
      <BankSummary v-if="bank.view.value" :bank="bank" :view="view" @look="look" />
      <div v-if="bank.view.value" class="halves">
        <div class="lines">
          <div class="row">
            <v-btn-toggle v-model="which" mandatory density="compact" aria-label="Which lines are shown">
              <v-btn value="open" size="small" data-test="lines-open">To look at {{ open.length }}</v-btn>
              <v-btn value="matched" size="small" data-test="lines-matched"
                >Matched {{ all.length - open.length }}</v-btn
              >
              <v-btn value="all" size="small" data-test="lines-all">All {{ all.length }}</v-btn>
            </v-btn-toggle>
          </div>
          <v-card class="table">
            <RowTable
              ref="table"
              :chosen="chosen?.id ?? ''"
              :rows="rows"
              :columns="columns"
              label="Bank lines"
              data-test="bank-lines"
              @update:chosen="chosenId = $event ?? ''"
              @press="press"
            >
              <template #what="{ row }">
                <span v-if="whatOf(row)" class="one-line" :title="whatOf(row)">{{ whatOf(row) }}</span>
                <span v-if="keyText(row) && !row.line.match" class="why one-line" :title="keyText(row)">{{
                  keyText(row)
                }}</span>
              </template>
              <template #empty>
                {{
                  all.length
                    ? 'Every bank line is matched.'
                    : 'No bank lines yet. Import a statement above to see what the bank paid.'
                }}
              </template>
            </RowTable>
          </v-card>
        </div>
        <v-card v-if="chosen" class="chosen" aria-label="Chosen bank line">
          <BankLineActs :bank="bank" :seen="chosen" :view="view" />
        </v-card>
      </div>
    </div>
  </div>
</template>

<style scoped>
.halves {
  --halves: minmax(0, 1fr) minmax(20.625rem, 36%);
  flex: none;
  padding-bottom: 0;
  align-items: start;
}
.lines {
  display: grid;
  gap: var(--space-2);
  min-width: 0;
}
.table {
  height: max(300px, calc(100dvh - 420px));
}
.chosen {
  padding: 12px 14px;
}
.one-line {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.why {
  font-size: var(--text-tiny);
  color: rgb(var(--v-theme-primary));
}
:deep(table) {
  table-layout: fixed;
}
@media (max-width: 56.25em) {
  .halves {
    --halves: minmax(0, 1fr);
  }
  .table {
    height: 320px;
  }
}
</style>
