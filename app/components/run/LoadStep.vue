<script setup lang="ts">
import {
  behind,
  bookName,
  checkNumber,
  feedsRuns,
  nextNumber,
  type NumberBook,
  type Rows,
} from '#core/numbers/book'
import { givenFates, type GivenFate } from '#core/numbers/giveFate'
import { spans } from '#core/numbers/spans'
import { micrOf } from '#core/fit/printers'
import { checksPerSheet, feedText } from '#core/paper/stock'
import type { Loading } from '#core/runs/prepare'
import { placeAfter, sheetPlan, unfitFor, wayOf, type Run } from '#core/runs/run'
import { readLastRun } from '~/data/runs/runReads'
import { readPayments } from '~/data/payments/paymentReads'
import type { AccountView } from '~/data/accounts/accountReads'

const props = defineProps<{
  view: AccountView
  book: NumberBook
  run: Run
  rows: Rows
  busy: boolean
  fault: string
}>()
const emit = defineEmits<{ load: [act: Loading]; switch: [book: NumberBook] }>()
const printer = usePrinterChoice(() => props.view.stock.id)
const faceUp = computed(() => printer.choice.value?.printer.stacking === 'face up')
const printing = computed<Run['printing']>(() => {
  const of = printer.choice.value
  return of
    ? {
        printerId: of.printer.id,
        tray: of.tray,
        fitId: printer.fit.value?.id ?? null,
        ...(of.printer.micr && { micr: micrOf(of.printer) }),
        ...(faceUp.value && { stacking: 'face up' as const }),
      }
    : null
})
const way = computed(() => wayOf(props.view.stock, printing.value))
const perSheet = computed(() => checksPerSheet(props.view.stock))

const expected = computed(() => nextNumber(props.book, props.rows, way.value))
/** Where the stationer numbered the stock, the person reads the pack: our own number would answer for them. */
const proposed = computed(() =>
  props.view.stock.numbered || expected.value === undefined ? '' : String(expected.value),
)
const typed = ref(proposed.value)
watch(proposed, (now, before) => {
  if (typed.value === before) typed.value = now
})
const isRead = computed(() => !props.view.stock.numbered || typed.value.trim() !== '')
const firstPlace = ref(props.run.firstPlace ?? 1)
const fate = ref<GivenFate>('missing')
const why = ref('')

const top = computed(() => checkNumber(typed.value, 'top'))
const fit = computed(() =>
  top.value.ok
    ? behind(props.book, props.rows, top.value.value, props.run.paymentIds.length, way.value)
    : top.value,
)
const gap = computed(() => (fit.value.ok ? fit.value.value : []))
const payments = useLive(
  () => readPayments(props.run.paymentIds),
  () => props.run.paymentIds,
)
const usable = computed(() =>
  props.view.books.filter(
    b =>
      feedsRuns(b) &&
      (b.id === props.book.id || payments.value?.every(p => !unfitFor(b, p, props.run.advicesToo ?? false))),
  ),
)
/** More numbers than this are asked about once more, with the range in words. */
const MANY = 10
const sure = ref(false)
watch([typed, () => fate.value], () => {
  sure.value = false
})
const many = computed(() => gap.value.length > MANY)
/** The sheet that the last run left part-used, where it did. */
const lastRun = useLive(
  () => (perSheet.value > 1 ? readLastRun(props.view.account.id) : undefined),
  () => props.view.account.id,
)
const leftFrom = computed(() => (lastRun.value ? placeAfter(lastRun.value, perSheet.value) : 1))
/** The book that the number on the pack really belongs to, where that is another one. */
const otherBook = computed(() => {
  const n = top.value.ok ? top.value.value : undefined
  return n === undefined
    ? undefined
    : usable.value.find(b => b.id !== props.book.id && n >= b.start && n <= b.end)
})
const ownFault = computed(() =>
  otherBook.value || fit.value.ok || !isRead.value ? '' : fit.value.refusal.text,
)
const faults = computed(() => (otherBook.value ? [] : [ownFault.value || props.fault].filter(Boolean)))
const sheets = computed(
  () => sheetPlan(props.run.paymentIds.length, perSheet.value, firstPlace.value, faceUp.value).length,
)

function go() {
  const unsaid = gap.value.length > 0 && (!why.value.trim() || (many.value && !sure.value))
  if (!top.value.ok || otherBook.value || ownFault.value || unsaid) return
  emit('load', {
    top: top.value.value,
    printing: printing.value,
    firstPlace: firstPlace.value,
    ...(gap.value.length && { gap: { fate: fate.value, why: why.value.trim(), count: gap.value.length } }),
  })
}
function other(book: NumberBook | undefined) {
  if (book) emit('switch', book)
}
</script>

