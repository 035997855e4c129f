import type { Cells } from '../exchange/cells'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import { fieldsOf, type IntakeField, type IntakeKind, type Matching } from './fields'
import { markOfFigures, orderOfDays, readDay, readFigure, type DayOrder, type DecimalMark } from './written'

/** How the columns of a table are understood. */
export interface IntakeSpec {
  readonly kind: IntakeKind
  readonly headerRow: number
  readonly matching: Matching
  readonly order: DayOrder
  readonly mark: DecimalMark
}
/** What is wrong at a cell, by the field that it fills; blank: the row as a whole. */
export interface CellFault {
  readonly field: string
  readonly text: string
}
/** A row as it was read: days as 2026-11-24, amounts as 1,234.56, texts without spaces around them. */
export interface IntakeRow {
  /** Its place in the table, from 0. */
  readonly at: number
  readonly values: Readonly<Record<string, string>>
  readonly faults: readonly CellFault[]
}

const textsOf = (
  cells: Cells,
  spec: Pick<IntakeSpec, 'kind' | 'headerRow' | 'matching'>,
  holds: string,
): string[] => {
  const columns = fieldsOf(spec.kind).flatMap(f => (f.holds === holds ? [spec.matching[f.key] ?? -1] : []))
  return cells.slice(spec.headerRow + 1).flatMap(row => columns.flatMap(c => row[c]?.trim() || []))
}
/** How the days and the amounts of a table are written, told from all its rows; an order that is not clear is not told. */
export function writtenIn(
  cells: Cells,
  spec: Pick<IntakeSpec, 'kind' | 'headerRow' | 'matching'>,
): { order: DayOrder | undefined; mark: DecimalMark } {
  return {
    order: orderOfDays(textsOf(cells, spec, 'day')),
    mark: markOfFigures(textsOf(cells, spec, 'amount')),
  }
}

function readCell(field: IntakeField, cell: string, spec: IntakeSpec): { value: string; fault?: string } {
  if (!cell) return { value: '' }
  if (field.holds === 'text') return { value: cell }
  if (field.holds === 'day') {
    const day = readDay(cell, spec.order, field.key)
    return day.ok ? { value: day.value } : { value: cell, fault: day.refusal.text }
  }
  const amount = readFigure(cell, spec.mark, field.key)
  return amount.ok ? { value: figures(cents(amount.value)) } : { value: cell, fault: amount.refusal.text }
}

/** Reads every row below the header that holds anything; what cannot be read is told at its cell. */
export function readRows(cells: Cells, spec: IntakeSpec): IntakeRow[] {
  const fields = fieldsOf(spec.kind).filter(f => spec.matching[f.key] !== undefined)
  return cells.flatMap((row, at): IntakeRow[] => {
    if (at <= spec.headerRow || row.every(cell => !cell.trim())) return []
    const values: Record<string, string> = {}
    const faults: CellFault[] = []
    for (const field of fields) {
      const { value, fault } = readCell(field, (row[spec.matching[field.key]!] ?? '').trim(), spec)
      values[field.key] = value
      if (fault) faults.push({ field: field.key, text: fault })
      else if (field.needed && !value) faults.push({ field: field.key, text: 'this is wanted in each row' })
    }
    return [{ at, values, faults }]
  })
}

/** The fields that must be matched and are not. */
export const unmatched = (kind: IntakeKind, matching: Matching): IntakeField[] =>
  fieldsOf(kind).filter(f => f.needed && matching[f.key] === undefined)
