import type { PlainDate } from '../base/dates'
import { csvOut } from '../exchange/csvOut'

/** A column of a list that goes out: its title, and what stands in it. Amounts are in minor units. */
export interface ListColumn {
  readonly title: string
  readonly holds: 'text' | 'day' | 'amount' | 'number'
}
export type ListCell = string | number | null
/** A list as it leaves the office: the same in a text of cells and in a workbook. */
export interface List {
  readonly name: string
  readonly columns: readonly ListColumn[]
  readonly rows: readonly (readonly ListCell[])[]
}
/** The days that a list is about, both with it; blank: no end on that side. */
export interface Days {
  readonly from: PlainDate | ''
  readonly to: PlainDate | ''
}
/** Whether a day lies between two days; a blank one is no limit. */
export const within = ({ from, to }: Days, day: string): boolean =>
  (!from || day >= from) && (!to || day <= to)

const column = (holds: ListColumn['holds']) => (title: string) => ({ title, holds })
/** Makers of columns, by what a column holds. */
export const [text, day, amount, number] = (['text', 'day', 'amount', 'number'] as const).map(column) as [
  (title: string) => ListColumn,
  (title: string) => ListColumn,
  (title: string) => ListColumn,
  (title: string) => ListColumn,
]

/** A list as CSV that is safe to open in a spreadsheet: figures plain, anything like a formula behind an apostrophe. */
export const listCsv = ({ columns, rows }: List): string =>
  csvOut(
    columns.map(c => c.title),
    rows.map(row =>
      row.map((cell, i) =>
        cell === null ? '' : columns[i]?.holds === 'amount' && typeof cell === 'number' ? cell / 100 : cell,
      ),
    ),
  )
