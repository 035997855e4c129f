import Papa from 'papaparse'
import { plainDate, type PlainDate } from '../../base/dates'
import { good, refuse, type Result } from '../../base/result'
import { cents, type Cents } from '../../money/cents'
import { checkNumber } from '../../numbers/book'
import type { PayColumn, PayLayout } from './layout'
import type { PayItem } from './writeFile'

/** What a bank reads of a line of a file: what its layout has, and nothing that it has not. */
export type PayRead = Pick<PayItem, 'kind' | 'number'> & Partial<Pick<PayItem, 'amount' | 'date' | 'payee'>>

const MOST_LINES = 100_000

function dayOf(text: string, { day = 'YYYYMMDD', align }: PayColumn): Result<PlainDate> {
  // What fills a wider column stands before the day, or behind it.
  const own = align === 'right' ? text.slice(-day.length) : text.slice(0, day.length)
  const part = (letters: string): string => {
    const at = day.indexOf(letters)
    return at < 0 ? '' : own.slice(at, at + letters.length)
  }
  return plainDate(`${part('YYYY') || `20${part('YY')}`}-${part('MM')}-${part('DD')}`)
}
function amountOf(text: string, money: PayColumn['money']): Result<Cents> {
  const digits = (money === 'point' ? text.replace(/\.(\d\d)$/, '$1') : text).replace(/^0+(?=.)/, '')
  return /^\d{1,13}$/.test(digits)
    ? good(cents(Number(digits)))
    : refuse('amount-pattern', `“${text}” is not an amount`, { field: 'amount' })
}

/** The texts of a line, column by column, without the spaces that fill them. */
function cellsOf(line: string, { kind, delimiter, columns }: PayLayout): string[] {
  if (kind === 'delimited') return Papa.parse<string[]>(line, { delimiter }).data[0] ?? []
  let at = 0
  return columns.map(({ width = 0 }) => line.slice(at, (at += width)).trim())
}

function readLine(line: string, layout: PayLayout): Result<PayRead> {
  const cells = cellsOf(line, layout)
  const at = (holds: PayColumn['holds']): number => layout.columns.findIndex(c => c.holds === holds)
  const cell = (holds: PayColumn['holds']): string => cells[at(holds)] ?? ''
  const number = checkNumber(cell('number').replace(/^0+(?=.)/, ''))
  if (!number.ok) return number
  const money = layout.columns[at('amount')]
  const amount = money && amountOf(cell('amount'), money.money)
  if (amount && !amount.ok) return amount
  const day = layout.columns[at('date')]
  const date = day && dayOf(cell('date'), day)
  if (date && !date.ok) return date
  const marks = layout.columns[at('indicator')]?.marks
  const payee = cell('payee')
  return good({
    kind: marks && cell('indicator') === marks.end ? 'end' : 'issue',
    number: number.value,
    ...(amount && { amount: amount.value }),
    ...(date && { date: date.value }),
    ...(payee && { payee }),
  })
}

/** Reads a file as the bank of that layout does. Refused at the line that is not as the layout says. */
export function readPayFile(layout: PayLayout, text: string): Result<PayRead[]> {
  const all = text.split(/\r?\n/).filter(line => line !== '')
  const end = layout.trailer.length ? all.length - 1 : all.length
  const lines = all.slice(layout.header.length ? 1 : 0, Math.max(0, end))
  if (lines.length > MOST_LINES)
    return refuse('file-long', `The file has more than ${MOST_LINES} lines`, { field: 'file' })
  const read: PayRead[] = []
  for (const [i, line] of lines.entries()) {
    const one = readLine(line, layout)
    if (!one.ok) return refuse('line-faulty', `Line ${i + 1}: ${one.refusal.text}`, { field: 'file' })
    read.push(one.value)
  }
  return good(read)
}
