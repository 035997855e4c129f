import { emptySum, type SetSum } from '../../base/multisetHash'
import { hashOf } from '../../base/hash'
import { TRAIL_START, type TrailLine } from '../../trail/trail'
import { addRows, digestedTables, rowsHash, sumTexts, type DigestedTable } from '../rowDigests'

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
  /** The number of the first line that does not follow; undefined where the chain holds. */
  brokenAt: number | undefined
  /** The first line that answers for the rows. */
  private from: number | undefined

  /** What is wrong with that line. */
  get broken(): string | undefined {
    return this.brokenAt === undefined
      ? undefined
      : `The trail is broken at line ${this.brokenAt}: it was changed, or a line before it is missing`
  }
  /** The next lines of the trail. After the first broken one no link can be judged. */
  addLines(lines: Iterable<TrailLine>): void {
    for (const line of lines) {
      if (this.brokenAt === undefined) this.addLine(line)
    }
  }
  private addLine(line: TrailLine): void {
    const { hash, ...body } = line
    const follows = line.seq === (this.last?.seq ?? 0) + 1 && line.before === (this.last?.hash ?? TRAIL_START)
    if (!follows || hashOf(body) !== hash) {
      this.brokenAt = line.seq
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
    if (this.broken) return [...this.faults, this.broken]
    if (this.from === undefined) return [...this.faults]
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