<template>
  <v-form @submit.prevent="go">
    <p v-if="expected === undefined">The number book {{ bookName(book) }} has no numbers left.</p>
    <p v-else class="mb-3">
      Put <strong>{{ sheets }}</strong> {{ sheets === 1 ? 'sheet' : 'sheets' }} of “{{ view.stock.name }}”
      into the tray.
      {{
        view.stock.numbered
          ? `Read the number on the top sheet${way > 0 && view.stock.packOrder === 'highest on top' ? '; this pack has its highest number on top, so turn it over first' : ''}.`
          : 'The sheets have no number; the program prints it.'
      }}
      Feed: {{ feedText(view.stock) }}.
      <span v-if="faceUp" data-test="face-up"
        >This tray stacks sheets face up, so the last check is printed first{{
          view.stock.numbered ? (way < 0 ? ' and numbers run downward' : ' and gets the number on top') : ''
        }}.</span
      >
    </p>
    <div v-if="usable.length > 1 || perSheet > 1" class="printer">
      <v-select
        v-if="usable.length > 1"
        :model-value="book.id"
        :items="usable.map(b => ({ title: bookName(b), value: b.id }))"
        label="Number book"
        hide-details
        data-test="run-book"
        @update:model-value="other(usable.find(b => b.id === $event))"
      />
      <v-select
        v-if="perSheet > 1"
        v-model="firstPlace"
        :items="
          Array.from({ length: perSheet }, (_, i) => ({
            title:
              i === 0
                ? 'whole, start at its first check'
                : `part-used, start at check ${i + 1}${leftFrom === i + 1 ? ' (left by the last run)' : ''}`,
            value: i + 1,
          }))
        "
        label="Top sheet"
        hide-details
        data-test="first-place"
      />
    </div>
    <div v-if="printer.choices.value.length" class="printer">
      <v-select
        :model-value="printer.choice.value?.value"
        :items="printer.choices.value"
        label="Printer and tray"
        hide-details
        data-test="run-printer"
        @update:model-value="printer.choose"
      />
      <span v-if="printer.choice.value" :class="printer.fit.value ? 'quiet' : 'text-warning'"
        >{{
          printer.fit.value
            ? 'Printed with its fit for this stock.'
            : 'No fit for this printer and stock yet. '
        }}<NuxtLink v-if="!printer.fit.value" :to="`/fit?stock=${view.stock.id}`"
          >Find it on plain paper</NuxtLink
        ></span
      >
    </div>
    <div class="pack">
      <div class="side">
        <span class="quiet">Expected number</span>
        <span v-if="isRead" class="big" data-test="expected">{{ expected ?? 'none' }}</span>
        <span v-else class="big quiet unread" data-test="expected-hidden">shown after you type</span>
      </div>
      <div class="side">
        <label class="quiet" for="top-number">{{
          view.stock.numbered ? 'Number on the top sheet' : 'Number for the first sheet'
        }}</label>
        <input
          id="top-number"
          v-model="typed"
          class="big"
          inputmode="numeric"
          autocomplete="off"
          :aria-invalid="faults.length > 0"
          aria-describedby="top-fault"
          data-next
          data-test="top-number"
          @focus="($event.target as HTMLInputElement).select()"
        />
      </div>
      <v-btn
        v-if="!gap.length && !otherBook"
        type="submit"
        color="primary"
        variant="flat"
        :loading="busy"
        :disabled="!!ownFault || !isRead"
        data-test="load-done"
      >
        Numbers agree
      </v-btn>
    </div>
    <p id="top-fault" class="text-error mt-2" role="alert">
      {{ faults.join(' ') }}
    </p>
    <v-card v-if="otherBook" class="gap" data-test="other-book">
      <p>
        <strong>{{ typed }} is from another box</strong>, “{{ bookName(otherBook) }}”. This run uses numbers
        from “{{ bookName(book) }}”.
      </p>
      <v-btn color="primary" variant="flat" :loading="busy" data-test="switch-book" @click="other(otherBook)">
        I loaded that box. Use its numbers
      </v-btn>
    </v-card>
    <v-card v-if="gap.length && !otherBook" class="gap" data-test="gap">
      <p>
        <strong>{{ spans(gap) }} {{ gap.length === 1 ? 'is' : 'are' }} not in the pack.</strong>
        What happened to {{ gap.length === 1 ? 'it' : 'them' }}?
      </p>
      <v-radio-group v-model="fate" inline hide-details density="compact">
        <v-radio v-for="f in givenFates" :key="f" :label="f" :value="f" />
      </v-radio-group>
      <v-text-field
        v-model="why"
        label="Reason"
        placeholder="e.g. torn when the box was opened"
        hide-details
        maxlength="120"
        class="why"
        data-test="gap-why"
      />
      <v-checkbox
        v-if="many"
        v-model="sure"
        :label="`Yes, all ${gap.length} (${spans(gap)}) are ${fate}, and the pack starts at ${typed}`"
        hide-details
        density="compact"
        data-test="gap-sure"
      />
      <v-btn
        type="submit"
        color="primary"
        variant="flat"
        :loading="busy"
        :disabled="!why.trim() || (many && !sure)"
        data-test="gap-done"
      >
        Mark {{ gap.length }} as {{ fate }} and start at {{ typed }}
      </v-btn>
    </v-card>
  </v-form>
</template>

<style scoped>
.printer {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-4);
  align-items: center;
  margin-bottom: 14px;
}
.printer > .v-select {
  max-width: 18.75rem;
}
.pack {
  display: flex;
  align-items: flex-end;
  gap: var(--space-3) var(--space-5);
  flex-wrap: wrap;
}
.side {
  display: grid;
  gap: var(--space-1);
}
.big {
  font-size: 2.1rem;
  font-weight: 600;
  font-variant-numeric: tabular-nums;
  line-height: 1.2;
  height: 54px;
  padding: 4px 10px;
  width: min(220px, 56vw);
  border: 1px solid transparent;
}
.unread {
  font-size: 0.875rem;
  font-weight: 400;
  padding-top: 18px;
}
input.big {
  border: 1px solid rgba(var(--v-theme-on-surface), 0.45);
  border-radius: 6px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
}
.gap {
  padding: 14px 16px;
  display: grid;
  gap: var(--space-3);
  max-width: 40rem;
  justify-items: start;
}
.why {
  width: 100%;
}
</style>
