import { emptySum, type SetSum } from '../../base/multisetHash'
import { hashOf } from '../../base/hash'
import { TRAIL_START, type TrailLine } from '../../trail/trail'
import { addRows, digestedTables, rowsHash, sumTexts, type DigestedTable } from '../rowDigests'
import { auditOffice } from './audit'
import type { Snapshot } from '../tables'

/** Tables as a person calls them. */
const titles: Readonly<Record<DigestedTable, string>> = {
  ...{ companies: 'companies', ledgers: 'ledger accounts', accounts: 'bank accounts', books: 'number books' },
  ...{ payees: 'payees', bills: 'bills', payments: 'payments', numbers: 'check numbers', runs: 'runs' },
  ...{ copies: 'copies of checks', layoutVersions: 'layouts as printed', layouts: 'layouts' },
  ...{ owns: 'company settings of layouts', stocks: 'stocks', printers: 'printers', fits: 'fits' },
  ...{ entries: 'ledger entries', totals: 'running balances', papers: 'PDFs of runs' },
  ...{ reasonLists: 'lists of reasons', settings: 'settings', intakes: 'imports' },
  ...{ statements: 'bank statements', bankLines: 'bank lines', movements: 'register lines' },
  ...{ bankRules: 'rules for bank lines', payLayouts: 'layouts of bank files' },
  ...{ positivePay: 'choices of bank files', bankItems: 'checks to report to the bank' },
  ...{ sentFiles: 'files to the bank', bankQuestions: 'questions of the bank' },
}

/**
 * Holds all rows of an office against what its trail says of them, piece by piece, so that nothing large is held: the
 * lines in their order, the rows in any. Says what does not hold in sentences.
 */
export class RecordAudit {
  private readonly sums = new Map<DigestedTable, SetSum>()
  private readonly stated = new Map<string, string>()
  private readonly faults: string[] = []
  private last: TrailLine | undefined
  /** What is wrong with the first line that does not follow; undefined where the chain holds. */
  broken: string | undefined
  /** The first line that answers for the rows. */
  private from: number | undefined

  /** The next lines of the trail. After the first broken one no link can be judged. */
  addLines(lines: Iterable<TrailLine>): void {
    for (const line of lines) {
      if (!this.broken) this.addLine(line)
    }
  }
  private addLine(line: TrailLine): void {
    const { hash, ...body } = line
    const follows = line.seq === (this.last?.seq ?? 0) + 1 && line.before === (this.last?.hash ?? TRAIL_START)
    if (!follows || hashOf(body) !== hash) {
      this.broken = `The trail is broken at line ${line.seq}: it was changed, or a line before it is missing`
      this.faults.push(this.broken)
      return
    }
    if (line.rows !== undefined) this.from ??= line.seq
    else if (this.from !== undefined)
      this.faults.push(`Line ${line.seq} of the trail says nothing of the rows, the lines before it do`)
    if (line.found !== undefined)
      this.faults.push(
        `Rows were changed by no action between lines ${line.seq - 1} and ${line.seq} of the trail`,
      )
    for (const [table, sum] of Object.entries(line.tables ?? {})) this.stated.set(table, sum)
    this.last = line
  }
  /** Rows of a table. */
  addRows(table: DigestedTable, rows: Iterable<object>): void {
    const sum = this.sums.get(table) ?? emptySum()
    this.sums.set(table, sum)
    addRows(sum, table, rows)
  }
  /** Whether the trail answers for the rows at all, as far as it can be followed. */
  get isProved(): boolean {
    return this.from !== undefined
  }
  /** What does not hold once everything was added. */
  findings(): string[] {
    if (this.broken || this.from === undefined) return [...this.faults]
    const texts = sumTexts(this.sums)
    const astray = digestedTables.filter(table => (texts.get(table) ?? '') !== (this.stated.get(table) ?? ''))
    const whole = this.last?.rows === rowsHash(texts)
    return [
      ...this.faults,
      ...astray.map(table => `Rows of ${titles[table]} are not as the last action left them`),
      ...(whole || astray.length ? [] : ['The rows are not as the last action left them']),
    ]
  }
}

/** The same for an office in hand. */
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
