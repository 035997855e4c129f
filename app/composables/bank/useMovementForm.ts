import { computed, reactive, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { spelledDay } from '#core/base/dates'
import { idOf } from '#core/base/id'
import type { Result } from '#core/base/result'
import type { BankLine } from '#core/bank/bankLine'
import { movementKinds } from '#core/bank/movement'
import { blankMovement, movementToEnter, readMovement } from '#core/bank/movementForm'
import { cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useClock } from '../base/useClock'
import { useCompanyLedgers } from '../accounts/useCompanyLedgers'

/**
 * Money that came in or went out without a check, as it is typed; `line` is the bank line that it is entered from,
 * whose day and amount it has.
 */
export function useMovementForm(
  view: Readonly<Ref<AccountView>>,
  line: Readonly<Ref<BankLine | undefined>>,
  text = '',
) {
  const office = useOffice()
  const { behind } = useClock()
  const { busy, fault, succeeded, at } = useAct()
  const { choices, accounts } = useCompanyLedgers(computed(() => view.value.company))
  const typed = reactive(blankMovement(text))
  /** One key for this form: it is entered once, however often it is pressed. */
  const id = idOf<'entry'>(crypto.randomUUID())
  const dayFirst = computed(() => dayFirstIn(view.value.account.country))
  const sign = computed(() => view.value.account.currency.sign)
  const read = computed(() =>
    readMovement(typed, line.value, {
      ...{ today: localToday(), dayFirst: dayFirst.value, clockBehind: behind.value !== undefined },
    }),
  )
  const hints = computed(() => {
    const { date, amount } = read.value
    return {
      date: date.ok ? spelledDay(date.value, dayFirst.value) : '',
      amount: amount.ok ? figures(amount.value, { sign: sign.value }) : '',
    }
  })
  const others = computed(() => (accounts.value ?? []).filter(a => a.id !== view.value.account.id))
  /** What is wrong with a field: nothing is said of one that is still blank. */
  const faultsOf = (field: 'date' | 'amount', of: Result<unknown>): string[] =>
    typed[field].trim() && !of.ok ? [of.refusal.text] : at(field)
  async function enterIt(): Promise<boolean> {
    const entering = movementToEnter(typed, read.value, line.value)
    if (
      !entering ||
      !(await succeeded('enterMovement', { accountId: view.value.account.id, id, ...entering }))
    )
      return false
    const sum = figures(cents(Math.abs(entering.amount)), { sign: sign.value })
    office.said = `Entered ${movementKinds[entering.kind].title.toLowerCase()} of ${sum}.`
    return true
  }
  return { typed, read, hints, others, choices, sign, busy, fault, at, faultsOf, enterIt }
}
