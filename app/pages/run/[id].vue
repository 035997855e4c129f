<script setup lang="ts">
import { idOf, type Id } from '#core/base/id'
import { bookName, feedsRuns, type NumberBook } from '#core/books/book'
import { figures } from '#core/money/figures'
import { sum } from '#core/money/cents'
import { checksPerSheet } from '#core/paper/stock'
import type { CheckFacts } from '#core/proof/facts'
import type { CountOffAct } from '#core/runs/countOff'
import type { Loading } from '#core/runs/prepare'
import { placesOf } from '#core/runs/print'
import { bySheets, layoutVersion, paperOfBook, plan, type RunOrder } from '#core/runs/run'
import { practiceTrays } from '#core/practice/press'
import type { PrintHow } from '~/components/run/PrintStep.vue'
import { continuationOf, openWindow, paperOf, savePdf, type PaperWindow } from '~/data/papers'
import { countOffDraft, dropFormDraft } from '~/data/drafts'
import { saveCover } from '~/data/reports'
import { practicePrint, practiceState } from '~/data/practicePrinter'
import {
  readAccounts,
  readBalances,
  readLane,
  readOpenRun,
  readFates,
  readPayments,
  readPrintedStock,
  readRun,
  type AccountView,
} from '~/data/reads'
import { useOffice } from '~/stores/office'
import type { PaperMade } from '~/data/makePaper'

const route = useRoute()
const office = useOffice()
const isNew = computed(() => route.params.id === 'new')
const runId = computed(() => idOf<'run'>(String(route.params.id)))

const accounts = useLive(readAccounts)
const run = useLive(
  () => (isNew.value ? undefined : readRun(runId.value)),
  () => route.params.id,
)
const account = computed(() =>
  accounts.value?.find(a => a.account.id === (run.value?.accountId ?? route.query.account)),
)
const from = () => account.value?.account.id
const lane = useLive(() => (account.value ? readLane(account.value.account.id) : undefined), from)
const balances = useLive(() => (account.value ? readBalances(account.value.account) : undefined), from)
/** Books that a new run may take its numbers from, and the one chosen; a run that exists has its own. */
const usable = computed(() => account.value?.books.filter(feedsRuns) ?? [])
const bookId = ref('')
const book = computed(
  () =>
    account.value?.books.find(b => b.id === run.value?.bookId) ??
    usable.value.find(b => b.id === bookId.value) ??
    account.value?.book,
)
/** The stock a printed run was printed on, whatever the account's is now. */
const printedStock = useLive(
  () => (run.value?.printedWith ? readPrintedStock(run.value.printedWith) : undefined),
  () => run.value?.printedWith,
)
/** The account with the stock that this run goes on. */
const view = computed<AccountView | undefined>(
  () =>
    account.value && {
      ...account.value,
      stock:
        printedStock.value ??
        (book.value ? paperOfBook(account.value.stock, book.value) : account.value.stock),
    },
)
const rows = useLive(
  () => (book.value ? readFates(book.value.id) : undefined),
  () => book.value?.id,
)
const otherRun = useLive(
  () => (book.value && isNew.value ? readOpenRun(book.value.id) : undefined),
  () => [book.value?.id, isNew.value],
)
const payments = useLive(
  () => (run.value ? readPayments(run.value.paymentIds) : undefined),
  () => run.value,
)

const back = ref<'pick' | 'load'>()
const approved = shallowRef<{
  made: PaperMade
  checks: readonly CheckFacts[]
  version: string
  places: readonly string[]
  consent: string
}>()
const { busy, fault: refused, did, clear } = useAct()
/** What went wrong outside the acts: a window or a printer that was not to be had. */
const trouble = ref('')
const fault = computed(
  () =>
    refused.value ||
    trouble.value ||
    (planned.value && !planned.value.ok && planned.value.refusal.code !== 'run-not-loaded'
      ? planned.value.refusal.text
      : ''),
)

