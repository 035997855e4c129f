import { computed, ref, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { readTypedDate, spelledDay } from '#core/base/dates'
import { idOf, type Id } from '#core/base/id'
import type { BankLine } from '#core/bank/bankLine'
import { kindsToChoose, movementKinds, type MovementKind } from '#core/bank/movement'
import { readFormLines, type FormLine } from '#core/bills/formLines'
import { good } from '#core/base/result'
import { cents, parseAmount, payable, type Cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { AccountView } from '~/data/reads'
import { localToday, useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useClock } from '../base/useClock'
import { useCompanyLedgers } from '../accounts/useCompanyLedgers'

/**
 * Money that came in or went out without a check, as it is typed; `line` is the bank line that it is entered from,
 * whose day and amount it has.
 */
export function useMovementForm(view: Readonly<Ref<AccountView>>, line: Readonly<Ref<BankLine | undefined>>) {
  const office = useOffice()
  const { behind } = useClock()
  const { busy, fault, succeeded, at } = useAct()
  const { choices, accounts } = useCompanyLedgers(computed(() => view.value.company))
  const way = ref<'in' | 'out'>('in')
  const kind = ref<MovementKind>()
  const [amountText, dateText, text, party, reference] = [ref(''), ref(''), ref(''), ref(''), ref('')]
  const ledgerId = ref<Id<'ledger'> | null>(null)
  const lines = ref<FormLine[]>([])
  const toAccountId = ref<Id<'account'>>()
  /** One key for this form: it is entered once, however often it is pressed. */
  const id = idOf<'entry'>(crypto.randomUUID())
  const dayFirst = computed(() => dayFirstIn(view.value.account.country))
  const sign = computed(() => view.value.account.currency.sign)
  const direction = computed<1 | -1>(() =>
    line.value ? (line.value.amount > 0 ? 1 : -1) : way.value === 'in' ? 1 : -1,
  )
  const kinds = computed(() => kindsToChoose(direction.value))
  const chosenKind = computed<MovementKind>(
    () => kinds.value.find(k => k.value === kind.value)?.value ?? kinds.value[0]!.value,
  )
  const date = computed(() =>
    line.value
      ? good(line.value.date)
      : readTypedDate(
          dateText.value,
          { today: localToday(), dayFirst: dayFirst.value, clockBehind: behind.value !== undefined },
          'back',
        ),
  )
  const amount = computed(() => {
    if (line.value) return good(cents(Math.abs(line.value.amount)))
    const read = parseAmount(amountText.value)
    return read.ok ? payable(read.value) : read
  })
  const signed = computed<Cents | undefined>(() =>
    amount.value.ok ? cents(direction.value * amount.value.value) : undefined,
  )
  const others = computed(() => (accounts.value ?? []).filter(a => a.id !== view.value.account.id))
  const isTransfer = computed(() => chosenKind.value === 'transfer')
  /** The parts with the sign of the money; one ledger account where no lines were added. */
  const parts = computed(() => {
    if (isTransfer.value || signed.value === undefined) return good([])
    if (!lines.value.length)
      return ledgerId.value ? good([{ ledgerId: ledgerId.value, amount: signed.value }]) : undefined
    const read = readFormLines(lines.value, cents(Math.abs(signed.value)), 'ledger')
    if (!read.ok) return read
    return good(read.value.map(l => ({ ledgerId: l.ledgerId, amount: cents(direction.value * l.amount) })))
  })
  const isReady = computed(
    () =>
      date.value.ok &&
      signed.value !== undefined &&
      text.value.trim() !== '' &&
      (isTransfer.value ? toAccountId.value !== undefined : parts.value?.ok === true),
  )
  const hints = computed(() => ({
    date: date.value.ok ? spelledDay(date.value.value, dayFirst.value) : '',
    amount: amount.value.ok ? figures(amount.value.value, { sign: sign.value }) : '',
  }))
  const faultsOf = (typed: string, read: typeof date.value | typeof amount.value, field: string) =>
    typed.trim() && !read.ok ? [read.refusal.text] : at(field)
  async function enterIt(): Promise<boolean> {
    if (!date.value.ok || signed.value === undefined || !parts.value?.ok) return false
    const done = await succeeded('enterMovement', {
      ...{ accountId: view.value.account.id, id, kind: chosenKind.value, date: date.value.value },
      ...{ amount: signed.value, parts: parts.value.value, text: text.value },
      ...(isTransfer.value && toAccountId.value && { toAccountId: toAccountId.value }),
      ...(party.value.trim() && { party: party.value }),
      ...(reference.value.trim() && { reference: reference.value }),
      ...(line.value && { lineId: line.value.id }),
    })
    if (!done) return false
    const { title } = movementKinds[chosenKind.value]
    office.said = `Entered ${title.toLowerCase()} of ${figures(cents(Math.abs(signed.value)), { sign: sign.value })}.`
    return true
  }
  return {
    ...{ way, kind, amountText, dateText, text, party, reference, ledgerId, lines, toAccountId },
    ...{ kinds, chosenKind, date, amount, signed, direction, others, isTransfer, parts, isReady, hints },
    ...{ choices, sign, busy, fault, at, faultsOf, enterIt },
  }
}
