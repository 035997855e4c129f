import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { idOf } from '#core/base/id'
import type { Company } from '#core/accounts/account'
import type { Bill } from '#core/bills/bill'
import { billHints } from '#core/bills/billHints'
import { blankBillForm, formOfBill, isBlankBill, readBillForm, type BillForm } from '#core/bills/billForm'
import { readNamesakes } from '~/data/bills/billReads'
import { plainCopy } from '~/data/store/plainCopy'
import { readPayees } from '~/data/payees/payeeReads'
import { localToday } from '~/stores/office'
import { useCompanyLedgers } from '../accounts/useCompanyLedgers'
import { useClock } from '../base/useClock'
import { useFormDraft } from '../base/useFormDraft'
import { useLive } from '../base/useLive'

/** The form of a bill, new or changed, with its draft, and what is understood of it. */
export function useBillReading(
  company: Readonly<Ref<Company | undefined>>,
  changing: Readonly<Ref<Bill | undefined>>,
  draftName: () => string,
) {
  const today = localToday()
  const { behind } = useClock()
  const { choices, account, sign } = useCompanyLedgers(company)
  const payees = useLive(
    () => (company.value ? readPayees(company.value.id) : undefined),
    () => company.value?.id,
  )
  const unplaced = computed(() => company.value?.payables?.unplaced)
  const form = ref<BillForm>(blankBillForm())
  /** The bill as it was when the form was opened, and the form as it was filled with it. */
  const began = shallowRef<Bill>()
  const filledWith = shallowRef<BillForm>()
  const draft = useFormDraft(
    draftName,
    form,
    f => isBlankBill(f) || JSON.stringify(f) === JSON.stringify(filledWith.value),
    () => plainCopy(filledWith.value ?? blankBillForm()),
  )
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
  const hints = computed(() =>
    billHints(read.value, {
      dayFirst: dayFirst.value,
      sign: sign.value,
      payables: company.value?.payables,
    }),
  )
  // A bill that is changed fills the form once; what was half changed before replaces it.
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
  return { form, draft, began, payees, unplaced, choices, sign, read, namesakes, hints }
}
