import { useIntervalFn, useTimeoutFn } from '@vueuse/core'

/** What looks at everything is fetched when the page has been at rest for a while. */
const audit = async (): Promise<void> => (await import('~/data/audit/audit')).auditWhereDue()

const SOON_MS = 30_000
const HOUR_MS = 3_600_000
const quietly = (): void => void audit().catch(() => undefined)

/** Holds every row against the trail once a week, in a worker, wherever the office stands. */
export function useAuditWatch(): void {
  useTimeoutFn(quietly, SOON_MS)
  useIntervalFn(quietly, HOUR_MS)
}
