import Papa from 'papaparse'
import { plainDate, type PlainDate } from '../base/dates'
import type { Result } from '../base/result'
import { checkNumber } from '../numbers/book'
import { figures } from '../money/figures'
import { add, parseAmount, payable, subtract, zero, type Cents } from '../money/cents'
import { printable } from '../faces/texts'
import { languages } from '../money/locale'
import type { CheckFacts, PayLine, StubLine } from '../proof/facts'
import { unguarded } from './csvOut'
import { MOST_FILE_LETTERS, type Fault, type Read } from './fault'

const needed = ['payee', 'date', 'amount'] as const
/** Columns of an address, a line each. */
export const addressColumns = [
  'address 1',
  'address 2',
  'address 3',
  'address 4',
  'address 5',
  'address 6',
] as const
const lineColumns = [
  'reference',
  'line date',
  'description',
  'line amount',
  'gross',
  'discount',
  'our number',
  'purchase order',
  'ledger account',
  'quantity',
  'item',
  'their item',
] as const
const payColumns = ['pay kind', 'pay', 'pay amount', 'pay this year'] as const
/** What stands in the row that begins a check, and in no other. */
const checkColumns = [
  'number',
  ...needed,
  ...addressColumns,
  'memo',
  'account with payee',
  'advice',
  'language',
  'signers',
] as const
const columns = [...checkColumns, ...lineColumns, ...payColumns] as const
type Column = (typeof columns)[number]

/** Columns of the payments file, in the order in which we write them. */
export const paymentColumns: readonly string[] = columns
const MOST_CHECKS = 20_000

interface Unfinished {
  row: number
  facts: Omit<CheckFacts, 'number' | 'lines' | 'pay'>
  number: number | undefined
  lines: StubLine[]
  pay: PayLine[]
}

/** A check of a payments file, and the row (from 1 with the header as 1) that begins it. */
export interface CheckRow extends CheckFacts {
  readonly row: number
}

/**
 * The delimiter of a file, from its header: the one of comma, semicolon and tab that stands there most,
 * outside of quotes.
 */
function delimiterOf(text: string): ',' | ';' | '\t' {
  const header = (text.split('\n', 1)[0] ?? '').replaceAll(/"[^"]*"/g, '')
  const count = (d: string): number => header.split(d).length
  return ([',', ';', '\t'] as const).reduce((best, d) => (count(d) > count(best) ? d : best))
}

/** What is wrong with the header: a column that is missing, not known, or there twice. */
function headerFaults(header: readonly string[], others: readonly string[]): Fault[] {
  const missing = needed.filter(name => !header.includes(name))
  const odd = header.flatMap((name, i): Fault[] => {
    if (![...columns, ...others].includes(name)) {
      const text = `this is not a column of a payments file: ${columns.join(', ')}`
      return [{ row: 1, column: name || String(i + 1), text }]
    }
    return header.indexOf(name) === i ? [] : [{ row: 1, column: name, text: 'this column is here twice' }]
  })
  return [...missing.map(name => ({ row: 1, column: name, text: 'this column is missing' })), ...odd]
}

/**
 * One row under its header; what cannot be read is told in `faults`, and something harmless stands in for it.
 */
class Row {
  constructor(
    readonly row: number,
    private readonly header: readonly string[],
    private readonly cells: readonly string[],
    readonly faults: Fault[],
  ) {}

