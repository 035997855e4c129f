import { computed, type ComputedRef } from 'vue'
import { readiness, type ReadyStep } from '#core/accounts/readiness'
import { proofer } from '#core/proof/compose'
import { hasPayments } from '~/data/payments/paymentReads'
import { hasPrintedRuns } from '~/data/runs/runReads'
import { readSampled, type AccountView } from '~/data/accounts/accountReads'

/** The readiness list of an account, followed live. */
export function useReadiness(view: () => AccountView | undefined): ComputedRef<readonly ReadyStep[]> {
  const sampled = useLive(
    () => (view() ? readSampled(view()!.account.id) : false),
    () => view()?.account.id,
  )
  const paid = useLive(
    () => (view() ? hasPayments(view()!.account.id) : false),
    () => view()?.account.id,
  )
  const printed = useLive(
    () => (view() ? hasPrintedRuns(view()!.account.id) : false),
    () => view()?.account.id,
  )
  return computed(() => {
    const v = view()
    if (!v) return []
    return readiness({
      account: v.account,
      company: v.company,
      stock: v.stock,
      layout: v.layout,
      layoutNotes: proofer(v.layout, v.stock, v.facts).notes,
      highestNumber: v.book.end,
      sampled: sampled.value ?? false,
      hasPayments: paid.value ?? false,
      hasPrinted: printed.value ?? false,
    })
  })
}
