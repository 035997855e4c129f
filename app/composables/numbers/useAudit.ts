import { onScopeDispose, ref, shallowRef } from 'vue'
import type { Auditing } from '~/data/audit/audit'

/** A look at everything, or at the trail, in a worker: how far it is, what it came to, and a stop. */
export function useAudit<Report>(beginIt: (tell: (part: number) => void) => Auditing<Report>) {
  const part = ref<number>()
  const report = shallowRef<Report>()
  const fault = ref('')
  let under: Auditing<Report> | undefined
  function stop(): void {
    under?.stop()
    under = undefined
    part.value = undefined
  }
  onScopeDispose(stop)
  async function begin(): Promise<void> {
    stop()
    report.value = undefined
    fault.value = ''
    part.value = 0
    const mine = (under = beginIt(p => {
      if (under === mine) part.value = p
    }))
    const done = await mine.report.catch((error: Error) => {
      fault.value = `The books could not be checked: ${error.message}`
      return undefined
    })
    if (under !== mine) return
    report.value = done
    if (!done && !fault.value)
      fault.value = 'Somebody was working in this office all the while. Check again when it is quiet.'
    under = undefined
    part.value = undefined
  }
  return { part, report, fault, begin, stop }
}