const planned = computed(() =>
  run.value?.state === 'prepared' && view.value && payments.value && rows.value
    ? plan(
        run.value,
        new Map(payments.value.map(p => [p.id, p])),
        book.value ?? view.value.book,
        rows.value,
        view.value.stock,
        view.value.account.signing,
      )
    : undefined,
)
let madeOf = ''
/** The same list as long as the facts are the same, so that the PDF is made once. */
const checks = shallowRef<readonly CheckFacts[]>([])
/** Which check is on which sheet, in the order in which they are fed. */
const sheets = shallowRef<(number | null)[][]>([])
const places = shallowRef<string[]>([])
watch([planned, () => view.value?.layout, () => view.value?.stock, () => run.value?.printing], ([p]) => {
  const facts = p?.ok ? p.value.map(c => c.facts) : []
  const made = view.value && {
    facts,
    version: layoutVersion(view.value.layout, view.value.stock, view.value.facts).id,
    printing: run.value?.printing,
    places: p?.ok ? placesOf(p.value) : [],
  }
  const key = JSON.stringify(made)
  if (key === madeOf) return
  madeOf = key
  sheets.value =
    p?.ok && view.value
      ? bySheets(
          p.value.map((c, i) => ({ sheet: c.sheet, place: c.place, i })),
          checksPerSheet(view.value.stock),
        ).map(sheet => sheet.map(c => c?.i ?? null))
      : []
  places.value = p?.ok ? placesOf(p.value) : []
  checks.value = facts
  approved.value = undefined
})

type Step = 'pick' | 'load' | 'proof' | 'print' | 'count off' | 'done'
const step = computed<Step>(() => {
  if (isNew.value || !run.value) return 'pick'
  if (run.value.state === 'counted off' || run.value.state === 'dropped') return 'done'
  if (run.value.state === 'at the printer') return 'count off'
  if (back.value === 'pick') return 'pick'
  if (back.value === 'load' || run.value.top === null) return 'load'
  // What was picked or loaded no longer holds: back to that step, which says why.
  if (planned.value && !planned.value.ok) return planned.value.refusal.field === 'payments' ? 'pick' : 'load'
  return approved.value ? 'print' : 'proof'
})
const order: Step[] = ['pick', 'load', 'proof', 'print', 'count off', 'done']
const stateOf = (name: Step): 'done' | 'open' | 'later' =>
  name === step.value ? 'open' : order.indexOf(name) < order.indexOf(step.value) ? 'done' : 'later'
const changeable = computed(() => run.value?.state === 'prepared')

const sign = computed(() => view.value?.account.currency.sign ?? '')
const total = computed(() => figures(sum((payments.value ?? []).map(p => p.amount)), { sign: sign.value }))
const lines = computed(() => ({
  pick: run.value ? `${run.value.paymentIds.length} checks, ${total.value}, order ${run.value.order}` : '',
  load: run.value?.top ? `${run.value.top} on the top sheet` : '',
  proof:
    run.value?.state === 'prepared'
      ? `${sheets.value.length} ${sheets.value.length === 1 ? 'sheet' : 'sheets'} looked at`
      : run.value?.printedAt
        ? 'looked at'
        : '',
  print: run.value?.printedAt
    ? `${run.value.checks[0]?.number} to ${run.value.checks.at(-1)?.number}, ${new Date(run.value.printedAt).toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' })}`
    : '',
  'count off': run.value?.countedAt
    ? (['good', 'spoiled', 'never came out'] as const)
        .map(kind => `${run.value?.checks.filter(c => c.outcome?.kind === kind).length} ${kind}`)
        .join(', ')
    : '',
}))
/** The numbers of the run, whatever order its sheets are fed in. */
const lowest = computed(() => Math.min(...checks.value.map(c => c.number)))
const highest = computed(() => Math.max(...checks.value.map(c => c.number)))
const title = computed(() =>
  isNew.value
    ? 'A new run'
    : run.value?.state === 'counted off'
      ? 'A run, counted off'
      : run.value?.state === 'dropped'
        ? 'A run, dropped'
        : 'A run',
)

