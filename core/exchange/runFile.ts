import { checkNumber, type CheckNumber } from '../numbers/book'
import type { CountOffAct } from '../runs/countOff'
import type { Outcome, Run } from '../runs/run'
import type { CheckFacts } from '../proof/facts'
import { decodeText, readDelimited } from './cells'
import { csvOut } from './csvOut'
import type { Fault, Read } from './fault'
import { paymentColumns, readPayments, type CheckRow } from './paymentsCsv'
import { paymentRows } from './writePayments'

/** What a run that is sent away adds to a payments file: which run it is, and room for what became of it. */
const ofRun = ['run', 'outcome', 'reason', 'carries'] as const

/**
 * A run as a file, for who prints it elsewhere: a payments file with its numbers, and columns for what became
 * of each check. Safe to open in a spreadsheet.
 */
export const writeRun = (runId: string, checks: readonly CheckFacts[]): string =>
  csvOut(
    [...paymentColumns, ...ofRun],
    checks.flatMap(check => paymentRows(check).map((row, i) => [...row, i === 0 ? runId : '', '', '', ''])),
  )

/** Reads a run's file: its checks, as they were saved. */
export const readRun = (text: string): Read<CheckRow[]> => readPayments(text, 1, ofRun)

const kinds = ['good', 'spoiled', 'never came out'] as const

/** What came back of a run: reads its rows, and collects what is wrong with them. */
class Returned {
  readonly faults: Fault[] = []
  readonly outcomes = new Map<CheckNumber, Outcome>()
  private readonly titles: readonly string[]

  constructor(
    private readonly cells: readonly (readonly string[])[],
    private readonly run: Pick<Run, 'id' | 'checks'>,
  ) {
    this.titles = (cells[0] ?? []).map(title => title.trim().toLowerCase())
    for (const column of ['number', 'outcome'])
      if (!this.titles.includes(column)) this.faults.push({ row: 1, column, text: 'this column is missing' })
  }
  private cell(row: readonly string[], title: string): string {
    return (row[this.titles.indexOf(title)] ?? '').trim()
  }
  private fault(row: number, column: string, text: string): void {
    this.faults.push({ row, column, text })
  }
  private numberIn(
    row: readonly string[],
    at: number,
    column: 'number' | 'carries',
  ): CheckNumber | undefined {
    const read = checkNumber(this.cell(row, column))
    if (!read.ok) this.fault(at, column, read.refusal.text)
    return read.ok ? read.value : undefined
  }
  private outcomeOf(row: readonly string[], at: number): Outcome | undefined {
    const [outcomeCell, why] = [this.cell(row, 'outcome').toLowerCase(), this.cell(row, 'reason')]
    const kind = kinds.find(k => k === outcomeCell)
    if (!kind) {
      this.fault(at, 'outcome', `one of ${kinds.join(', ')}`)
      return undefined
    }
    if (kind === 'never came out') return { kind }
    const number = this.cell(row, 'carries') ? this.numberIn(row, at, 'carries') : undefined
    if (kind === 'good') return { kind, ...(number && { number }) }
    if (!why) this.fault(at, 'reason', 'give a reason for the spoiled check')
    return { kind, why, ...(number && { number }) }
  }
  private readRow(row: readonly string[], at: number): void {
    const run = this.cell(row, 'run')
    if (run && run !== this.run.id) return this.fault(at, 'run', 'this is a check of another run')
    const number = this.numberIn(row, at, 'number')
    if (number === undefined) return
    if (!this.run.checks.some(check => check.number === number))
      return this.fault(at, 'number', `${number} is not in this run`)
    if (this.outcomes.has(number)) return this.fault(at, 'number', `${number} is in the file twice`)
    const outcome = this.outcomeOf(row, at)
    if (outcome) this.outcomes.set(number, outcome)
  }
  readAll(): void {
    for (const [i, row] of this.cells.entries()) {
      // Rows without a number hold further lines of a stub; a check of which nothing is said is said later.
      const silent = !this.cell(row, 'number') || !this.cell(row, 'outcome')
      if (i > 0 && !silent) this.readRow(row, i + 1)
    }
    if (!this.outcomes.size && !this.faults.length)
      this.faults.push({ column: 'outcome', text: 'The file has no outcome for any check' })
  }
}

/**
 * What became of the checks of a run, from a file with the columns number, outcome (good, spoiled, never came
 * out), reason, and carries where the paper has another number; further columns are passed over. Every fault
 * is told with its row and column, and nothing is taken then.
 */
export function readOutcomes(bytes: Uint8Array, run: Pick<Run, 'id' | 'checks'>): Read<CountOffAct> {
  const text = decodeText(bytes)
  const cells = text.ok ? readDelimited(text.value.text) : text
  if (!cells.ok) return { ok: false, faults: [{ text: cells.refusal.text }] }
  const returned = new Returned(cells.value, run)
  if (!returned.faults.length) returned.readAll()
  const { faults, outcomes } = returned
  return faults.length ? { ok: false, faults } : { ok: true, value: { outcomes } }
}
