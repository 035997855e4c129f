<script setup lang="ts">
import { figures } from '#core/money/figures'
import { cents, sum, zero } from '#core/money/cents'
import type { CheckNumber } from '#core/books/book'
import type { Balances } from '#core/ledger/balances'
import type { Payment } from '#core/payables/payment'
import type { Outcome, Run } from '#core/runs/run'

const props = defineProps<{ run: Run, payments: readonly Payment[], balances: Balances, sign: string, busy: boolean, fault: string }>()
const emit = defineEmits<{ count: [outcomes: ReadonlyMap<CheckNumber, Outcome>], again: [how: 'open' | 'save'] }>()

const outcomes = shallowRef<ReadonlyMap<CheckNumber, Outcome>>(new Map())
const at = ref(0)
const asking = ref(false)
const column = ref<HTMLElement>()
const button = ref<{ $el: HTMLElement }>()
const reasons = ['crumpled in the feed', 'toner smeared', 'printed out of place', 'upside down', 'torn off wrongly']
const kinds: { kind: Outcome['kind'], key: string }[] = [{ kind: 'good', key: 'g' }, { kind: 'spoiled', key: 's' }, { kind: 'never came out', key: 'n' }]

const paymentOf = (id: string): Payment | undefined => props.payments.find(p => p.id === id)
const rows = computed(() => props.run.checks.map(c => ({ ...c, payment: paymentOf(c.paymentId), said: outcomes.value.get(c.number) })))
const left = computed(() => rows.value.filter(r => !r.said).length)
const unsaid = computed(() => rows.value.filter(r => r.said?.kind === 'spoiled' && !r.said.why.trim()).length)
const of = (kind: Outcome['kind']) => rows.value.filter(r => r.said?.kind === kind)
const issued = computed(() => sum(of('good').map(r => r.payment?.amount ?? zero)))

function say(number: CheckNumber, kind: Outcome['kind']) {
  outcomes.value = new Map(outcomes.value).set(number, kind === 'spoiled' ? { kind, why: '' } : { kind })
}
function because(number: CheckNumber, why: string) {
  outcomes.value = new Map(outcomes.value).set(number, { kind: 'spoiled', why })
}
async function allGood() {
  const next = new Map(outcomes.value)
  for (const c of props.run.checks) if (!next.has(c.number)) next.set(c.number, { kind: 'good' })
  outcomes.value = next
  await nextTick()
  if (!unsaid.value) button.value?.$el.focus()
}
function walk(to: number) {
  at.value = Math.max(0, Math.min(props.run.checks.length - 1, to))
  column.value?.querySelectorAll<HTMLElement>('[data-sheet]')[at.value]?.focus()
}
function onKey(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey || event.target instanceof HTMLInputElement) return
  const check = props.run.checks[at.value]
  const kind = kinds.find(k => k.key === event.key.toLowerCase())?.kind
  if (event.key === 'ArrowDown') walk(at.value + 1)
  else if (event.key === 'ArrowUp') walk(at.value - 1)
  else if (event.key.toLowerCase() === 'a') void allGood()
  else if (kind && check) {
    say(check.number, kind)
    if (kind === 'spoiled') void nextTick(() => column.value?.querySelector<HTMLElement>(`[data-why="${check.number}"] input`)?.focus())
    else walk(at.value + 1)
  }
  else return
  event.preventDefault()
}
</script>

