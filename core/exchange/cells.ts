import Papa from 'papaparse'
import { good, refuse, type Result } from '../base/result'
import { unguarded } from './csvOut'

/** A cell of a workbook that holds more than text: its type, and its value written one way (`12.345`, `2026-11-24`). */
interface TypedCell {
  readonly type: 'number' | 'percentage' | 'date' | 'yes or no' | 'error'
  readonly text: string
}
/** A cell as the file holds it: a text as written, or a typed value. */
export type Cell = string | TypedCell
/** The cells of a table, row by row. */
export type Cells = readonly (readonly Cell[])[]

/** A cell as people read it. */
export const cellText = (cell: Cell | undefined): string =>
  (typeof cell === 'string' ? cell : cell?.text) ?? ''
/** What stands in place of bytes that are no letter. */
export const UNREADABLE = '\uFFFD'

/** The most that is read of one file. */
export const MOST_ROWS = 50_000
/** A table with more columns is refused: no list of payments has so many. */
export const MOST_COLUMNS = 100
/** A cell with more letters is refused; the limit of a text in a row. */
export const MOST_CELL_LETTERS = 4000
const MOST_FILE_BYTES = 40_000_000

/** The text of a file, and the encoding that it was read in. */
export interface Decoded {
  readonly text: string
  readonly encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252'
}

const AT = { field: 'file' }
/**
 * The text in a file's bytes: UTF-16 where its mark is at the start, UTF-8 where the bytes are that. Where
 * some are not, the bytes decide: a file whose other accented letters are sound UTF-8 is UTF-8 with damaged
 * places (each comes as U+FFFD, for the row to name); else it is Windows-1252, in which every byte is a letter.
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
  const text = new TextDecoder('utf-8').decode(bytes)
  const marked = first === 0xef && second === 0xbb && bytes[2] === 0xbf
  const broken = text.split(UNREADABLE).length - 1
  const whole = text.match(/[^\p{ASCII}\uFFFD]/gu)?.length ?? 0
  if (!broken || marked || whole >= broken) return good({ text, encoding: 'UTF-8' })
  return good({ text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' })
}

/** Refuses a table that is larger than is read, and naming the cell one whose text is too long. */
function cellsWithin<C extends readonly (readonly string[])[]>(cells: C): Result<C> {
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

/** A text that was kept a text in spreadsheets by a formula: `="00123"` is 00123. */
const plainText = (cell: string): string => {
  const kept = /^\s*="((?:[^"]|"")*)"\s*$/.exec(cell)
  return kept ? (kept[1] ?? '').replaceAll('""', '"') : unguarded(cell)
}

/** The cells of a delimited text: commas, semicolons, tabs or bars, whichever it holds. Blank rows stay. */
export function readDelimited(text: string): Result<readonly (readonly string[])[]> {
  const even = text.replace(/^\uFEFF/, '').replaceAll(/\r\n?/g, '\n')
  const parsed = Papa.parse<string[]>(even, {
    delimitersToGuess: [',', ';', '\t', '|'],
    newline: '\n',
    preview: MOST_ROWS + 1,
  })
  const broken = parsed.errors.find(e => e.type === 'Quotes')
  if (broken) return refuse('file-quotes', `Row ${(broken.row ?? 0) + 1}: a quotation mark is not closed`, AT)
  return cellsWithin(parsed.data.map(row => row.map(plainText)))
}