async function pickThem(
  ids: Id<'payment'>[],
  by: RunOrder,
  signers: readonly number[] | null,
  advicesToo: boolean,
) {
  const of = book.value
  if (!of) return
  const id = isNew.value ? idOf<'run'>(crypto.randomUUID()) : runId.value
  if (
    !(await did('pick', {
      bookId: of.id,
      runId: id,
      paymentIds: ids,
      order: by,
      signers,
      ...(advicesToo && { advicesToo }),
    }))
  )
    return
  back.value = undefined
  if (isNew.value) await navigateTo(`/run/${id}`, { replace: true })
}

function goBack(to: 'pick' | 'load') {
  back.value = to
  approved.value = undefined
  clear()
}

async function loadIt(act: Loading) {
  if (await did('load', { runId: runId.value, ...act })) back.value = undefined
}

const switchTo = (to: NumberBook): Promise<boolean> =>
  did('switchBook', { runId: runId.value, bookId: to.id })

const dropping = ref(false)
async function dropIt() {
  if (!(await did('drop', { runId: runId.value }))) return
  dropping.value = false
  office.said = 'The run is dropped; its payments stay in the lane.'
  await navigateTo(`/lane${account.value ? `?account=${account.value.account.id}` : ''}`)
}

/** Milliseconds a sheet of the practice printer: slow enough to be watched. */
const PRACTICE_PACE = 250
const fileName = (first?: number, last?: number): string => `checks-${first}-${last}.pdf`

/**
 * Makes sure first that the PDF can go out: opens the window while the press still counts, asks whether the
 * practice printer answers. Nothing has
 * changed where it cannot.
 */
async function ready(how: PrintHow): Promise<PaperWindow | 'no window' | undefined> {
  trouble.value = ''
  if (how.way === 'open') {
    const paper = openWindow()
    if (paper.opened) return paper
    trouble.value =
      'The browser opened no window for the PDF, so nothing was printed and nothing has changed. Allow windows for this page, or save the PDF instead.'
    return undefined
  }
  if (how.way === 'practice') {
    const there = await practiceState()
    if (!there.ok) {
      trouble.value = `${there.refusal.text} Nothing has changed.`
      return undefined
    }
  }
  return 'no window'
}

async function printIt(how: PrintHow) {
  const { made, checks: facts, version, places: at, consent } = approved.value ?? {}
  if (busy.value || !made || !facts || !version || !at) return
  const paper = await ready(how)
  if (!paper) return
  if (
    await did('print', {
      runId: runId.value,
      made: { checks: facts, version, places: at },
      consent,
      pdf: made.bytes,
      ...(made.continuation && { continuation: made.continuation }),
    })
  )
    await putOut(how, made.bytes, paper, facts)
  else if (paper !== 'no window') paper.leave()
}

/**
 * Sends the PDF of the run out. Where the practice printer refuses it, the numbers are on paper all the same:
 * the count-off says that nothing came out.
 */
async function putOut(
  how: PrintHow,
  bytes: Uint8Array,
  paper: PaperWindow | 'no window',
  facts?: readonly CheckFacts[],
) {
  const numbers = facts ?? run.value?.checks ?? []
  const [first, last] = [numbers[0]?.number, numbers.at(-1)?.number]
  if (paper !== 'no window') paper.show(bytes, fileName(first, last))
  else if (how.way === 'save') savePdf(bytes, fileName(first, last))
  else if (how.way === 'practice' && view.value) {
    const { stock, layout, facts: of } = view.value
    const tray = practiceTrays.find(t => t === run.value?.printing?.tray) ?? practiceTrays[0]
    const sent = await practicePrint(
      {
        name: `Checks ${first} to ${last}`,
        ref: runId.value,
        tray,
        stock,
        paper: { layout, account: of },
        pack: how.pack,
        faults: [...how.faults],
        seed: how.seed,
        pace: PRACTICE_PACE,
      },
      bytes,
    )
    if (!sent.ok) trouble.value = sent.refusal.text
  }
}

