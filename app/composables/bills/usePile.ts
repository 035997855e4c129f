import { useLocalStorage } from '@vueuse/core'
import { computed, type Ref } from 'vue'
import type { Id } from '#core/base/id'
import { cents, parseAmount, sum } from '#core/money/cents'
import type { Bill } from '#core/bills/bill'
import { readBillsByKey } from '~/data/bills/billReads'
import { useLive } from '../base/useLive'

/**
 * The pile of bills on the desk: its sum as it was added up before, and the bills entered of it so far. It
 * outlives its tab, and is ended by who begins another.
 */
export function usePile(companyId: Readonly<Ref<Id<'company'> | undefined>>) {
  const kept = useLocalStorage<Record<string, { tape: string; ids: Id<'bill'>[] }>>('violet-lane piles', {})
  const pile = computed(() => kept.value[companyId.value ?? ''] ?? { tape: '', ids: [] })
  const keep = (to: Partial<typeof pile.value>): void => {
    if (companyId.value) kept.value = { ...kept.value, [companyId.value]: { ...pile.value, ...to } }
  }
  const bills = useLive(
    () => readBillsByKey(pile.value.ids),
    () => pile.value.ids.join(' '),
  )
  const tape = computed({ get: () => pile.value.tape, set: text => keep({ tape: text ?? '' }) })
  const entered = computed(() => sum((bills.value ?? []).map(b => b.amount)))
  const wanted = computed(() => (tape.value.trim() ? parseAmount(tape.value, 'tape') : undefined))
  const differs = computed(() => (wanted.value?.ok ? cents(wanted.value.value - entered.value) : undefined))
  return {
    tape,
    wanted,
    bills,
    entered,
    differs,
    add: (bill: Bill): void => keep({ ids: [...pile.value.ids, bill.id] }),
    end: (): void => keep({ tape: '', ids: [] }),
  }
}
