import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { dayText, spelledDay } from '#core/base/dates'
import { idOf } from '#core/base/id'
import { figures } from '#core/money/figures'
import type { Company } from '#core/accounts/account'
import type { Bill } from '#core/bills/bill'
import {
  billFields,
  billInput,
  blankBillForm,
  formOfBill,
  isBillField,
  isBlankBill,
  nextBillForm,
  readBillForm,
  termsHint,
  type BillField,
  type BillForm,
} from '#core/bills/billForm'
import { toldOf } from '#core/payments/changeBill'
import { needsSecond } from '#core/bills/enterBill'
import { readNamesakes } from '~/data/bills/billReads'
import { readPayees } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'
import { focusField } from '../base/focusNext'
import { useAct } from '../base/useAct'
import type { useBillQueue } from './useBillQueue'
import { useClock } from '../base/useClock'
import { useCompanyLedgers } from '../accounts/useCompanyLedgers'
import { plainCopy } from '~/data/store/plainCopy'
import { useFormDraft } from '../base/useFormDraft'
import { useLive } from '../base/useLive'

/**
 * A bill being entered, or one being changed: its form and draft, what is understood of it, what is wrong,
 * the bills that look like it, and the acts. `entered` is told of each bill that was kept.
 */
export function useBillForm(
  company: Readonly<Ref<Company | undefined>>,
  changing: Readonly<Ref<Bill | undefined>>,
  entered: (bill: Bill) => void,
  draftName: () => string,
) {
  const office = useOffice()
  const today = localToday()
  const { behind } = useClock()
  const { busy, refusal, act, at, clear } = useAct()
  const { choices, account, sign } = useCompanyLedgers(company)
  const payees = useLive(
    () => (company.value ? readPayees(company.value.id) : undefined),
    () => company.value?.id,
  )
  const unplaced = computed(() => company.value?.payables?.unplaced)
  const form = ref<BillForm>(blankBillForm())
  /** The bill as it stood when the form was opened. */
  const began = shallowRef<Bill>()
  /** The form as it was filled with that bill. */
  const filledWith = shallowRef<BillForm>()
  const draft = useFormDraft(
    draftName,
    form,
    f => isBlankBill(f) || JSON.stringify(f) === JSON.stringify(filledWith.value),
    () => plainCopy(filledWith.value ?? blankBillForm()),
  )
  const tried = ref(false)
  const dayFirst = computed(() => dayFirstIn(account.value?.country ?? 'US'))
  const read = computed(() =>
    readBillForm(form.value, {
      payees: payees.value ?? [],
      today,
      dayFirst: dayFirst.value,
      clockBehind: behind.value !== undefined,
      unplaced: unplaced.value,
    }),
  )
  const payee = computed(() => read.value.payee)
  const own = computed(() => changing.value?.id ?? idOf<'bill'>('new'))
  const namesakes = useLive(
    () =>
      payee.value && form.value.number
        ? readNamesakes(payee.value.id, form.value.number, own.value)
        : { same: [], like: [] },
    () => [payee.value?.id, form.value.number, own.value],
  )
  const isTyped = (field: BillField): boolean => field !== 'lines' && form.value[field] !== ''
  /** What is wrong at a field, once something is typed there or the act was tried. */
  const faults = (field: BillField): string[] => {
    const fault = read.value.faults[field]
    return fault && (tried.value || isTyped(field)) ? [fault.text] : at(field)
  }
  const elsewhere = computed(() =>
    refusal.value && !isBillField(refusal.value.field) ? refusal.value.text : '',
  )
  const hints = computed(() => {
    const { date, due, amount, discount } = read.value
    return {
      payee: payee.value
        ? [payee.value.name, termsHint(payee.value), payee.value.onHold ? 'on hold' : '']
            .filter(Boolean)
            .join(', ')
        : '',
      date: date.ok ? spelledDay(date.value, dayFirst.value) : '',
      due: due.ok ? spelledDay(due.value, dayFirst.value) : '',
      amount: amount.ok ? figures(amount.value, { sign: sign.value }) : '',
      discount:
        discount.ok && discount.value
          ? `${figures(discount.value.amount, { sign: sign.value })} until ${dayText(discount.value.until)}`
          : 'none',
      waits:
        amount.ok && company.value?.payables && needsSecond(amount.value, company.value.payables)
          ? `Bills above ${figures(company.value.payables.secondAbove!, { sign: sign.value })} need approval by a second person before they can be paid`
          : '',
    }
  })

  // A bill that is changed fills the form once; what was half changed before stands above it.
  let filled = false
  watch(
    [changing, payees],
    async ([bill, known]) => {
      const of = bill && known?.find(p => p.id === bill.payeeId)
      if (filled || !bill || !of) return
      filled = true
      began.value = bill
      await draft.restored
      filledWith.value = plainCopy(formOfBill(bill, of))
      if (isBlankBill(form.value)) form.value = plainCopy(filledWith.value)
    },
    { immediate: true },
  )
  watch(
    () => company.value?.id,
    (now, before) => {
      if (!before || now === before) return
      form.value = { ...blankBillForm(), date: form.value.date }
      clear()
      tried.value = false
    },
  )

  function startNext(): void {
    form.value = nextBillForm(form.value)
    tried.value = false
    clear()
    focusField('payee')
  }
  /** The form as a bill; undefined, with the focus where something is wrong. */
  function told() {
    tried.value = true
    const wrong = billFields.find(field => read.value.faults[field])
    if (wrong) focusField(wrong)
    return wrong ? undefined : billInput(form.value, read.value)
  }
  const focusRefused = (field: string | undefined): void => focusField(isBillField(field) ? field : 'number')

  /** What a bill cannot do without: while one of these is blank, Enter goes to it. */
  const isFilled = (): boolean =>
    Boolean(form.value.payee.trim() && form.value.number.trim() && form.value.amount.trim())
  /** The same number is here already, which was seen before Enter, and nobody has said why it comes again. */
  const isKnownTwice = (): boolean => Boolean(namesakes.value?.same.length && !form.value.again.trim())

  /**
   * Takes the bill from the form and begins the next one at once: typing never waits. What is wrong with a whole
   * bill, or is refused, comes back as a row to mend.
   */
  function enterIt(queue: Pick<ReturnType<typeof useBillQueue>, 'add'>): void {
    tried.value = true
    const wrong = billFields.find(field => read.value.faults[field])
    if (!isFilled() && wrong) return focusField(wrong)
    if (isKnownTwice()) return focusField('again')
    const fault = wrong ? (read.value.faults[wrong]?.text ?? '') : ''
    queue.add(form.value, fault ? undefined : billInput(form.value, read.value), fault)
    startNext()
  }
  /** Puts a bill that was refused back into the form. */
  function correct(of: BillForm): void {
    form.value = { ...of, lines: of.lines.map(l => ({ ...l })) }
    tried.value = true
    focusField(billFields.find(field => read.value.faults[field]) ?? 'number')
  }
  /** Keeps what was changed of a bill. */
  async function changeIt(): Promise<boolean> {
    const bill = began.value
    const to = bill && !busy.value ? told() : undefined
    if (!bill || !to) return false
    const done = await act('changeBill', { billId: bill.id, from: toldOf(bill), to })
    if (!done) return false
    if (!done.ok) {
      focusRefused(done.refusal.field)
      return false
    }
    await draft.forget()
    office.said = `Saved changes to bill ${to.number}.`
    entered(done.value.bills[0]!)
    return true
  }
  return {
    form,
    busy,
    payees,
    unplaced,
    choices,
    read,
    namesakes,
    faults,
    elsewhere,
    hints,
    sign,
    enterIt,
    correct,
    isBlank: computed(() => isBlankBill(form.value)),
    changeIt,
  }
}
