import { addDays, typedDate, type PlainDate } from '#core/base/dates'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { good, type Result } from '#core/base/result'
import { sum } from '#core/money/cents'
import type { Company } from '#core/accounts/account'
import { choosePart, onChoiceEvent, type ChoiceEvent } from '#core/payments/settleChoice'
import {
  proposal,
  settleable,
  weeksOut,
  wholly,
  type Choice,
  type Settleable,
} from '#core/payments/settleForm'
import { readAskingBills, readPayeesOf } from '~/data/bills/billReads'
import { readAccountsOf } from '~/data/accounts/accountReads'
import { readBalances } from '~/data/accounts/balances'
import { localToday } from '~/stores/office'
import { useLive } from '../base/useLive'

const WEEKS = 6
/** Bills due within so many days are proposed. */
const SOON_DAYS = 7

/** The accounts of a company with their balances. */
const useBalances = (company: Readonly<Ref<Company | undefined>>) =>
  useLive(
    async () => {
      const accounts = company.value ? await readAccountsOf(company.value.id) : []
      return Promise.all(accounts.map(async account => ({ account, balances: await readBalances(account) })))
    },
    () => company.value?.id,
  )
/** The bills of a company that ask for payment, with their payees. */
const useAskingBills = (company: Readonly<Ref<Company | undefined>>) =>
  useLive(
    async () => {
      if (!company.value) return undefined
      const bills = await readAskingBills(company.value.id)
      return { company: company.value.id, bills, payees: await readPayeesOf(bills) }
    },
    () => company.value?.id,
  )

/** The days of settling as they are typed: bills due through, check date, and the day the lane gets them. */
function useSettleDays(dayFirst: () => boolean) {
  const today = localToday()
  const [byText, dateText, laterText] = [ref(''), ref(''), ref('')]
  const read = (text: string, other: PlainDate): Result<PlainDate> =>
    text.trim() ? typedDate(text, today, dayFirst()) : good(other)
  const by = computed(() => read(byText.value, addDays(today, SOON_DAYS)))
  const later = computed(() => read(laterText.value, today))
  const date = computed(() => read(dateText.value, later.value.ok ? later.value.value : today))
  const dayOf = (r: Result<PlainDate>): PlainDate => (r.ok ? r.value : today)
  const faulty = computed(() => [by, later, date].some(r => !r.value.ok))
  return { today, byText, dateText, laterText, by, later, date, dayOf, faulty }
}

/**
 * What a company owes, with what would be lost by waiting, and what was chosen of it. `only` names a bill or a
 * payee that alone is proposed.
 */
export function useSettleList(
  company: Readonly<Ref<Company | undefined>>,
  only: () => { readonly bill?: string; readonly payee?: string },
) {
  const accounts = useBalances(company)
  const known = useAskingBills(company)
  const currency = computed(() => accounts.value?.[0]?.account.currency)
  const days = useSettleDays(() => dayFirstIn(accounts.value?.[0]?.account.country ?? 'US'))
  const { today, by, date, dayOf } = days
  const list = computed(() =>
    known.value ? settleable(known.value.bills, known.value.payees, dayOf(date.value)) : [],
  )
  const choice = shallowRef<Choice>(new Map())
  /** Proposed anew with another company, another day, or another bill that it is about. */
  function propose(): void {
    const { bill, payee } = only()
    const about = list.value.filter(s => !s.reason && (s.bill.id === bill || s.bill.payeeId === payee))
    choice.value =
      bill || payee
        ? new Map(about.map(s => [s.bill.id, wholly(s)] as const))
        : new Map(proposal(list.value, dayOf(by.value), dayOf(date.value)))
  }
  const chosen = (event: ChoiceEvent): void => {
    choice.value = onChoiceEvent(choice.value, event)
  }
  watch(
    () => [known.value?.company, by.value.ok && by.value.value, JSON.stringify(only())],
    () => propose(),
    { immediate: true },
  )
  watch(list, now => chosen({ kind: 'list', list: now }))
  /** Pays a part of a bill as it is typed. Gives what is wrong with it. */
  function takePart(row: Settleable, text: string): string {
    const next = choosePart(choice.value, row, text)
    if (next.ok) choice.value = next.value
    return next.ok ? '' : next.refusal.text
  }
  /** What was chosen is drawn: what is left open of it is chosen anew, or not. */
  const forgetChoice = (): void => {
    choice.value = new Map()
  }
  return {
    ...{ ...days, accounts, known, list, choice, propose, chosen, takePart, forgetChoice },
    sign: computed(() => currency.value?.sign ?? ''),
    gained: computed(() => sum([...choice.value.values()].map(c => c.discount))),
    isChosen: (s: Settleable): boolean => choice.value.has(s.bill.id),
    weeks: computed(() => {
      const cash = sum((accounts.value ?? []).map(a => a.balances.free))
      return weeksOut(known.value?.bills ?? [], cash, today, WEEKS)
    }),
  }
}
