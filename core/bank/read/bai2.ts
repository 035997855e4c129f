import { dateOf, type PlainDate } from '../../base/dates'
import { good, type Result } from '../../base/result'
import { cents, type Cents } from '../../money/cents'
import type { StatedBalance } from '../statement'
import {
  fileOf,
  readBankNumber,
  tidyText,
  wrongAt,
  type ReadAccount,
  type ReadFile,
  type ReadLine,
} from './bankFile'

/*
 * BAI2 (Cash Management Balance Reporting Specifications, version 2): records of fields between commas, each ended
 * by a slash; 88 goes on with the record before it. Amounts are whole minor units.
 */

/** Status codes in an account's record: the ledger balance at the beginning and at the end of the day. */
const OPENING = '010'
const CLOSING = '015'
/** Type codes of paid checks, whose customer reference is the check number. */
const CHECK_PAID = new Set(['474', '475', '476', '477', '479'])

interface BaiRecord {
  readonly code: string
  readonly fields: readonly string[]
  /** The line of the file, from 1. */
  readonly line: number
}

/** The records with those that go on put behind them: as more fields after a slash, else as more of the text. */
function recordsOf(text: string): BaiRecord[] {
  const records: { code: string; fields: string[]; line: number }[] = []
  let isEnded = true
  for (const [i, raw] of text.split(/\r\n|\r|\n/).entries()) {
    if (!raw.trim()) continue
    const wasEnded = isEnded
    isEnded = /\/\s*$/.test(raw)
    const line = raw.replace(/\/\s*$/, '')
    const goesOn = /^\s*88,/.exec(line)
    const before = records.at(-1)
    if (goesOn && before) {
      const rest = line.slice(goesOn[0].length)
      if (wasEnded) before.fields.push(...rest.split(','))
      else before.fields.push(`${before.fields.pop() ?? ''}${rest}`)
      continue
    }
    const [code = '', ...fields] = line.split(',')
    records.push({ code: code.trim(), fields, line: i + 1 })
  }
  return records
}

const readUnits = (text: string | undefined): Cents | undefined =>
  /^[+-]?\d{1,15}$/.test(text?.trim() ?? '') ? cents(Number(text)) : undefined

/** A day written YYMMDD, of this century. */
function readDay(text: string | undefined): PlainDate | undefined {
  const m = /^(\d{2})(\d{2})(\d{2})$/.exec(text?.trim() ?? '')
  const day = m && dateOf(2000 + Number(m[1]), Number(m[2]), Number(m[3]))
  return day?.ok ? day.value : undefined
}

/** How many fields a funds type has behind it: availability by day. */
function fundsFields(fields: readonly string[], at: number): number {
  switch (fields[at]?.trim().toUpperCase()) {
    case 'S':
      return 3
    case 'V':
      return 2
    case 'D':
      return 1 + 2 * (Number(fields[at + 1]) || 0)
    default:
      return 0
  }
}

/** The balances in an account's record: code, amount, item count, funds type, again and again. */
function balancesOf(fields: readonly string[], day: PlainDate) {
  const found: { opening?: StatedBalance; closing?: StatedBalance } = {}
  let sum = 0
  for (let at = 2; at < fields.length;) {
    const [code, amount] = [fields[at]?.trim(), readUnits(fields[at + 1])]
    if (amount !== undefined) sum += amount
    if (code === OPENING && amount !== undefined) found.opening = { day, amount }
    if (code === CLOSING && amount !== undefined) found.closing = { day, amount }
    at += 4 + fundsFields(fields, at + 3)
  }
  return { found, sum }
}

/** Whether a type code is money in, by its range: 100 to 399 credits, 400 to 699 debits. */
function wayOf(code: string): 1 | -1 | undefined {
  const n = Number(code)
  if (n >= 100 && n <= 399) return 1
  return n >= 400 && n <= 699 ? -1 : undefined
}

function lineOf({ fields, line }: BaiRecord, date: PlainDate): Result<{ line: ReadLine; units: number }> {
  const [code = '', amountText] = fields.map(f => f.trim())
  const way = wayOf(code)
  if (!way) return wrongAt(`Line ${line}`, `“${code}” is not a type of credit or debit`)
  const units = readUnits(amountText)
  if (units === undefined) return wrongAt(`Line ${line}`, `“${amountText ?? ''}” is not an amount`)
  const behind = 3 + fundsFields(fields, 2)
  const [bankReference, customerReference] = [fields[behind], fields[behind + 1]]
  const number = CHECK_PAID.has(code) ? readBankNumber(customerReference) : undefined
  const text = tidyText(
    fields
      .slice(behind + 2)
      .join(',')
      .replace(/^,+/, ''),
  )
  const reference = tidyText(bankReference)
  return good({
    units,
    line: {
      ...{
        date,
        amount: cents(way * units),
        text: text || (CHECK_PAID.has(code) ? 'check paid' : `type ${code}`),
      },
      ...(number !== undefined && { number }),
      ...(reference && { reference }),
    },
  })
}

