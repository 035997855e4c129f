import { formatDate, type PlainDate } from '../../base/dates'
import { digitsOf, type BankAccount } from '../../accounts/account'
import { sum, type Cents } from '../../money/cents'
import { plainFigures } from '../../money/figures'
import type { CheckNumber } from '../../numbers/book'
import type { PayColumn, PayLayout } from './layout'

/** One check as the bank is to know it: that it was issued, or that it ended. */
export interface PayItem {
  readonly kind: 'issue' | 'end'
  readonly number: CheckNumber
  readonly amount: Cents
  readonly date: PlainDate
  readonly payee: string
}
/** What does not fit a column: of which check, and why. */
interface PayFault {
  readonly number?: CheckNumber
  readonly column: PayColumn
  readonly text: string
}
/** A file as it would be sent, line by line, and what does not fit. */
export interface PayFile {
  readonly lines: readonly string[]
  readonly text: string
  readonly name: string
  readonly faults: readonly PayFault[]
}
/** What a file is about besides its checks. */
interface PayAbout {
  readonly account: Pick<BankAccount, 'account' | 'routing'>
  readonly today: PlainDate
  /** Payees that are longer than their column are cut off. */
  readonly shorten: boolean
}
/** Where the second line of a payee begins: behind what its first column holds. */
type About = PayAbout & { readonly firstWidth: number }

/** A day as banks want it; two-digit years besides our own patterns. */
const dayText = (day: PlainDate, pattern: PayColumn['day'] = 'YYYYMMDD'): string =>
  pattern === 'MMDDYY' ? `${day.slice(5, 7)}${day.slice(8)}${day.slice(2, 4)}` : formatDate(day, pattern)
const money = (amount: Cents, form: PayColumn['money'] = 'cents'): string =>
  form === 'cents' ? String(amount) : plainFigures(amount)
/** Letters that every bank's file may hold: those of ASCII that print. */
const isPlain = (text: string): boolean => /^[\x20-\x7e]*$/.test(text)
/** A name without accents, as a file of plain letters holds it. */
const plainName = (name: string): string =>
  name.normalize('NFD').replaceAll(/\p{M}/gu, '').replaceAll('’', "'")

/** The text of a column before it is fitted. */
function valueOf(
  column: PayColumn,
  item: PayItem | undefined,
  about: About,
  all: readonly PayItem[],
): string {
  switch (column.holds) {
    case 'account':
      return digitsOf(about.account.account)
    case 'routing':
      return digitsOf(about.account.routing)
    case 'text':
      return column.text ?? ''
    case 'today':
      return dayText(about.today, column.day)
    case 'count':
      return String(all.length)
    case 'total':
      return money(sum(all.map(i => i.amount)), column.money)
    case 'number':
      return item ? String(item.number) : ''
    case 'amount':
      return item ? money(item.amount, column.money) : ''
    case 'date':
      return item ? dayText(item.date, column.day) : ''
    case 'indicator':
      return item ? (column.marks?.[item.kind] ?? '') : ''
    case 'payee':
      return item ? plainName(item.payee) : ''
    case 'payee2':
      return item ? plainName(item.payee).slice(about.firstWidth) : ''
  }
}

/** Fits a text into its column; a fault where it is too long, or has letters that a bank cannot read. */
function fitted(
  column: PayColumn,
  value: string,
  layout: PayLayout,
  shorten: boolean,
): { text: string; fault?: string } {
  const isName = column.holds === 'payee' || column.holds === 'payee2'
  const width = column.width ?? Infinity
  if (!isPlain(value)) return { text: value, fault: `“${value}” has letters that a bank’s file cannot hold` }
  const goesOn = column.holds === 'payee' && layout.columns.some(c => c.holds === 'payee2')
  const isCut = isName && (shorten || goesOn)
  if (value.length > width && !isCut)
    return { text: value, fault: `“${value}” has ${value.length} letters, the column has ${width}` }
  const cut = value.slice(0, width)
  if (layout.kind === 'fixed')
    return {
      text: column.align === 'right' ? cut.padStart(width, column.pad) : cut.padEnd(width, column.pad),
    }
  const needsQuotes = cut.includes(layout.delimiter) || cut.includes('"')
  return { text: needsQuotes ? `"${cut.replaceAll('"', '""')}"` : cut }
}

/**
 * Writes the file that a bank wants of checks. Nothing is cut without a word: what does not fit is a fault, and a
 * file with faults is not to be sent. Amounts in minor units.
 */
export function writePayFile(
  layout: PayLayout,
  items: readonly PayItem[],
  about: PayAbout,
  n: number,
): PayFile {
  const faults: PayFault[] = []
  const firstWidth = layout.columns.find(c => c.holds === 'payee')?.width ?? Infinity
  const lineOf = (columns: readonly PayColumn[], item?: PayItem): string =>
    columns
      .map(column => {
        const { text, fault } = fitted(
          column,
          valueOf(column, item, { ...about, firstWidth }, items),
          layout,
          about.shorten,
        )
        if (fault) faults.push({ ...(item && { number: item.number }), column, text: fault })
        return text
      })
      .join(layout.kind === 'fixed' ? '' : layout.delimiter)
  const lines = [
    ...(layout.header.length ? [lineOf(layout.header)] : []),
    ...items.map(item => lineOf(layout.columns, item)),
    ...(layout.trailer.length ? [lineOf(layout.trailer)] : []),
  ]
  const end = layout.lineEnd === 'CRLF' ? '\r\n' : '\n'
  const name = layout.fileName
    .replaceAll('{account}', digitsOf(about.account.account).slice(-4))
    .replaceAll('{date}', about.today)
    .replaceAll('{n}', String(n))
    .replaceAll(/[^\w .-]/g, '_')
  return { lines, text: lines.map(line => line + end).join(''), name, faults }
}