<template>
  <div class="count" @keydown="onKey">
    <div ref="column" class="column" role="group" aria-label="Sheets in the order of the tray">
      <p class="quiet help">
        Take the sheets in the order they lie. <kbd>↓</kbd> <kbd>↑</kbd> walk, <kbd>G</kbd> good, <kbd>S</kbd> spoiled, <kbd>N</kbd> never came out, <kbd>A</kbd> all good.
      </p>
      <div v-for="(row, i) in rows" :key="row.number" class="row" :class="{ at: i === at }" tabindex="0" data-sheet :aria-label="`Check ${row.number}, ${row.payment?.name}, ${row.said?.kind ?? 'not counted'}`" :data-test="`sheet-${row.number}`" @focus="at = i">
        <svg viewBox="0 0 34 44" width="26" height="34" aria-hidden="true" class="small" :class="row.said?.kind.replaceAll(' ', '-')">
          <path class="leaf" d="M1 1h32v42H1z" /><path class="perf" d="M1 15h32M1 29h32" />
          <path v-if="row.said?.kind === 'good'" class="sign" d="M11 8.5l4 3.500 8-7.500" />
          <path v-else-if="row.said?.kind === 'spoiled'" class="sign" d="M6 40 13 27l5 9 4-16 6 18" />
          <path v-else-if="row.said" class="sign" stroke-dasharray="3 3" d="M4 4 30 40" />
        </svg>
        <span class="n">{{ row.number }}</span>
        <span class="who">{{ row.payment?.name }}</span>
        <span class="num sum">{{ row.payment ? figures(row.payment.amount) : '' }}</span>
        <span class="said">
          <v-btn v-for="k in kinds" :key="k.kind" size="small" :variant="row.said?.kind === k.kind ? 'flat' : 'text'" :color="row.said?.kind === k.kind ? 'primary' : undefined" :aria-pressed="row.said?.kind === k.kind" tabindex="-1" @click="say(row.number, k.kind)">{{ k.kind }}</v-btn>
        </span>
        <div v-if="row.said?.kind === 'spoiled'" class="why" :data-why="row.number" @keydown.stop>
          <v-text-field :model-value="row.said.why" label="Why" hide-details maxlength="120" autocomplete="off" @update:model-value="because(row.number, $event)" @keydown.enter="walk(i + 1)" />
          <span class="reasons"><v-btn v-for="why in reasons" :key="why" size="x-small" @click="because(row.number, why); walk(i + 1)">{{ why }}</v-btn></span>
        </div>
      </div>
    </div>
    <div class="effect">
      <v-btn block data-test="all-good" @click="allGood">
        All good
      </v-btn>
      <table class="plain">
        <thead>
          <tr><th scope="col">What changes</th><th scope="col" class="num">Checks</th></tr>
        </thead>
        <tbody>
          <tr><td><StateMark state="issued" /></td><td class="num">{{ of('good').length }}</td></tr>
          <tr><td><StateMark state="spoiled" />, back in the lane</td><td class="num">{{ of('spoiled').length }}</td></tr>
          <tr><td><StateMark state="unused" /> again, back in the lane</td><td class="num">{{ of('never came out').length }}</td></tr>
          <tr><td>Not yet counted</td><td class="num">{{ left }}</td></tr>
        </tbody>
      </table>
      <BalanceTable :before="balances" :after="{ book: cents(balances.book - issued), committed: cents(balances.committed - issued), free: balances.free }" :sign="sign" />
      <v-alert v-if="fault" type="error" variant="tonal" density="compact" :text="fault" />
      <v-btn ref="button" color="primary" variant="flat" block :disabled="left > 0 || unsaid > 0" :loading="busy" data-test="count-off" @click="emit('count', outcomes)">
        Count off
      </v-btn>
      <p v-if="unsaid" class="text-warning">
        Say why for {{ unsaid }} spoiled.
      </p>
      <v-btn variant="text" size="small" data-test="again" @click="asking = !asking">
        Nothing came out?
      </v-btn>
      <div v-if="asking" class="again">
        <p>If no sheet left the printer, the same PDF can go out again under the same numbers. The trail counts it.</p>
        <v-btn size="small" data-test="again-open" @click="emit('again', 'open')">
          Nothing came out: print again
        </v-btn>
        <v-btn size="small" @click="emit('again', 'save')">
          Nothing came out: save again
        </v-btn>
      </div>
    </div>
  </div>
</template>

<style scoped>
.count { display: grid; grid-template-columns: minmax(0, 1fr) 300px; gap: 24px; }
.column { max-height: calc(100dvh - 250px); overflow: auto; padding: 2px 8px 8px 2px; display: grid; gap: 5px; align-content: start; }
.help { font-size: 12.5px; margin-bottom: 6px; }
kbd { border: 1px solid rgba(var(--v-theme-on-surface), 0.25); border-radius: 3px; padding: 0 4px; font-size: 11px; }
.row { display: grid; grid-template-columns: 30px 76px minmax(0, 1fr) 100px auto; align-items: center; gap: 10px; padding: 5px 10px; border-radius: 6px; background: rgb(var(--v-theme-surface)); border: 1px solid rgba(var(--v-theme-on-surface), 0.1); }
.row.at { border-color: rgb(var(--v-theme-primary)); }
.n { font-size: 1.15rem; font-weight: 600; }
.who { overflow-wrap: anywhere; }
.said { display: flex; gap: 2px; }
.why { grid-column: 3 / -1; display: grid; gap: 6px; }
.reasons { display: flex; gap: 6px; flex-wrap: wrap; }
.small .leaf { fill: #fffdf9; stroke: #8d8798; } .small .perf { stroke: #c9c2d4; stroke-dasharray: 2 2; } .small .sign { fill: none; stroke: #5a3ea0; stroke-width: 3; stroke-linecap: round; stroke-linejoin: round; }
.small.spoiled .sign { stroke: #a3262a; stroke-width: 2; }
.effect, .again { display: grid; gap: 12px; align-content: start; justify-items: stretch; }
</style>
