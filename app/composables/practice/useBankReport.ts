import { useIntervalFn } from '@vueuse/core'
import { ref, shallowRef, watch, type ComputedRef } from 'vue'
import type { Result } from '#core/base/result'
import type { BankReport } from '#core/practice/bankReport'
import type { JobReport } from '#core/practice/report'
import { practiceState } from '~/data/fit/practicePrinter'
import { bankReport } from '~/data/practice/bank'

/** Milliseconds between looks at the practice printer. */
const LOOK_MS = 1500

/**
 * What an account has at the practice bank, as the bank last said, and what lies in the tray of the practice
 * printer; `digits` is the account's number.
 */
export function useBankReport(digits: ComputedRef<string>) {
  const report = shallowRef<BankReport>()
  /** Whether the bank has answered about this account. */
  const isKnown = ref(false)
  const jobs = shallowRef<readonly JobReport[]>([])
  const fault = ref('')
  const busy = ref(false)

  /** Does one thing at a time, and shows what the account is then. */
  async function doing(work: () => Promise<Result<BankReport>>): Promise<boolean> {
    if (busy.value) return false
    const asked = digits.value
    busy.value = true
    fault.value = ''
    const done = await work()
    busy.value = false
    // What came of an order for one account is never shown as another's.
    if (asked !== digits.value) return done.ok
    if (done.ok) report.value = done.value
    else fault.value = done.refusal.text
    return done.ok
  }
  async function look(): Promise<void> {
    const asked = digits.value
    const [now] = await Promise.all([bankReport(asked), lookAtPrinter()])
    if (asked !== digits.value) return
    isKnown.value = true
    report.value = (now.ok && now.value) || undefined
    fault.value = now.ok ? '' : now.refusal.text
  }
  /** What the practice printer has printed; it may still be printing. */
  async function lookAtPrinter(): Promise<void> {
    const printer = await practiceState()
    jobs.value = printer.ok ? printer.value.jobs.filter(j => j.sheets.length) : []
  }
  useIntervalFn(lookAtPrinter, LOOK_MS)
  watch(
    digits,
    number => {
      report.value = undefined
      isKnown.value = false
      if (number) void look()
    },
    { immediate: true },
  )
  return { report, isKnown, jobs, fault, busy, doing }
}
