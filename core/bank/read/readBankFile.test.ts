import { describe, expect, it } from 'vitest'
import { addDays, plainDate } from '../../base/dates'
import { random, type Random } from '../../base/random'
import { must } from '../../base/result'
import { cents } from '../../money/cents'
import type { CheckNumber } from '../../numbers/book'
import type { IncomingLine } from '../bankLine'
import { writeBai2, writeCamt, writeOfx, type Written } from '../../practice/statementFiles'
import { balanceFault, hasOddSigns, linesOf, readBankAmount } from './bankFile'
import { bankFormatOf } from './bankFormat'
import { readBankFile } from './readBankFile'

const DAMAGED = Number(process.env.BANK_DAMAGED ?? 1500)
const from = must(plainDate('2026-10-01'))
const through = must(plainDate('2026-10-31'))

function statementOf(r: Random): Written {
  const lines = Array.from({ length: r.between(0, 12) }, (_, i): IncomingLine => {
    const isCheck = r.next() < 0.5
    return {
      date: addDays(from, r.between(0, 30)),
      amount: cents((isCheck || r.next() < 0.5 ? -1 : 1) * r.between(1, 9_999_999)),
      ...(isCheck && { number: r.between(1, 99_999) as CheckNumber }),
      text: r.one(['CHECK', 'Fee & charges', 'Deposit <branch 4>', 'Ilse Brandvold', 'a "quoted" text']),
      ...(r.next() < 0.7 && { reference: `R${i}` }),
    }
  }).sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0))
  return { account: '0052-6610-3', from, through, opening: r.between(-50_000, 900_000), lines }
}
const formats: readonly [string, (of: Written) => string][] = [
  ['OFX 1', of => writeOfx(of, 1)],
  ['OFX 2', of => writeOfx(of, 2)],
  ['camt.053.001.02', of => writeCamt(of, 2)],
  ['camt.053.001.08, with a prefix', of => writeCamt(of, 8, 'n:')],
  ['BAI2', writeBai2],
]
const only = (text: string) => must(readBankFile(text)).accounts[0]!
const refused = (text: string): string => {
  const read = readBankFile(text)
  return read.ok ? 'read' : read.refusal.text
}
const sgml = (...transactions: string[]): string =>
  `OFXHEADER:100\n<OFX><STMTRS><BANKACCTFROM><ACCTID>77<BANKTRANLIST><DTSTART>20261001<DTEND>20261031${transactions.join('')}`

