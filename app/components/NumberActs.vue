<script setup lang="ts">
import { typedDate, type PlainDate } from '#core/base/dates'
import type { NumberRow } from '#core/books/book'
import { firstOpen } from '#core/ledger/period'
import { cents, zero } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { reversalDate } from '#core/runs/cancel'
import { endings, type Ending } from '#core/runs/replace'
import { acts } from '~/data/office'
import { paperOfCheck, openPdf } from '~/data/papers'
import { putOutStubCopy, saveStopLetter } from '~/data/reports'
import { readBalances, readPayment, type AccountView } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'

/** What can still be done with a check: replace it, cancel its payment, print it again, copy its stub. */
const props = defineProps<{ row: NumberRow, view: AccountView }>()
const office = useOffice()
const payment = useLive(() => (props.row.check ? readPayment(props.row.check.paymentId) : undefined), () => props.row)
const balances = useLive(() => readBalances(props.view.account), () => props.view)
const issued = computed(() => props.row.fate === 'issued')
const asked = ref<'replace' | 'cancel' | 'again' | ''>('')
const why = ref('')
const ending = ref<Ending>('voided')
const dateText = ref('')
const inHouse = ref(false)
const busy = ref(false)
const fault = ref('')
const replaceReasons = useReasons('replace')
const cancelReasons = useReasons('cancel')
const open = computed({ get: () => asked.value !== '', set: (on) => { if (!on) asked.value = '' } })
function ask(what: typeof asked.value) {
  asked.value = what
  why.value = ''
  ending.value = 'voided'
  fault.value = ''
  inHouse.value = false
  dateText.value = ''
}
const amount = computed(() => payment.value?.amount ?? zero)
const sign = computed(() => props.view.account.currency.sign)
const needsDate = computed(() => payment.value !== undefined && !reversalDate({ payment: payment.value, closedThrough: props.view.company.closedThrough }, undefined).ok)
const date = computed(() => (needsDate.value || dateText.value.trim() ? typedDate(dateText.value, localToday()) : undefined))
const ready = computed(() => why.value.trim() !== '' && (asked.value !== 'cancel' || !date.value || date.value.ok) && (asked.value !== 'again' || inHouse.value))
async function go() {
  if (!payment.value) return
  busy.value = true
  const reason = why.value.trim()
  const chosen: PlainDate | undefined = date.value?.ok ? date.value.value : undefined
  const done = asked.value === 'replace' ? await acts.replace(props.row, { ending: ending.value, why: reason })
    : asked.value === 'cancel' ? await acts.cancel(payment.value, { ending: ending.value === 'stopped' ? 'stopped' : 'voided', why: reason, ...(chosen && { date: chosen }) })
      : await acts.printCopy(props.row, { firstSheet: reason, inHouse: inHouse.value })
  busy.value = false
  fault.value = done.ok ? '' : done.refusal.text
  if (!done.ok) return
  if (asked.value === 'again') {
    const bytes = await paperOfCheck(props.row)
    if (bytes) openPdf(bytes)
  }
  office.said = { replace: `${props.row.number} is ${ending.value}; the payment is back in the lane.`, cancel: 'The payment is cancelled and reversed.', again: `${props.row.number} went out once more, under its own number.` }[asked.value as 'replace' | 'cancel' | 'again']
  asked.value = ''
}
const cancelled = computed(() => payment.value?.state === 'cancelled')
const rest = computed(() => (balances.value ? { book: cents(balances.value.book + amount.value), committed: balances.value.committed, free: cents(balances.value.free + amount.value) } : undefined))
const titles = { replace: `Replace check ${props.row.number}`, cancel: 'Cancel this payment', again: `Print ${props.row.number} again under its own number` }
const verbs = { replace: 'Replace it', cancel: 'Cancel the payment', again: 'Print it again' }
</script>

