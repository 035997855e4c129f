<script setup lang="ts">
import type { NumberRow } from '#core/numbers/book'
import { zero } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Stock } from '#core/paper/stock'
import { endings, type Ending } from '#core/checks/replace'
import { withoutRun } from '#core/runs/run'
import { openWindow } from '~/data/files/fileOut'
import { paperOfCheck } from '~/data/runs/keptPdfs'
import { putOutStubCopy, saveAdvice, saveStopLetter } from '~/data/runs/reports'
import { readPayment } from '~/data/payments/paymentReads'
import type { AccountView } from '~/data/accounts/accountReads'
import { useOffice } from '~/stores/office'

/**
 * What can still be done with a check: replace it, cancel its payment, print it again, copy its stub. `stock`
 * is the one it was printed on.
 */
const props = defineProps<{ row: NumberRow; view: AccountView; stock?: Stock | undefined }>()
const office = useOffice()
const { busy, fault, succeeded, clear } = useAct()
const payment = useLive(
  () => (props.row.check ? readPayment(props.row.check.paymentId) : undefined),
  () => props.row,
)
const issued = computed(() => props.row.fate === 'issued')
const asked = ref<'replace' | 'again' | ''>('')
/** What is asked in a question of its own. */
const apart = ref<'cancel' | 'back' | 'stop' | ''>('')
const why = ref('')
const ending = ref<Ending>('voided')
const inHouse = ref(false)
const replaceReasons = useReasons('replace')
const bar = ref<HTMLElement>()
/** The button that asked, so that the focus comes back to it when nothing was done. */
let from = ''
const open = computed({
  get: () => asked.value !== '',
  set: on => {
    if (!on) leave()
  },
})
function ask(what: 'replace' | 'again') {
  from = what
  asked.value = what
  why.value = ''
  ending.value = 'voided'
  inHouse.value = false
  clear()
}
function askApart(what: 'cancel' | 'back' | 'stop') {
  from = what
  apart.value = what
}
function leave() {
  asked.value = ''
  apart.value = ''
  setTimeout(
    () =>
      (
        bar.value?.querySelector<HTMLElement>(`[data-test="act-${from}"]`) ??
        bar.value?.querySelector<HTMLElement>('button')
      )?.focus(),
    50,
  )
}
const amount = computed(() => payment.value?.amount ?? zero)
const sign = computed(() => props.view.account.currency.sign)
const printable = computed(
  () =>
    issued.value &&
    props.row.check &&
    !withoutRun(props.row.check.runId) &&
    props.stock &&
    !props.stock.numbered,
)
const ready = computed(() => (why.value ?? '').trim() !== '' && (asked.value !== 'again' || inHouse.value))
async function go() {
  const reason = why.value.trim()
  const { row } = props
  if (asked.value === 'replace') {
    if (!(await succeeded('replace', { numberId: row.id, ending: ending.value, why: reason }))) return
    office.said = `Check ${row.number} ${ending.value}. The payment is back in the lane.`
  } else if (!(await printAgain(reason))) return
  leave()
}
/**
 * The window is opened first: where the browser refuses it, nothing is done and the PDF is offered as a file.
 */
async function printAgain(firstSheet: string): Promise<boolean> {
  const { row } = props
  const paper = openWindow()
  if (!(await succeeded('printCopy', { numberId: row.id, firstSheet, inHouse: inHouse.value }))) {
    paper.leave()
    return false
  }
  const bytes = await paperOfCheck(row)
  if (bytes) paper.show(bytes, `check-${row.number}.pdf`)
  office.said = `Check ${row.number} printed again under its own number.`
  return true
}
const cancelled = computed(() => payment.value?.state === 'cancelled')
async function copyStub(how: 'open' | 'save') {
  const paper = how === 'open' ? openWindow() : undefined
  if (!(await putOutStubCopy(props.row, cancelled.value, paper))) {
    paper?.leave()
    office.said = 'There is no saved copy of this check to print a stub from.'
  }
}
const titles = {
  replace: `Replace check ${props.row.number}`,
  again: `Print check ${props.row.number} again`,
}
const verbs = { replace: 'Replace check', again: 'Print again' }
</script>