async function printAgain(how: PrintHow, why: string) {
  if (busy.value || !run.value) return
  const of = run.value
  const paper = await ready(how)
  if (!paper) return
  const bytes = await paperOf(of)
  if (bytes && (await did('printAgain', { runId: runId.value, why }))) await putOut(how, bytes, paper)
  else if (paper !== 'no window') paper.leave()
}

async function countOff(act: CountOffAct) {
  const said = [...act.outcomes.values()]
  const good = said.filter(o => o.kind === 'good').length
  const correct = [...act.outcomes].flatMap(([sent, o]) =>
    o.kind === 'spoiled' && o.correct ? [run.value?.checks.find(c => c.number === sent)?.paymentId] : [],
  )[0]
  if (!(await did('countOff', { runId: runId.value, ...act }))) return
  await dropFormDraft(countOffDraft(runId.value))
  office.said = `Counted off: ${good} issued, ${said.length - good} back in the lane.`
  // What was wrong on the paper stands open to be put right at once.
  if (correct && view.value) await navigateTo(`/lane?account=${view.value.account.id}&change=${correct}`)
}

// When the run is done, the focus stands on where to go next.
const afterwards = ref<{ $el: HTMLElement }>()
watch(step, (now, before) => {
  if (now === 'done' && before === 'count off') setTimeout(() => afterwards.value?.$el.focus(), 50)
})

const continuation = useLive(
  () => (run.value?.printedAt ? continuationOf(run.value.id) : undefined),
  () => run.value?.printedAt,
)
function saveContinuation() {
  if (continuation.value)
    savePdf(
      continuation.value,
      `continuation-${fileName(run.value?.checks[0]?.number, run.value?.checks.at(-1)?.number)}`,
    )
}

async function saveKept() {
  const bytes = run.value && (await paperOf(run.value))
  if (bytes) savePdf(bytes, fileName(run.value?.checks[0]?.number, run.value?.checks.at(-1)?.number))
}
</script>

