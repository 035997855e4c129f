import { strFromU8, unzipSync } from 'fflate'
import { SaxesParser } from 'saxes'
import { good, refuse, type Refusal, type Result } from '../base/result'
import { MOST_CELL_LETTERS, MOST_COLUMNS, MOST_ROWS, type Cell, type Cells } from './cells'

/** A sheet of a workbook by its name; a hidden one is listed as such and only read when a person chooses it. */
export interface SheetName {
  readonly name: string
  readonly hidden: boolean
}
/** The cells of a sheet, and which of its rows (from 0) are hidden. */
export interface Sheet {
  readonly cells: Cells
  readonly hidden: ReadonlySet<number>
}
/** An opened workbook: its sheets are read one at a time, each within limits. */
export interface Workbook {
  readonly sheets: readonly SheetName[]
  read(at: number): Result<Sheet>
}

const AT = { field: 'file' }
const MOST_PARTS = 3000
const MOST_SHEETS = 200
const MOST_UNPACKED = 150_000_000
const MOST_SHARED = 500_000
/** Letters of all cells of a sheet together: a text that many cells share counts each time. */
const MOST_LETTERS = 60_000_000
const MOST_DEPTH = 40
const MOST_STYLES = 66_000
const PIECE = 1 << 20

/** A workbook that is not read, and why; thrown and caught within this file only. */
class NotRead extends Error {
  constructor(
    readonly code: string,
    text: string,
  ) {
    super(text)
  }
}
const count = (n: number): string => n.toLocaleString('en-US')

interface Watch {
  open(name: string, attributes: Readonly<Record<string, string>>): void
  text?(text: string): void
  close?(name: string): void
}
/** A name without the prefix of its namespace. */
const local = (name: string): string => name.slice(name.indexOf(':') + 1)

/** Walks through the tags of an XML part; throws where it is not XML or is nested deeper than a workbook is. */
function walk(xml: string, watch: Watch): void {
  const parser = new SaxesParser()
  let depth = 0
  parser.on('error', error => {
    throw new NotRead('file-workbook', `the workbook is damaged: ${error.message}`)
  })
  parser.on('opentag', ({ name, attributes }) => {
    if (++depth > MOST_DEPTH) throw new NotRead('file-workbook', 'the workbook is nested too deeply')
    watch.open(local(name), attributes as Record<string, string>)
  })
  parser.on('text', text => watch.text?.(text))
  parser.on('cdata', text => watch.text?.(text))
  parser.on('closetag', ({ name }) => {
    depth--
    watch.close?.(local(name))
  })
  for (let at = 0; at < xml.length; at += PIECE) parser.write(xml.slice(at, at + PIECE))
  parser.close()
}