<template>
  <div v-if="row.check" class="acts">
    <v-btn v-if="issued" size="small" data-test="act-replace" @click="ask('replace')">
      Replace
    </v-btn>
    <v-btn v-if="issued" size="small" data-test="act-cancel" @click="ask('cancel')">
      Cancel the payment
    </v-btn>
    <v-btn v-if="issued && !view.stock.numbered" size="small" data-test="act-again" @click="ask('again')">
      Print again
    </v-btn>
    <v-btn size="small" data-test="act-copy" @click="putOutStubCopy(row, cancelled, 'open')">
      Print stub copy
    </v-btn>
    <v-btn size="small" variant="text" data-test="act-copy-save" @click="putOutStubCopy(row, cancelled, 'save')">
      Save stub copy
    </v-btn>
    <v-btn v-if="row.fate === 'stopped'" size="small" data-test="act-letter" @click="saveStopLetter(row, view)">
      Letter to the bank
    </v-btn>
    <AskDialog v-if="asked" v-model="open" :title="titles[asked]" :verb="verbs[asked]" :ready="ready" :busy="busy" :fault="fault" :danger="asked === 'cancel'" @go="go">
      <p v-if="asked === 'replace'">
        The payment stands, its paper does not. {{ row.number }} ends; the payment goes back to the lane and gets the next number. Bills, entries, pay and balances stay as they are.
      </p>
      <p v-else-if="asked === 'cancel'">
        The payment itself was wrong. {{ row.number }} ends, and its entry is reversed.
      </p>
      <p v-else>
        Only before the check left the house. The same number goes out once more, so the first sheet must be gone.
      </p>
      <v-radio-group v-if="asked !== 'again'" v-model="ending" hide-details density="compact" label="The old paper is">
        <v-radio v-for="e in endings.filter(x => asked === 'replace' || x !== 'spoiled')" :key="e" :value="e" :label="{ voided: 'voided: in hand or destroyed', stopped: 'stopped: the bank is asked', spoiled: 'spoiled: found so late' }[e]" :data-test="`ending-${e}`" />
      </v-radio-group>
      <v-combobox v-model="why" :items="asked === 'again' ? ['it was torn', 'it came out crumpled'] : [...(asked === 'replace' ? replaceReasons : cancelReasons)]" :label="asked === 'again' ? 'What became of the first sheet' : 'Why'" hide-details data-test="act-why" />
      <v-text-field v-if="asked === 'cancel' && needsDate" v-model="dateText" label="Day of the reversal" :hint="`The books are closed through ${view.company.closedThrough}: ${firstOpen(view.company.closedThrough)} or later`" persistent-hint :error-messages="date && !date.ok && dateText ? [date.refusal.text] : []" data-test="act-date" />
      <v-checkbox v-if="asked === 'again'" v-model="inHouse" label="The check has not left the house" hide-details density="compact" data-test="act-in-house" />
      <table v-if="asked !== 'again'" class="plain" data-test="act-effect">
        <thead>
          <tr><th scope="col">What changes</th><th scope="col">Now</th><th scope="col">Then</th></tr>
        </thead>
        <tbody>
          <tr><td>Number {{ row.number }}</td><td><StateMark :state="row.fate" /></td><td><StateMark :state="ending === 'spoiled' && asked === 'cancel' ? 'voided' : ending" /></td></tr>
          <tr><td>{{ row.check.payee }}, {{ figures(amount, { sign }) }}</td><td><StateMark state="issued" /></td><td><StateMark :state="asked === 'replace' ? 'waiting' : 'cancelled'" /></td></tr>
          <tr v-if="asked === 'replace'">
            <td>Balances, entries</td><td colspan="2">
              stay
            </td>
          </tr>
        </tbody>
      </table>
      <BalanceTable v-if="asked === 'cancel' && balances && rest" :before="balances" :after="rest" :sign="sign" />
    </AskDialog>
  </div>
</template>

<style scoped>
.acts { display: flex; gap: 8px; flex-wrap: wrap; margin-bottom: 12px; }
</style>
