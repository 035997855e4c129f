import { dayOfMoment, plainDate, type PlainDate } from '#core/base/dates'
import { oneAfterOther } from '#core/base/oneAfterOther'
import { howMany } from '#core/base/howMany'
import type { Id } from '#core/base/id'
import { openStatement } from '#core/bank/statement'
import { zero } from '#core/money/cents'
import { linesOnDays } from '#core/office/lookupBank'
import { good, refuse, type Result } from '#core/base/result'
import { cellText, decodeText, readDelimited, type Cell } from '#core/exchange/cells'
import { openWorkbook, type Sheet, type SheetName, type Workbook } from '#core/exchange/workbook'
import type { MatchingFile } from '#core/exchange/matchingFile'
import { csvOut } from '#core/exchange/csvOut'
import { askedOf } from '#core/imports/questions'
import type { ImportChoices, ImportSeen, Making } from '#core/imports/context'
import { fieldsOf, type ImportKind, type Matching } from '#core/imports/fields'
import { controlFault, type ControlTotals } from '#core/imports/controlTotals'
import { leftOut } from '#core/imports/skippedRows'
import {
  beforeOf,
  makeImport,
  onlyGood,
  onlyGoodBefore,
  seenRows,
  statementOf,
  type Made,
} from '#core/imports/makeRows'
import { applyMatching, type AppliedMatching } from '#core/imports/savedMapping'
import { doubledAmounts, guessMatching, headerRowOf, widthOf } from '#core/imports/matchColumns'
import {
  columnTotals,
  readRows,
  writtenIn,
  type ColumnTotal,
  type ImportColumns,
  type ImportSpec,
  type Table,
  type Written,
} from '#core/imports/readRows'
import { one } from '#core/office/lookups'
import { inBook, numberId, type CheckNumber } from '#core/numbers/book'
import { beforeKnown } from '#core/office/acts/importEarlierChecks'
import { importKnown } from '#core/office/acts/importRows'
import { earlierChecksText } from '#core/imports/importEarlierChecks'
import { bankFormatOf } from '#core/bank/read/bankFormat'
import type { Bill } from '#core/bills/bill'
import { importText } from '#core/imports/importRows'
import type { Stamp } from '#core/trail/trail'
import { db } from '../store/db'
import { StoreOffice } from '../store/storeOffice'

/** A file as it was opened, at its first sheet that is not hidden. */
export interface OpenedFile {
  readonly sheets: readonly SheetName[]
  readonly sheet: number
  /** How its text was written, where it is a text. */
  readonly encoding?: string
  readonly table: TableSize
}
/** How many rows a table has, and how many of them are hidden and left out. */
export interface TableSize {
  readonly rows: number
  readonly hidden: number
}
/** How a table may be understood: a guess, to be looked at. */
export interface ImportPlan {
  readonly headerRow: number
  /** The titles of its columns. */
  readonly titles: readonly string[]
  /** What stands in each column first. */
  readonly samples: readonly string[]
  readonly matching: Matching
  /** Fields whose title is over two columns: which one is meant is asked. */
  readonly doubled: readonly string[]
  /** Whether the matching is that of the last file with these titles. */
  readonly remembered: boolean
}
/** What was taken in, in words, and the key by which it is taken back. */
export interface ImportDone {
  readonly summary: string
  readonly id: Id<'intake'>
}
/** A row of the file as it would be imported, with its cells as texts. */
type ImportLine = ImportSeen & { readonly cells: readonly string[] }
/** A name that the office does not know, and who may be meant. */
interface UnknownName {
  readonly key: string
  readonly name: string
  readonly rows: number
  readonly near: readonly { readonly id: Id<'payee'>; readonly name: string }[]
}
/** A detail of payees that are here: for how many the file adds it, and for how many it differs. */
interface DetailCount {
  readonly field: string
  readonly title: string
  readonly added: number
  readonly differing: number
}
/** Every row as it would be imported, and what the file comes to. */
export interface CheckedImport {
  /** The key of this look at the rows: what it showed is imported under it. */
  readonly id: Id<'intake'>
  readonly rows: readonly ImportLine[]
  readonly totals: readonly ColumnTotal[]
  readonly unknown: readonly UnknownName[]
  readonly details: readonly DetailCount[]
  /** How many payees would be created. */
  readonly newPayees: number
}
/** What one check asks for. */
export interface ImportAsk {
  readonly spec: ImportSpec
  readonly choices: ImportChoices
  readonly companyId: Id<'company'>
  readonly accountId?: Id<'account'>
  readonly stamp: Stamp
}

