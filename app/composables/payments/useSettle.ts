import { dayText, addDays, typedDate, type PlainDate } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { idOf, type Id } from '#core/base/id'
import { good } from '#core/base/result'
import { cents, sum, type Cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Company } from '#core/accounts/account'
import type { Payee } from '#core/payees/payee'
import type { OtherWay } from '#core/payments/payment'
import { choosePart, onChoiceEvent } from '#core/payments/settleChoice'
import {
  checksToCome,
  proposal,
  settleable,
  weeksOut,
  wholly,
  type Choice,
  type Chosen,
  type Settleable,
} from '#core/payments/settleForm'
import { readAskingBills, readPayeesOf } from '~/data/bills/billReads'
import { readAccountsOf, readBalances } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useLive } from '../base/useLive'

const WEEKS = 6
/** Bills due within so many days are proposed. */
const SOON_DAYS = 7

/** The accounts of a company with their balances. */
function useBalances(company: Readonly<Ref<Company | undefined>>) {
  return useLive(
    async () => {
      const accounts = company.value ? await readAccountsOf(company.value.id) : []
      return Promise.all(accounts.map(async account => ({ account, balances: await readBalances(account) })))
    },
    () => company.value?.id,
  )
}

/**
 * Settling what a company owes: what is due with what would be lost by waiting, what was chosen, the checks
 * that will come of it, and the acts. `only` names a bill or a payee that alone is proposed.
 */
