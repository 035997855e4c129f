import { dayText } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { computed, ref, type Ref } from 'vue'
import { idOf, type Id } from '#core/base/id'
import { cents, sum } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { Company } from '#core/accounts/account'
import type { Payee } from '#core/payees/payee'
import type { OtherWay } from '#core/payments/payment'
import { checksToCome, type Settleable } from '#core/payments/settleForm'
import { useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useSettleList } from './useSettleList'

/** The checks that will come of what was chosen, and what each account pays. */
function useChecksToCome(of: ReturnType<typeof useSettleList>) {
  const { list, choice, accounts, date, later, today, dayOf } = of
  const perBill = ref(false)
  const accountId = ref<Id<'account'>>()
  const able = computed(() => (accounts.value ?? []).filter(a => a.account.forChecks))
  const usual = computed(() => accountId.value ?? able.value[0]?.account.id)
  const accountOf = (payee: Payee): Id<'account'> =>
    (accountId.value ?? able.value.find(a => a.account.id === payee.accountId)?.account.id ?? usual.value)!
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
  /** What each account pays now, with what it has free before and after. */
  const perAccount = computed(() =>
    (accounts.value ?? []).flatMap(({ account, balances }) => {
      const pays = sum(checks.value.filter(c => c.accountId === account.id).map(c => c.draw.amount))
      return pays ? [{ account, pays, before: balances.free, after: cents(balances.free - pays) }] : []
    }),
  )
  return {
    ...{ perBill, accountId, able, checks, perAccount },
    /** A payee whose credits are more than what is paid. */
    short: computed(() => checks.value.find(c => c.draw.amount <= 0)),
    total: computed(() => sum(checks.value.map(c => c.draw.amount))),
  }
}

/** Settling what a company owes: what was chosen, the checks that will come of it, and the acts. */
export function useSettle(
  company: Readonly<Ref<Company | undefined>>,
  only: () => { readonly bill?: string; readonly payee?: string },
) {
  const office = useOffice()
  const { busy, refusal, fault, act, clear } = useAct()
  const of = useSettleList(company, only)
  const coming = useChecksToCome(of)
  const { checks, total } = coming
  const { sign, later, today, dayOf } = of

  /** Draws the checks that will come of what was chosen. Gives whether it was done. */
  async function settleIt(): Promise<boolean> {
    const { id: companyId } = company.value ?? {}
    if (!companyId || busy.value || !checks.value.length || of.faulty.value) return false
    const payments = checks.value.map(({ accountId, draw }) => ({ accountId, draw }))
    const laneDay = dayOf(later.value)
    const where = laneDay > today ? `They enter the lane on ${dayText(laneDay)}.` : 'They are in the lane.'
    const doneText = `Drew ${howMany(payments.length, 'payment')}, ${figures(total.value, { sign: sign.value })}. ${where}`
    const done = await act('settle', { companyId, payments })
    if (!done?.ok) return false
    of.forgetChoice()
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
    of.forgetChoice()
    office.said = `Recorded ${figures(check.draw.amount, { sign: sign.value })} to ${check.payee.name}, by ${way}.`
    return true
  }
  function toggle(row: Settleable): void {
    of.chosen({ kind: 'toggle', row })
    clear()
  }
  const takeDiscount = (row: Settleable, taken: boolean): void => of.chosen({ kind: 'discount', row, taken })
  return {
    ...{ ...of, ...coming, toggle, takeDiscount },
    ...{ busy, fault, refusal, settleIt, payByOtherMeans },
  }
}
