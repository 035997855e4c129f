import { computed, ref, watch, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { readTypedDate, spelledDay } from '#core/base/dates'
import { howMany } from '#core/base/howMany'
import { idOf, type Id } from '#core/base/id'
import type { BankAccount } from '#core/accounts/account'
import { sum } from '#core/money/cents'
import { currencyCode } from '#core/money/currency'
import { readTransfers } from '~/data/bank/bankReads'
import { saveText } from '~/data/files/fileOut'
import { localToday, useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useClock } from '../base/useClock'
import { useLive } from '../base/useLive'

/** The transfers of an account that the bank was not ordered to make yet, and the file that orders them. */
export function useTransfers(account: Readonly<Ref<BankAccount | undefined>>) {
  const office = useOffice()
  const { behind } = useClock()
  const { busy, fault, act, at, clear } = useAct()
  const view = useLive(
    () => (account.value ? readTransfers(account.value) : undefined),
    () => account.value?.id,
  )
  const leftOut = ref<ReadonlySet<Id<'payment'>>>(new Set())
  const [dateText, currency] = [ref(''), ref('')]
  watch(
    () => account.value?.id,
    () => {
      clear()
      leftOut.value = new Set()
      currency.value = account.value ? currencyCode(account.value.currency, account.value.country) : ''
    },
    { immediate: true },
  )
  const able = computed(() => view.value?.waiting.filter(t => !t.fault) ?? [])
  const chosen = computed(() => able.value.filter(t => !leftOut.value.has(t.payment.id)))
  const total = computed(() => sum(chosen.value.map(t => t.payment.amount)))
  function take(id: Id<'payment'>, isTaken: boolean): void {
    const out = new Set(leftOut.value)
    if (isTaken) out.delete(id)
    else out.add(id)
    leftOut.value = out
  }
  const dayFirst = computed(() => dayFirstIn(account.value?.country ?? 'US'))
  const date = computed(() =>
    readTypedDate(
      dateText.value,
      { today: localToday(), dayFirst: dayFirst.value, clockBehind: behind.value !== undefined },
      'ahead',
    ),
  )
  const dateFaults = computed(() => (date.value.ok ? at('date') : [date.value.refusal.text]))
  const dateHint = computed(() => (date.value.ok ? spelledDay(date.value.value, dayFirst.value) : ''))
  /** Makes the file of the chosen transfers, and saves it. */
  async function send(): Promise<boolean> {
    if (!account.value || !date.value.ok) return false
    const done = await act('sendTransfers', {
      ...{ accountId: account.value.id, fileId: idOf<'sentFile'>(crypto.randomUUID()) },
      ...{ paymentIds: chosen.value.map(t => t.payment.id), date: date.value.value },
      currency: currency.value.trim().toUpperCase(),
    })
    const [file] = done?.ok ? done.value.sentFiles : []
    if (!file) return false
    saveText(file.text, file.name, 'application/xml')
    office.said = `Saved ${file.name} with ${howMany(file.transfers ?? 0, 'transfer')}.`
    return true
  }
  return {
    ...{ view, chosen, total, take, leftOut, dateText, dateFaults, dateHint, date, currency },
    ...{ busy, fault, at, send },
  }
}