export function useSettle(
  company: Readonly<Ref<Company | undefined>>,
  only: () => { readonly bill?: string; readonly payee?: string },
) {
  const office = useOffice()
  const today = localToday()
  const { busy, refusal, fault, act, clear } = useAct()
  const accounts = useBalances(company)
  const known = useLive(
    async () => {
      if (!company.value) return undefined
      const bills = await readAskingBills(company.value.id)
      return { company: company.value.id, bills, payees: await readPayeesOf(bills) }
    },
    () => company.value?.id,
  )
  const dayFirst = computed(() => dayFirstIn(accounts.value?.[0]?.account.country ?? 'US'))
  const sign = computed(() => accounts.value?.[0]?.account.currency.sign ?? '')
  const byText = ref('')
  const dateText = ref('')
  const laterText = ref('')
  const perBill = ref(false)
  const accountId = ref<Id<'account'>>()
  const read = (text: string, other: PlainDate) =>
    text.trim() ? typedDate(text, today, dayFirst.value) : good(other)
  const by = computed(() => read(byText.value, addDays(today, SOON_DAYS)))
  const later = computed(() => read(laterText.value, today))
  const date = computed(() => read(dateText.value, later.value.ok ? later.value.value : today))
  const dayOf = (r: typeof date.value): PlainDate => (r.ok ? r.value : today)

  const able = computed(() => (accounts.value ?? []).filter(a => a.account.forChecks))
  const usual = computed(() => accountId.value ?? able.value[0]?.account.id)
  const accountOf = (payee: Payee): Id<'account'> =>
    (accountId.value ?? able.value.find(a => a.account.id === payee.accountId)?.account.id ?? usual.value)!

  const list = computed(() =>
    known.value ? settleable(known.value.bills, known.value.payees, dayOf(date.value)) : [],
  )
  const choice = shallowRef<Choice>(new Map<Id<'bill'>, Chosen>())
  /** Proposed anew with another company, another day, or another bill that it is about. */
  const propose = (): void => {
    const { bill, payee } = only()
    const about = list.value.filter(s => !s.reason && (s.bill.id === bill || s.bill.payeeId === payee))
    choice.value =
      bill || payee
        ? new Map(about.map(s => [s.bill.id, wholly(s)]))
        : new Map(proposal(list.value, dayOf(by.value), dayOf(date.value)))
  }
  watch(
    () => [known.value?.company, by.value.ok && by.value.value, JSON.stringify(only())],
    () => propose(),
    { immediate: true },
  )
  watch(list, now => (choice.value = onChoiceEvent(choice.value, { kind: 'list', list: now })))

  const isChosen = (s: Settleable): boolean => choice.value.has(s.bill.id)
  function toggle(row: Settleable): void {
    choice.value = onChoiceEvent(choice.value, { kind: 'toggle', row })
    clear()
  }
  /** Takes a part of a bill as it is typed. Gives what is wrong with it. */
  function takePart(row: Settleable, text: string): string {
    const next = choosePart(choice.value, row, text)
    if (!next.ok) return next.refusal.text
    choice.value = next.value
    return ''
  }
  function takeDiscount(row: Settleable, taken: boolean): void {
    choice.value = onChoiceEvent(choice.value, { kind: 'discount', row, taken })
  }

  const checks = computed(() =>
    usual.value
      ? checksToCome(list.value, choice.value, {
          perBill: perBill.value,
          accountOf,
          date: dayOf(date.value),
          newId: () => idOf(crypto.randomUUID()),
          ...(dayOf(later.value) > today && { scheduled: dayOf(later.value) }),
        })
      : [],
  )
  /** A payee whose credits are more than what is paid. */
  const short = computed(() => checks.value.find(c => c.draw.amount <= 0))
  const total = computed(() => sum(checks.value.map(c => c.draw.amount)))
  const gained = computed(() => sum([...choice.value.values()].map(c => c.discount)))
  /** What each account pays now, with what it has free before and after. */
  const perAccount = computed(() =>
    (accounts.value ?? []).flatMap(({ account, balances }) => {
      const pays = sum(checks.value.filter(c => c.accountId === account.id).map(c => c.draw.amount))
      return pays ? [{ account, pays, before: balances.free, after: cents(balances.free - pays) }] : []
    }),
  )
  const cash = computed<Cents>(() => sum((accounts.value ?? []).map(a => a.balances.free)))
  const weeks = computed(() => weeksOut(known.value?.bills ?? [], cash.value, today, WEEKS))
  const faulty = computed(() => [by, later, date].some(r => !r.value.ok))

  /** Draws the checks that will come of what was chosen. */
  async function settleIt(): Promise<boolean> {
    const of = company.value
    if (!of || busy.value || !checks.value.length || faulty.value) return false
    const payments = checks.value.map(({ accountId: id, draw }) => ({ accountId: id, draw }))
    const doneText = `Drew ${howMany(payments.length, 'payment')}, ${figures(total.value, { sign: sign.value })}. ${dayOf(later.value) > today ? `They enter the lane on ${dayText(dayOf(later.value))}.` : 'They are in the lane.'}`
    const done = await act('settle', { companyId: of.id, payments })
    if (!done?.ok) return false
    // What was chosen is drawn: what is left open of it is chosen anew, or not.
    choice.value = new Map()
    office.said = doneText
    return true
  }
  /** Records what was chosen, of one payee, as paid without a check. */
  async function payByOtherMeans(from: Id<'account'>, way: OtherWay, reference: string): Promise<boolean> {
    const [check] = checks.value
    if (!check || busy.value || checks.value.length > 1) return false
    const { scheduled: _, ...draw } = check.draw
    const done = await act('payByOtherMeans', { accountId: from, draw, way, reference })
    if (!done?.ok) return false
    choice.value = new Map()
    office.said = `Recorded ${figures(check.draw.amount, { sign: sign.value })} to ${check.payee.name}, by ${way}.`
    return true
  }
  return {
    today,
    accounts,
    able,
    known,
    sign,
    byText,
    dateText,
    laterText,
    by,
    later,
    date,
    perBill,
    accountId,
    list,
    choice,
    isChosen,
    toggle,
    takePart,
    takeDiscount,
    propose,
    checks,
    short,
    total,
    gained,
    perAccount,
    weeks,
    faulty,
    busy,
    fault,
    refusal,
    settleIt,
    payByOtherMeans,
  }
}
