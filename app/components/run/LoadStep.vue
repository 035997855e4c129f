<script setup lang="ts">
import { checkNumber, jumpedBy, nextNumber, type CheckNumber, type NumberRow } from '#core/books/book'
import { givenFates, type GivenFate } from '#core/books/giveFate'
import { micrOf } from '#core/fit/printers'
import { checksPerSheet, feedText } from '#core/paper/stock'
import type { Run } from '#core/runs/run'
import type { AccountView } from '~/data/reads'

const props = defineProps<{ view: AccountView, run: Run, rows: ReadonlyMap<CheckNumber, NumberRow>, busy: boolean, fault: string }>()
const emit = defineEmits<{ load: [top: CheckNumber, printing: Run['printing']], jump: [top: CheckNumber, numbers: CheckNumber[], fate: GivenFate, why: string, printing: Run['printing']] }>()
const printer = usePrinterChoice(() => props.view.stock.id)
const printing = computed<Run['printing']>(() => (printer.choice.value ? { printerId: printer.choice.value.printer.id, tray: printer.choice.value.tray, fitId: printer.fit.value?.id ?? null, ...(printer.choice.value.printer.micr && { micr: micrOf(printer.choice.value.printer) }), ...(printer.choice.value.printer.stacking === 'face up' && { stacking: 'face up' as const }) } : null))

const expected = computed(() => nextNumber(props.view.book, props.rows))
const typed = ref(expected.value === undefined ? '' : String(expected.value))
const fate = ref<GivenFate>('missing')
const why = ref('')

const top = computed(() => checkNumber(typed.value, 'top'))
const jumped = computed(() => (top.value.ok ? jumpedBy(props.view.book, props.rows, top.value.value) : undefined))
const gap = computed(() => (jumped.value?.ok ? jumped.value.value : []))
const faults = computed(() => (!top.value.ok ? [top.value.refusal.text] : jumped.value && !jumped.value.ok ? [jumped.value.refusal.text] : props.fault ? [props.fault] : []))

function go() {
  if (!top.value.ok || faults.value.length && !props.fault) return
  if (gap.value.length) emit('jump', top.value.value, gap.value, fate.value, why.value, printing.value)
  else emit('load', top.value.value, printing.value)
}
</script>

<template>
  <v-form @submit.prevent="go">
    <p v-if="expected === undefined">
      The number book {{ view.book.start }} to {{ view.book.end }} is used up.
    </p>
    <p v-else class="mb-3">
      Put <strong>{{ Math.ceil(run.paymentIds.length / checksPerSheet(view.stock)) }}</strong> {{ run.paymentIds.length > checksPerSheet(view.stock) ? 'sheets' : 'sheet' }} of “{{ view.stock.name }}” into the tray.
      {{ view.stock.numbered ? `Read the number on the top sheet${view.stock.packOrder === 'highest on top' ? '; this pack has its highest number on top, so turn it over first' : ''}.` : 'The sheets carry no number: the program prints it.' }}
      Feed: {{ feedText(view.stock) }}.
    </p>
    <div v-if="printer.choices.value.length" class="printer">
      <v-select :model-value="printer.choice.value?.value" :items="printer.choices.value" label="Printer and tray" hide-details data-test="run-printer" @update:model-value="printer.choose" />
      <span v-if="printer.choice.value" :class="printer.fit.value ? 'quiet' : 'text-warning'">{{ printer.fit.value ? 'Goes through its fit for this stock.' : 'No fit for this printer and stock yet: ' }}<NuxtLink v-if="!printer.fit.value" :to="`/fit?stock=${view.stock.id}`">find it on plain paper</NuxtLink></span>
    </div>
    <div class="pack">
      <div class="side">
        <span class="quiet">The program expects</span>
        <span class="big" data-test="expected">{{ expected ?? 'none' }}</span>
      </div>
      <div class="side">
        <label class="quiet" for="top-number">{{ view.stock.numbered ? 'Number on the top sheet' : 'Number for the first sheet' }}</label>
        <input id="top-number" v-model="typed" class="big" inputmode="numeric" autocomplete="off" :aria-invalid="faults.length > 0" aria-describedby="top-fault" data-test="top-number">
      </div>
      <v-btn v-if="!gap.length" type="submit" color="primary" variant="flat" :loading="busy" :disabled="faults.length > 0 && !fault" data-test="load-done">
        Numbers agree
      </v-btn>
    </div>
    <p id="top-fault" class="text-error mt-2" role="alert">
      {{ faults.join(' ') }}
    </p>
    <v-card v-if="gap.length" class="gap" data-test="gap">
      <p>
        <strong>{{ gap.length === 1 ? `${gap[0]} is` : `${gap[0]} to ${gap.at(-1)} are` }} not in the pack.</strong> What became of {{ gap.length === 1 ? 'it' : `these ${gap.length}` }}?
      </p>
      <v-radio-group v-model="fate" inline hide-details density="compact">
        <v-radio v-for="f in givenFates" :key="f" :label="f" :value="f" />
      </v-radio-group>
      <v-text-field v-model="why" label="Why" placeholder="e.g. torn when the box was opened" hide-details maxlength="120" class="why" data-test="gap-why" />
      <v-btn type="submit" color="primary" variant="flat" :loading="busy" :disabled="!why.trim()" data-test="gap-done">
        Mark {{ gap.length }} {{ fate }} and begin at {{ typed }}
      </v-btn>
    </v-card>
  </v-form>
</template>

<style scoped>
.printer { display: flex; gap: 16px; align-items: center; margin-bottom: 14px; } .printer > .v-select { max-width: 300px; }
.pack { display: flex; align-items: flex-end; gap: 32px; }
.side { display: grid; gap: 4px; }
.big { font-size: 2.1rem; font-weight: 600; font-variant-numeric: tabular-nums; line-height: 1.2; height: 54px; padding: 4px 10px; width: 220px; border: 1px solid transparent; }
input.big { border: 1px solid rgba(var(--v-theme-on-surface), 0.45); border-radius: 6px; background: rgb(var(--v-theme-surface)); color: inherit; }
.gap { padding: 14px 16px; display: grid; gap: 12px; max-width: 640px; justify-items: start; }
.why { width: 100%; }
</style>
