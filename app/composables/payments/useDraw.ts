import { computed, ref, watch, type Ref } from 'vue'
import { idOf, type Id } from '#core/base/id'
import type { NumberBook } from '#core/numbers/book'
import { paying, promising } from '#core/ledger/balances'
import { zero } from '#core/money/cents'
import { figures } from '#core/money/figures'
import { open } from '#core/bills/bill'
import type { Allocation } from '#core/bills/allocation'
import type { Draw } from '#core/payments/draw'
import { drawFields, isDrawField, type DrawField } from '#core/payments/drawForm'
import { drawOf, factsOfDraw, type DrawAsked } from '#core/payments/drawOf'
import { drawWarnings } from '#core/payments/drawWarnings'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'
import { focusField } from '../base/focusNext'
import { useAct } from '../base/useAct'
import { useLastUsed } from '../base/useLastUsed'
import { ledgerChoices } from '../accounts/useCompanyLedgers'
import { useDrawFollows, useDrawForm } from './useDrawForm'

/** Days off today from which a date is asked about: a year is easily mistyped. */
const YEAR_DAYS = 366
type Pad = Readonly<Ref<NumberBook | undefined>>
type View = Readonly<Ref<AccountView | undefined>>

/** What would print and what it would do to the balances, as far as the form goes. */
function useDrawPreview(of: ReturnType<typeof useDrawForm>, view: View, pad: Pad, isPay: () => boolean) {
  const { form, read, next, waiting, balances, payee, paidBefore, openBills, day, amount, sign } = of
  const today = localToday()
  const number = computed(() => {
    if (pad.value) return read.value.number.ok ? read.value.number.value : 0
    return next.value === undefined ? 0 : next.value + (waiting.value ?? 0)
  })
  const signing = computed(() => view.value?.account.signing ?? { secondAbove: null, prints: [] })
  const facts = computed(() => factsOfDraw(form.value, read.value, number.value, today, signing.value))
  const then = computed(
    () => balances.value && (pad.value ? paying : promising)(balances.value, amount.value ?? zero),
  )
  const known = computed(() => ({
    payee: payee.value ?? null,
    paid: paidBefore.value ?? [],
    openBills: (openBills.value ?? []).filter(b => open(b) !== 0),
    today,
    sign: sign.value,
  }))
  const asked = computed(() => ({
    amount: amount.value ?? null,
    date: day.value ?? null,
    explained: form.value.bills.length > 0 || form.value.apart !== '',
    isPay: isPay() || form.value.pay.length > 0,
  }))
  const warnings = computed(() =>
    balances.value ? drawWarnings({ ...known.value, balances: balances.value }, asked.value) : [],
  )
  return { facts, then, warnings }
}

/** What is wrong at a field, once something is typed there or the act was tried. */
function useDrawFaults(
  { form, read }: ReturnType<typeof useDrawForm>,
  { refusal, at }: ReturnType<typeof useAct>,
) {
  const tried = ref(false)
  function isTyped(field: DrawField): boolean {
    if (field === 'bills') return true
    if (field === 'pay') return form.value.pay.some(l => l.now !== '')
    if (field === 'newBill' || field === 'ledger' || field === 'accountWithPayee') return false
    return form.value[field] !== ''
  }
  function faults(field: DrawField): string[] {
    const own = read.value.faults[field]
    return own && (tried.value || isTyped(field)) ? [own.text] : at(field)
  }
  /** A refusal that belongs to no field of the form. */
  const elsewhere = computed(() =>
    refusal.value && !isDrawField(refusal.value.field) ? refusal.value.text : '',
  )
  return { tried, faults, elsewhere }
}

/** What was done, in words. */
const doneText = ({ amount, payee }: Draw, sign: string, onPad: number | undefined): string =>
  onPad === undefined
    ? `Drew ${figures(amount, { sign })} to ${payee.name.trim()}. It is in the lane.`
    : `Recorded check ${onPad} to ${payee.name.trim()} as issued.`

/**
 * A payment being drawn on an account, or recorded as written by hand on `pad`: its form and draft, what is
 * understood of it, what is wrong, what would print, and the act itself.
 */