<template>
  <div v-if="row.check" ref="bar" class="acts">
    <v-btn v-if="issued" size="small" data-test="act-replace" @click="ask('replace')"> Replace </v-btn>
    <v-btn v-if="issued" size="small" data-test="act-cancel" @click="askApart('cancel')">
      Cancel the payment
    </v-btn>
    <v-btn v-if="issued && payment" size="small" data-test="act-back" @click="askApart('back')">
      Write back
    </v-btn>
    <v-btn
      v-if="row.fate === 'stopped' && !row.stop"
      size="small"
      data-next
      data-test="act-stop"
      @click="askApart('stop')"
    >
      Record the bank’s confirmation
    </v-btn>
    <v-btn v-if="printable" size="small" data-test="act-again" @click="ask('again')"> Print again </v-btn>
    <v-btn size="small" data-test="act-copy" @click="copyStub('open')"> Print stub copy </v-btn>
    <v-btn size="small" variant="text" data-test="act-copy-save" @click="copyStub('save')">
      Save stub copy
    </v-btn>
    <v-btn
      v-if="payment"
      size="small"
      variant="text"
      :to="`/payments/${encodeURIComponent(payment.id)}`"
      data-test="act-payment"
    >
      Payment
    </v-btn>
    <v-btn
      v-if="payment"
      size="small"
      variant="text"
      data-test="act-receipt"
      @click="saveAdvice('receipt', payment, row, view)"
    >
      Save receipt
    </v-btn>
    <v-btn
      v-if="row.fate === 'stopped'"
      size="small"
      data-test="act-letter"
      @click="saveStopLetter(row, view)"
    >
      Stop-payment letter
    </v-btn>
    <RegisterCancelPayment
      v-if="apart === 'cancel' && payment"
      :payment="payment"
      :view="view"
      :row="row"
      @done="leave"
      @leave="leave"
    />
    <RegisterWriteBack
      v-if="apart === 'back' && payment"
      :payment="payment"
      :view="view"
      :row="row"
      @done="leave"
      @leave="leave"
    />
    <RegisterConfirmStop v-if="apart === 'stop'" :row="row" :view="view" @done="leave" @leave="leave" />
    <AskDialog
      v-if="asked"
      v-model="open"
      :title="titles[asked]"
      :verb="verbs[asked]"
      :ready="ready"
      :busy="busy"
      :fault="fault"
      @go="go"
    >
      <p v-if="asked === 'replace'">
        Use this when the payment is right but its check is not. Check {{ row.number }} is ended, and the
        payment goes back to the lane and prints under the next number. Bills, entries and balances do not
        change.
      </p>
      <p v-else>
        Only for a check that has not left the office. The same number is printed again, so destroy the first
        sheet.
      </p>
      <v-radio-group
        v-if="asked === 'replace'"
        v-model="ending"
        v-first
        hide-details
        density="compact"
        label="What happens to the old check"
      >
        <v-radio
          v-for="e in endings"
          :key="e"
          :value="e"
          :label="
            {
              voided: 'voided (you have it, or it was destroyed)',
              stopped: 'stopped (the bank is asked not to pay it)',
              spoiled: 'spoiled (noticed after the count-off)',
            }[e]
          "
          :data-test="`ending-${e}`"
        />
      </v-radio-group>
      <v-combobox
        v-model="why"
        v-first="asked !== 'replace'"
        :items="asked === 'again' ? ['it was torn', 'it came out crumpled'] : [...replaceReasons]"
        :label="asked === 'again' ? 'What happened to the first sheet' : 'Reason'"
        hide-details
        data-test="act-why"
      />
      <v-checkbox
        v-if="asked === 'again'"
        v-model="inHouse"
        label="The check has not left the office"
        hide-details
        density="compact"
        data-test="act-in-house"
      />
      <EffectTable v-if="asked === 'replace'" data-test="act-effect">
        <tr>
          <td>Number {{ row.number }}</td>
          <td><StateMark :state="row.fate" /></td>
          <td><StateMark :state="ending" /></td>
        </tr>
        <tr>
          <td>{{ row.check.payee }}, {{ figures(amount, { sign }) }}</td>
          <td><StateMark state="issued" /></td>
          <td><StateMark state="waiting" /></td>
        </tr>
        <tr>
          <td>Balances and entries</td>
          <td colspan="2">unchanged</td>
        </tr>
      </EffectTable>
    </AskDialog>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  gap: var(--space-2);
  flex-wrap: wrap;
  margin-bottom: 12px;
}
</style>
