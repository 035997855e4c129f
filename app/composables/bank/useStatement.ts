import { until } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'
import { dayFirstIn } from '#core/base/country'
import { typedDate, type PlainDate } from '#core/base/dates'
import { oneAfterOther } from '#core/base/oneAfterOther'
import { idOf, type Id } from '#core/base/id'
import { good } from '#core/base/result'
import { MOST_TEXT } from '#core/bank/enterMovement'
import { movementKinds } from '#core/bank/movement'
import { whereToLook } from '#core/bank/reconcile'
import { lastClosed, lastDayOf } from '#core/bank/statement'
import type { OneKey } from '#core/bank/suggest'
import type { MatchAsked } from '#core/bank/matchLines'
import type { BankAccount } from '#core/accounts/account'
import { parseAmount } from '#core/money/cents'
import { readOpenStatement, readReconciliation, readStatements, type SeenLine } from '~/data/bank/bankReads'
import { localToday, useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useLive } from '../base/useLive'

/** The day through which the open statement is closed, and the bank's balance on it, as they are typed. */
function useClosingForm(
  account: Readonly<Ref<BankAccount | undefined>>,
  view: ReturnType<typeof useOpenStatement>['view'],
) {
  const today = localToday()
  const [throughText, balanceText] = [ref(''), ref('')]
  /** The day of the last balance that the bank states, else the last day of its files. */
  const usual = computed<PlainDate>(() => {
    const of = view.value?.statement
    const day = of?.stated?.day ?? (of && lastDayOf(of))
    return day && day <= today ? day : today
  })
  const through = computed(() =>
    throughText.value.trim()
      ? typedDate(throughText.value, today, dayFirstIn(account.value?.country ?? 'US'), 'back')
      : good(usual.value),
  )
  const state = useLive(
    () =>
      account.value && view.value && through.value.ok
        ? readReconciliation(account.value, view.value.statement, through.value.value)
        : undefined,
    () => [view.value, through.value.ok ? through.value.value : ''],
  )
  /** The balance that the bank states for that very day is not typed again. */
  const stated = computed(() => {
    const of = view.value?.statement.stated
    return of && through.value.ok && of.day === through.value.value ? of.amount : undefined
  })
  const balance = computed(() =>
    balanceText.value.trim() || stated.value === undefined
      ? parseAmount(balanceText.value, 'balance')
      : good(stated.value),
  )
  return { throughText, balanceText, through, balance, stated, state }
}

/** The statements of an account, the open one with its lines. */
function useOpenStatement(account: Readonly<Ref<BankAccount | undefined>>) {
  const statements = useLive(
    () => (account.value ? readStatements(account.value.id) : undefined),
    () => account.value?.id,
  )
  const view = useLive(
    () => (account.value ? readOpenStatement(account.value) : undefined),
    () => account.value?.id,
  )
  return { statements, view, last: computed(() => lastClosed(statements.value ?? [])) }
}

/** The open statement of an account: its lines, what they may be, how it stands beside the books, and the acts. */
export function useStatement(account: Readonly<Ref<BankAccount | undefined>>) {
  const office = useOffice()
  const { busy, refusal, fault, act, succeeded, at, clear } = useAct()
  const of = useOpenStatement(account)
  const closing = useClosingForm(account, of.view)
  const accountId = (): Id<'account'> => account.value!.id

  const match = (matches: readonly MatchAsked[], says: string): Promise<boolean> =>
    succeeded('matchLines', { accountId: accountId(), matches }, says)
  /** Lines that are on their way; keys may come faster than acts are done. */
  const onTheirWay = new Set<string>()
  const inTurn = oneAfterOther()
  /** Does with a line the one thing that it can be, each once, one after the other: a press never waits. */
  function doOneKey(seen: SeenLine, key: OneKey): Promise<boolean> {
    if (onTheirWay.has(seen.id)) return Promise.resolve(false)
    onTheirWay.add(seen.id)
    return inTurn(async () => {
      await until(busy).toBe(false)
      return enterOrMatch(seen, key)
    }).finally(() => onTheirWay.delete(seen.id))
  }
  function enterOrMatch({ line }: SeenLine, key: OneKey): Promise<boolean> {
    if (key.kind === 'match')
      return match([{ lineId: line.id, to: key.suggestion.match }], `Matched: ${key.suggestion.text}.`)
    const { kind, ledgerId } = key.rule
    const input = {
      ...{ accountId: accountId(), id: idOf<'entry'>(crypto.randomUUID()), kind, date: line.date },
      ...{ amount: line.amount, parts: [{ ledgerId, amount: line.amount }] },
      ...{ text: line.text.slice(0, MOST_TEXT), lineId: line.id },
    }
    return succeeded('enterMovement', input, `Entered ${movementKinds[kind].title.toLowerCase()}.`)
  }
  const undo = (lineId: Id<'bankLine'>): Promise<boolean> =>
    succeeded('undoMatch', { accountId: accountId(), lineId }, 'Match undone.')
  const note = (lineId: Id<'bankLine'>, text: string, isReported: boolean): Promise<boolean> =>
    succeeded('noteBankLine', { accountId: accountId(), lineId, note: text, isReported })
  async function close(): Promise<boolean> {
    const statementId = of.view.value?.statement.id
    const { through, balance } = closing
    if (!statementId || !through.value.ok || !balance.value.ok) return false
    const done = await act('closeStatement', {
      ...{ statementId, through: through.value.value, balance: balance.value.value },
    })
    if (!done?.ok) return false
    closing.throughText.value = closing.balanceText.value = ''
    office.said = 'Statement closed.'
    return true
  }
  const reopen = (statementId: Id<'statement'>, why: string): Promise<boolean> =>
    succeeded('reopenStatement', { statementId, why }, 'Statement reopened.')
  const undoFile = (fileId: Id<'bankFile'>): Promise<boolean> =>
    succeeded('undoStatementFile', { accountId: accountId(), fileId }, 'Import undone.')
  return {
    ...{ ...of, ...closing, busy, refusal, fault, at, clear },
    ...{ match, doOneKey, undo, note, close, reopen, undoFile },
    clues: computed(() => (closing.state.value ? whereToLook(closing.state.value) : [])),
  }
}
