import type { PlainDate } from '../../base/dates'
import { good, refuse, type Result } from '../../base/result'
import { element, xmlText } from '../../base/xmlOut'
import type { BankAccount, Company } from '../../accounts/account'
import { plainFigures } from '../../money/figures'
import { sum, type Cents } from '../../money/cents'
import type { CheckFacts, StubLine } from '../../proof/facts'
import { debtorParts, MOST_NAME, type CreditorBank } from './agents'

/**
 * Payment orders in ISO 20022 pain.001.001.09 (customer credit transfer initiation). Names, order and lengths of the
 * elements are written from the standard's published message definition as it is remembered here (check).
 */
const NAMESPACE = 'urn:iso:std:iso:20022:tech:xsd:pain.001.001.09'
/** Max35Text and Max70Text of the standard. */
const [KEY, ADDRESS_LINE] = [35, 70] as const
const MOST_ADDRESS_LINES = 7
/** A check has at most two memo fields of 35 letters. */
const MEMO_FIELDS = 2

/** One payment to order: by a check that the bank or a print service makes, or by a transfer. */
export interface PaymentOrder {
  readonly payee: string
  readonly address: readonly string[]
  readonly amount: Cents
  readonly memo: string
  /** What it pays. */
  readonly lines: readonly StubLine[]
  /** The day on which it is to be paid, or the date of the check. */
  readonly date: PlainDate
  /** The number of a check. */
  readonly number?: number
  /** Where a transfer goes. */
  readonly bank?: CreditorBank
}
/** A file of payment orders. */
export interface OrderFile {
  readonly method: 'CHK' | 'TRF'
  /** Of this file alone: letters and digits, at most 28 are used. */
  readonly messageId: string
  /** When it is made, as ISO 8601. */
  readonly at: string
  readonly company: Company
  readonly account: BankAccount
  /** Three letters of ISO 4217. */
  readonly currency: string
  readonly orders: readonly PaymentOrder[]
}

const MOST_KEY = 28
/** The key of a file: what is left of it is room for the number of an order. */
const keyOfFile = ({ messageId }: OrderFile): string =>
  messageId.replaceAll(/[^A-Za-z0-9]/g, '').slice(0, MOST_KEY)

const party = (name: string, address: readonly string[]): string =>
  element('Nm', xmlText(name)) +
  (address.length ? element('PstlAdr', ...address.map(line => element('AdrLine', xmlText(line)))) : '')

/** A memo in pieces of at most 35 letters. */
const memoFields = (memo: string): string[] => memo.match(/.{1,35}/gsu) ?? []

const money = (name: string, amount: Cents, currency: string): string =>
  element(`${name} Ccy="${currency}"`, plainFigures(Math.abs(amount)))

/** A bill that is paid, or a credit note that is taken off. */
function remittance(line: StubLine, currency: string): string {
  const kind = line.amount < 0 ? 'CREN' : 'CINV'
  const number = line.reference.slice(0, KEY)
  return element(
    'Strd',
    element(
      'RfrdDocInf',
      element('Tp', element('CdOrPrtry', element('Cd', kind))),
      number ? element('Nb', xmlText(number)) : '',
      line.date ? element('RltdDt', line.date) : '',
    ),
    element(
      'RfrdDocAmt',
      line.discount ? element('DscntApldAmt', money('Amt', line.discount, currency)) : '',
      money(line.amount < 0 ? 'CdtNoteAmt' : 'RmtdAmt', line.amount, currency),
    ),
  )
}

