import { computed, ref, watch, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { daysBetween, spelledDay } from '#core/base/dates'
import type { NumberBook } from '#core/numbers/book'
import { figures } from '#core/money/figures'
import { payeeTyped } from '#core/payees/findPayee'
import { allOfOwner, onDrawEvent, type DrawEvent } from '#core/payments/drawEvents'
import { blankDrawForm, isBlankDraw, type DrawForm } from '#core/payments/drawForm'
import { readDrawForm } from '#core/payments/readDrawForm'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday } from '~/stores/office'
import { useClock } from '../base/useClock'
import { useFormDraft } from '../base/useFormDraft'
import { useDrawnOn, useDrawnTo } from './useDrawReads'

/** The form of a check and its draft: what is filled in, what the office knows of it, what is understood. */
export function useDrawForm(
  view: Readonly<Ref<AccountView | undefined>>,
  pad: Readonly<Ref<NumberBook | undefined>>,
  draftName: () => string,
) {
  const today = localToday()
  const { behind } = useClock()
  const on = useDrawnOn(view, pad)
  const form = ref<DrawForm>(blankDrawForm())
  const draft = useFormDraft(draftName, form, isBlankDraw, blankDrawForm)
  const dayFirst = computed(() => dayFirstIn(view.value?.account.country ?? 'US'))
  const sign = computed(() => view.value?.account.currency.sign ?? '')
  const payee = computed(() => payeeTyped(on.payees.value ?? [], form.value.payee))
  const to = useDrawnTo(payee, () => form.value.newBill.number)
  const read = computed(() =>
    readDrawForm(form.value, {
      payees: on.payees.value ?? [],
      today,
      dayFirst: dayFirst.value,
      clockBehind: behind.value !== undefined,
      onPad: pad.value !== undefined,
      bills: to.openBills.value ?? [],
      ledgers: on.ledgers.value ?? [],
      unplaced: view.value?.company.payables?.unplaced,
      paid: to.paidBefore.value ?? [],
    }),
  )
  const day = computed(() => (read.value.date.ok ? read.value.date.value : undefined))
  const amount = computed(() => (read.value.amount.ok ? read.value.amount.value : undefined))
  const daysOff = computed(() => (day.value ? daysBetween(today, day.value) : 0))
  const dateHint = computed(() => (day.value ? spelledDay(day.value, dayFirst.value) : ''))
  const amountHint = computed(() =>
    amount.value === undefined ? '' : figures(amount.value, { sign: sign.value }),
  )
  const ownersAll = computed(() => allOfOwner(form.value, payee.value, to.openBills.value ?? [], day.value))
  function happened(event: DrawEvent): void {
    const after = onDrawEvent(form.value, event)
    if (after !== form.value) form.value = after
  }
  return {
    ...{ ...on, ...to, form, draft, dayFirst, sign, payee, read, day, amount, daysOff },
    ...{ dateHint, amountHint, ownersAll, happened },
  }
}

/** The form follows what happens around it: the account, the payee that is typed, their open bills. */
export function useDrawFollows(
  of: ReturnType<typeof useDrawForm>,
  view: Readonly<Ref<AccountView | undefined>>,
  lastLedger: () => DrawForm['ledgerId'],
) {
  const { form, payee, amount, openBills, padNext, happened } = of
  const forPay = computed(() => view.value?.layout.purpose === 'payroll')
  watch(padNext, n => (form.value.number = n === undefined ? '' : String(n)))
  watch(payee, p => p && happened({ kind: 'payee', payee: p, forPay: forPay.value }))
  watch(forPay, (isNow, before) => happened({ kind: 'for pay', payee: payee.value, before, now: isNow }))
  watch(
    () => form.value.payee,
    name => name && !payee.value && happened({ kind: 'unknown payee', ledgerId: lastLedger() }),
  )
  watch(openBills, open => {
    if (open && payee.value) happened({ kind: 'open bills', open, amount: amount.value })
  })
  // What stands in the field of the amount is what will be drawn.
  watch([() => form.value.pay.length > 0, amount], ([isPay, net], [wasPay]) => {
    if (isPay || wasPay) happened({ kind: 'net pay', net })
  })
  return { forPay }
}
