/** A column of a list. */
export interface Column<Row> {
  readonly key: string
  readonly title: string
  /** The title is for screen readers alone: what stands in the column says itself to the eye. */
  readonly untitled?: true
  /** Right-aligned figures. */
  readonly num?: boolean
  /** In pixels at the usual size of text, or as a part of the table. */
  readonly width?: `${number}px` | `${number}%`
  /** How its cells look: not wrapped, or quiet. */
  readonly look?: 'nowrap' | 'quiet'
  /** What a cell says, where no slot draws it. */
  readonly text?: (row: Row) => string | number
  /** What the list is sorted by at a press of the heading; without it, the column does not sort. */
  readonly sort?: (row: Row) => string | number
  /** Whether the reason of a greyed row stands in this column. */
  readonly reason?: boolean
}
const USUAL_TEXT = 16
/** How wide a column is: larger text takes more. */
export const widthOf = ({ width }: Pick<Column<never>, 'width'>): string | undefined =>
  width?.replace(/^([\d.]+)px$/, (_, px: string) => `${Number(px) / USUAL_TEXT}rem`)

export interface Sorting {
  readonly key: string
  readonly down: boolean
}

/**
 * The rows in the order that a person asked for; as they came where they asked for none. Rows that are alike
 * keep their order.
 */
export function inOrder<Row>(
  rows: readonly Row[],
  columns: readonly Column<Row>[],
  sorting: Sorting | undefined,
): readonly Row[] {
  const by = columns.find(c => c.key === sorting?.key)?.sort
  if (!sorting || !by) return rows
  const way = sorting.down ? -1 : 1
  const compare = (a: string | number, b: string | number): number =>
    typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b), 'en')
  return [...rows].sort((a, b) => way * compare(by(a), by(b)))
}
