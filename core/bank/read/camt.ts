import type { PlainDate } from '../../base/dates'
import { good, type Result } from '../../base/result'
import { cents, type Cents } from '../../money/cents'
import type { StatedBalance } from '../statement'
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
import { allOf, readXml, textOf, type XmlElement } from './xmlTree'

/*
 * ISO 20022 camt.053, the part that versions 02 to 08 have in common, and where later ones have an element elsewhere,
 * both places (message definition reports, BankToCustomerStatement).
 */

/** The amount of an element with its direction; undefined where either cannot be read. */
function amountOf(of: XmlElement, path: string, direction: string): Cents | undefined {
  // The standard writes a point and no groups; `1.234` is one and some, never a thousand.
  const text = textOf(of, path)
  const amount = /^\d{1,15}(\.\d{1,5})?$/.test(text) ? readBankAmount(withTwo(text)) : undefined
  if (amount === undefined || (direction !== 'CRDT' && direction !== 'DBIT')) return undefined
  return cents(direction === 'DBIT' ? -amount : amount)
}
/** Zeros behind the second decimal are left out, so that no mark is taken for that of thousands. */
const withTwo = (text: string): string => {
  const [whole, part = ''] = text.split('.')
  return `${whole}.${part.replace(/0+$/, '').padEnd(2, '0')}`
}
const dayOf = (of: XmlElement, name: string): PlainDate | undefined =>
  readBankDay(textOf(of, `${name}/Dt`, `${name}/DtTm`))

function balanceOf(statement: XmlElement, codes: readonly string[]): StatedBalance | undefined {
  for (const code of codes)
    for (const balance of allOf(statement, 'Bal')) {
      if (textOf(balance, 'Tp/CdOrPrtry/Cd') !== code) continue
      const amount = amountOf(balance, 'Amt', textOf(balance, 'CdtDbtInd'))
      const day = dayOf(balance, 'Dt')
      if (amount !== undefined && day) return { day, amount }
    }
  return undefined
}

const partyPaths = ['RltdPties/Cdtr/Nm', 'RltdPties/Cdtr/Pty/Nm']
const textPaths = ['RmtInf/Ustrd', 'AddtlTxInf']
/** What a transaction says of itself; the entry around it says the day, and where it stands alone, the amount. */
function detailOf(
  detail: XmlElement | undefined,
  entry: XmlElement,
  amount: Cents,
  date: PlainDate,
): ReadLine {
  const of = detail ?? entry
  const number = readBankNumber(textOf(of, 'Refs/ChqNb'))
  const reference = tidyText(textOf(of, 'Refs/AcctSvcrRef') || textOf(entry, 'AcctSvcrRef', 'NtryRef'))
  const payee = tidyText(textOf(of, ...partyPaths))
  const text = tidyText(
    ...textPaths.map(path => textOf(of, path)),
    textOf(entry, 'AddtlNtryInf'),
    textOf(entry, 'BkTxCd/Prtry/Cd'),
  )
  return {
    ...{ date, amount, text: text || payee || (amount < 0 ? 'debit' : 'credit') },
    ...(number !== undefined && { number }),
    ...(number !== undefined && payee && { payee }),
    ...(reference && { reference }),
  }
}

/** The amount of one transaction of an entry, where it is given. */
const detailAmount = (detail: XmlElement, direction: string): Cents | undefined =>
  amountOf(detail, 'Amt', textOf(detail, 'CdtDbtInd') || direction) ??
  amountOf(detail, 'AmtDtls/TxAmt/Amt', textOf(detail, 'CdtDbtInd') || direction)

/** The lines of an entry: one, or one a transaction where these have amounts that add up to it. */
function linesOf(entry: XmlElement, at: number): Result<ReadLine[]> {
  const place = `Entry ${at + 1}`
  const direction = textOf(entry, 'CdtDbtInd')
  const amount = amountOf(entry, 'Amt', direction)
  if (amount === undefined) return wrongAt(place, `“${textOf(entry, 'Amt')}” is not an amount`)
  const date = dayOf(entry, 'BookgDt') ?? dayOf(entry, 'ValDt')
  if (!date) return wrongAt(place, 'it has no date')
  const details = allOf(entry, 'NtryDtls/TxDtls')
  const [only, second] = details
  if (!second) return good([detailOf(only, entry, amount, date)])
  const amounts = details.map(d => detailAmount(d, direction))
  const isWhole = amounts.every(a => a !== undefined) && amounts.reduce((s, a) => s + a, 0) === amount
  if (!isWhole) return good([detailOf(undefined, entry, amount, date)])
  return good(details.map((d, i) => detailOf(d, entry, amounts[i]!, date)))
}

function accountOf(statement: XmlElement): Result<ReadAccount> {
  const entries = allOf(statement, 'Ntry')
  const lines: ReadLine[] = []
  let pending = 0
  for (const [at, entry] of entries.entries()) {
    const state = textOf(entry, 'Sts/Cd', 'Sts')
    if (state && state !== 'BOOK') {
      pending++
      continue
    }
    const found = linesOf(entry, at)
    if (!found.ok) return found
    lines.push(...found.value.filter(l => l.amount !== 0))
  }
  const from = readBankDay(textOf(statement, 'FrToDt/FrDtTm', 'FrToDt/FrDt'))
  const through = readBankDay(textOf(statement, 'FrToDt/ToDtTm', 'FrToDt/ToDt'))
  const [opening, closing] = [balanceOf(statement, ['OPBD', 'PRCD']), balanceOf(statement, ['CLBD'])]
  return good({
    ...{ account: textOf(statement, 'Acct/Id/IBAN', 'Acct/Id/Othr/Id'), lines },
    notes: pending ? [`${pending} of its entries are not booked yet and were left out.`] : [],
    ...(from && { from }),
    ...(through && { through }),
    ...(opening && { opening }),
    ...(closing && { closing }),
  })
}

/** Reads a camt.053 statement. Refused where it is no well-formed XML, or at the first entry without day or amount. */
export function readCamt(text: string): Result<ReadFile> {
  const document = readXml(text)
  if (!document.ok) return document
  const statements = [
    ...allOf(document.value, 'BkToCstmrStmt/Stmt'),
    ...allOf(document.value, 'Document/BkToCstmrStmt/Stmt'),
  ]
  const accounts: ReadAccount[] = []
  for (const statement of statements) {
    const account = accountOf(statement)
    if (!account.ok) return account
    accounts.push(account.value)
  }
  return fileOf('camt.053', accounts)
}
