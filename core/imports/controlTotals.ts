import { decimalText, readDecimal, sumDecimals } from '../money/decimal'
import type { ColumnTotal } from './readRows'

/** What the person says each amount column should add up to, as typed, by field; a blank one is not compared. */
export type ControlTotals = Readonly<Record<string, string>>

/** What is wrong with one control total: it cannot be read, or the column comes to something else. */
export function controlFaultOf(column: ColumnTotal, typed = ''): string {
  if (!typed.trim()) return ''
  const [wanted, found] = [readDecimal(typed, '.'), readDecimal(column.total, '.')]
  if (!wanted || !found) return `“${typed.trim()}” is not an amount. Enter it as 1,234.56`
  const off = sumDecimals([found, { ...wanted, units: -wanted.units }])
  if (off.units === 0n) return ''
  const size = decimalText({ ...off, units: off.units < 0n ? -off.units : off.units })
  return `The file adds up to ${column.total}, which is ${size} ${off.units > 0n ? 'more' : 'less'}.`
}
/** The first column that does not come to its control total, in words; blank where all do. */
export function controlFault(totals: readonly ColumnTotal[], control: ControlTotals): string {
  const off = totals.find(c => controlFaultOf(c, control[c.field]))
  return off ? `${off.title}: ${controlFaultOf(off, control[off.field])}` : ''
}
