import { unzipSync } from 'fflate'
import { plainDate, type PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { good, must, refuse, type Result } from '#core/base/result'
import { cellsOfSheet, decodeText, readDelimited, type Cells } from '#core/exchange/cells'
import type { MatchingFile } from '#core/exchange/matchingFile'
import { csvOut } from '#core/exchange/csvOut'
import { askedOf } from '#core/intake/asked'
import type { IntakeChoices, IntakeSeen } from '#core/intake/context'
import { fieldsOf, type IntakeKind, type Matching } from '#core/intake/fields'
import { leftOut } from '#core/intake/leftOut'
import { beforeOf, makeIntake, onlyGood, onlyGoodBefore, seenRows, type Made } from '#core/intake/make'
import { applyMatching, type AppliedMatching } from '#core/intake/savedMatching'
import { guessMatching, headerRowOf, widthOf } from '#core/intake/match'
import { readRows, writtenIn, type IntakeSpec } from '#core/intake/readRows'
import type { DayOrder, DecimalMark } from '#core/intake/written'
import { one } from '#core/office/gather'
import { inBook, numberId, type CheckNumber } from '#core/books/book'
import { beforeKnown } from '#core/office/acts/takeBefore'
import { intakeKnown } from '#core/office/acts/takeIn'
import { beforeTold } from '#core/runs/before'
import type { Bill } from '#core/payables/bill'
import { takenTold } from '#core/payables/takeIn'
import type { Stamp } from '#core/trail/trail'
import { db } from './db'
import { StoreOffice } from './storeOffice'

/** A file as it was opened. */
export interface IntakeOpened {
  readonly sheets: readonly string[]
  /** How its text was written, where it is a text. */
  readonly encoding?: string
  readonly rows: number
}
/** How a table may be understood: a guess, to be looked at. */
export interface IntakePlan {
  readonly headerRow: number
  /** The titles of its columns. */
  readonly titles: readonly string[]
  /** What stands in each column first. */
  readonly samples: readonly string[]
  readonly matching: Matching
  /** Whether the matching is that of the last file with these titles. */
  readonly remembered: boolean
}
/** What was taken in, in words, and the key by which it is taken back. */
export interface IntakeTaken {
  readonly told: string
  readonly id: Id<'intake'>
}
/** Every row as it would be taken in. */
export interface IntakeChecked {
  readonly rows: readonly (IntakeSeen & { readonly cells: readonly string[] })[]
}
/** What one check asks for. */
export interface IntakeAsk {
  readonly spec: IntakeSpec
  readonly choices: IntakeChoices
  readonly companyId: Id<'company'>
  readonly accountId?: Id<'account'>
  readonly stamp: Stamp
}

const MOST_UNPACKED = 300_000_000
const AT = { field: 'file' }
const own = new StoreOffice(db, navigator.locks)
let sheets: readonly { readonly name: string; readonly cells: Cells }[] = []
let cells: string[][] = []
let made: { readonly of: Made; readonly headerRow: number; readonly seen: readonly IntakeSeen[] } | undefined

/** Refuses a workbook that would unpack to more than is read, before it is unpacked. */
function packedWell(bytes: Uint8Array): Result<true> {
  let size = 0
  try {
    unzipSync(bytes, {
      filter: ({ originalSize }) => {
        size += originalSize
        return false
      },
    })
  } catch {
    return refuse('file-workbook', 'it is no workbook, or is cut off', AT)
  }
  return size > MOST_UNPACKED
    ? refuse('file-large', 'it would unpack to more than 300 MB: it is not taken', AT)
    : good(true)
}
async function openWorkbook(bytes: Uint8Array): Promise<Result<true>> {
  const well = packedWell(bytes)
  if (!well.ok) return well
  const { default: readWorkbook } = await import('read-excel-file/web-worker')
  try {
    const found = await readWorkbook(new Blob([bytes as BlobPart]))
    const read = found.map(({ sheet, data }) => ({ name: sheet, cells: cellsOfSheet(data) }))
    const wrong = read.find(s => !s.cells.ok)
    if (wrong && !wrong.cells.ok) return wrong.cells
    sheets = read.map(({ name, cells: of }) => ({ name, cells: must(of) }))
    return good(true)
  } catch (error) {
    return refuse('file-workbook', `the workbook cannot be read: ${(error as Error).message}`, AT)
  }
}
const headerFact = (kind: IntakeKind, titles: readonly string[]): string =>
  `columns of ${kind}: ${titles.join(' | ')}`.slice(0, 290)

/** The matching that was used for the last file with these titles. */
async function rememberedMatching(
  kind: IntakeKind,
  titles: readonly string[],
): Promise<Matching | undefined> {
  const fact = await db.facts.get(headerFact(kind, titles))
  if (!fact) return undefined
  const keys = new Set(fieldsOf(kind).map(f => f.key))
  const told = Object.entries(JSON.parse(fact.value) as Record<string, unknown>)
  return Object.fromEntries(
    told.filter(
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

/** What the office knows of that which the rows name. */
async function officeFor(ask: IntakeAsk, rows: ReturnType<typeof readRows>) {
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
    today: must(plainDate(stamp.at.slice(0, 10))) as PlainDate,
    newKey: () => crypto.randomUUID(),
  }
}

/** Does the act, and says what came in. */
async function takeRows(office: StoreOffice, of: Made, stamp: Stamp): Promise<Result<string>> {
  const done = await office.perform('takeIn', onlyGood(of), stamp)
  return done.ok ? good(takenTold(done.value)) : done
}
async function takeBefore(office: StoreOffice, of: Made, stamp: Stamp): Promise<Result<string>> {
  const done = await office.perform('takeBefore', onlyGoodBefore(of), stamp)
  return done.ok ? good(beforeTold(done.value)) : done
}

/** Taking rows of a file in, in a worker: neither the file nor its rows hold the page up. */
export const intakeWork = {
  /** Opens a file: a workbook, or a text of cells. */
  async open(bytes: Uint8Array): Promise<Result<IntakeOpened>> {
    sheets = []
    made = undefined
    let encoding: string | undefined
    if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
      const opened = await openWorkbook(bytes)
      if (!opened.ok) return opened
    } else {
      const decoded = decodeText(bytes)
      if (!decoded.ok) return decoded
      const read = readDelimited(decoded.value.text)
      if (!read.ok) return read
      sheets = [{ name: '', cells: read.value }]
      encoding = decoded.value.encoding
    }
    intakeWork.sheet(0)
    return good({ sheets: sheets.map(s => s.name), rows: cells.length, ...(encoding && { encoding }) })
  },
  /** Goes to a sheet of the workbook. */
  sheet(at: number): number {
    cells = (sheets[at]?.cells ?? []).map(row => [...row])
    return cells.length
  },
  /** Guesses how the table is to be understood; `headerRow` where it is known. */
  async plan(kind: IntakeKind, headerRow?: number): Promise<IntakePlan> {
    const row = headerRow ?? headerRowOf(kind, cells)
    const width = widthOf(cells)
    const titles = Array.from({ length: width }, (_, i) => cells[row]?.[i]?.trim() ?? '')
    const body = cells.slice(row + 1, row + 200)
    const remembered = await rememberedMatching(kind, titles)
    return {
      headerRow: row,
      titles,
      samples: titles.map((_, i) => body.map(r => r[i]?.trim()).find(Boolean) ?? ''),
      matching: remembered ?? guessMatching(kind, cells, row),
      remembered: remembered !== undefined,
    }
  },
  /** Finds the columns of a saved matching in the table. */
  apply: (file: MatchingFile): AppliedMatching => applyMatching(file, cells),
  /** How days and amounts are written in the columns that were matched. */
  written: (
    spec: Pick<IntakeSpec, 'kind' | 'headerRow' | 'matching'>,
  ): { order: DayOrder | undefined; mark: DecimalMark } => writtenIn(cells, spec),
  /** Holds every row against the office. */
  async check(ask: IntakeAsk): Promise<IntakeChecked> {
    const { spec, choices, accountId, stamp } = ask
    const rows = readRows(cells, spec)
    const of = makeIntake(spec.kind, rows, await officeFor(ask, rows), choices, accountId)
    const known =
      spec.kind === 'before'
        ? await beforeKnown(own, beforeOf(of), true)
        : await intakeKnown(own, of.taking, true)
    const seen = seenRows(of, known, stamp)
    made = { of, headerRow: spec.headerRow, seen }
    return { rows: seen.map(s => ({ ...s, cells: cells[s.at] ?? [] })) }
  },
  /** Writes a cell anew. */
  mend(at: number, column: number, text: string): void {
    const row = cells[at]
    if (!row) return
    while (row.length <= column) row.push('')
    row[column] = text
  },
  /** Takes in what is good of what was looked at. */
  async take(spec: IntakeSpec, stamp: Stamp, tell: (part: number) => unknown): Promise<Result<IntakeTaken>> {
    if (!made) return refuse('intake-none', 'look at the rows first', AT)
    const telling = new StoreOffice(db, navigator.locks, part => void tell(part))
    const done = await (spec.kind === 'before' ? takeBefore : takeRows)(telling, made.of, stamp)
    if (!done.ok) return done
    const titles = cells[spec.headerRow]?.map(t => t.trim()) ?? []
    await db.facts.put({ name: headerFact(spec.kind, titles), value: JSON.stringify(spec.matching) })
    return good({ told: done.value, id: made.of.taking.id })
  },
  /** The rows that are left out, as a file with a column that says why. */
  leftOut(states: readonly IntakeSeen['state'][]): string {
    if (!made) return ''
    const { columns, rows } = leftOut(cells, made.headerRow, made.seen, states)
    return csvOut(columns, rows)
  },
}
export type IntakeApi = typeof intakeWork
