import { plainDate } from '../base/dates'
import { must } from '../base/result'
import { readBankNumber, tidyText } from '../bank/read/bankFile'
import { sortLines } from '../bank/importStatement'
import type { IncomingLine } from '../bank/bankLine'
import { cents, parseAmount, type Cents } from '../money/cents'
import type { Making } from './context'
import type { CellFault, ImportRow } from './readRows'

/** An amount of a row in minor units; undefined where its cell is blank or cannot be read. */
const amountAt = (row: ImportRow, field: string): Cents | undefined => {
  const read = parseAmount(row.values[field] ?? '')
  return row.values[field] && read.ok ? read.value : undefined
}

/**
 * The amount of a row, money in above zero: from the one column of amounts, or from the two of money out and in.
 * A fault where it is in both, in neither, or where money out is below zero in some rows and above it in others.
 */
function amountOf(row: ImportRow, reverse: boolean, isMixed: boolean): Cents | CellFault {
  const [amount, out, into] = ['amount', 'out', 'in'].map(field => amountAt(row, field) || undefined)
  const given = [amount, out, into].filter(n => n !== undefined)
  if (given.length > 1)
    return { field: amount === undefined ? 'out' : 'amount', text: 'this row has more than one amount' }
  if (amount !== undefined) return cents(reverse ? -amount : amount)
  if (into !== undefined) return into
  if (out === undefined)
    return { field: row.values.amount === undefined ? 'out' : 'amount', text: 'this row has no amount' }
  if (isMixed)
    return { field: 'out', text: 'money out is above zero in some rows of this file and below it in others' }
  return cents(-Math.abs(out))
}

/** Whether checks are money in by the amounts of most rows that have a number: then the signs are asked about. */
function asksForSigns(rows: readonly ImportRow[]): boolean {
  const signs = rows
    .filter(row => readBankNumber(row.values.number))
    .map(row => Math.sign(amountAt(row, 'amount') ?? 0))
  return signs.filter(s => s > 0).length > signs.filter(s => s < 0).length
}

/** Makes bank lines of rows; those that were imported before, or are of before the open statement, are left out. */
export function makeStatement(making: Making, rows: readonly ImportRow[]): void {
  const { statement } = making.office
  const { reverse } = making.choices
  const outs = rows.map(row => Math.sign(amountAt(row, 'out') ?? 0))
  const isMixed = outs.includes(1) && outs.includes(-1)
  const asks = asksForSigns(rows) && !reverse
  for (const row of rows) {
    const amount = amountOf(row, reverse, isMixed)
    const number = readBankNumber(row.values.number)
    const faults = [...row.faults, ...(typeof amount === 'number' ? [] : [amount])]
    if (!statement) faults.push({ field: '', text: 'Begin the statements of this account under Bank first' })
    if (typeof amount === 'number' && asks && number !== undefined && amount > 0)
      faults.push({
        field: 'amount',
        text: 'A check is money in here. If money out is above zero in this file, choose that above',
      })
    if (faults.length || typeof amount !== 'number') {
      making.fault(row.at, ...faults)
      continue
    }
    const [payee, reference] = [tidyText(row.values.payee), tidyText(row.values.reference)]
    const line: IncomingLine = {
      ...{ date: must(plainDate(row.values.date ?? '')), amount, text: tidyText(row.values.text) || payee },
      ...(number !== undefined && { number }),
      ...(payee && { payee }),
      ...(reference && { reference }),
    }
    making.lines.push(line)
    making.rows.lines.push(row.at)
  }
  if (statement) leaveOut(making, statement)
}

/** Says of lines that are known, or too early, why they are left out. */
function leaveOut(making: Making, statement: NonNullable<Making['office']['statement']>): void {
  const sorted = sortLines(making.lines, statement.known, statement.from)
  const [known, early] = [new Set(sorted.known), new Set(sorted.early)]
  for (const [i, line] of making.lines.entries()) {
    const at = making.rows.lines[i]!
    if (known.has(line)) making.here(at, 'imported before')
    else if (early.has(line)) making.here(at, 'dated before the open statement')
    else making.good(at)
  }
}
