import { computed, ref, watch, type Ref } from 'vue'
import { refDebounced } from '@vueuse/core'
import type { PlainDate } from '#core/base/dates'
import { movementKinds, type Movement } from '#core/bank/movement'
import { cents, sum, zero, type Cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { NumberRow } from '#core/numbers/book'
import { isStanding, type Fate } from '#core/numbers/fates'
import { readDayBalances } from '~/data/register/dayBalances'
import { readMovements } from '~/data/bank/bankReads'
import { findNumbers } from '~/data/find/find'
import { countTouched, newestNumbers, readNumbers, readStrips } from '~/data/numbers/bookReads'
import type { Strip } from '~/data/numbers/strips'
import type { AccountView } from '~/data/accounts/accountReads'
import type { RegisterRow } from '~/data/register/registerRow'
import { useLive } from '../base/useLive'

/** The newest so many are shown at first, and so many times more at the end of the list; the search goes through all. */
const SHOWN_FIRST = 400
const SHOWN_MORE = 4
/** Milliseconds that somebody rests who has typed what they look for. */
const TYPING = 200

/** What lines are shown of the register. */
export type RegisterFilter = Fate | 'all' | 'other money'

const ofNumber = (number: NumberRow): RegisterRow => ({ id: number.id, number })
const ofMovement = (movement: Movement): RegisterRow => ({ id: movement.id, movement })
/** The day of the check or of the money; of a number without a check, that of its last change. */
export const dayOfRow = ({ number, movement }: RegisterRow): PlainDate | '' =>
  movement?.date ?? number?.check?.date ?? ((number?.at.slice(0, 10) ?? '') as PlainDate)
/** What a line is about, in words. */
export const textOfRow = ({ number, movement }: RegisterRow): string =>
  movement ? [movement.party, movement.text].filter(Boolean).join(', ') : (number?.check?.payee ?? '')
/** What moves the account, money in above zero; undefined for a number without a check. */
export const amountOfRow = ({ number, movement }: RegisterRow): Cents | undefined =>
  movement?.amount ?? (number?.check ? cents(-number.check.amount) : undefined)

/** Whether what a line comes to is money: spoiled, voided and reversed ones are not. */
export const isMoney = ({ number, movement }: RegisterRow): boolean =>
  movement ? movement.state !== 'reversed' : number !== undefined && isStanding(number.fate)

const answers = (m: Movement, text: string): boolean =>
  [m.text, m.party, m.reference, movementKinds[m.kind].title, figures(cents(Math.abs(m.amount)))].some(part =>
    part?.toLowerCase().includes(text),
  )

/** The register of an account: its check numbers and all other money, as they are looked for, newest first. */
export function useRegister(view: Readonly<Ref<AccountView | undefined>>) {
  const typed = ref('')
  const state = ref<RegisterFilter>('all')
  const wanted = refDebounced(
    computed(() => typed.value?.trim().toLowerCase() ?? ''),
    TYPING,
  )
  /** Checks as they are looked for; the whole register begins with its newest, without looking at the others. */
  async function searchChecks(strips: readonly Strip[], most: number): Promise<NumberRow[]> {
    const accountId = view.value?.account.id
    const [text, fate] = [wanted.value, state.value]
    if (!accountId || fate === 'other money') return []
    if (!text && fate === 'all') return newestNumbers(accountId, strips, most)
    const ids = await Promise.resolve(findNumbers({ accountId, text, fate, most }))
    return readNumbers(ids)
  }
  async function searchMovements(most: number): Promise<Movement[]> {
    if (!view.value || !['all', 'other money'].includes(state.value)) return []
    const text = wanted.value
    return readMovements(view.value.account.id, most, m => !text || answers(m, text))
  }
  const most = ref(SHOWN_FIRST)
  watch([() => view.value?.account.id, wanted, state], () => (most.value = SHOWN_FIRST))
  function showMore(): void {
    if (found.value?.isCut) most.value *= SHOWN_MORE
  }
  const found = useLive(
    async () => {
      if (!view.value) return undefined
      // Asked again whenever the fate of a number changes: the search itself is made elsewhere.
      const strips = await readStrips(view.value.account.id)
      const [checks, movements] = await Promise.all([
        searchChecks(strips, most.value),
        searchMovements(most.value),
      ])
      const isCut = checks.length === most.value
      return { checks, movements, isCut, all: countTouched(strips) }
    },
    () => [view.value?.account.id, wanted.value, state.value],
    () => most.value,
  )
  const oldestShown = computed(() => found.value?.checks.at(-1)?.check?.date)
  /** Newest first, so that a pad with high numbers does not come before the last run. */
  const shown = computed<RegisterRow[]>(() => {
    const of = found.value
    if (!of) return []
    // Where checks are cut off, other money is cut off at the same day.
    const from = of.isCut ? (oldestShown.value ?? '') : ''
    return [...of.checks.map(ofNumber), ...of.movements.filter(m => m.date >= from).map(ofMovement)].sort(
      (a, b) =>
        dayOfRow(a) === dayOfRow(b)
          ? (b.number?.number ?? 0) - (a.number?.number ?? 0)
          : dayOfRow(a) < dayOfRow(b)
            ? 1
            : -1,
    )
  })
  /** Whether nothing is looked for. */
  const isWhole = computed(() => !wanted.value && state.value === 'all')
  /** Balances are shown beside the whole register alone: between lines that were looked for they say nothing. */
  const balances = useLive(
    () => {
      const days = shown.value.map(dayOfRow).filter(Boolean) as PlainDate[]
      const oldest = days.at(-1)
      if (!view.value || !oldest || !isWhole.value) return undefined
      return readDayBalances(view.value.account, oldest)
    },
    () => [view.value?.account.id, isWhole.value, shown.value.length],
  )
  async function keysFound(): Promise<(NumberRow['id'] | Movement['id'])[]> {
    const strips = view.value ? await readStrips(view.value.account.id) : []
    const [checks, movements] = [await searchChecks(strips, Infinity), await searchMovements(Infinity)]
    return [...checks, ...movements].map(row => row.id)
  }
  const money = computed(() => sum(shown.value.filter(isMoney).map(r => amountOfRow(r) ?? zero)))
  const notMoney = computed(() => shown.value.filter(r => r.number?.check && !isMoney(r)).length)
  /** What is searched is read while the hand goes to the first key. */
  function beginSearch(): void {
    const accountId = view.value?.account.id
    // Where it fails, the search itself says so.
    if (accountId) findNumbers({ accountId, text: '', fate: 'all', most: 0 }).catch(() => {})
  }
  return { typed, state, found, shown, showMore, balances, isWhole, keysFound, beginSearch, money, notMoney }
}