/** A control total that is not what the records come to. */
const differing = ({ line }: BaiRecord) =>
  wrongAt(`Line ${line}`, 'the control total differs: the file is incomplete or was changed')

/** What is read of one account until its trailer. */
class Reading {
  readonly accounts: ReadAccount[] = []
  private day: PlainDate | undefined
  private current:
    { account: string; lines: ReadLine[]; opening?: StatedBalance; closing?: StatedBalance } | undefined
  private sum = 0
  private groups = 0
  private groupSum = 0
  private fileSum = 0
  private isClosed = false

  /** Takes one record; refused with its place. */
  take(record: BaiRecord): Result<true> {
    if (this.isClosed && record.code !== '01')
      return wrongAt(`Line ${record.line}`, 'there is more behind the end of the file')
    switch (record.code) {
      case '02':
        this.groups++
        this.day = readDay(record.fields[3])
        return this.day ? good(true) : wrongAt(`Line ${record.line}`, 'it has no date')
      case '03':
        return this.begin(record)
      case '16':
        return this.add(record)
      case '49':
        return this.end(record)
      case '99':
        return this.close(record)
      case '98':
        return this.endGroup(record)
      case '01':
        return this.isClosed || this.groups === 0
          ? this.beginFile()
          : wrongAt(`Line ${record.line}`, 'the file before it has no end')
      default:
        return wrongAt(`Line ${record.line}`, `“${record.code.slice(0, 10)}” is not a record of BAI2`)
    }
  }
  /** Several files may be put one behind the other. */
  private beginFile(): Result<true> {
    this.isClosed = false
    this.groups = this.groupSum = this.fileSum = 0
    return good(true)
  }
  private begin(record: BaiRecord): Result<true> {
    if (!this.day) return wrongAt(`Line ${record.line}`, 'the group before it has no date')
    const { found, sum } = balancesOf(record.fields, this.day)
    this.current = { account: record.fields[0]?.trim() ?? '', lines: [], ...found }
    this.sum = sum
    return good(true)
  }
  private add(record: BaiRecord): Result<true> {
    if (!this.current || !this.day) return wrongAt(`Line ${record.line}`, 'it belongs to no account')
    const read = lineOf(record, this.day)
    if (!read.ok) return read
    this.sum += read.value.units
    if (read.value.line.amount !== 0) this.current.lines.push(read.value.line)
    return good(true)
  }
  private end(record: BaiRecord): Result<true> {
    const total = readUnits(record.fields[0])
    if (!this.current || !this.day) return wrongAt(`Line ${record.line}`, 'it belongs to no account')
    if (total !== this.sum) return differing(record)
    this.groupSum += total
    this.accounts.push({ ...this.current, from: this.day, through: this.day, notes: [] })
    this.current = undefined
    return good(true)
  }
  /** The trailer of a group says what the totals of its accounts add up to. */
  private endGroup(record: BaiRecord): Result<true> {
    const isSame = readUnits(record.fields[0]) === this.groupSum
    this.fileSum += this.groupSum
    this.groupSum = 0
    return isSame ? good(true) : differing(record)
  }
  /** The trailer of the file says what the totals of its groups add up to, and how many there are. */
  private close(record: BaiRecord): Result<true> {
    this.isClosed = true
    const isSame = readUnits(record.fields[0]) === this.fileSum && Number(record.fields[1]) === this.groups
    return isSame ? good(true) : differing(record)
  }
  /** Whether the file ends before an account or the file itself was ended: it was cut off. */
  get isCutOff(): boolean {
    return this.current !== undefined || !this.isClosed
  }
}

/** Reads a BAI2 file. Refused at the first record that cannot be read, and where a control total differs. */
export function readBai2(text: string): Result<ReadFile> {
  const reading = new Reading()
  for (const record of recordsOf(text)) {
    const taken = reading.take(record)
    if (!taken.ok) return taken
  }
  if (reading.isCutOff) return wrongAt('The file', 'it is incomplete: its end is missing')
  return fileOf('BAI2', reading.accounts)
}