describe('a statement of a bank', () => {
  it.each(formats)('%s: is read as it was written, with its days and balances', (name, write) => {
    const r = random(3)
    for (let i = 0; i < 120; i++) {
      const of = statementOf(r)
      const text = write(of)
      const account = only(text)
      expect(bankFormatOf(text)).toBe(
        name.startsWith('OFX') ? 'OFX' : name.split('.0')[0]!.replace(/camt$/, 'camt.053'),
      )
      expect(account.account).toBe(of.account)
      expect(linesOf(account, 'as given')).toEqual(of.lines)
      expect([account.from, account.through]).toEqual([from, through])
      const closing = of.lines.reduce((sum, l) => sum + l.amount, of.opening)
      expect(account.closing).toEqual({ day: through, amount: closing })
      if (!name.startsWith('OFX')) expect(account.opening).toEqual({ day: from, amount: of.opening })
      expect(balanceFault(account, linesOf(account, 'as given'))).toBe('')
    }
  })
  it('OFX without end tags, with fields of others aside, with messages of nothing and marks of another encoding', () => {
    const account = only(
      sgml(
        '<STMTTRN><TRNTYPE>CHECK<DTPOSTED>20261003<TRNAMT>-12,50<FITID>1<CHECKNUM>0004281<NAME>Caf&eacute; &amp; Co<MEMO>Caf&eacute; &amp; Co',
        '<STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20261004000000[0:GMT]<TRNAMT>+1000<FITID>2<PAYEE><NAME>Not this<ADDR1>Quay</PAYEE><NAME>Fares<CHECKNUM>12',
        '<STMTTRN><TRNTYPE>OTHER<DTPOSTED>20261005<TRNAMT>0.00<FITID>3<NAME>Thank you',
        '<LEDGERBAL><BALAMT>987.50<DTASOF>20261031<AVAILBAL><BALAMT>1.00<DTASOF>20261031',
      ),
    )
    expect(account.account).toBe('77')
    expect(linesOf(account, 'as given')).toEqual([
      { date: '2026-10-03', amount: -1250, text: 'Caf&eacute; & Co', number: 4281, reference: '1' },
      { date: '2026-10-04', amount: 100_000, text: 'Fares', reference: '2' },
    ])
    expect(account.closing).toEqual({ day: '2026-10-31', amount: 98_750 })
    expect(account.notes).toEqual(['1 of its lines have no amount and were left out.'])
  })
  it('signs that may be meant the other way are asked for, and read as they are answered', () => {
    const account = only(
      sgml(
        '<STMTTRN><TRNTYPE>CHECK<DTPOSTED>20261003<TRNAMT>12.50<CHECKNUM>7',
        '<STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20261004<TRNAMT>-8.00',
      ),
    )
    expect(hasOddSigns(account)).toBe(true)
    const amounts = (how: Parameters<typeof linesOf>[1]) => linesOf(account, how).map(l => l.amount)
    expect([amounts('as given'), amounts('reversed'), amounts('by kind')]).toEqual([
      [1250, -800],
      [-1250, 800],
      [-1250, 800],
    ])
  })
  it('camt.053: what is not booked is left out and said; a batch is its transactions where they add up to it', () => {
    const batch = (amounts: string[]): string =>
      `<Document><BkToCstmrStmt><Stmt><Acct><Id><IBAN>GB1</IBAN></Id></Acct><Ntry><Amt Ccy="GBP">30.00</Amt><CdtDbtInd>DBIT</CdtDbtInd><Sts>BOOK</Sts><BookgDt><DtTm>2026-10-05T10:00:00</DtTm></BookgDt><NtryDtls>${amounts.map(a => `<TxDtls><Refs><ChqNb>00012</ChqNb></Refs><AmtDtls><TxAmt><Amt Ccy="GBP">${a}</Amt></TxAmt></AmtDtls></TxDtls>`).join('')}</NtryDtls></Ntry><Ntry><Amt>1</Amt><CdtDbtInd>CRDT</CdtDbtInd><Sts><Cd>PDNG</Cd></Sts></Ntry></Stmt></BkToCstmrStmt></Document>`
    const whole = only(`<!-- camt.053 -->${batch(['10.00', '20.00'])}`)
    expect(whole.lines.map(l => [l.amount, l.number])).toEqual([
      [-1000, 12],
      [-2000, 12],
    ])
    expect(whole.notes).toEqual(['1 of its entries are not booked yet and were left out.'])
    expect(only(batch(['10.00', '21.00'])).lines.map(l => [l.amount, l.number])).toEqual([[-3000, undefined]])
  })
  it('BAI2: amounts with availability, debits that are no checks, several days of an account; a changed figure is found', () => {
    const text =
      '01,b,o,261031,1200,1,,,2/\n02,o,b,1,261030,,USD,2/\n03,77,USD,010,500000,,,015,490000,,/\n16,475,10000,S,1,2,3,BR,0004281,paid/\n49,1000000,2/\n98,1000000,1,3/\n02,o,b,1,261031,,USD,2/\n03,77,USD,010,490000,,,015,492500,,/\n16,195,2500,V,261031,1000,BR2,X9,fares, of \n88,the week/\n49,985000,3/\n98,985000,1,4/\n99,1985000,2,9/\n'.replace(
        '49,1000000',
        '49,1000000',
      )
    const account = only(text)
    expect(linesOf(account, 'as given')).toEqual([
      { date: '2026-10-30', amount: -10_000, text: 'paid', number: 4281, reference: 'BR' },
      { date: '2026-10-31', amount: 2500, text: 'fares, of the week', reference: 'BR2' },
    ])
    expect([account.opening?.amount, account.closing?.amount]).toEqual([500_000, 492_500])
    expect(refused(text.replace('16,475,10000', '16,475,10009'))).toContain('control total')
    expect(refused(text.slice(0, text.indexOf('49,985000')))).toContain('its end is missing')
    expect(refused(text.replace('16,475', '16,999'))).toBe('Line 4: “999” is not a type of credit or debit.')
  })
  it('what can be read two ways, or not at all, is refused with its place', () => {
    expect(['1,234', '1.234', '12.345', '', '-', '1e5', '1.2.3', '٣', '12.500'].map(readBankAmount)).toEqual(
      Array.from({ length: 9 }, () => undefined),
    )
    expect(['1,234.50', '1.234,50', '-.5', '12.50', '(3.00)', '0.05'].map(readBankAmount)).toEqual([
      123_450, 123_450, -50, 1250, -300, 5,
    ])
    expect(refused(sgml('<STMTTRN><DTPOSTED>20261003<TRNAMT>1,234'))).toBe(
      'Transaction 1: “1,234” is not an amount.',
    )
    expect(refused(sgml('<STMTTRN><DTPOSTED>20261301<TRNAMT>1.00'))).toBe(
      'Transaction 1: “20261301” is not a date.',
    )
    expect(refused('<Document><BkToCstmrStmt>')).not.toBe('read')
    expect(refused('<!DOCTYPE x [<!ENTITY a "b">]><Document><BkToCstmrStmt/></Document>')).toContain(
      'document type',
    )
    expect(refused('date,amount\n')).toContain('not a statement')
  })
  it(`${DAMAGED} damaged files: none throws, none takes a second, and one with both balances does not come out otherwise without a word`, () => {
    const r = random(11)
    for (let i = 0; i < DAMAGED; i++) {
      const [name, write] = r.one(formats)
      const of = statementOf(r)
      const whole = write(of)
      const at = r.between(0, whole.length - 1)
      const text = r.one([
        whole.slice(0, at),
        whole.slice(0, at) + whole.slice(at + r.between(1, 20)),
        whole.slice(0, at) +
          r.one(['<', '>', '&', ',', '/', '\n', '9', '-', '\0', '<STMTTRN>']) +
          whole.slice(at),
        whole.slice(0, at) + whole.slice(r.between(0, whole.length)) + whole.slice(at),
      ])
      const began = performance.now()
      const read = readBankFile(text)
      expect(performance.now() - began).toBeLessThan(1000)
      if (!read.ok || name.startsWith('OFX')) continue
      const [account] = read.value.accounts
      const lines = account ? linesOf(account, 'as given') : []
      const sum = lines.reduce((s, l) => s + l.amount, 0)
      const isOther = sum !== of.lines.reduce((s, l) => s + l.amount, 0)
      const isSaid = !account?.opening || !account.closing || balanceFault(account, lines) !== ''
      const isOtherBalance =
        read.value.accounts.length > 1 ||
        account?.opening?.amount !== of.opening ||
        account.account !== of.account ||
        account.notes.length > 0
      expect(isOther && !isSaid && !isOtherBalance, text).toBe(false)
    }
  })
})