/** The parts of a workbook by name, unpacked when asked for. */
class Parts {
  private readonly names = new Map<string, number>()
  constructor(private readonly bytes: Uint8Array) {
    let parts = 0
    try {
      unzipSync(bytes, {
        filter: ({ name, originalSize }) => {
          if (++parts > MOST_PARTS)
            throw new NotRead('file-large', `the workbook has more than ${count(MOST_PARTS)} parts`)
          this.names.set(name.replace(/^\//, ''), originalSize)
          return false
        },
      })
    } catch (error) {
      if (error instanceof NotRead) throw error
      throw new NotRead('file-workbook', 'This is not an Excel workbook, or it is incomplete')
    }
  }
  /** The text of a part; blank where the workbook has none of that name. */
  text(name: string): string {
    const size = this.names.get(name)
    if (size === undefined) return ''
    if (size > MOST_UNPACKED)
      throw new NotRead(
        'file-large',
        `a part of the workbook would unpack to more than ${count(MOST_UNPACKED / 1e6)} MB`,
      )
    try {
      const found = unzipSync(this.bytes, { filter: file => file.name.replace(/^\//, '') === name })
      const [part] = Object.values(found)
      return part ? strFromU8(part).replace(/^\uFEFF/, '') : ''
    } catch {
      throw new NotRead('file-workbook', `the workbook’s part ${name} is damaged`)
    }
  }
}

/** What a cell's number format makes of its number. */
type Format = 'number' | 'percentage' | 'date'
/** Formats of ECMA-376 part 1, 18.8.30, that stand for days; 9 and 10 are percentages. */
const isDayFormat = (id: number): boolean =>
  (id >= 14 && id <= 22) || (id >= 27 && id <= 36) || (id >= 45 && id <= 47) || (id >= 50 && id <= 58)
function formatOf(id: number, code: string | undefined): Format {
  if (code === undefined) return isDayFormat(id) ? 'date' : id === 9 || id === 10 ? 'percentage' : 'number'
  const bare = code.replaceAll(/"[^"]*"|\\.|_.|\*.|\[(?!h+\]|m+\]|s+\])[^\]]*\]/gi, '')
  if (/general/i.test(bare)) return 'number'
  if (bare.includes('%')) return 'percentage'
  return /[ymdhs]/i.test(bare) ? 'date' : 'number'
}
/** The format of each cell style, in the order in which cells name them. */
function readStyles(xml: string): Format[] {
  const codes = new Map<number, string>()
  const formats: Format[] = []
  let inCells = false
  if (xml)
    walk(xml, {
      open(name, { numFmtId, formatCode }) {
        if (name === 'numFmt') codes.set(Number(numFmtId), formatCode ?? '')
        if (name === 'cellXfs') inCells = true
        if (name === 'xf' && inCells && formats.length < MOST_STYLES)
          formats.push(formatOf(Number(numFmtId ?? 0), codes.get(Number(numFmtId))))
      },
      close(name) {
        if (name === 'cellXfs') inCells = false
      },
    })
  return formats
}
/** The texts that cells share, in their order; how they are spoken is left aside. */
function readShared(xml: string): string[] {
  const texts: string[] = []
  let [text, inText, spoken] = ['', false, false]
  if (xml)
    walk(xml, {
      open(name) {
        if (name === 'si') text = ''
        if (name === 'rPh') spoken = true
        inText = name === 't' && !spoken
      },
      text(more) {
        if (inText) text += more
      },
      close(name) {
        if (name === 't') inText = false
        if (name === 'rPh') spoken = false
        if (name !== 'si') return
        if (texts.push(text) > MOST_SHARED)
          throw new NotRead('file-large', `the workbook has more than ${count(MOST_SHARED)} texts`)
      },
    })
  return texts
}

const DAY_MS = 86_400_000
/** Day 0 of the two calendars of workbooks, as days before 1970; in the first, 1900 has a day too many. */
const ZERO_1900 = -25_569
const ZERO_1904 = -24_107
/** A number of a workbook as plain digits; 15 of them count, as in the program that wrote it. */
function plainNumber(value: number): string {
  const digits = Number(value.toPrecision(15))
  const text = String(digits)
  return /e/i.test(text) ? digits.toFixed(Math.abs(digits) < 1 ? 20 : 0).replace(/\.?0+$/, '') : text
}
function dayOfSerial(serial: number, from1904: boolean): string | undefined {
  const days = Math.floor(serial) + (from1904 ? ZERO_1904 : ZERO_1900) + (!from1904 && serial < 60 ? 1 : 0)
  const at = new Date(days * DAY_MS)
  return serial >= 1 && !Number.isNaN(at.getTime()) ? at.toISOString().slice(0, 10) : undefined
}
function numberCell(raw: string, format: Format, from1904: boolean): Cell {
  const value = Number(raw)
  if (!raw.trim() || !Number.isFinite(value)) return { type: 'error', text: raw }
  if (format === 'date') return { type: 'date', text: dayOfSerial(value, from1904) ?? plainNumber(value) }
  if (format === 'percentage') return { type: 'percentage', text: `${plainNumber(value * 100)}%` }
  return { type: 'number', text: plainNumber(value) }
}

/** The column (from 0) and row (from 0) of a reference such as `AB12`. */
function placeOf(reference: string): { row: number; column: number } | undefined {
  const m = /^\$?([A-Z]{1,3})\$?(\d{1,7})$/.exec(reference)
  if (!m) return undefined
  let column = 0
  for (const letter of m[1]!) column = column * 26 + letter.charCodeAt(0) - 64
  return { row: Number(m[2]) - 1, column: column - 1 }
}

/** Reads the cells of one sheet, refusing one that lies outside what is read before anything is laid out. */
class SheetReader implements Watch {
  private readonly rows: Cell[][] = []
  private readonly hidden = new Set<number>()
  private readonly merged: string[] = []
  private letters = 0
  private row = -1
  private column = -1
  private type = 'n'
  private style = 0
  private raw = ''
  private reading = false
  constructor(
    private readonly shared: readonly string[],
    private readonly formats: readonly Format[],
    private readonly from1904: boolean,
  ) {}

  open(name: string, a: Readonly<Record<string, string>>): void {
    if (name === 'row') {
      this.row = a.r ? Number(a.r) - 1 : this.row + 1
      this.column = -1
      if (a.hidden === '1' || a.hidden === 'true') this.hidden.add(this.row)
    } else if (name === 'c') {
      const place = a.r ? placeOf(a.r) : undefined
      if (a.r && !place) throw new NotRead('file-workbook', `the workbook is damaged at cell “${a.r}”`)
      this.row = place?.row ?? this.row
      this.column = place?.column ?? this.column + 1
      this.type = a.t ?? 'n'
      this.style = Number(a.s ?? 0)
      this.raw = ''
    } else if (name === 'mergeCell' && a.ref) {
      if (this.merged.push(a.ref) > MOST_ROWS)
        throw new NotRead('file-large', 'the sheet has too many merged cells')
    }
    this.reading = name === 'v' || name === 't'
  }
  text(text: string): void {
    if (this.reading) this.raw += text
  }
  close(name: string): void {
    if (name === 'v' || name === 't') this.reading = false
    if (name === 'c' && this.raw !== '') this.put(this.row, this.column, this.cell())
  }
  private cell(): Cell {
    const { raw } = this
    switch (this.type) {
      case 's':
        return this.shared[Number(raw)] ?? { type: 'error', text: raw }
      case 'str':
      case 'inlineStr':
        return raw
      case 'b':
        return { type: 'yes or no', text: raw === '1' || raw === 'true' ? 'yes' : 'no' }
      case 'd':
        return { type: 'date', text: raw.slice(0, 10) }
      case 'e':
        return { type: 'error', text: raw }
      default:
        return numberCell(raw, this.formats[this.style] ?? 'number', this.from1904)
    }
  }
  private put(row: number, column: number, cell: Cell): void {
    if (cell === '') return
    const text = typeof cell === 'string' ? cell : cell.text
    if (!(row >= 0 && column >= 0))
      throw new NotRead('file-workbook', 'the workbook is damaged: a cell is outside the rows of its sheet')
    if (row >= MOST_ROWS)
      throw new NotRead(
        'file-rows',
        `the sheet has more than ${count(MOST_ROWS)} rows (a cell is in row ${count(row + 1)})`,
      )
    if (column >= MOST_COLUMNS)
      throw new NotRead('file-columns', `row ${row + 1} has more than ${MOST_COLUMNS} cells`)
    if (text.length > MOST_CELL_LETTERS)
      throw new NotRead(
        'file-cell',
        `row ${row + 1}, column ${column + 1}: more than ${MOST_CELL_LETTERS} letters`,
      )
    this.letters += text.length
    if (this.letters > MOST_LETTERS)
      throw new NotRead('file-large', 'the sheet’s texts are too large together')
    while (this.rows.length <= row) this.rows.push([])
    const cells = this.rows[row]!
    while (cells.length <= column) cells.push('')
    cells[column] = cell
  }
  /** The sheet, with the value of merged cells in each of their rows. */
  done(): Sheet {
    for (const ref of this.merged) {
      const [from, to] = ref.split(':').map(placeOf)
      const cell = from && this.rows[from.row]?.[from.column]
      if (!from || !to || !cell) continue
      const last = Math.min(to.row, this.rows.length - 1)
      for (let row = from.row + 1; row <= last; row++) this.put(row, from.column, cell)
    }
    return { cells: this.rows, hidden: this.hidden }
  }
}

interface Listed {
  readonly sheets: (SheetName & { readonly part: string })[]
  readonly from1904: boolean
}
function listSheets(parts: Parts): Listed {
  const targets = new Map<string, string>()
  const rels = parts.text('xl/_rels/workbook.xml.rels')
  if (rels)
    walk(rels, {
      open(name, { Id, Target }) {
        if (name === 'Relationship' && Id && Target)
          targets.set(Id, Target.startsWith('/') ? Target.slice(1) : `xl/${Target.replace(/^\.\//, '')}`)
      },
    })
  const listed: Listed & { from1904: boolean } = { sheets: [], from1904: false }
  const xml = parts.text('xl/workbook.xml')
  if (!xml) throw new NotRead('file-workbook', 'This is not an Excel workbook (.xlsx)')
  walk(xml, {
    open(tag, a) {
      if (tag === 'workbookPr' && (a.date1904 === '1' || a.date1904 === 'true')) listed.from1904 = true
      if (tag !== 'sheet') return
      const id = Object.entries(a).find(([key]) => local(key) === 'id')?.[1] ?? ''
      const hidden = a.state === 'hidden' || a.state === 'veryHidden'
      const more = listed.sheets.push({ name: a.name ?? '', hidden, part: targets.get(id) ?? '' })
      if (more > MOST_SHEETS)
        throw new NotRead('file-large', `the workbook has more than ${MOST_SHEETS} sheets`)
    },
  })
  if (!listed.sheets.length) throw new NotRead('file-workbook', 'the workbook has no sheet')
  return listed
}
const refused = (error: unknown): { ok: false; refusal: Refusal } => {
  if (!(error instanceof NotRead)) throw error
  return refuse(error.code, error.message, AT)
}

/**
 * Opens a workbook (xlsx, ECMA-376): its sheets by name. Refused at the file: what is not one, is damaged, or
 * would unfold to more than is read (parts, sheets, shared texts, rows, columns, letters, nesting).
 */
export function openWorkbook(bytes: Uint8Array): Result<Workbook> {
  try {
    const parts = new Parts(bytes)
    const { sheets, from1904 } = listSheets(parts)
    const formats = readStyles(parts.text('xl/styles.xml'))
    let shared: string[] | undefined
    const read = (at: number): Result<Sheet> => {
      try {
        shared ??= readShared(parts.text('xl/sharedStrings.xml'))
        const reader = new SheetReader(shared, formats, from1904)
        const xml = parts.text(sheets[at]?.part ?? '')
        if (xml) walk(xml, reader)
        return good(reader.done())
      } catch (error) {
        return refused(error)
      }
    }
    return good({ sheets: sheets.map(({ name, hidden }) => ({ name, hidden })), read })
  } catch (error) {
    return refused(error)
  }
}
