import type { List, ListCell, ListColumn } from '../../lists/list'
import { dayText, type PlainDate } from '../../base/dates'
import { cents, type Cents } from '../../money/cents'
import { figures } from '../../money/figures'
import type { ListPaper } from '../listPages'

/** What a row of a report is about, so that it can be opened from there. */
export interface ReportThing {
  readonly kind: 'number' | 'movement' | 'bill' | 'payee' | 'ledger'
  readonly id: string
}
/** Bars in minor units, and what is left beside them where that is told. */
export interface ReportChart {
  readonly title: string
  readonly labels: readonly string[]
  readonly bars: readonly Cents[]
  readonly left?: { readonly title: string; readonly amounts: readonly Cents[] }
}
/** A report: a list with its sums, as it is shown, printed and saved. Amounts in minor units. */
export interface Report extends List {
  readonly title: string
  /** What it covers, e.g. an account and days. */
  readonly under: string
  readonly sum?: readonly ListCell[]
  /** What a reader must know of how it was made. */
  readonly notes?: readonly string[]
  /** What each row is about, in the order of the rows. */
  readonly things?: readonly (ReportThing | undefined)[]
  readonly chart?: ReportChart
}

/** A cell as people read it: days by name, amounts with their cents. */
export function cellText(cell: ListCell, { holds }: ListColumn): string {
  if (cell === null || cell === '') return ''
  if (holds === 'day') return dayText(cell as PlainDate)
  return holds === 'amount' ? figures(cents(Number(cell))) : String(cell)
}
export const isFigure = ({ holds }: ListColumn): boolean => holds === 'amount' || holds === 'number'

/** Columns that are worth their room on paper: not those that are blank, or say on each row what the page covers. */
function columnsOnPaper({ columns, rows, sum = [], under }: Report): number[] {
  const isBlank = (cell: ListCell | undefined): boolean => cell === undefined || cell === null || cell === ''
  return columns.flatMap((_, i) => {
    const first = rows[0]?.[i]
    const isSame = rows.every(row => row[i] === first) && isBlank(sum[i])
    return rows.length && isSame && (isBlank(first) || under.includes(String(first))) ? [] : [i]
  })
}
/** A report on paper; `made` is its day. */
export function reportPaper(report: Report, company: string, made: PlainDate): ListPaper {
  const columns = columnsOnPaper(report).map(i => ({ i, of: report.columns[i]! }))
  const cellsOf = (row: readonly ListCell[]): string[] =>
    columns.map(({ i, of }) => cellText(row[i] ?? null, of))
  return {
    title: report.title,
    under: dayText(made),
    facts: [['Company', company], ...(report.under ? [['Covers', report.under] as const] : [])],
    columns: columns.map(({ of }) => ({ title: of.title, right: isFigure(of), whole: of.holds !== 'text' })),
    rows: report.rows.map(cellsOf),
    ...(report.sum && { sum: cellsOf(report.sum) }),
    ...(report.notes && { words: report.notes }),
  }
}
/** The same as a list that leaves the office: its sums are the last row. */
export const withSum = ({ name, columns, rows, sum }: Report): List => ({
  name,
  columns,
  rows: sum ? [...rows, sum] : rows,
})
