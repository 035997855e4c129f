import { computed, ref, watch, type Ref } from 'vue'
import type { Company } from '#core/accounts/account'
import type { Bill } from '#core/bills/bill'
import { firstFault, isWhole } from '#core/bills/billHints'
import {
  billInput,
  isBillField,
  isBlankBill,
  nextBillForm,
  type BillField,
  type BillForm,
} from '#core/bills/billForm'
import { toldOf } from '#core/payments/changeBill'
import { useOffice } from '~/stores/office'
import { focusField } from '../base/focusNext'
import { useAct } from '../base/useAct'
import type { useBillQueue } from './useBillQueue'
import { useBillReading } from './useBillReading'

/**
 * A bill being entered, or one being changed: its form, what is wrong with it, and the acts. `entered` hears of
 * each bill that was kept.
 */
export function useBillForm(
  company: Readonly<Ref<Company | undefined>>,
  changing: Readonly<Ref<Bill | undefined>>,
  entered: (bill: Bill) => void,
  draftName: () => string,
) {
  const office = useOffice()
  const { busy, refusal, act, at, clear } = useAct()
  const of = useBillReading(company, changing, draftName)
  const { form, read, namesakes, began } = of
  const tried = ref(false)
  const isTyped = (field: BillField): boolean => field !== 'lines' && form.value[field] !== ''
  /** What is wrong at a field, once something is typed there or the act was tried. */
  const faults = (field: BillField): string[] => {
    const fault = read.value.faults[field]
    return fault && (tried.value || isTyped(field)) ? [fault.text] : at(field)
  }
  const elsewhere = computed(() =>
    refusal.value && !isBillField(refusal.value.field) ? refusal.value.text : '',
  )
  function begin(next: BillForm): void {
    form.value = next
    tried.value = false
    clear()
  }
  watch(
    () => company.value?.id,
    (now, before) => {
      if (before && now !== before) begin(nextBillForm(form.value))
    },
  )

  /** The same number is here already, which was seen before Enter, and nobody has said why it comes again. */
  const isKnownTwice = (): boolean => Boolean(namesakes.value?.same.length && !form.value.again.trim())
  /**
   * Takes the bill from the form and begins the next one at once: typing never waits. What is wrong with a whole
   * bill, or is refused, comes back as a row to correct.
   */
  function enterIt(queue: Pick<ReturnType<typeof useBillQueue>, 'add'>): void {
    tried.value = true
    const wrong = firstFault(read.value)
    if (!isWhole(form.value) && wrong) return focusField(wrong)
    if (isKnownTwice()) return focusField('again')
    const fault = wrong ? (read.value.faults[wrong]?.text ?? '') : ''
    queue.add(form.value, fault ? undefined : billInput(form.value, read.value), fault)
    begin(nextBillForm(form.value))
    focusField('payee')
  }
  /** Puts a bill that was refused back into the form. */
  function correct(refused: BillForm): void {
    form.value = { ...refused, lines: refused.lines.map(l => ({ ...l })) }
    tried.value = true
    focusField(firstFault(read.value) ?? 'number')
  }
  /** Keeps what was changed of a bill. Gives whether it was done. */
  async function changeIt(): Promise<boolean> {
    const bill = began.value
    if (!bill || busy.value) return false
    tried.value = true
    const wrong = firstFault(read.value)
    if (wrong) focusField(wrong)
    const to = wrong ? undefined : billInput(form.value, read.value)
    const done = to && (await act('changeBill', { billId: bill.id, from: toldOf(bill), to }))
    if (!done?.ok) {
      if (done) focusField(isBillField(done.refusal.field) ? done.refusal.field : 'number')
      return false
    }
    await of.draft.forget()
    office.said = `Saved changes to bill ${to!.number}.`
    entered(done.value.bills[0]!)
    return true
  }
  return {
    ...{ ...of, busy, faults, elsewhere, enterIt, correct, changeIt },
    isBlank: computed(() => isBlankBill(form.value)),
  }
}
