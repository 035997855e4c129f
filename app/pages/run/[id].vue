<script setup lang="ts">
import { howMany } from '#core/base/howMany'
import { idOf, type Id } from '#core/base/id'
import type { NumberBook } from '#core/numbers/book'
import { spans } from '#core/numbers/spans'
import { figures } from '#core/money/figures'
import { sum } from '#core/money/cents'
import type { CountOffAct } from '#core/runs/countOff'
import type { Loading } from '#core/runs/prepare'
import type { RunOrder } from '#core/runs/run'
import { runTitle, stateOfStep, stepLines, stepOf, type RunStep } from '#core/runs/steps'
import type { DraftSeen } from '~/data/drafts/drafts'
import { momentText } from '~/data/office/office'
import { saveCover } from '~/data/runs/reports'
import { useOffice } from '~/stores/office'
import type { Approved } from '~/composables/runs/useSendRun'

/** What the PDF, copies and numbers of a large run take in this browser. */
const RUN_BYTES = 80_000_000
const office = useOffice()
const { isNew, runId, accounts, run, account, lane, held, balances, onPaper, bookId, book, ...more } =
  useRun()
const { view, rows, otherRun, payments, planned, payeeNotes } = more

const back = ref<'pick' | 'load'>()
const approved = shallowRef<Approved>()
const printing = () => run.value?.printing
const { checks, sheets, places, numbers } = useSheets(planned, view, printing, () => {
  approved.value = undefined
})
const { busy, fault: refused, at, succeeded, clear } = useAct()
const { trouble, printIt, printAgain } = useSendRun({ runId, run, view, approved }, { busy, succeeded })
const planFault = computed(() => {
  const refusal = planned.value?.ok === false ? planned.value.refusal : undefined
  return refusal && refusal.code !== 'run-not-loaded' ? refusal.text : ''
})
const fault = computed(() => refused.value || trouble.value || planFault.value)

const step = computed(() =>
  stepOf(isNew.value ? undefined : run.value, {
    back: back.value,
    planned: planned.value,
    approved: approved.value !== undefined,
  }),
)
const stateOf = (name: RunStep) => stateOfStep(name, step.value)
const changeable = computed(() => run.value?.state === 'prepared')
const sign = computed(() => view.value?.account.currency.sign ?? '')
const total = computed(() => figures(sum((payments.value ?? []).map(p => p.amount)), { sign: sign.value }))
const lines = computed(() =>
  stepLines(run.value, { total: total.value, sheets: sheets.value.length, moment: momentText }),
)
const title = computed(() => runTitle(run.value, isNew.value, view.value?.account.name))

type Picked = [ids: Id<'payment'>[], order: RunOrder, signers: readonly number[] | null, advicesToo: boolean]
async function pickThem(...[paymentIds, order, signers, advicesToo]: Picked) {
  if (!book.value) return
  const id = isNew.value ? idOf<'run'>(crypto.randomUUID()) : runId.value
  const input = { bookId: book.value.id, runId: id, paymentIds, order, signers }
  const paper = onPaper.paper.value
  if (!(await succeeded('pick', { ...input, ...(advicesToo && { advicesToo }), ...(paper && { paper }) })))
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
  if (await succeeded('load', { runId: runId.value, ...act })) back.value = undefined
}
const switchTo = (to: NumberBook): Promise<boolean> =>
  succeeded('switchBook', { runId: runId.value, bookId: to.id })

const dropping = ref(false)
async function dropIt() {
  if (!(await succeeded('drop', { runId: runId.value }))) return
  dropping.value = false
  office.said = 'Run dropped. Its payments stay in the lane.'
  await navigateTo(`/lane${account.value ? `?account=${account.value.account.id}` : ''}`)
}

async function countOff(act: CountOffAct, seen: () => Promise<DraftSeen>) {
  const said = [...act.outcomes.values()]
  const good = said.filter(o => o.kind === 'good').length
  const wrong = [...act.outcomes].find(([, o]) => o.kind === 'spoiled' && o.correct)?.[0]
  const correct = run.value?.checks.find(c => c.number === wrong)?.paymentId
  if (!(await succeeded('countOff', { runId: runId.value, ...act }, '', seen))) return
  office.said = `Counted off: ${good} issued, ${said.length - good} back in the lane.`
  // What was wrong on the paper stands open to be put right at once.
  if (correct && view.value) await navigateTo(`/lane?account=${view.value.account.id}&change=${correct}`)
}

// When the run is done, the focus stands on where to go next.
const afterwards = ref<{ $el: HTMLElement }>()
watch(step, (now, before) => {
  if (now === 'done' && before === 'count off') setTimeout(() => afterwards.value?.$el.focus(), 50)
})

const { continuation, saveContinuation, saveKept } = useKeptPaper(run)
</script>

