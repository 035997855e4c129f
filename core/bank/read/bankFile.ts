import type { PlainDate } from '../../base/dates'
import { dateOf } from '../../base/dates'
import { good, refuse, type Result } from '../../base/result'
import { cents, type Cents } from '../../money/cents'
import { decimalText, exactCents, markProvenBy, readDecimal } from '../../money/decimal'
import { MOST_CHECK_NUMBER, type CheckNumber } from '../../numbers/book'
import type { IncomingLine } from '../bankLine'
import type { BankFormat, StatedBalance } from '../statement'

/** A line of a file as it was read, and what the bank calls its kind, where that decides its sign. */
export type ReadLine = IncomingLine & {
  /** Money out by its kind, whatever its sign: a check, a fee, a debit. */
  readonly isOut?: boolean
}
/** What a file says of one account. */
export interface ReadAccount {
  /** The account's number as the file has it. */
  readonly account: string
  readonly lines: readonly ReadLine[]
  readonly from?: PlainDate
  readonly through?: PlainDate
  readonly opening?: StatedBalance
  readonly closing?: StatedBalance
  /** What was left out, in words. */
  readonly notes: readonly string[]
}
/** A statement file of a bank as it was read. */
export interface ReadFile {
  readonly format: BankFormat
  readonly accounts: readonly ReadAccount[]
}

const AT = { field: 'file' }
/** Refuses a file at a place in it: nothing of it is imported. */
export const wrongAt = (place: string, text: string) => refuse('statement-file', `${place}: ${text}`, AT)
/** The most lines and accounts that are read of a file. */
const MOST_READ_LINES = 50_000
/** Texts of the bank are kept up to so many letters. */
const MOST_TEXT = 500

/** A text of the bank in one line: no control characters, no double spaces. */
export const tidyText = (...parts: readonly (string | undefined)[]): string =>
  [...new Set(parts.map(p => (p ?? '').replaceAll(/[\s\p{Cc}]+/gu, ' ').trim()).filter(Boolean))]
    .join(' ')
    .slice(0, MOST_TEXT)

/** A day written as YYYYMMDD, with or without a time and zone behind it, or as YYYY-MM-DD. */
export function readBankDay(text: string): PlainDate | undefined {
  const m = /^(\d{4})-?(\d{2})-?(\d{2})(?:$|[T\d[.+Z-])/.exec(text.trim())
  const day = m && dateOf(Number(m[1]), Number(m[2]), Number(m[3]))
  return day?.ok ? day.value : undefined
}

/**
 * An amount as banks write it, in minor units: `-12.5`, `12,50`, `+1.234,56`. Undefined where it is none, where it
 * can be read two ways (`1,234`), or where it has more decimals than money.
 */
export function readBankAmount(text: string): Cents | undefined {
  const mark = markProvenBy(text)
  const read = mark === 'either' ? undefined : readDecimal(text, mark ?? '.')
  return read && exactCents(read)
}

/** A check number as the bank gives it: leading zeros are only for show; undefined where it is none. */
export function readBankNumber(text: string | undefined): CheckNumber | undefined {
  const t = text?.trim() ?? ''
  if (!/^\d{1,18}$/.test(t)) return undefined
  const n = Number(t)
  return n >= 1 && n <= MOST_CHECK_NUMBER ? (n as CheckNumber) : undefined
}

/** A file with at least one account and not too many lines; an account that comes in parts is one. */
export function fileOf(format: BankFormat, parts: readonly ReadAccount[]): Result<ReadFile> {
  const accounts = new Map<string, ReadAccount>()
  for (const part of parts) {
    const before = accounts.get(part.account)
    accounts.set(part.account, before ? joined(before, part) : part)
  }
  if (!accounts.size) return refuse('statement-empty', 'There is no account in this file', AT)
  const count = parts.reduce((sum, p) => sum + p.lines.length, 0)
  if (count > MOST_READ_LINES)
    return refuse('statement-large', `There are more than ${MOST_READ_LINES} lines in this file`, AT)
  return good({ format, accounts: [...accounts.values()] })
}
const first = <T extends PlainDate | undefined>(a: T, b: T): T => (!a || (b && b < a) ? b : a)
const last = <T extends PlainDate | undefined>(a: T, b: T): T => (!a || (b && b > a) ? b : a)
function joined(a: ReadAccount, b: ReadAccount): ReadAccount {
  const opening = !a.opening || (b.opening && b.opening.day < a.opening.day) ? b.opening : a.opening
  const closing = !a.closing || (b.closing && b.closing.day > a.closing.day) ? b.closing : a.closing
  const [from, through] = [first(a.from, b.from), last(a.through, b.through)]
  return {
    ...{ account: a.account, lines: [...a.lines, ...b.lines], notes: [...a.notes, ...b.notes] },
    ...(from && { from }),
    ...(through && { through }),
    ...(opening && { opening }),
    ...(closing && { closing }),
  }
}

/** How the signs of a file are understood. */
export type SignReading = 'as given' | 'reversed' | 'by kind'
/** Whether a file gives money out as above zero, so that it must be asked how its signs are meant. */
export const hasOddSigns = ({ lines }: Pick<ReadAccount, 'lines'>): boolean =>
  lines.some(l => l.isOut && l.amount > 0)
/** The lines of an account under a reading of their signs, as they are imported. */
export const linesOf = ({ lines }: Pick<ReadAccount, 'lines'>, signs: SignReading): IncomingLine[] =>
  lines.map(({ isOut, ...line }) => {
    if (signs === 'as given') return line
    if (signs === 'reversed') return { ...line, amount: cents(-line.amount) }
    return { ...line, amount: cents(isOut ? -Math.abs(line.amount) : Math.abs(line.amount)) }
  })

/** What the lines of a file must add up to where it states both balances; the text says by how much they do not. */
export function balanceFault(of: ReadAccount, lines: readonly IncomingLine[]): string {
  if (!of.opening || !of.closing) return ''
  const off = of.opening.amount + lines.reduce((sum, l) => sum + l.amount, 0) - of.closing.amount
  if (off === 0) return ''
  const size = decimalText({ units: BigInt(Math.abs(off)), scale: 2 })
  return `The lines of this file do not add up to its balances: ${size} ${off > 0 ? 'too much' : 'too little'}.`
}
