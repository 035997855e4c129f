import type { TrailLine } from '../../trail/trail'
import type { DigestedTable } from '../rowDigests'
import { rowsAgree } from './audit'
import { RecordAudit } from './auditRecord'
import { AuditRows } from './auditRows'
import { Findings } from './findings'
import { lookAtEach } from './ownRules'

/**
 * Holds an office against its trail, and its rows against one another, some rows at a time: the trail comes first,
 * since its lines decide what is asked of the rows.
 */
export class OfficeAudit {
  private readonly record = new RecordAudit()
  private readonly kept = new AuditRows()
  private readonly found = new Findings()

  /** The next lines of the trail. */
  addLines(lines: readonly TrailLine[]): void {
    this.record.addLines(lines)
    this.kept.add('trail', lines)
  }
  /** Rows of a table. */
  addRows(table: DigestedTable, rows: readonly object[]): void {
    if (this.record.isProved) this.record.addRows(table, rows)
    lookAtEach(table, rows, this.found)
    this.kept.add(table, rows)
  }
  /** The number of the first line that does not follow; undefined where the chain holds. */
  get brokenAt(): number | undefined {
    return this.record.brokenAt
  }
  /** How many rows came of a table that grows with the years. */
  countOf(table: 'trail' | 'numbers' | 'entries'): number {
    return this.kept.office[table].length
  }
  /** What does not hold once everything was added, in sentences. */
  findings(): string[] {
    this.found.lookAt(must => rowsAgree(this.kept.office, must))
    return [...this.record.findings(), ...this.found.list]
  }
}