function orderElement(file: OrderFile, order: PaymentOrder, at: number): string {
  const { currency, method } = file
  return element(
    'CdtTrfTxInf',
    element('PmtId', element('EndToEndId', `${keyOfFile(file)}-${at + 1}`)),
    element('Amt', money('InstdAmt', order.amount, currency)),
    method === 'CHK'
      ? element(
          'ChqInstr',
          element('ChqTp', 'CCHQ'),
          order.number === undefined ? '' : element('ChqNb', String(order.number)),
          element('DlvryMtd', element('Cd', 'MLCD')),
          ...memoFields(order.memo).map(memo => element('MemoFld', xmlText(memo))),
        )
      : '',
    order.bank?.agent ? element('CdtrAgt', order.bank.agent) : '',
    element('Cdtr', party(order.payee, order.address)),
    order.bank ? element('CdtrAcct', order.bank.account) : '',
    order.lines.length || (method === 'TRF' && order.memo)
      ? element(
          'RmtInf',
          ...(order.lines.length
            ? order.lines.map(line => remittance(line, currency))
            : [element('Ustrd', xmlText(order.memo))]),
        )
      : '',
  )
}

/** What of an order does not fit the standard, with the payee it is for; undefined where all does. */
function misfit(
  { payee, address, memo, amount }: PaymentOrder,
  method: OrderFile['method'],
): string | undefined {
  if (amount <= 0) return `${payee}: the amount is not above zero`
  if (!payee || payee.length > MOST_NAME) return `${payee}: the name has more than ${MOST_NAME} letters`
  if (address.length > MOST_ADDRESS_LINES)
    return `${payee}: the address has more than ${MOST_ADDRESS_LINES} lines`
  const long = address.find(line => line.length > ADDRESS_LINE)
  if (long) return `${payee}: “${long}” has more than ${ADDRESS_LINE} letters`
  return method === 'CHK' && memoFields(memo).length > MEMO_FIELDS
    ? `${payee}: the memo has more than ${MEMO_FIELDS * KEY} letters`
    : undefined
}

/**
 * Writes payment orders as a pain.001 file, grouped by the day on which they are paid. Refused with the payee where
 * something does not fit the standard's lengths, and where a currency is not three letters.
 */
export function writeOrders(file: OrderFile): Result<string> {
  const { account, company, currency, orders, method } = file
  if (!/^[A-Z]{3}$/.test(currency))
    return refuse('currency-code', 'Enter the three letters of the currency, for example USD', {
      field: 'currency',
      value: currency,
    })
  if (!orders.length) return refuse('orders-none', 'There is nothing to order', { field: 'file' })
  for (const order of orders) {
    const fault = misfit(order, method)
    if (fault) return refuse('order-misfit', fault, { field: 'file' })
  }
  const ourName = company.name.join(' ').slice(0, MOST_NAME)
  const us = party(
    ourName,
    company.address.map(l => l.slice(0, ADDRESS_LINE)),
  )
  const sums = (of: readonly PaymentOrder[]): string =>
    element('NbOfTxs', String(of.length)) + element('CtrlSum', plainFigures(sum(of.map(o => o.amount))))
  const days = [...new Set(orders.map(o => o.date))].sort()
  const numbered = orders.map((order, at) => ({ order, at }))
  const groups = days.map((day, i) => {
    const own = numbered.filter(o => o.order.date === day)
    return element(
      'PmtInf',
      element('PmtInfId', `${keyOfFile(file)}-P${i + 1}`),
      element('PmtMtd', method),
      sums(own.map(o => o.order)),
      element('ReqdExctnDt', element('Dt', day)),
      element('Dbtr', us),
      debtorParts(account, currency),
      ...own.map(({ order, at }) => orderElement(file, order, at)),
    )
  })
  const head = element(
    'GrpHdr',
    element('MsgId', keyOfFile(file)),
    element('CreDtTm', `${file.at.slice(0, 19)}Z`),
    sums(orders),
    element('InitgPty', element('Nm', xmlText(ourName))),
  )
  return good(
    `<?xml version="1.0" encoding="UTF-8"?>\n${element(
      `Document xmlns="${NAMESPACE}"`,
      element('CstmrCdtTrfInitn', head, ...groups),
    )}\n`,
  )
}

/** Checks of a run as orders, for a bank or print service that makes them; advices are not among them. */
export const checkOrders = (checks: readonly CheckFacts[]): PaymentOrder[] =>
  checks
    .filter(check => !check.advice)
    .map(({ payee, address, amount, memo, lines, date, number }) => ({
      ...{ payee, address, amount, memo, lines, date, number },
    }))
