import type { Cells } from '../exchange/cells'
import { fieldsOf, type IntakeField, type IntakeKind, type Matching } from './fields'
import { readDay, readFigure } from './written'

const bare = (title: string): string => title.toLowerCase().replaceAll(/[^\p{L}\p{N}]/gu, '')
const SAMPLE = 200
/** Among so many rows the titles are looked for. */
export const FIRST_ROWS = 20

/** How many columns a table has, by its first rows. */
export const widthOf = (cells: Cells): number => Math.max(0, ...cells.slice(0, 500).map(row => row.length))

/** Whether what stands in a column can be what a field holds: all of a sample, and not nothing. */
function answers(texts: readonly string[], { holds }: IntakeField): boolean {
  const told = texts.filter(t => t.trim())
  if (!told.length || holds === 'text') return false
  if (holds === 'day') return told.every(t => readDay(t, 'month first').ok || readDay(t, 'day first').ok)
  return told.every(t => /\d/.test(t) && (readFigure(t, '.').ok || readFigure(t, ',').ok))
}

/** The row that heads the table: the first of the first rows whose titles name most fields. */
export function headerRowOf(kind: IntakeKind, cells: Cells): number {
  const known = new Set(fieldsOf(kind).flatMap(f => [bare(f.title), bare(f.key), ...f.names]))
  let [best, at] = [0, 0]
  for (const [i, row] of cells.slice(0, FIRST_ROWS).entries()) {
    const named = row.filter(cell => known.has(bare(cell))).length
    if (named > best) [best, at] = [named, i]
  }
  return at
}

/** Guesses which column fills which field: by its title, then, for what each row must tell, by what stands in it. */
export function guessMatching(kind: IntakeKind, cells: Cells, headerRow: number): Matching {
  const header = (cells[headerRow] ?? []).map(bare)
  const taken = new Set<number>()
  const found: Record<string, number> = {}
  const take = (field: IntakeField, column: number): void => {
    if (column < 0 || field.key in found) return
    found[field.key] = column
    taken.add(column)
  }
  const fields = fieldsOf(kind)
  const free = (is: (title: string) => boolean): number =>
    header.findIndex((title, i) => title !== '' && !taken.has(i) && is(title))
  for (const field of fields)
    take(
      field,
      free(t => t === bare(field.title) || t === bare(field.key)),
    )
  for (const field of fields)
    for (const name of field.names)
      take(
        field,
        free(t => t === name),
      )
  for (const field of fields.filter(f => f.needed && !(f.key in found))) {
    const width = Math.max(header.length, widthOf(cells))
    for (let column = 0; column < width && !(field.key in found); column++) {
      const texts = cells.slice(headerRow + 1, headerRow + SAMPLE).map(r => r[column] ?? '')
      if (!taken.has(column) && answers(texts, field)) take(field, column)
    }
  }
  return found
}