<template>
  <div class="page">
    <PageHead :title="title">
      <span v-if="view" class="quiet">{{ view.company.name[0] }}</span>
      <v-btn v-if="changeable" variant="text" size="small" data-test="drop-run" @click="dropping = true">
        Drop run
      </v-btn>
      <v-btn
        v-if="run && run.printedAt"
        variant="text"
        :to="`/reports/run?run=${encodeURIComponent(run.id)}`"
        data-test="run-report"
        >Report</v-btn
      >
      <v-btn variant="text" :to="`/lane${view ? `?account=${view.account.id}` : ''}`"> Lane </v-btn>
    </PageHead>
    <p v-if="accounts && !view && (isNew || run === undefined)" class="quiet">
      This run does not exist in this office. <NuxtLink to="/lane">Back to lane</NuxtLink>
    </p>
    <div v-if="view && lane && balances && (rows || isNew)" class="scroll">
      <RoomLeft
        v-if="step !== 'count off' && step !== 'done'"
        what="this run and its PDF"
        :wanted="RUN_BYTES"
      />
      <v-alert v-if="isNew && otherRun" density="default" type="warning" class="mb-3">
        {{
          otherRun.state === 'at the printer'
            ? `Another run of this number book is waiting to be counted off: ${spans(otherRun.checks.map(c => c.number))}.`
            : 'Another run of this number book is being prepared.'
        }}
        <NuxtLink :to="`/run/${otherRun.id}`">Open run</NuxtLink>
      </v-alert>
      <RunStepPanel
        :order="1"
        name="Pick"
        :state="stateOf('pick')"
        :line="lines.pick"
        :again="changeable"
        @again="goBack('pick')"
      >
        <RunPaperChoice
          v-if="(isNew || run) && account"
          :stock="onPaper.stock.value ?? account.stock"
          :layout="view.layout"
          :stocks="onPaper.stocks.value"
          :layouts="onPaper.layouts.value"
          :books="isNew ? onPaper.usable.value : []"
          :book="book"
          :account="account.account.name"
          @stock="onPaper.takeStock"
          @layout="onPaper.takeLayout"
          @book="bookId = $event"
        />
        <RunPickStep
          v-if="(isNew || run) && held && book"
          :key="`${run?.id ?? 'new'} ${view.account.id}`"
          :view="view"
          :book="book"
          :lane="lane"
          :held="held"
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
          v-if="run && rows"
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
          :payee-notes="payeeNotes"
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
          :numbers="numbers"
          :total="total"
          :busy="busy"
          :fault="fault"
          :at="at"
          @print="printIt"
        />
      </RunStepPanel>
      <RunStepPanel :order="5" name="Count off" :state="stateOf('count off')" :line="lines['count off']">
        <RunCountOffStep
          v-if="run && payments && book && rows"
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
      <v-alert v-if="continuation" type="info" class="mb-3 ml-9" data-test="continuation">
        Some stubs of this run continue on another sheet.
        <v-btn size="small" class="ml-3" @click="saveContinuation">
          Save continuation sheets (plain paper)
        </v-btn>
      </v-alert>
      <v-card v-if="run?.state === 'counted off'" class="outcomes">
        <RunOutcomes v-if="payments" :run="run" :payments="payments" />
      </v-card>
      <div v-if="run?.state === 'counted off'" class="next">
        <BankTellCard :view="view" />
        <MailRunMails :run="run" :view="view" />
      </div>
      <div v-if="run?.state === 'counted off'" class="after">
        <v-btn ref="afterwards" color="primary" variant="flat" :to="`/register?account=${view.account.id}`">
          View in register
        </v-btn>
        <v-btn @click="saveKept"> Save PDF </v-btn>
        <v-btn data-test="cover" @click="run && view && payments && saveCover(run, view, payments)">
          Save cover page
        </v-btn>
        <v-btn variant="text" :to="`/office/trail?about=run&id=${encodeURIComponent(runId)}`">
          Trail of this run
        </v-btn>
      </div>
    </div>
    <AskDialog
      v-if="dropping"
      v-model="dropping"
      title="Drop run?"
      verb="Drop run"
      :ready="true"
      :busy="busy"
      :fault="refused"
      @go="dropIt"
    >
      <p>
        Nothing was printed and no check number is used. The
        {{ howMany(run?.paymentIds.length ?? 0, 'payment') }} you picked stay in the lane.
      </p>
    </AskDialog>
  </div>
</template>

<style scoped>
.outcomes {
  max-width: 45rem;
  margin: 4px 0 14px 35px;
}
.next {
  margin-left: 35px;
  display: grid;
  gap: var(--space-3);
  max-width: 45rem;
  padding-bottom: 6px;
}
.after {
  margin-left: 35px;
  display: flex;
  gap: var(--space-3);
  padding: 8px 0 20px;
}
</style>
