<script setup lang="ts">
import type { NumberBook, CheckNumber, Rows } from '#core/numbers/book'
import { figures } from '#core/money/figures'
import { sum, zero } from '#core/money/cents'
import { issuing, type Balances } from '#core/ledger/balances'
import { carries } from '#core/paper/stock'
import type { Payment } from '#core/payments/payment'
import { countedFrom } from '#core/practice/counted'
import type { CountOffAct } from '#core/runs/countOff'
import { correctables, type Correctable, type Outcome, type Run, type Skipped } from '#core/runs/run'
import { listsOf, nothingSaid, type SaidLists } from '#core/runs/saidSoFar'
import type { PrintHow } from './PrintStep.vue'
import { saidSoFar } from '#core/office/rows'
import { countOffDraft, type DraftSeen } from '~/data/drafts/drafts'
import { saidByBoth } from '~/data/runs/saidByBoth'
import { saveCountOffSheet } from '~/data/runs/reports'
import type { AccountView } from '~/data/accounts/accountReads'

const props = defineProps<{
  run: Run
  view: AccountView
  book: NumberBook
  rows: Rows
  payments: readonly Payment[]
  balances: Balances
  sign: string
  busy: boolean
  fault: string
}>()
const emit = defineEmits<{
  count: [act: CountOffAct, seen: () => Promise<DraftSeen>]
  again: [how: PrintHow, why: string]
}>()

const counting = useCountOff(() => props.run)
const { said, numberOf } = counting
const at = ref(0)
// What was said so far is kept with the run until the count-off is done. All tabs share it.
const draft = useSharedDraft<SaidLists>(() => countOffDraft(props.run.id), {
  mine: () => counting.lists.value,
  show: counting.takeUp,
  blank: () => listsOf(nothingSaid),
  isEmpty: lists => !lists.outcomes.length && !lists.numbers.length && !lists.skipped.length,
  gate: kept => saidSoFar.safeParse(kept).data,
  merge: saidByBoth,
})
const countIt = (): void => emit('count', counting.act.value, draft.seen)
const column = ref<{ $el: HTMLElement; scrollToIndex(index: number): void }>()
const button = ref<{ $el: HTMLElement }>()
const reasons = useReasons('spoiled')
const kinds: { kind: Outcome['kind']; key: string }[] = [
  { kind: 'good', key: 'g' },
  { kind: 'spoiled', key: 's' },
  { kind: 'never came out', key: 'n' },
]
const shifting = ref<CheckNumber>()
/** Only paper that the stationer numbered can carry another number than was sent. */
const numbered = computed(() => props.view.stock.numbered)
const printsNumber = computed(() => !carries(props.view.stock, 'check', 'micr'))

const byId = computed(() => new Map<string, Payment>(props.payments.map(p => [p.id, p])))
const paymentOf = (id: string): Payment | undefined => byId.value.get(id)
/** Tall enough for a short run, and never taller than the window. */
const columnHeight = computed(
  () => `min(${props.run.checks.length * 52 + 190}px, max(300px, calc(100dvh - 280px)))`,
)
const rows = computed(() =>
  props.run.checks.map(c => ({
    ...c,
    now: numberOf(c.number),
    payment: paymentOf(c.paymentId),
    said: said.value.outcomes.get(c.number),
  })),
)
const left = computed(() => rows.value.filter(r => !r.said).length)
const unsaid = computed(() => rows.value.filter(r => r.said?.kind === 'spoiled' && !r.said.why.trim()).length)
const of = (kind: Outcome['kind']) => rows.value.filter(r => r.said?.kind === kind)
const issued = computed(() =>
  sum(of('good').map(r => (r.payment?.booked ? zero : (r.payment?.amount ?? zero)))),
)

async function allGood() {
  counting.sayOfTheRest('good')
  await nextTick()
  if (!unsaid.value) button.value?.$el.focus()
}
const inColumn = (selector: string): HTMLElement | null =>
  column.value?.$el.querySelector<HTMLElement>(selector) ?? null