  cell(name: Column): string {
    const at = this.header.indexOf(name)
    return at < 0 ? '' : unguarded((this.cells[at] ?? '').trim())
  }
  fault(column: Column, text: string): void {
    this.faults.push({ row: this.row, column, text })
  }
  keep<T>(name: Column, result: Result<T>, otherwise: T): T {
    if (result.ok) return result.value
    this.fault(name, result.refusal.text)
    return otherwise
  }
  text(name: Column, most?: number): string {
    return this.keep(name, printable(this.cell(name), name, most), '')
  }
  amount(name: Column): Cents {
    return this.keep(name, parseAmount(this.cell(name), name), zero)
  }
  /** One of a few words; nothing where the cell is empty. */
  oneOf<const W extends string>(name: Column, words: readonly W[]): W | undefined {
    const cell = this.cell(name).toLowerCase()
    const word = words.find(w => w === cell)
    if (cell && word === undefined) this.fault(name, `one of ${words.join(', ')}`)
    return word
  }
  /** A text that may be left out: nothing where its cell is empty. */
  optional<K extends string>(name: Column, key: K): Partial<Record<K, string>> {
    return this.cell(name) ? ({ [key]: this.text(name) } as Record<K, string>) : {}
  }
}

/** Whose signatures print, told by their places among the account's from 1: `1 3`; `none` for nobody's. */
function signersOf(row: Row): number[] | undefined {
  const signersCell = row.cell('signers')
  if (!signersCell) return undefined
  if (signersCell === 'none') return []
  const places = signersCell.split(/\s+/)
  if (places.every(place => /^[1-6]$/.test(place))) return places.map(place => Number(place) - 1)
  row.fault('signers', 'places among the account’s signatures, from 1 to 6, with spaces between, or none')
  return undefined
}

/** The line of a pay stub that stands in a row. */
function payLine(row: Row): PayLine {
  const kind = row.oneOf('pay kind', ['earning', 'deduction'] as const)
  if (!row.cell('pay kind')) row.fault('pay kind', 'an earning or a deduction?')
  return {
    kind: kind ?? 'earning',
    name: row.text('pay'),
    now: row.amount('pay amount'),
    yearToDate: row.amount('pay this year'),
  }
}

/** The check that a row begins. */
function beginCheck(row: Row): Unfinished {
  const parsed = parseAmount(row.cell('amount'))
  const advice = row.oneOf('advice', ['yes', 'no'] as const) === 'yes'
  const language = row.oneOf('language', languages)
  const signers = signersOf(row)
  const number = row.cell('number')
    ? row.keep('number', checkNumber(row.cell('number')), undefined as number | undefined)
    : undefined
  return {
    row: row.row,
    number,
    lines: [],
    pay: [],
    facts: {
      payee: row.text('payee'),
      address: addressColumns.map(name => row.text(name)).filter(Boolean),
      date: row.keep('date', plainDate(row.cell('date')), '1900-01-01' as PlainDate),
      amount: row.keep('amount', parsed.ok && !advice ? payable(parsed.value) : parsed, zero),
      memo: row.text('memo'),
      ...row.optional('account with payee', 'accountWithPayee'),
      ...(advice && { advice }),
      ...(language && { language }),
      ...(signers && { signers }),
    },
  }
}

/** A row below that of its check holds a stub line and nothing of the check. */
function onlyAStubLine(row: Row, isFirst: boolean): void {
  for (const name of checkColumns) {
    if (row.cell(name)) row.fault(name, 'a row without a payee may only hold a stub line of the check above')
  }
  if (isFirst) row.fault('payee', 'the first row must have a payee')
}

/**
 * Gross and discount of a stub line; where only the discount stands there, the gross is what is paid and the
 * discount together.
 */
function gross(row: Row): Pick<StubLine, 'gross' | 'discount'> {
  if (!row.cell('gross') && !row.cell('discount')) return {}
  const discount = row.cell('discount') ? row.amount('discount') : undefined
  const net = parseAmount(row.cell('line amount'))
  const paid = net.ok ? add(net.value, discount ?? zero) : undefined
  const full = row.cell('gross') ? row.amount('gross') : paid
  return { ...(full !== undefined && { gross: full }), ...(discount !== undefined && { discount }) }
}

