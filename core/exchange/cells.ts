import Papa from 'papaparse'
import { unguarded } from './csvOut'
import { good, refuse, type Result } from '../base/result'

/** The cells of a table as texts, row by row. */
export type Cells = readonly (readonly string[])[]

/** The most that is read of one file. */
export const MOST_ROWS = 50_000
const MOST_COLUMNS = 100
const MOST_CELL_LETTERS = 4000
const MOST_FILE_BYTES = 40_000_000

export interface Decoded {
  readonly text: string
  readonly encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252'
}

const AT = { field: 'file' }

/**
 * The text in a file's bytes: UTF-16 where its mark stands before it, UTF-8 where the bytes are that, else
 * Windows-1252, in which every byte is some letter. The caller says which it was.
 */
export function decodeText(bytes: Uint8Array): Result<Decoded> {
  if (bytes.length > MOST_FILE_BYTES)
    return refuse('file-large', `the file is larger than ${MOST_FILE_BYTES / 1_000_000} MB`, AT)
  const [first, second] = bytes
  const wide =
    first === 0xff && second === 0xfe
      ? 'utf-16le'
      : first === 0xfe && second === 0xff
        ? 'utf-16be'
        : undefined
  if (wide) return good({ text: new TextDecoder(wide).decode(bytes), encoding: 'UTF-16' })
  try {
    return good({ text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' })
  } catch {
    return good({ text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' })
  }
}

/** Refuses a table that is larger than is read, and naming the cell one whose text is too long. */
function cellsWithin(cells: Cells): Result<Cells> {
  if (cells.length > MOST_ROWS)
    return refuse('file-rows', `the file has more than ${MOST_ROWS.toLocaleString('en-US')} rows`, AT)
  for (const [i, row] of cells.entries()) {
    if (row.length > MOST_COLUMNS)
      return refuse('file-columns', `row ${i + 1} has more than ${MOST_COLUMNS} cells`, AT)
    const long = row.findIndex(cell => cell.length > MOST_CELL_LETTERS)
    if (long >= 0)
      return refuse(
        'file-cell',
        `row ${i + 1}, column ${long + 1}: more than ${MOST_CELL_LETTERS} letters`,
        AT,
      )
  }
  return good(cells)
}

/** The cells of a delimited text: commas, semicolons, tabs or bars, whichever it holds. Blank rows stay. */
export function readDelimited(text: string): Result<Cells> {
  const even = text.replace(/^\uFEFF/, '').replaceAll(/\r\n?/g, '\n')
  const parsed = Papa.parse<string[]>(even, {
    delimitersToGuess: [',', ';', '\t', '|'],
    newline: '\n',
    preview: MOST_ROWS + 1,
  })
  const broken = parsed.errors.find(e => e.type === 'Quotes')
  if (broken)
    return refuse(
      'file-quotes',
      `row ${(broken.row ?? 0) + 1}: a quotation mark is not closed as it should be`,
      AT,
    )
  const cells = parsed.data.map(row => row.map(unguarded))
  return cellsWithin(cells)
}

/** A cell of a workbook as text: days as 2026-11-24, numbers plain, yes and no. */
function workbookCell(value: unknown): string {
  if (value === null || value === undefined) return ''
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : value.toISOString().slice(0, 10)
  if (typeof value === 'number')
    return Number.isFinite(value) && Math.abs(value) < 1e15 ? String(Number(value.toFixed(8))) : ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return String(value)
}
/** The typed cells of a sheet as texts. */
export const cellsOfSheet = (rows: readonly (readonly unknown[])[]): Result<Cells> =>
  cellsWithin(rows.map(row => row.map(workbookCell)))
