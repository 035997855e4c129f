<script setup lang="ts">
import type { NumberRow } from '#core/books/book'
import { zero } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Stock } from '#core/paper/stock'
import { endings, type Ending } from '#core/runs/replace'
import { withoutRun } from '#core/runs/run'
import { openWindow } from '~/data/fileOut'
import { paperOfCheck } from '~/data/papers'
import { putOutStubCopy, saveStopLetter } from '~/data/reports'
import { readPayment, type AccountView } from '~/data/reads'
import { useOffice } from '~/stores/office'

/**
 * What can still be done with a check: replace it, cancel its payment, print it again, copy its stub. `stock`
 * is the one it was printed on.
 */
const props = defineProps<{ row: NumberRow; view: AccountView; stock?: Stock | undefined }>()
const office = useOffice()
const { busy, fault, did, clear } = useAct()
const payment = useLive(
  () => (props.row.check ? readPayment(props.row.check.paymentId) : undefined),
  () => props.row,
)
const issued = computed(() => props.row.fate === 'issued')
const asked = ref<'replace' | 'again' | ''>('')
const cancelling = ref(false)
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
function leave() {
  asked.value = ''
  cancelling.value = false
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
    if (!(await did('replace', { numberId: row.id, ending: ending.value, why: reason }))) return
    office.said = `${row.number} is ${ending.value}; the payment is back in the lane.`
  } else if (!(await printAgain(reason))) return
  leave()
}
/**
 * The window is opened first: where the browser refuses it, nothing is done and the PDF is offered as a file.
 */
async function printAgain(firstSheet: string): Promise<boolean> {
  const { row } = props
  const paper = openWindow()
  if (!(await did('printCopy', { numberId: row.id, firstSheet, inHouse: inHouse.value }))) {
    paper.leave()
    return false
  }
  const bytes = await paperOfCheck(row)
  if (bytes) paper.show(bytes, `check-${row.number}.pdf`)
  office.said = `${row.number} went out once more, under its own number.`
  return true
}
const cancelled = computed(() => payment.value?.state === 'cancelled')
async function copyStub(how: 'open' | 'save') {
  const paper = how === 'open' ? openWindow() : undefined
  if (!(await putOutStubCopy(props.row, cancelled.value, paper))) {
    paper?.leave()
    office.said = 'Nothing is kept of this check from which a stub could be copied.'
  }
}
const titles = {
  replace: `Replace check ${props.row.number}`,
  again: `Print ${props.row.number} again under its own number`,
}
const verbs = { replace: 'Replace it', again: 'Print it again' }
</script>

<template>
  <div v-if="row.check" ref="bar" class="acts">
    <v-btn v-if="issued" size="small" data-test="act-replace" @click="ask('replace')"> Replace </v-btn>
    <v-btn
      v-if="issued"
      size="small"
      data-test="act-cancel"
      @click="
        () => {
          from = 'cancel'
          cancelling = true
        }
      "
    >
      Cancel the payment
    </v-btn>
    <v-btn v-if="printable" size="small" data-test="act-again" @click="ask('again')"> Print again </v-btn>
    <v-btn size="small" data-test="act-copy" @click="copyStub('open')"> Print stub copy </v-btn>
    <v-btn size="small" variant="text" data-test="act-copy-save" @click="copyStub('save')">
      Save stub copy
    </v-btn>
    <v-btn
      v-if="row.fate === 'stopped'"
      size="small"
      data-test="act-letter"
      @click="saveStopLetter(row, view)"
    >
      Letter to the bank
    </v-btn>
    <CancelPayment
      v-if="cancelling && payment"
      :payment="payment"
      :view="view"
      :row="row"
      @done="leave"
      @leave="leave"
    />
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
        The payment stands, its paper does not. {{ row.number }} ends; the payment goes back to the lane and
        gets the next number. Bills, entries, pay and balances stay as they are.
      </p>
      <p v-else>
        Only before the check left the house. The same number goes out once more, so the first sheet must be
        gone.
      </p>
      <v-radio-group
        v-if="asked === 'replace'"
        v-model="ending"
        hide-details
        density="compact"
        label="The old paper is"
      >
        <v-radio
          v-for="e in endings"
          :key="e"
          :value="e"
          :label="
            {
              voided: 'voided: in hand or destroyed',
              stopped: 'stopped: the bank is asked',
              spoiled: 'spoiled: found so late',
            }[e]
          "
          :data-test="`ending-${e}`"
        />
      </v-radio-group>
      <v-combobox
        v-model="why"
        :items="asked === 'again' ? ['it was torn', 'it came out crumpled'] : [...replaceReasons]"
        :label="asked === 'again' ? 'What became of the first sheet' : 'Why'"
        hide-details
        data-test="act-why"
      />
      <v-checkbox
        v-if="asked === 'again'"
        v-model="inHouse"
        label="The check has not left the house"
        hide-details
        density="compact"
        data-test="act-in-house"
      />
      <table v-if="asked === 'replace'" class="plain" data-test="act-effect">
        <thead>
          <tr>
            <th scope="col">What changes</th>
            <th scope="col">Now</th>
            <th scope="col">Then</th>
          </tr>
        </thead>
        <tbody>
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
            <td>Balances, entries</td>
            <td colspan="2">stay</td>
          </tr>
        </tbody>
      </table>
    </AskDialog>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  margin-bottom: 12px;
}
</style>