const AT = { field: 'file' }
const own = new StoreOffice(db, navigator.locks)
let book: Workbook | undefined
let table: { cells: Cell[][]; hidden: ReadonlySet<number> } = { cells: [], hidden: new Set() }
let made:
  | {
      readonly of: Made
      readonly accountId: Id<'account'> | undefined
      readonly headerRow: number
      readonly seen: readonly ImportSeen[]
      readonly totals: readonly ColumnTotal[]
    }
  | undefined

function lay(sheet: Sheet, withHidden: boolean): TableSize {
  const { cells, hidden } = sheet
  table = { cells: cells.map(row => [...row]), hidden: withHidden ? new Set() : hidden }
  return { rows: cells.length, hidden: hidden.size }
}
/** The sheet of a workbook or of a text of cells. */
let sheetAt: (at: number) => Result<Sheet> = () => refuse('intake-none', 'open a file first', AT)

/** Under which name a matching is kept; that of a statement for each bank account by itself. */
const headerFact = (kind: ImportKind, titles: readonly string[], accountId?: Id<'account'>): string =>
  `columns of ${kind}${kind === 'statement' ? ` of ${accountId}` : ''}: ${titles.join(' | ')}`.slice(0, 290)

/** The matching that was used for the last file with these titles. */
async function rememberedMatching(
  kind: ImportKind,
  titles: readonly string[],
  accountId: Id<'account'> | undefined,
): Promise<Matching | undefined> {
  const fact = await db.facts.get(headerFact(kind, titles, accountId))
  if (!fact) return undefined
  const keys = new Set(fieldsOf(kind).map(f => f.key))
  const summary = Object.entries(JSON.parse(fact.value) as Record<string, unknown>)
  return Object.fromEntries(
    summary.filter(
      (e): e is [string, number] => keys.has(e[0]) && Number.isInteger(e[1]) && Number(e[1]) < titles.length,
    ),
  )
}

/** The check numbers of an account that rows name, those that were touched. */
async function numbersOf(accountId: Id<'account'> | undefined, rows: ReturnType<typeof readRows>) {
  const books = accountId ? await own.where('books', 'account', [accountId]) : []
  const named = new Set(rows.map(row => Number(row.values.number)))
  const ids = [...named].flatMap(n =>
    books.filter(book => inBook(book, n)).map(book => numberId(book.id, n as CheckNumber)),
  )
  return new Map((await own.many('numbers', ids)).map(row => [row.number as number, row]))
}

/** The open statement of an account, and its lines on the days that rows name. */
async function statementKnown(accountId: Id<'account'>, rows: ReturnType<typeof readRows>) {
  const open = openStatement(await own.where('statements', 'account', [accountId]))
  const lines = rows.flatMap(row => {
    const date = plainDate(row.values.date ?? '')
    return date.ok ? [{ date: date.value, amount: zero, text: '' }] : []
  })
  return open && { from: open.from, known: await linesOnDays(own, accountId, lines) }
}

/** What the office knows of that which the rows name. */
async function officeFor(ask: ImportAsk, rows: ReturnType<typeof readRows>) {
  const { companyId, spec, stamp } = ask
  const company = await one(own, 'companies', companyId)
  const payees = await own.where('payees', 'company', [companyId])
  const asked = askedOf(rows, payees)
  const alike = new Map<string, Bill[]>()
  if (spec.kind === 'bills')
    for (const bill of await own.where('bills', 'alike', asked.alike))
      alike.set(bill.alike, [...(alike.get(bill.alike) ?? []), bill])
  const payments = spec.kind === 'payments' ? await own.where('payments', 'payee', asked.payees) : []
  return {
    company,
    payees,
    ledgers: await db.ledgers.where('companyId').equals(companyId).toArray(),
    alike,
    payments: payments.filter(p => p.state !== 'cancelled'),
    numbers: await numbersOf(spec.kind === 'before' ? ask.accountId : undefined, rows),
    statement:
      spec.kind === 'statement' && ask.accountId ? await statementKnown(ask.accountId, rows) : undefined,
    today: dayOfMoment(stamp.at),
    newKey: () => crypto.randomUUID(),
  }
}

