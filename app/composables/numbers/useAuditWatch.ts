import { useIntervalFn, useTimeoutFn } from '@vueuse/core'
import { readAuditDue } from '~/data/audit/recordState'

/** What looks at everything is fetched when it is due. */
async function audit(): Promise<void> {
  if (await readAuditDue(Date.now())) await (await import('~/data/audit/audit')).auditWhereDue()
}

const SOON_MS = 30_000
const HOUR_MS = 3_600_000
const quietly = (): void => void audit().catch(() => undefined)

/** Holds every row against the trail once a week, in a worker, wherever the office stands. */
export function useAuditWatch(): void {
  useTimeoutFn(quietly, SOON_MS)
  useIntervalFn(quietly, HOUR_MS)
}