export function useDraw(
  accounts: Readonly<Ref<readonly AccountView[] | undefined>>,
  view: View,
  pad: Pad,
  draftName: () => string,
) {
  const office = useOffice()
  const doing = useAct()
  const of = useDrawForm(view, pad, draftName)
  const { form, read, draft, payee, paidBefore, amount, ownersAll, padNext, happened } = of
  const choices = computed(() => {
    const all = (accounts.value ?? []).map(a => a.account)
    return ledgerChoices(of.ledgers.value ?? [], all, view.value?.account.cashLedgerId)
  })
  const lastLedger = useLastUsed(() => `ledger of ${view.value?.account.companyId ?? ''}`)
  const lastChoice = () => choices.value.find(c => c.value === lastLedger.value)?.value ?? null
  const { forPay } = useDrawFollows(of, view, lastChoice)
  const preview = useDrawPreview(of, view, pad, () => forPay.value)
  const { tried, faults, elsewhere } = useDrawFaults(of, doing)
  const askingDate = ref(false)

  const settleBills = (bills: Allocation[]): void => happened({ kind: 'bills', bills, amount: amount.value })
  /** An owner draws all that is open with them: says whether there was any. */
  function takeOwnersAll(): boolean {
    const all = ownersAll.value
    if (all) settleBills(all)
    return all !== undefined
  }
  const beginPay = () => happened({ kind: 'pay', payee: payee.value, before: paidBefore.value ?? [] })
  watch([() => view.value?.account.companyId, () => view.value?.account.id], (now, before) => {
    if (!before[1] || now[1] === before[1]) return
    doing.clear()
    form.value.signature = 'account'
    if (now[0] === before[0]) return
    happened({ kind: 'company' })
    tried.value = false
  })

  /** What is drawn is no draft any more: that goes with the act. */
  async function send(accountId: AccountView['account']['id'], { draw, bill }: DrawAsked) {
    const { number } = read.value
    if (pad.value && number.ok)
      return doing.act('record', { bookId: pad.value.id, draw, number: number.value }, '', draft.seen)
    return bill
      ? doing.act('drawWithBill', { accountId, draw, bill }, '', draft.seen)
      : doing.act('draw', { accountId, draw }, '', draft.seen)
  }
  function drawn(draw: Draw, onPad: number | undefined): Id<'payment'> {
    lastLedger.value = form.value.ledgerId ?? lastLedger.value
    happened({ kind: 'drawn', number: padNext.value === undefined ? '' : String(padNext.value) })
    tried.value = false
    focusField('payee')
    office.said = doneText(draw, of.sign.value, onPad)
    return draw.id
  }
  /** The first field in which something is wrong. */
  const wrongField = () => drawFields.find(field => read.value.faults[field])
  /**
   * Draws the payment, or shows what is wrong; asks first about a date far off unless it is `sure`. Gives its
   * key where that was done.
   */
  async function drawIt(sure = false): Promise<Id<'payment'> | undefined> {
    const account = view.value?.account
    if (!account || doing.busy.value) return undefined
    tried.value = true
    const wrong = wrongField()
    if (wrong) focusField(wrong)
    askingDate.value = !wrong && Math.abs(of.daysOff.value) > YEAR_DAYS && !sure
    if (wrong || askingDate.value) return undefined
    const keys = {
      ...{ payment: idOf<'payment'>(crypto.randomUUID()), payee: idOf<'payee'>(crypto.randomUUID()) },
      bill: idOf<'bill'>(crypto.randomUUID()),
    }
    const asked = drawOf(form.value, read.value, account.companyId, keys)
    if (!asked) return undefined
    const onPad = pad.value && read.value.number.ok ? read.value.number.value : undefined
    const done = await send(account.id, asked)
    if (done?.ok) return drawn(asked.draw, onPad)
    if (done) focusField(drawFields.find(f => f === done.refusal.field) ?? 'payee')
    return undefined
  }
  return {
    ...{ ...of, ...preview, busy: doing.busy, askingDate, choices, faults, elsewhere },
    twice: computed(() => (of.namesakes.value?.same.length ?? 0) > 0),
    ...{ settleBills, takeOwnersAll, beginPay, drawIt },
  }
}