/** Does the act, and says what came in. */
async function importChunk(office: StoreOffice, of: Made, stamp: Stamp): Promise<Result<string>> {
  const done = await office.perform('importRows', onlyGood(of), stamp)
  return done.ok ? good(importText(done.value)) : done
}
async function importEarlierChecks(office: StoreOffice, of: Made, stamp: Stamp): Promise<Result<string>> {
  const done = await office.perform('importEarlierChecks', onlyGoodBefore(of), stamp)
  return done.ok ? good(earlierChecksText(done.value)) : done
}

async function importBankLines(office: StoreOffice, of: Made, stamp: Stamp): Promise<Result<string>> {
  const done = await office.perform('importStatement', statementOf(of), stamp)
  if (!done.ok) return done
  const { bankLines, numbers } = done.value
  return good(`${howMany(bankLines.length, 'bank line')}, ${howMany(numbers.length, 'paid check')}`)
}
/** How each kind of file is imported. */
const importWays = { rows: importChunk, before: importEarlierChecks, statement: importBankLines } as const
const wayOf = (kind: ImportKind): keyof typeof importWays =>
  kind === 'before' || kind === 'statement' ? kind : 'rows'
/** What the act would know of the rows; a bank line needs no more than is known already. */
function knownFor(kind: ImportKind, of: Made) {
  if (kind === 'statement') return undefined
  return kind === 'before' ? beforeKnown(own, beforeOf(of), true) : importKnown(own, of.taking, true)
}

/** The names that the office does not know, those with near names first. */
const unknownOf = ({ unknown }: Making): UnknownName[] =>
  [...unknown.values()]
    .map(({ key, name, rows, near }) => ({
      ...{ key, name, rows: rows.length },
      near: near.map(p => ({ id: p.id, name: p.name })),
    }))
    .sort((a, b) => Number(b.near.length > 0) - Number(a.near.length > 0))

/** For how many payees the file adds each detail, and for how many it differs. */
function countDetails({ details }: Making): DetailCount[] {
  const counts = new Map<string, { field: string; title: string; added: number; differing: number }>()
  const count = (field: string, title: string, key: 'added' | 'differing'): void => {
    const of = counts.get(field) ?? { field, title, added: 0, differing: 0 }
    of[key]++
    counts.set(field, of)
  }
  for (const { added, differing } of details.values()) {
    for (const d of added) count(d.field, d.title, 'added')
    for (const d of differing) count(d.field, d.title, 'differing')
  }
  return [...counts.values()]
}

/** Looks at every row; what comes of them is held until it is imported or looked at again. */
async function checkRows(ask: ImportAsk): Promise<CheckedImport> {
  const { spec, choices, accountId, stamp } = ask
  const rows = readRows(table as Table, spec, dayOfMoment(stamp.at))
  const of = makeImport(spec.kind, rows, await officeFor(ask, rows), choices, accountId)
  const known = await knownFor(spec.kind, of)
  const seen = seenRows(of, known, stamp)
  const totals = columnTotals(table as Table, spec)
  made = { of, accountId, headerRow: spec.headerRow, seen, totals }
  return {
    id: of.taking.id,
    rows: seen.map(s => ({ ...s, cells: (table.cells[s.at] ?? []).map(cellText) })),
    totals,
    unknown: unknownOf(of.making),
    details: countDetails(of.making),
    newPayees: onlyGood(of).payees.length,
  }
}
/** One look at the rows waits for another: the one that is asked for last is held. */
const inTurn = oneAfterOther()

