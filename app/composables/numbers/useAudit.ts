import { onScopeDispose, ref, shallowRef } from 'vue'
import { beginAudit, type Auditing, type AuditReport } from '~/data/audit/audit'

/** Holding every row against the trail and the others, in a worker: how far it is, what it came to, and a stop. */
export function useAudit() {
  const part = ref<number>()
  const report = shallowRef<AuditReport>()
  const fault = ref('')
  let under: Auditing | undefined
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
    const mine = (under = beginAudit(p => {
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