/** Goes to a sheet: only those in sight are drawn, so it is brought there first. */
function walk(to: number) {
  at.value = Math.max(0, Math.min(props.run.checks.length - 1, to))
  const selector = `[data-sheet="${at.value}"]`
  if (!inColumn(selector)) column.value?.scrollToIndex(at.value)
  void nextTick(() =>
    inColumn(selector)
      ? inColumn(selector)?.focus()
      : requestAnimationFrame(() => inColumn(selector)?.focus()),
  )
}
function onKey(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey || event.target instanceof HTMLInputElement) return
  const check = props.run.checks[at.value]
  const kind = kinds.find(k => k.key === event.key.toLowerCase())?.kind
  if (event.key === 'ArrowDown') walk(at.value + 1)
  else if (event.key === 'ArrowUp') walk(at.value - 1)
  else if (event.key.toLowerCase() === 'a') void allGood()
  else if (event.key.toLowerCase() === 'o' && numbered.value && check) shifting.value = check.number
  else if (kind && check) {
    counting.say(check.number, kind)
    if (kind === 'spoiled') void nextTick(() => inColumn(`[data-why="${check.number}"] input`)?.focus())
    else walk(at.value + 1)
  } else return
  event.preventDefault()
}
function takeShift(to: ReadonlyMap<CheckNumber, CheckNumber>, gaps: readonly Skipped[]) {
  counting.shiftTo(to, gaps)
  shifting.value = undefined
  void nextTick(() => walk(at.value))
}
const wrong: { title: string; value: Correctable | '' }[] = [
  { title: 'nothing in what it says', value: '' },
  ...correctables.map(c => ({ title: `the ${c} is wrong`, value: c })),
]
function putRight(number: CheckNumber, field: Correctable | '') {
  if (field) counting.because(number, `wrong ${field}`, field)
  else counting.say(number, 'spoiled')
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys of the sheets within -->
  <div class="count" @keydown="onKey">
    <div>
      <RunPracticeReport
        :run="run"
        @fill="counting.takeOver(countedFrom(run.checks, $event.sheets, numbered))"
      />
      <RunCameBack v-if="run.sentTo" :run="run" :view="view" @take="counting.importRows" />
      <p class="quiet help">
        Go through the sheets from the top of the tray. <kbd>↓</kbd> <kbd>↑</kbd> move, <kbd>G</kbd> good,
        <kbd>S</kbd> spoiled, <kbd>N</kbd> never came out,
        <template v-if="numbered"> <kbd>O</kbd> other number, </template> <kbd>A</kbd> all good.
      </p>
      <v-virtual-scroll
        ref="column"
        class="column"
        :items="rows"
        item-key="number"
        :item-height="52"
        :height="columnHeight"
        role="feed"
        aria-label="Sheets in the order of the tray"
      >
        <template #default="{ item: row, index: i }">
          <div
            class="row"
            :class="{ at: i === at }"
            :tabindex="i === at ? 0 : -1"
            :data-sheet="i"
            :data-next="i === at ? '' : undefined"
            role="article"
            :aria-label="`Check ${row.now}, ${row.payment?.name}, ${row.said?.kind ?? 'not counted'}`"
            :data-test="`sheet-${row.number}`"
            @focus="at = i"
          >
            <RunSheetMark :came="row.said?.kind" />
            <span class="n"
              >{{ row.now
              }}<span v-if="row.now !== row.number" class="sent">sent as {{ row.number }}</span></span
            >
            <span class="who">{{ row.payment?.name }}</span>
            <span class="num sum">{{ row.payment ? figures(row.payment.amount) : '' }}</span>
            <span class="said">
              <v-btn
                v-for="k in kinds"
                :key="k.kind"
                size="small"
                :variant="row.said?.kind === k.kind ? 'flat' : 'text'"
                :color="row.said?.kind === k.kind ? 'primary' : undefined"
                :aria-pressed="row.said?.kind === k.kind"
                tabindex="-1"
                @click="counting.say(row.number, k.kind)"
                >{{ k.kind }}</v-btn
              >
              <v-btn
                v-if="numbered"
                size="small"
                variant="text"
                tabindex="-1"
                :data-test="`other-${row.number}`"
                @click="shifting = row.number"
                >other number</v-btn
              >
            </span>
            <div v-if="row.said?.kind === 'spoiled'" class="why" :data-why="row.number" @keydown.stop>
              <v-text-field
                :model-value="row.said.why"
                label="Reason"
                hide-details
                maxlength="120"
                autocomplete="off"
                @update:model-value="counting.because(row.number, $event)"
                @keydown.enter="walk(i + 1)"
              />
              <span class="reasons"
                ><v-btn
                  v-for="why in reasons"
                  :key="why"
                  size="x-small"
                  @click="
                    () => {
                      counting.because(row.number, why)
                      walk(i + 1)
                    }
                  "
                  >{{ why }}</v-btn
                ></span
              >
              <v-select
                :model-value="row.said.correct ?? ''"
                :items="wrong"
                label="What is wrong on the check"
                hide-details
                :data-test="`wrong-${row.number}`"
                @update:model-value="putRight(row.number, $event as Correctable | '')"
              />
            </div>
            <RunShiftForm
              v-if="shifting === row.number"
              :checks="run.checks"
              :from="row.number"
              :said="said.numbers"
              :book="book"
              :rows="props.rows"
              :payee-of="id => paymentOf(id)?.name ?? ''"
              :prints-number="printsNumber"
              @take="takeShift"
              @leave="
                () => {
                  shifting = undefined
                  walk(i)
                }
              "
            />
          </div>
        </template>
      </v-virtual-scroll>
    </div>
    <div class="effect">
      <v-btn block data-test="all-good" @click="allGood"> All good </v-btn>
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">What changes</th>
            <th scope="col" class="num">Checks</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td><StateMark state="issued" /></td>
            <td class="num">{{ of('good').length }}</td>
          </tr>
          <tr>
            <td><StateMark state="spoiled" />, back in the lane</td>
            <td class="num">{{ of('spoiled').length }}</td>
          </tr>
          <tr>
            <td><StateMark state="unused" /> again, back in the lane</td>
            <td class="num">{{ of('never came out').length }}</td>
          </tr>
          <tr v-for="s in said.skipped" :key="s.number">
            <td><StateMark :state="s.fate" /> {{ s.number }}, {{ s.why }}</td>
            <td class="num">no check</td>
          </tr>
          <tr>
            <td>Not yet counted</td>
            <td class="num">{{ left }}</td>
          </tr>
        </tbody>
      </table>
      <BalanceTable :before="balances" :after="issuing(balances, issued)" :sign="sign" />
      <v-alert v-if="fault" type="error" :text="fault" />
      <v-btn
        ref="button"
        color="primary"
        variant="flat"
        block
        :disabled="left > 0 || unsaid > 0"
        :loading="busy"
        data-test="count-off"
        @click="countIt()"
      >
        Count off
      </v-btn>
      <p v-if="unsaid" class="text-warning">
        {{
          unsaid === 1
            ? 'Give a reason for the spoiled check.'
            : `Give a reason for the ${unsaid} spoiled checks.`
        }}
      </p>
      <RunRangeForm
        :kinds="kinds.map(k => k.kind)"
        @say="
          (kind, from, to) =>
            counting.sayOfRange({ from, to }, kind, kind === 'spoiled' ? (reasons[0] ?? '') : '')
        "
      />
      <v-btn
        variant="text"
        size="small"
        data-test="count-sheet"
        @click="saveCountOffSheet(run, view, payments)"
      >
        Save count-off sheet to sign
      </v-btn>
      <RunAgainForm @again="(how, why) => emit('again', how, why)" />
    </div>
  </div>
</template>

<style scoped>
.count {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: var(--space-4);
}
.column {
  padding: 2px 8px 8px 2px;
  container-type: inline-size;
}
.column :deep(.v-virtual-scroll__item) {
  padding: 2px 2px 3px;
}
.help {
  font-size: var(--text-small);
  margin-bottom: 6px;
}
kbd {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.25);
  border-radius: 3px;
  padding: 0 4px;
  font-size: var(--text-tiny);
}
.row {
  display: grid;
  grid-template-columns: 28px 70px minmax(3.75rem, 1fr) 84px auto;
  align-items: center;
  gap: var(--space-2);
  padding: 5px 8px;
  border-radius: 6px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgba(var(--v-theme-on-surface), 0.1);
}
.row.at {
  border-color: rgb(var(--v-theme-primary));
}
.n {
  font-size: 1.1rem;
  font-weight: 600;
}
.sent {
  display: block;
  font-size: var(--text-tiny);
  font-weight: 400;
  color: rgb(var(--v-theme-secondary));
  white-space: nowrap;
}
.who {
  overflow-wrap: anywhere;
}
.said {
  display: flex;
  flex-wrap: wrap;
  gap: 0;
}
@container (max-width: 640px) {
  .row {
    grid-template-columns: 28px 70px minmax(3.75rem, 1fr) 84px;
  }
  .said {
    grid-column: 2 / -1;
  }
  .why {
    grid-column: 1 / -1;
  }
}
.said .v-btn {
  padding: 0 7px;
  min-width: 0;
}
.why {
  grid-column: 3 / -1;
  display: grid;
  gap: var(--space-2);
}
.reasons {
  display: flex;
  gap: var(--space-2);
  flex-wrap: wrap;
}
.effect {
  display: grid;
  gap: var(--space-3);
  align-content: start;
  justify-items: stretch;
}
</style>
