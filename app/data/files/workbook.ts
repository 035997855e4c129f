import type { SheetData } from 'write-excel-file/universal'
import type { List, ListCell, ListColumn } from '#core/lists/list'

/** Letters that a column of a workbook is wide. */
const widths: Readonly<Record<ListColumn['holds'], number>> = { text: 24, day: 12, amount: 14, number: 10 }
function workbookCell(cell: ListCell, { holds }: ListColumn) {
  if (cell === null || cell === '') return null
  if (holds === 'day') return { value: new Date(`${cell}T00:00:00Z`), type: Date, format: 'yyyy-mm-dd' }
  if (holds === 'amount') return { value: Number(cell) / 100, type: Number, format: '#,##0.00' }
  if (holds === 'number') return { value: Number(cell), type: Number }
  return { value: String(cell), type: String }
}
/** A list as a workbook: typed cells, its titles stay in sight. */
export async function workbookOf({ name, columns, rows }: List): Promise<Uint8Array> {
  const { default: write } = await import('write-excel-file/universal')
  const heads = columns.map(c => ({ value: c.title, type: String, fontWeight: 'bold' }))
  const cells = [heads, ...rows.map(row => row.map((cell, i) => workbookCell(cell, columns[i]!)))]
  const blob = await write(cells as unknown as SheetData, {
    sheet: name.slice(0, 30),
    columns: columns.map(c => ({ width: widths[c.holds] })),
    stickyRowsCount: 1,
  }).toBlob()
  return new Uint8Array(await blob.arrayBuffer())
}
