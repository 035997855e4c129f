import { auditOffice } from '../audit/audit'
import type { Snapshot } from '../tables'

/** What must hold in any office; throws at the first thing that does not. */
export function alwaysHolds(office: Snapshot): void {
  const [first] = auditOffice(office)
  if (first) throw new Error(first)
}
