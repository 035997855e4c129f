<script setup lang="ts">
import { idOf } from '#core/base/id'
import { cellText, isFigure, type ReportThing } from '#core/reports/tables/report'
import type { ListCell } from '#core/lists/list'
import type { Column } from '~/composables/base/rowTable'
import { newReportForm, thresholdOf } from '~/composables/reports/useReport'
import { isReport, reportKinds, type ReportAsks, type ReportName } from '~/data/reports/reportNames'
import { readRun } from '~/data/runs/runReads'

const route = useRoute()
const name = computed((): ReportName => {
  const given = String(route.params.name)
  return isReport(given) ? given : 'register'
})
const kind = computed(() => reportKinds[name.value])
const asks = (what: ReportAsks): boolean => (kind.value.asks as readonly ReportAsks[]).includes(what)
const runId = typeof route.query.run === 'string' ? idOf<'run'>(route.query.run) : undefined
const { companies, company, choose } = useCompany()
const { accounts } = useCompanyAccounts(company)
const run = useLive(() => (runId ? readRun(runId) : undefined))
const companyId = computed(() => company.value?.id)
const form = ref(newReportForm(route.query))
watch(
  () => form.value.year,
  year => (form.value.threshold = thresholdOf(year)),
)
watch(companyId, (_, before) => before && (form.value.accountId = ''))
const { report, faults, fault, making, save, saving, make } = useReport(name, companyId, form, runId)
const sign = computed(() => accounts.value?.[0]?.currency.sign ?? '')
const years = Array.from({ length: 10 }, (_, i) => new Date().getFullYear() - i)

interface Shown {
  readonly id: string
  readonly cells: readonly ListCell[]
  readonly thing: ReportThing | undefined
}
const rows = computed<Shown[]>(() =>
  (report.value?.rows ?? []).map((cells, i) => ({
    id: String(i),
    cells,
    thing: report.value?.things?.[i],
  })),
)
const columns = computed<Column<Shown>[]>(() =>
  (report.value?.columns ?? []).map((c, i) => ({
    key: `c${i}`,
    title: c.title,
    num: isFigure(c),
    ...(c.holds === 'day' && { look: 'nowrap' as const }),
    text: r => cellText(r.cells[i] ?? null, c),
    sort: r => r.cells[i] ?? '',
  })),
)
const chosen = ref<string>()
/** The page of what a row is about. */
function addressOf(thing: ReportThing | undefined): string {
  if (!thing) return ''
  const id = encodeURIComponent(thing.id)
  const at = thing.id.lastIndexOf('/')
  return {
    movement: `/register?account=${encodeURIComponent(thing.id.split('@').at(-1) ?? '')}&number=${id}`,
    number: `/books/${encodeURIComponent(thing.id.slice(0, at))}?number=${thing.id.slice(at + 1)}`,
    payee: `/bills/payee/${id}`,
    bill: `/bills?bill=${id}`,
    ledger: `/bills/ledger?ledger=${id}`,
  }[thing.kind]
}
function openRow(row: Shown, by: 'mouse' | 'Enter' | 'space') {
  const to = addressOf(row.thing)
  if (by === 'Enter' && to) void navigateTo(to)
}
const chosenThing = computed(() => rows.value.find(r => r.id === chosen.value)?.thing)
const saves = [
  { as: 'pdf', title: 'Save as PDF' },
  { as: 'csv', title: 'Save as CSV' },
  { as: 'xlsx', title: 'Save as Excel workbook' },
] as const
</script>

<template>
  <div class="page">
    <PageHead :title="report?.title ?? kind.title">
      <CompanyChoice v-if="!runId" :companies="companies" :company="company" class="mid" @choose="choose" />
      <v-btn variant="text" :to="run ? `/run/${encodeURIComponent(run.id)}` : '/reports'">
        {{ run ? 'Back to the run' : 'All reports' }}
      </v-btn>
    </PageHead>
    <div class="field-row asks">
      <v-select
        v-if="asks('account') && accounts && accounts.length > 1"
        v-model="form.accountId"
        :items="[
          { title: 'All accounts', value: '' },
          ...accounts.map(a => ({ title: a.name, value: a.id })),
        ]"
        label="Account"
        hide-details
        class="mid"
        data-test="report-account"
      />
      <DayRange
        v-if="asks('days')"
        v-model:from="form.from"
        v-model:to="form.to"
        :faults="faults"
        test="report"
      />
      <v-select
        v-if="asks('year')"
        v-model="form.year"
        :items="years"
        label="Year"
        hide-details
        class="short"
        data-test="report-year"
      />
      <v-text-field
        v-if="asks('threshold')"
        v-model="form.threshold"
        label="Report from (threshold)"
        :prefix="sign"
        :error-messages="faults.threshold"
        hide-details="auto"
        class="mid"
        data-test="report-threshold"
      />
      <span class="row saves">
        <v-btn
          v-for="s in saves"
          :key="s.as"
          :disabled="!report || making"
          :loading="saving"
          size="small"
          :data-test="`report-${s.as}`"
          @click="save(company?.name[0] ?? '', s.as)"
          >{{ s.title }}</v-btn
        >
        <v-btn v-if="report" size="small" variant="text" :loading="making" @click="make()">Make again</v-btn>
      </span>
    </div>
    <p v-if="fault" class="text-error" role="alert">{{ fault }}</p>
    <template v-if="report">
      <p class="quiet under" role="status" data-test="report-under">{{ report.under }}</p>
      <ReportsCharts
        v-if="report.chart"
        :key="report.title"
        :chart="report.chart"
        :sign="sign"
        class="chart"
      />
      <v-card class="list">
        <RowTable
          v-model:chosen="chosen"
          :rows="rows"
          :columns="columns"
          :label="report.title"
          data-test="report"
          @press="openRow"
        >
          <template #empty>Nothing to report for these days.</template>
          <template v-if="report.sum && rows.length" #foot>
            <tr>
              <td v-for="(c, i) in report.columns" :key="i" :class="{ num: isFigure(c) }">
                <strong>{{ cellText(report.sum[i] ?? null, c) }}</strong>
              </td>
            </tr>
          </template>
        </RowTable>
      </v-card>
      <p v-if="addressOf(chosenThing)" class="under">
        <NuxtLink :to="addressOf(chosenThing)" data-test="report-open">Open what this row is about</NuxtLink>
      </p>
      <p v-for="n in report.notes" :key="n" class="quiet under">{{ n }}</p>
    </template>
  </div>
</template>

<style scoped>
.asks {
  padding: 6px 0 10px;
  align-items: center;
}
.mid {
  flex: 0 1 220px;
  min-width: 150px;
}
.short {
  flex: 0 1 150px;
}
.saves {
  margin-left: auto;
}
.under {
  font-size: var(--text-small);
  margin-bottom: 6px;
}
.chart {
  margin-bottom: 10px;
}
.list {
  flex: 1;
  min-height: 180px;
}
tfoot td {
  padding: 6px 10px;
}
</style>