/** The stub line of a row. */
function stubLine(row: Row): StubLine {
  const line: StubLine = {
    reference: row.text('reference'),
    date: row.cell('line date')
      ? row.keep('line date', plainDate(row.cell('line date')), null as PlainDate | null)
      : null,
    description: row.text('description', 200),
    amount: row.amount('line amount'),
    ...gross(row),
    ...row.optional('our number', 'ourNumber'),
    ...row.optional('purchase order', 'purchaseOrder'),
    ...row.optional('ledger account', 'ledger'),
    ...row.optional('quantity', 'quantity'),
    ...row.optional('item', 'item'),
    ...row.optional('their item', 'theirItem'),
  }
  const { gross: full, discount = zero, amount } = line
  if (full !== undefined && subtract(full, discount) !== amount) {
    const text = `gross ${figures(full)} less discount ${figures(discount)} is not ${figures(amount)}`
    row.fault('line amount', text)
  }
  return line
}

/** Stub lines come to their check; where a row of it is at fault already, nothing more is said. */
function sumFaults(checks: readonly Unfinished[], faults: readonly Fault[]): Fault[] {
  return checks.flatMap(({ row, facts, lines }) => {
    const total = lines.reduce<Cents>((sum, l) => add(sum, l.amount), zero)
    const said = faults.some(f => f.row !== undefined && f.row >= row && f.row <= row + lines.length)
    if (!lines.length || facts.amount === 0 || total === facts.amount || said) return []
    const text = `the stub lines add up to ${figures(total)}, but the check is for ${figures(facts.amount)}`
    return [{ row, column: 'amount', text }]
  })
}

/**
 * Reads a payments file, delimited by commas, semicolons or tabs, its lines ended in any way: a row with a
 * payee begins a check; rows below it without a payee add stub lines and lines of pay to it. Columns that are
 * `others` are passed over. Returns the checks, numbered as they say or from `first` in the order of the file,
 * or every fault with its row and column; never a part of the file.
 */
export function readPayments(text: string, first: number, others: readonly string[] = []): Read<CheckRow[]> {
  if (text.length > MOST_FILE_LETTERS) {
    return { ok: false, faults: [{ text: `the file is larger than ${MOST_FILE_LETTERS} characters` }] }
  }
  const even = text.replace(/^\uFEFF/, '').replaceAll(/\r\n?/g, '\n')
  const how = { delimiter: delimiterOf(even), newline: '\n', skipEmptyLines: false } as const
  const parsed = Papa.parse<string[]>(even, how)
  const header = (parsed.data[0] ?? []).map(t => t.trim().toLowerCase())
  const faults = headerFaults(header, others)
  for (const e of parsed.errors) faults.push({ row: (e.row ?? 0) + 1, text: e.message })
  if (faults.length) return { ok: false, faults }

  const checks: Unfinished[] = []
  parsed.data.slice(1).forEach((cells, i) => {
    if (cells.every(c => c.trim() === '')) return
    const row = new Row(i + 2, header, cells, faults)
    if (cells.length > header.length) {
      faults.push({
        row: i + 2,
        text: `the row has ${cells.length} cells, but the header has ${header.length}`,
      })
    }
    if (row.cell('payee')) checks.push(beginCheck(row))
    else onlyAStubLine(row, !checks.length)
    if (lineColumns.some(name => row.cell(name))) {
      const line = stubLine(row)
      checks.at(-1)?.lines.push(line)
    }
    if (payColumns.some(name => row.cell(name))) {
      const line = payLine(row)
      checks.at(-1)?.pay.push(line)
    }
  })
  faults.push(...sumFaults(checks, faults))
  if (!checks.length && !faults.length) faults.push({ row: 2, text: 'The file has no payments' })
  if (checks.length > MOST_CHECKS) {
    faults.push({ text: `The file has ${checks.length} checks. The limit is ${MOST_CHECKS}` })
  }
  if (faults.length) return { ok: false, faults: faults.sort((a, b) => (a.row ?? 0) - (b.row ?? 0)) }
  return {
    ok: true,
    value: checks.map(({ row, number, facts, lines, pay }, i) => ({
      ...facts,
      number: number ?? first + i,
      lines,
      ...(pay.length > 0 && { pay }),
      row,
    })),
  }
}
