import type { PlainDate } from '../base/dates'
import { element, xmlText } from '../base/xmlOut'
import type { IncomingLine } from '../bank/bankLine'
import { csvOut } from '../exchange/csvOut'
import { plainFigures } from '../money/figures'

/** A statement to be written in any format. */
export interface Written {
  readonly account: string
  readonly from: PlainDate
  readonly through: PlainDate
  readonly opening: number
  readonly lines: readonly IncomingLine[]
}
const compact = (day: string): string => day.replaceAll('-', '')
const closingOf = ({ opening, lines }: Written): number => lines.reduce((sum, l) => sum + l.amount, opening)

/** OFX: SGML without end tags of fields, or XML with all of them. */
export function writeOfx(of: Written, version: 1 | 2): string {
  const field = (name: string, value: string): string =>
    version === 1 ? `<${name}>${xmlText(value)}\n` : `<${name}>${xmlText(value)}</${name}>`
  const transactions = of.lines.map(
    l =>
      `<STMTTRN>${field('TRNTYPE', l.number === undefined ? 'OTHER' : 'CHECK')}${field('DTPOSTED', `${compact(l.date)}120000[-5:EST]`)}${field('TRNAMT', plainFigures(l.amount))}${l.reference ? field('FITID', l.reference) : ''}${l.number === undefined ? '' : field('CHECKNUM', String(l.number).padStart(8, '0'))}${field('NAME', l.text)}</STMTTRN>`,
  )
  const head =
    version === 1
      ? 'OFXHEADER:100\nDATA:OFXSGML\nVERSION:102\nENCODING:USASCII\nCHARSET:1252\n\n'
      : '<?xml version="1.0" encoding="UTF-8"?><?OFX OFXHEADER="200" VERSION="211"?>'
  return `${head}<OFX><BANKMSGSRSV1><STMTTRNRS>${field('TRNUID', '1')}<STMTRS>${field('CURDEF', 'USD')}<BANKACCTFROM>${field('BANKID', '123456780')}${field('ACCTID', of.account)}</BANKACCTFROM><BANKTRANLIST>${field('DTSTART', compact(of.from))}${field('DTEND', compact(of.through))}${transactions.join('')}</BANKTRANLIST><LEDGERBAL>${field('BALAMT', plainFigures(closingOf(of)))}${field('DTASOF', compact(of.through))}</LEDGERBAL></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>`
}

/** camt.053 in a version of the standard; the prefix is that of the namespace, as some banks write it. */
export function writeCamt(of: Written, version: number, prefix = ''): string {
  const e = (name: string, ...inner: string[]): string => element(`${prefix}${name}`, ...inner)
  const amount = (n: number): string =>
    `${e('Amt Ccy="USD"', plainFigures(Math.abs(n)))}${e('CdtDbtInd', n < 0 ? 'DBIT' : 'CRDT')}`
  const balance = (code: string, n: number, day: string): string =>
    e('Bal', e('Tp', e('CdOrPrtry', e('Cd', code))), amount(n), e('Dt', e('Dt', day)))
  const entries = of.lines.map(l =>
    e(
      'Ntry',
      amount(l.amount),
      e('Sts', version < 8 ? 'BOOK' : e('Cd', 'BOOK')),
      e('BookgDt', e('Dt', l.date)),
      l.reference ? e('AcctSvcrRef', xmlText(l.reference)) : '',
      e(
        'NtryDtls',
        e(
          'TxDtls',
          e('Refs', l.number === undefined ? '' : e('ChqNb', String(l.number))),
          l.payee
            ? e(
                'RltdPties',
                e('Cdtr', version < 8 ? e('Nm', xmlText(l.payee)) : e('Pty', e('Nm', xmlText(l.payee)))),
              )
            : '',
          e('RmtInf', e('Ustrd', xmlText(l.text))),
        ),
      ),
    ),
  )
  const ns = `urn:iso:std:iso:20022:tech:xsd:camt.053.001.${String(version).padStart(2, '0')}`
  return `<?xml version="1.0" encoding="UTF-8"?><${prefix}Document xmlns${prefix ? `:${prefix.slice(0, -1)}` : ''}="${ns}">${e(
    'BkToCstmrStmt',
    e('GrpHdr', e('MsgId', '1')),
    e(
      'Stmt',
      e('Id', '1'),
      e('FrToDt', e('FrDtTm', `${of.from}T00:00:00`), e('ToDtTm', `${of.through}T23:59:59`)),
      e('Acct', e('Id', e('Othr', e('Id', of.account)))),
      balance('OPBD', of.opening, of.from),
      balance('CLBD', closingOf(of), of.through),
      ...entries,
    ),
  )}</${prefix}Document>`
}

/** BAI2: one group a day on which there are lines. A text that is long goes on in a record of its own. */
export function writeBai2(of: Written): string {
  const day = (d: string): string => compact(d).slice(2)
  const days = [...new Set([of.from, ...of.lines.map(l => l.date), of.through])].sort()
  let balance = of.opening
  let sum = 0
  const groups = days.map(d => {
    const own = of.lines.filter(l => l.date === d)
    const opening = balance
    balance += own.reduce((sum, l) => sum + l.amount, 0)
    const records = own.flatMap(l => {
      const code = l.number === undefined ? (l.amount > 0 ? '195' : '699') : '475'
      return [
        `16,${code},${Math.abs(l.amount)},Z,${l.reference ?? ''},${l.number ?? ''},${l.text.slice(0, 6)}`,
        ...(l.text.length > 6 ? [`88,${l.text.slice(6)}`] : []),
      ]
    })
    const total = opening + balance + own.reduce((sum, l) => sum + Math.abs(l.amount), 0)
    sum += total
    return [
      `02,office,bank,1,${day(d)},,USD,2/`,
      `03,${of.account},USD,010,${opening},,,015,${balance},,/`,
      ...records,
      `49,${total},${records.length + 2}/`,
      `98,${total},1,${records.length + 4}/`,
    ].join('\n')
  })
  return `01,bank,office,${day(of.through)},1200,1,,,2/\n${groups.join('\n')}\n99,${sum},${groups.length},0/\n`
}

/** CSV with the columns that most banks give. */
const writeCsv = (of: Written): string =>
  csvOut(
    ['Date', 'Amount', 'Check number', 'Description', 'Payee', 'Reference'],
    of.lines.map(l => [
      l.date,
      plainFigures(l.amount),
      l.number ?? '',
      l.text,
      l.payee ?? '',
      l.reference ?? '',
    ]),
  )

/** The formats that a statement is written in, and what its file is called. */
export const statementFormats = {
  'camt.053': { name: 'statement.xml', write: (of: Written) => writeCamt(of, 8) },
  'OFX 2': { name: 'statement.ofx', write: (of: Written) => writeOfx(of, 2) },
  'OFX 1': { name: 'statement-1.ofx', write: (of: Written) => writeOfx(of, 1) },
  BAI2: { name: 'statement.bai', write: writeBai2 },
  CSV: { name: 'statement.csv', write: writeCsv },
} as const
export type StatementFormat = keyof typeof statementFormats
