import Papa from 'papaparse'
import { plainDate, type PlainDate } from '../base/dates'
import { figures } from '../money/figures'
import { add, parseAmount, payable, subtract, zero, type Cents } from '../money/cents'
import { printable } from '../payables/texts'
import type { CheckFacts, StubLine } from '../proof/facts'
import { MOST_FILE_LETTERS, type Fault, type Read } from './fault'

const needed = ['payee', 'date', 'amount'] as const
const addressColumns = ['address 1', 'address 2', 'address 3', 'address 4', 'address 5'] as const
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
const columns = [...needed, ...addressColumns, 'memo', 'account with payee', ...lineColumns] as const
type Column = (typeof columns)[number]

/** Columns of the payments file, in the order in which we write them. */
export const paymentColumns: readonly string[] = columns
const MOST_CHECKS = 20_000

type Keep = <T>(
  name: Column,
  result: { ok: true; value: T } | { ok: false; refusal: { text: string } },
  otherwise: T,
) => T
/**
 * Gross and discount of a stub line; where only the discount stands there, the gross is what is paid and the
 * discount together.
 */
function gross(cell: (name: Column) => string, keep: Keep): Pick<StubLine, 'gross' | 'discount'> {
  if (!cell('gross') && !cell('discount')) return {}
  const discount = cell('discount')
    ? keep('discount', parseAmount(cell('discount'), 'discount'), zero)
    : undefined
  const net = parseAmount(cell('line amount'))
  const full = cell('gross')
    ? keep('gross', parseAmount(cell('gross'), 'gross'), zero)
    : net.ok
      ? add(net.value, discount ?? zero)
      : undefined
  return { ...(full !== undefined && { gross: full }), ...(discount !== undefined && { discount }) }
}

interface Unfinished {
  row: number
  facts: Omit<CheckFacts, 'number' | 'lines'>
  lines: StubLine[]
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

/**
 * Reads a payments file, delimited by commas, semicolons or tabs, its lines ended in any way: a row with a
 * payee begins a check; rows below it without a payee add stub lines to it. Returns the checks
 * numbered from `first` in the order of the file, or every fault with its row and column; never a part of the
 * file.
 */
export function readPayments(text: string, first: number): Read<CheckRow[]> {
  if (text.length > MOST_FILE_LETTERS)
    return { ok: false, faults: [{ text: `the file is larger than ${MOST_FILE_LETTERS} characters` }] }
  const faults: Fault[] = []
  const even = text.replace(/^\uFEFF/, '').replaceAll(/\r\n?/g, '\n')
  const parsed = Papa.parse<string[]>(even, {
    delimiter: delimiterOf(even),
    newline: '\n',
    skipEmptyLines: false,
  })
  const header = (parsed.data[0] ?? []).map(t => t.trim().toLowerCase())
  for (const name of needed)
    if (!header.includes(name)) faults.push({ row: 1, column: name, text: 'this column is missing' })
  header.forEach((name, i) => {
    if (!(columns as readonly string[]).includes(name))
      faults.push({
        row: 1,
        column: name || String(i + 1),
        text: `not a column of a payments file: ${columns.join(', ')}`,
      })
    else if (header.indexOf(name) !== i)
      faults.push({ row: 1, column: name, text: 'this column stands here twice' })
  })
  for (const e of parsed.errors) faults.push({ row: (e.row ?? 0) + 1, text: e.message })
  if (faults.length) return { ok: false, faults }

  const checks: Unfinished[] = []
  parsed.data.slice(1).forEach((cells, i) => {
    const row = i + 2
    if (cells.every(c => c.trim() === '')) return
    if (cells.length > header.length)
      faults.push({ row, text: `the row has ${cells.length} cells, the header ${header.length}` })
    const cell = (name: Column): string =>
      (header.includes(name) ? (cells[header.indexOf(name)] ?? '') : '').trim()
    const keep = <T>(
      name: Column,
      result: { ok: true; value: T } | { ok: false; refusal: { text: string } },
      otherwise: T,
    ): T => {
      if (result.ok) return result.value
      faults.push({ row, column: name, text: result.refusal.text })
      return otherwise
    }
    const optional = <K extends string>(name: Column, key: K): Partial<Record<K, string>> =>
      cell(name) ? ({ [key]: keep(name, printable(cell(name), name), '') } as Record<K, string>) : {}
    if (cell('payee')) {
      const date = keep('date', plainDate(cell('date')), '1900-01-01' as PlainDate)
      const parsedAmount = parseAmount(cell('amount'))
      const amount = keep('amount', parsedAmount.ok ? payable(parsedAmount.value) : parsedAmount, zero)
      const text = (name: Column): string => keep(name, printable(cell(name), name), '')
      checks.push({
        row,
        lines: [],
        facts: {
          payee: text('payee'),
          address: addressColumns.map(text).filter(Boolean),
          date,
          amount,
          memo: text('memo'),
          ...(cell('account with payee') && { accountWithPayee: text('account with payee') }),
        },
      })
    } else {
      for (const name of [...needed, ...addressColumns, 'memo', 'account with payee'] as Column[])
        if (cell(name))
          faults.push({
            row,
            column: name,
            text: 'a row without a payee may only hold a stub line of the check above',
          })
      if (!checks.length) faults.push({ row, column: 'payee', text: 'the first row must name a payee' })
    }
    if (lineColumns.some(name => cell(name))) {
      checks.at(-1)?.lines.push({
        reference: keep('reference', printable(cell('reference'), 'reference'), ''),
        date: cell('line date')
          ? keep('line date', plainDate(cell('line date')), null as PlainDate | null)
          : null,
        description: keep('description', printable(cell('description'), 'description', 200), ''),
        amount: keep('line amount', parseAmount(cell('line amount')), zero),
        ...gross(cell, keep),
        ...optional('our number', 'ourNumber'),
        ...optional('purchase order', 'purchaseOrder'),
        ...optional('ledger account', 'ledger'),
        ...optional('quantity', 'quantity'),
        ...optional('item', 'item'),
        ...optional('their item', 'theirItem'),
      })
      const line = checks.at(-1)?.lines.at(-1)
      if (line?.gross !== undefined && subtract(line.gross, line.discount ?? zero) !== line.amount)
        faults.push({
          row,
          column: 'line amount',
          text: `gross ${figures(line.gross)} less discount ${figures(line.discount ?? zero)} is not ${figures(line.amount)}`,
        })
    }
  })
  for (const { row, facts, lines } of checks) {
    const total = lines.reduce<Cents>((sum, l) => add(sum, l.amount), zero)
    if (
      lines.length &&
      facts.amount !== 0 &&
      total !== facts.amount &&
      !faults.some(f => f.row !== undefined && f.row >= row && f.row <= row + lines.length)
    )
      faults.push({
        row,
        column: 'amount',
        text: `the stub lines come to ${figures(total)}, the check to ${figures(facts.amount)}`,
      })
  }
  if (!checks.length && !faults.length) faults.push({ row: 2, text: 'there is no payment in the file' })
  if (checks.length > MOST_CHECKS)
    faults.push({ text: `${checks.length} checks are more than ${MOST_CHECKS}, the most of one file` })
  if (faults.length) return { ok: false, faults: faults.sort((a, b) => (a.row ?? 0) - (b.row ?? 0)) }
  return {
    ok: true,
    value: checks.map(({ row, facts, lines }, i) => ({ ...facts, number: first + i, lines, row })),
  }
}
