import { good, type Result } from '../../base/result'
import {
  fileOf,
  readBankAmount,
  readBankDay,
  readBankNumber,
  tidyText,
  wrongAt,
  type ReadAccount,
  type ReadFile,
  type ReadLine,
} from './bankFile'

/**
 * The aggregates that are read, after the OFX specification (1.6 and 2.2, chapter 11). SGML files leave end tags
 * out, so an aggregate also ends where one begins that cannot be inside it.
 */
const aggregates = new Set(['STMTRS', 'CCSTMTRS', 'BANKTRANLIST', 'STMTTRN', 'LEDGERBAL', 'AVAILBAL'])
/** Fields of these are not fields of what is around them. */
const aside = new Set(['PAYEE', 'BANKACCTTO', 'CCACCTTO', 'AVAILBAL', 'BALLIST'])
/** Transaction types that are money out, whatever their sign. */
const OUT = new Set(['CHECK', 'DEBIT', 'FEE', 'SRVCHG', 'PAYMENT', 'ATM', 'POS', 'DIRECTDEBIT', 'REPEATPMT'])
/** Types whose CHECKNUM is the number of a check. */
const NUMBERED = new Set(['CHECK', 'DEBIT', 'PAYMENT', 'OTHER', ''])

const entities: Readonly<Record<string, string>> = {
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  apos: "'",
  nbsp: ' ',
}
const MOST_CODE_POINT = 0x10ffff
const plain = (text: string): string =>
  text.replaceAll(/&(#x?[0-9a-f]{1,6}|[a-z]{2,5});/gi, (whole, name: string) => {
    if (!name.startsWith('#')) return entities[name.toLowerCase()] ?? whole
    const code = /^#x/i.test(name) ? Number.parseInt(name.slice(2), 16) : Number(name.slice(1))
    return code > 0 && code <= MOST_CODE_POINT ? String.fromCodePoint(code) : whole
  })
const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

type Fields = Map<string, string>
/** One transaction, or what an account's statement says of itself. */
interface Block {
  readonly account: Fields
  readonly balance: Fields
  readonly transactions: Fields[]
}

/** Reads the tags one after the other into accounts and their transactions. */
function blocksOf(text: string): Block[] {
  const blocks: Block[] = []
  let block: Block | undefined
  let fields: Fields | undefined
  let skipping = ''
  const begin = (name: string): void => {
    if (name === 'STMTRS' || name === 'CCSTMTRS') {
      block = { account: new Map(), balance: new Map(), transactions: [] }
      blocks.push(block)
      fields = block.account
    } else if (name === 'STMTTRN') {
      fields = new Map()
      block?.transactions.push(fields)
    } else if (name === 'LEDGERBAL') fields = block?.balance
    else fields = block?.account
  }
  for (const [, close, tag, value] of text.matchAll(/<(\/?)([A-Za-z0-9._]{1,40})\s*\/?>([^<]*)/g)) {
    const name = tag!.toUpperCase()
    if (skipping) {
      // What is aside ends with its own tag, or where that is missing, where an aggregate begins.
      if ((close && name === skipping) || aggregates.has(name)) skipping = ''
      if (close || !aggregates.has(name)) continue
    }
    if (close) {
      if (aggregates.has(name)) fields = block?.account
    } else if (aside.has(name)) skipping = name
    else if (aggregates.has(name)) begin(name)
    else if (!fields?.has(name)) fields?.set(name, plain(value ?? '').trim())
  }
  return blocks
}

function lineOf(fields: Fields, at: number): Result<ReadLine> {
  const place = `Transaction ${at + 1}`
  const date = readBankDay(fields.get('DTPOSTED') ?? '')
  if (!date) return wrongAt(place, `“${fields.get('DTPOSTED') ?? ''}” is not a date`)
  const amount = readBankAmount(fields.get('TRNAMT') ?? '')
  if (amount === undefined) return wrongAt(place, `“${fields.get('TRNAMT') ?? ''}” is not an amount`)
  const type = (fields.get('TRNTYPE') ?? '').toUpperCase()
  const number = NUMBERED.has(type) ? readBankNumber(fields.get('CHECKNUM')) : undefined
  const reference = tidyText(fields.get('FITID'))
  return good({
    ...{ date, amount, text: tidyText(fields.get('NAME'), fields.get('MEMO')) || type.toLowerCase() },
    ...(number !== undefined && (amount < 0 || type === 'CHECK') && { number }),
    ...(reference && { reference }),
    ...(OUT.has(type) && { isOut: true }),
  })
}

function accountOf({ account, balance, transactions }: Block): Result<ReadAccount> {
  const lines: ReadLine[] = []
  let empty = 0
  for (const [at, fields] of transactions.entries()) {
    const line = lineOf(fields, at)
    if (!line.ok) return line
    // Banks send messages as transactions of nothing.
    if (line.value.amount === 0) empty++
    else lines.push(line.value)
  }
  const [from, through] = [account.get('DTSTART'), account.get('DTEND')].map(d => readBankDay(d ?? ''))
  const [day, amount] = [
    readBankDay(balance.get('DTASOF') ?? ''),
    readBankAmount(balance.get('BALAMT') ?? ''),
  ]
  return good({
    ...{ account: account.get('ACCTID') ?? '', lines },
    notes: empty ? [`${empty} of its lines have no amount and were left out.`] : [],
    ...(from && { from }),
    ...(through && { through }),
    ...(day && amount !== undefined && { closing: { day, amount } }),
  })
}

/** Reads an OFX file, 1.x (SGML) or 2.x (XML). Refused at the first transaction without a day or an amount. */
export function readOfx(text: string): Result<ReadFile> {
  const body = text
    .slice(Math.max(0, text.search(/<OFX>/i)))
    .replaceAll(/<!--[\s\S]*?-->/g, '')
    .replaceAll(/<!\[CDATA\[([\s\S]*?)\]\]>/g, (_, inner: string) => escaped(inner))
  const accounts: ReadAccount[] = []
  for (const block of blocksOf(body)) {
    const account = accountOf(block)
    if (!account.ok) return account
    accounts.push(account.value)
  }
  return fileOf('OFX', accounts)
}
