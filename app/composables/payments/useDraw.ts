import { computed, ref, watch, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { daysBetween, spelledDay } from '#core/base/dates'
import { idOf, type Id } from '#core/base/id'
import type { NumberBook } from '#core/numbers/book'
import { paying, promising } from '#core/ledger/balances'
import { cents, sum, zero } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { open } from '#core/bills/bill'
import { payeeTyped } from '#core/payees/findPayee'
import type { Allocation } from '#core/bills/allocation'
import { isPayableNow, whollyOn } from '#core/bills/openBills'
import type { Draw } from '#core/payments/draw'
import { drawOf, factsOfDraw, type DrawAsked } from '#core/payments/drawOf'
import { payToBegin } from '#core/payments/payForm'
import { readDrawForm } from '#core/payments/readDrawForm'
import { drawWarnings } from '#core/payments/drawWarnings'
import {
  blankDrawForm,
  drawFields,
  filledWith,
  isBlankDraw,
  isDrawField,
  type DrawField,
  type DrawForm,
} from '#core/payments/drawForm'
import type { AccountView } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'
import { focusField } from '../base/focusNext'
import { useAct } from '../base/useAct'
import { useClock } from '../base/useClock'
import { ledgerChoices } from '../accounts/useCompanyLedgers'
import { useFormDraft } from '../base/useFormDraft'
import { useLastUsed } from '../base/useLastUsed'
import { useDrawnOn, useDrawnTo } from './useDrawReads'

/** Days off today from which a date is asked about: a year is easily mistyped. */
const YEAR_DAYS = 366

/**
 * A payment being drawn on an account, or recorded as written by hand on `pad`: its form and draft, what is
 * understood of it, what is wrong, what would print, and the act itself.
 */
export function useDraw(
  accounts: Readonly<Ref<readonly AccountView[] | undefined>>,
  view: Readonly<Ref<AccountView | undefined>>,
  pad: Readonly<Ref<NumberBook | undefined>>,
  draftName: () => string,
) {
  const office = useOffice()
  const today = localToday()
  const { behind } = useClock()
  const { busy, refusal, act, at, clear } = useAct()
  const { payees, ledgers, balances, lane, next, padNext } = useDrawnOn(view, pad)
  const form = ref<DrawForm>(blankDrawForm())
  const draft = useFormDraft(draftName, form, isBlankDraw, blankDrawForm)
  const tried = ref(false)
  const askingDate = ref(false)

  const dayFirst = computed(() => dayFirstIn(view.value?.account.country ?? 'US'))
  const sign = computed(() => view.value?.account.currency.sign ?? '')
  const payee = computed(() => payeeTyped(payees.value ?? [], form.value.payee))
  const { openBills, paidBefore, namesakes } = useDrawnTo(payee, () => form.value.newBill.number)
  const read = computed(() =>
    readDrawForm(form.value, {
      payees: payees.value ?? [],
      today,
      dayFirst: dayFirst.value,
      clockBehind: behind.value !== undefined,
      onPad: pad.value !== undefined,
      bills: openBills.value ?? [],
      ledgers: ledgers.value ?? [],
      unplaced: view.value?.company.payables?.unplaced,
      paid: paidBefore.value ?? [],
    }),
  )
  const day = computed(() => (read.value.date.ok ? read.value.date.value : undefined))
  const amount = computed(() => (read.value.amount.ok ? read.value.amount.value : undefined))
  const daysOff = computed(() => (day.value ? daysBetween(today, day.value) : 0))
  const dateHint = computed(() => (day.value ? spelledDay(day.value, dayFirst.value) : ''))
  const amountHint = computed(() =>
    amount.value === undefined ? '' : figures(amount.value, { sign: sign.value }),
  )

  const choices = computed(() =>
    ledgerChoices(
      ledgers.value ?? [],
      (accounts.value ?? []).map(a => a.account),
      view.value?.account.cashLedgerId,
    ),
  )
  const forPay = computed(() => view.value?.layout.purpose === 'payroll')
  const lastLedger = useLastUsed(() => `ledger of ${view.value?.account.companyId ?? ''}`)

  watch(padNext, n => {
    form.value.number = n === undefined ? '' : String(n)
  })
  // A payee's details are filled in once, when they are chosen: what was typed over them afterwards stays.
  watch(payee, p => {
    if (p && p.id !== form.value.filledFor) form.value = filledWith(form.value, p, forPay.value)
  })
  // On an account for other payments an employee begins without what is said of their pay.
  watch(forPay, (after, before) => {
    const p = payee.value
    const { memo, ledgerId } = form.value
    const was = p && filledWith(form.value, p, before)
    if (!was || was.memo !== memo || was.ledgerId !== ledgerId) return
    const { memo: memoNow, ledgerId: ledgerNow } = filledWith(form.value, p, after)
    form.value = { ...form.value, memo: memoNow, ledgerId: ledgerNow }
  })
  watch(
    () => form.value.payee,
    name => {
      if (name && !payee.value && !form.value.ledgerId)
        form.value.ledgerId = choices.value.find(c => c.value === lastLedger.value)?.value ?? null
    },
  )
  // With another company its payees and ledger accounts go: what no longer belongs is cleared, the date and
  // the amount stay.
  watch(
    () => view.value?.account.companyId,
    (now, before) => {
      if (!before || now === before) return
      form.value = { ...blankDrawForm(), date: form.value.date, amount: form.value.amount }
      clear()
      tried.value = false
    },
  )
  watch(
    () => view.value?.account.id,
    (now, before) => {
      if (!before || now === before) return
      form.value.signature = 'account'
      clear()
    },
  )

  /**
   * Settles these parts of bills: the amount follows while it is theirs and nothing else was added to it.
   */
  function settleBills(bills: Allocation[]): void {
    const before = read.value
    const besides = before.amount.ok ? before.amount.value - before.billed : 0
    const billed = sum(bills.map(a => a.amount))
    const total = billed + (before.billed || !before.amount.ok ? Math.max(0, besides) : 0)
    form.value = {
      ...form.value,
      bills,
      apart: '',
      amount: total > 0 ? figures(cents(total)) : bills.length ? form.value.amount : '',
    }
  }
  /** All that an owner may draw, while nothing else was begun; undefined: nothing of the kind. */
  const ownersAll = computed(() => {
    const { amount: typed, bills } = form.value
    if (payee.value?.kind !== 'owner' || typed !== '' || bills.length) return undefined
    const all = (openBills.value ?? []).filter(isPayableNow).map(b => whollyOn(b, day.value))
    return all.length ? all : undefined
  })
  /** An owner draws all that is open with them: says whether there was any. */
  function takeOwnersAll(): boolean {
    const all = ownersAll.value
    if (all) settleBills(all)
    return all !== undefined
  }
  // A bill that was paid meanwhile, or is another payee's, goes out of what was chosen.
  watch(openBills, now => {
    const known = new Set(payee.value && now?.map(b => b.id))
    if (now && payee.value && form.value.bills.some(a => !known.has(a.billId)))
      settleBills(form.value.bills.filter(a => known.has(a.billId)))
  })
  const isTyped = (field: DrawField): boolean => {
    if (field === 'bills') return true
    if (field === 'pay') return form.value.pay.some(l => l.now !== '')
    if (field === 'newBill' || field === 'ledger' || field === 'accountWithPayee') return false
    return form.value[field] !== ''
  }
  /** What is wrong at a field, once something is typed there or the act was tried. */
  const faults = (field: DrawField): string[] => {
    const own = read.value.faults[field]
    return own && (tried.value || isTyped(field)) ? [own.text] : at(field)
  }
  /** A refusal that belongs to no field of the form. */
  const elsewhere = computed(() =>
    refusal.value && !isDrawField(refusal.value.field) ? refusal.value.text : '',
  )

  const number = computed(() => {
    if (pad.value) return read.value.number.ok ? read.value.number.value : 0
    return next.value === undefined ? 0 : next.value + (lane.value?.length ?? 0)
  })
  const facts = computed(() =>
    factsOfDraw(
      form.value,
      read.value,
      number.value,
      today,
      view.value?.account.signing ?? { secondAbove: null, prints: [] },
    ),
  )
  const then = computed(
    () => balances.value && (pad.value ? paying : promising)(balances.value, amount.value ?? zero),
  )
  const warnings = computed(() =>
    balances.value
      ? drawWarnings(
          {
            payee: payee.value ?? null,
            balances: balances.value,
            paid: paidBefore.value ?? [],
            openBills: (openBills.value ?? []).filter(b => open(b) !== 0),
            today,
            sign: sign.value,
          },
          {
            amount: amount.value ?? null,
            date: day.value ?? null,
            explained: form.value.bills.length > 0 || form.value.apart !== '',
            isPay: forPay.value || form.value.pay.length > 0,
          },
        )
      : [],
  )

  /** Begins the lines of pay, with what is said of the pay of an employee. */
  const beginPay = (): void => {
    const { memo, ledgerId } = form.value
    const of = payee.value
    form.value = {
      ...{ ...form.value, pay: payToBegin(paidBefore.value ?? []) },
      ...{ memo: memo || (of?.memo ?? ''), ledgerId: ledgerId ?? of?.split[0]?.ledgerId ?? null },
    }
  }
  // With pay the amount follows from it: what stands in its field is what will be drawn.
  watch([() => form.value.pay.length > 0, amount], ([isPay, net], [wasPay]) => {
    if (isPay || wasPay) form.value.amount = isPay && net !== undefined ? figures(net) : ''
  })
  function startAgain(): void {
    form.value = { ...blankDrawForm(), number: padNext.value === undefined ? '' : String(padNext.value) }
    tried.value = false
    focusField('payee')
  }
  /** What was done, in words. */
  const doneText = (draw: Draw, onPad: number | undefined): string =>
    onPad === undefined
      ? `Drew ${figures(draw.amount, { sign: sign.value })} to ${draw.payee.name.trim()}. It is in the lane.`
      : `Recorded check ${onPad} to ${draw.payee.name.trim()} as issued.`
  /** What is drawn is no draft any more: that goes with the act. */
  async function send(accountId: AccountView['account']['id'], { draw, bill }: DrawAsked) {
    const number = read.value.number
    const { seen } = draft
    if (pad.value && number.ok)
      return act('record', { bookId: pad.value.id, draw, number: number.value }, '', seen)
    return bill
      ? act('drawWithBill', { accountId, draw, bill }, '', seen)
      : act('draw', { accountId, draw }, '', seen)
  }

  /**
   * Draws the payment, or shows what is wrong; asks first about a date far off unless it is `sure`. Gives its
   * key where that was done.
   */
  async function drawIt(sure = false): Promise<Id<'payment'> | undefined> {
    const account = view.value?.account
    if (!account || busy.value) return undefined
    tried.value = true
    const wrong = drawFields.find(field => read.value.faults[field])
    if (wrong) {
      focusField(wrong)
      return undefined
    }
    askingDate.value = Math.abs(daysOff.value) > YEAR_DAYS && !sure
    const asked = drawOf(form.value, read.value, account.companyId, {
      payment: idOf(crypto.randomUUID()),
      payee: idOf(crypto.randomUUID()),
      bill: idOf(crypto.randomUUID()),
    })
    if (askingDate.value || !asked) return undefined
    const { ledgerId } = form.value
    const onPad = pad.value && read.value.number.ok ? read.value.number.value : undefined
    const done = await send(account.id, asked)
    if (!done) return undefined
    if (!done.ok) {
      focusField(drawFields.find(f => f === done.refusal.field) ?? 'payee')
      return undefined
    }
    lastLedger.value = ledgerId ?? lastLedger.value
    startAgain()
    office.said = doneText(asked.draw, onPad)
    return asked.draw.id
  }
  return {
    form,
    busy,
    askingDate,
    dayFirst,
    payees,
    payee,
    openBills,
    settleBills,
    ownersAll,
    takeOwnersAll,
    beginPay,
    twice: computed(() => (namesakes.value?.same.length ?? 0) > 0),
    read,
    day,
    daysOff,
    dateHint,
    amountHint,
    choices,
    faults,
    elsewhere,
    facts,
    balances,
    then,
    warnings,
    drawIt,
  }
}
