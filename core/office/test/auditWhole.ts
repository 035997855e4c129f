import { auditOffice } from '../audit/audit'
import { RecordAudit } from '../audit/auditRecord'
import { digestedTables } from '../rowDigests'
import type { Snapshot } from '../tables'

/** Holds the rows of an office in hand against its trail. */
export function auditRecord(office: Snapshot): string[] {
  const audit = new RecordAudit()
  audit.addLines(office.trail)
  if (!audit.isProved) return audit.findings()
  for (const table of digestedTables) audit.addRows(table, office[table])
  return audit.findings()
}

/** Everything that can be said against an office in hand: of its rows and its trail, and of its rows among themselves. */
export const auditWhole = (office: Snapshot): string[] => [
  ...auditRecord(office),
  ...auditOffice(office, 'without trail'),
]
