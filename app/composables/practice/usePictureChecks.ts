import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { parseAmount, type Cents } from '#core/money/cents'
import { figures } from '#core/money/figures'
import type { CheckNumber, NumberRow } from '#core/numbers/book'
import { readChecksFile } from '~/data/practice/pictureChecks'
import type { AccountView } from '~/data/accounts/accountReads'

/** A check that was read in a picture: what its MICR line says, and the amount that a person reads on it. */
export interface PictureCheck {
  readonly key: number
  readonly number: CheckNumber
  readonly payee: string
  amountText: string
}

/**
 * Checks in pictures, for the practice bank: it reads their MICR lines; their amounts are typed, and begin as those
 * that were issued. `presentable` are the checks that are out.
 */
export function usePictureChecks(
  view: Readonly<Ref<AccountView | undefined>>,
  presentable: Readonly<Ref<readonly NumberRow[] | undefined>>,
) {
  const checks = ref<PictureCheck[]>([])
  const fault = ref('')
  const said = ref('')
  const isReading = shallowRef(false)
  let count = 0
  const asRow = (number: CheckNumber): PictureCheck => {
    const check = presentable.value?.find(n => n.number === number)?.check
    return {
      ...{ key: ++count, number, payee: check?.payee ?? '' },
      amountText: check ? figures(check.amount) : '',
    }
  }
  function forget(): void {
    checks.value = []
    fault.value = said.value = ''
  }
  watch(() => view.value?.account.id, forget)

  async function read(file: File): Promise<void> {
    const of = view.value
    if (!of || isReading.value) return
    fault.value = said.value = ''
    isReading.value = true
    const done = await readChecksFile(file, of.stock, of.facts)
    isReading.value = false
    // What was read for one account is never another's.
    if (of.account.id !== view.value?.account.id) return
    if (!done.ok) {
      fault.value = `${file.name}: ${done.refusal.text}`
      return
    }
    const numbers = done.value.flatMap(c => c.number ?? [])
    checks.value.push(...numbers.map(asRow))
    const unread = done.value.length - numbers.length
    if (unread) said.value = `${file.name}: ${unread} more not readable.`
  }
  /** The amount of a check; undefined where none above nothing is typed. */
  function amountOf({ amountText }: PictureCheck): Cents | undefined {
    const typed = parseAmount(amountText, 'amount')
    return typed.ok && typed.value > 0 ? typed.value : undefined
  }
  const ready = computed(() =>
    checks.value.flatMap(check => {
      const amount = amountOf(check)
      return amount ? [{ number: check.number, amount }] : []
    }),
  )
  const isReady = computed(() => ready.value.length > 0 && ready.value.length === checks.value.length)
  return { checks, fault, said, isReading, ready, isReady, amountOf, read, forget }
}