/** Imports the rows of a file, in a worker: neither the file nor its rows hold the page up. */
export const importWork = {
  /** Opens a file: a workbook, or a text of cells. */
  async open(bytes: Uint8Array): Promise<Result<OpenedFile>> {
    made = undefined
    book = undefined
    let encoding: string | undefined
    if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
      const opened = openWorkbook(bytes)
      if (!opened.ok) return opened
      book = opened.value
      sheetAt = at => opened.value.read(at)
    } else {
      const decoded = decodeText(bytes)
      if (!decoded.ok) return decoded
      const format = bankFormatOf(decoded.value.text)
      if (format !== 'CSV')
        return refuse('file-bank', `This is a bank statement in ${format}. Import it under Bank`, AT)
      const read = readDelimited(decoded.value.text)
      if (!read.ok) return read
      sheetAt = () => good({ cells: read.value, hidden: new Set<number>() })
      encoding = decoded.value.encoding
    }
    const sheets = book?.sheets ?? [{ name: '', hidden: false }]
    const sheet = Math.max(
      0,
      sheets.findIndex(s => !s.hidden),
    )
    const laid = importWork.sheet(sheet, false)
    return laid.ok ? good({ sheets, sheet, table: laid.value, ...(encoding && { encoding }) }) : laid
  },
  /** Goes to a sheet of the workbook; its hidden rows are left out unless they are asked for. */
  sheet(at: number, withHidden: boolean): Result<TableSize> {
    const read = sheetAt(at)
    return read.ok ? good(lay(read.value, withHidden)) : read
  },
  /**
   * Guesses how the table is to be understood; `headerRow` where it is known, `accountId` the bank account that a
   * statement is of.
   */
  async plan(kind: ImportKind, headerRow?: number, accountId?: Id<'account'>): Promise<ImportPlan> {
    const { cells } = table
    const row = headerRow ?? headerRowOf(kind, cells)
    const width = widthOf(cells)
    const titles = Array.from({ length: width }, (_, i) => cellText(cells[row]?.[i]).trim())
    const body = cells.slice(row + 1, row + 200)
    const remembered = await rememberedMatching(kind, titles, accountId)
    return {
      headerRow: row,
      titles,
      samples: titles.map((_, i) => body.map(r => cellText(r[i]).trim()).find(Boolean) ?? ''),
      matching: remembered ?? guessMatching(kind, cells, row),
      doubled: remembered ? [] : doubledAmounts(kind, cells, row).map(f => f.title),
      remembered: remembered !== undefined,
    }
  },
  /** Finds the columns of a saved matching in the table. */
  apply: (file: MatchingFile): AppliedMatching => applyMatching(file, table.cells),
  /** How days and amounts are written in the columns that were matched. */
  written: (spec: ImportColumns, today: PlainDate): Written => writtenIn(table, spec, today),
  /** Holds every row against the office. */
  check: (ask: ImportAsk): Promise<CheckedImport> => inTurn(() => checkRows(ask)),
  /** Writes a cell anew. */
  correct(at: number, column: number, text: string): void {
    const row = table.cells[at]
    if (!row) return
    while (row.length <= column) row.push('')
    row[column] = text
  },
  /**
   * Imports what is good of what was looked at under a key; refused where the rows were looked at once more since, and
   * while a column does not come to its control total.
   */
  async take(
    id: Id<'intake'>,
    spec: ImportSpec,
    control: ControlTotals,
    stamp: Stamp,
    tell: (part: number) => unknown,
  ): Promise<Result<ImportDone>> {
    if (made?.of.taking.id !== id)
      return refuse('intake-none', 'The rows were checked again meanwhile. Look at them first', AT)
    const off = controlFault(made.totals, control)
    if (off) return refuse('intake-control', off, AT)
    const telling = new StoreOffice(db, navigator.locks, part => void tell(part))
    const done = await importWays[wayOf(spec.kind)](telling, made.of, stamp)
    if (!done.ok) return done
    const titles = table.cells[spec.headerRow]?.map(t => cellText(t).trim()) ?? []
    const name = headerFact(spec.kind, titles, made.accountId)
    await db.facts.put({ name, value: JSON.stringify(spec.matching) })
    return good({ summary: done.value, id: made.of.taking.id })
  },
  /** The rows that are left out, as a file with a column that says why. */
  leftOut(states: readonly ImportSeen['state'][]): string {
    if (!made) return ''
    const { columns, rows } = leftOut(table.cells, made.headerRow, made.seen, states)
    return csvOut(columns, rows)
  },
}
export type ImportApi = typeof importWork