<template>
  <div class="page">
    <PageHead :title="title">
      <span v-if="view" class="quiet">{{ view.account.name }}, {{ view.company.name[0] }}</span>
      <v-btn v-if="changeable" variant="text" size="small" data-test="drop-run" @click="dropping = true">
        Drop this run
      </v-btn>
      <v-btn variant="text" :to="`/lane${view ? `?account=${view.account.id}` : ''}`"> Lane </v-btn>
    </PageHead>
    <p v-if="accounts && !view && (isNew || run === undefined)" class="quiet">
      There is no such run in this browser. <NuxtLink to="/lane">Back to the lane</NuxtLink>
    </p>
    <div v-if="view && lane && balances && rows" class="scroll">
      <v-alert v-if="isNew && otherRun" type="warning" variant="tonal" class="mb-3">
        {{
          otherRun.state === 'at the printer'
            ? `A run of this number book waits for its count-off: ${otherRun.checks[0]?.number} to ${otherRun.checks.at(-1)?.number}.`
            : 'A run of this number book is being prepared.'
        }}
        <NuxtLink :to="`/run/${otherRun.id}`">Go there</NuxtLink>
      </v-alert>
      <v-select
        v-if="isNew && usable.length > 1"
        :model-value="book?.id"
        :items="usable.map(b => ({ title: bookName(b), value: b.id }))"
        label="Numbers from"
        hide-details
        class="from-book"
        data-test="new-run-book"
        @update:model-value="bookId = $event"
      />
      <RunStepPanel
        :order="1"
        name="Pick"
        :state="stateOf('pick')"
        :line="lines.pick"
        :again="changeable"
        @again="goBack('pick')"
      >
        <RunPickStep
          v-if="isNew || run"
          :key="`${run?.id ?? 'new'} ${view.account.id}`"
          :view="view"
          :book="book ?? view.book"
          :lane="lane"
          :balances="balances"
          :run="run"
          :busy="busy"
          :fault="fault"
          @pick="pickThem"
        />
      </RunStepPanel>
      <RunStepPanel
        :order="2"
        name="Load"
        :state="stateOf('load')"
        :line="lines.load"
        :again="changeable"
        @again="goBack('load')"
      >
        <RunLoadStep
          v-if="run"
          :view="view"
          :book="book ?? view.book"
          :run="run"
          :rows="rows"
          :busy="busy"
          :fault="fault"
          @load="loadIt"
          @switch="switchTo"
        />
      </RunStepPanel>
      <RunStepPanel
        :order="3"
        name="Proof"
        :state="stateOf('proof')"
        :line="lines.proof"
        :again="changeable"
        @again="approved = undefined"
      >
        <RunProofStep
          v-if="checks.length && run"
          :view="view"
          :printing="run.printing"
          :checks="checks"
          :layout="sheets"
          :title="`Checks ${checks[0]?.number} to ${checks.at(-1)?.number}`"
          @approve="
            (made, facts, version, consent) => (approved = { made, checks: facts, version, places, consent })
          "
        />
      </RunStepPanel>
      <RunStepPanel :order="4" name="Print" :state="stateOf('print')" :line="lines.print">
        <RunPrintStep
          v-if="run && view"
          :run="run"
          :view="view"
          :count="checks.length"
          :sheets="sheets.length"
          :first="lowest"
          :last="highest"
          :total="total"
          :busy="busy"
          :fault="fault"
          @print="printIt"
        />
      </RunStepPanel>
      <RunStepPanel :order="5" name="Count off" :state="stateOf('count off')" :line="lines['count off']">
        <RunCountOffStep
          v-if="run && payments && book"
          :run="run"
          :view="view"
          :book="book"
          :rows="rows"
          :payments="payments"
          :balances="balances"
          :sign="sign"
          :busy="busy"
          :fault="fault"
          @count="countOff"
          @again="printAgain"
        />
      </RunStepPanel>
      <v-alert
        v-if="continuation"
        type="info"
        variant="tonal"
        density="compact"
        class="mb-3 ml-9"
        data-test="continuation"
      >
        Some stubs of this run go on.
        <v-btn size="small" class="ml-3" @click="saveContinuation">
          Save the continuation sheets for plain paper
        </v-btn>
      </v-alert>
      <v-card v-if="run?.state === 'counted off'" class="outcomes">
        <RunOutcomes v-if="payments" :run="run" :payments="payments" />
      </v-card>
      <div v-if="run?.state === 'counted off'" class="after">
        <v-btn ref="afterwards" color="primary" variant="flat" :to="`/register?account=${view.account.id}`">
          See them in the register
        </v-btn>
        <v-btn @click="saveKept"> Save the PDF </v-btn>
        <v-btn data-test="cover" @click="run && view && payments && saveCover(run, view, payments)">
          Cover page of the run
        </v-btn>
      </div>
    </div>
    <AskDialog
      v-if="dropping"
      v-model="dropping"
      title="Drop this run?"
      verb="Drop the run"
      :ready="true"
      :busy="busy"
      :fault="refused"
      @go="dropIt"
    >
      <p>
        Nothing was printed. The {{ run?.paymentIds.length }} payments stay in the lane, and no number is used
        up.
      </p>
    </AskDialog>
  </div>
</template>

<style scoped>
.from-book {
  max-width: 340px;
  margin: 6px 0 12px;
}
.outcomes {
  max-width: 720px;
  margin: 4px 0 14px 35px;
}
.after {
  margin-left: 35px;
  display: flex;
  gap: 12px;
  padding: 8px 0 20px;
}
</style>
