import type { Movement } from '../bank/movement'
import type { Bill } from '../bills/bill'
import type { NumberRow } from '../numbers/book'
import { isLive, type Payee } from '../payees/payee'
import type { Payment } from '../payments/payment'
import type { Findable } from './find'

/** Words that are looked through, on one line. */
const words = (...parts: readonly (string | undefined)[]): string =>
  parts.filter(Boolean).join(' ').replaceAll(/\s+/g, ' ').toLowerCase()

/** A check: by number, payee, amount, and the memo of its payment. A number without a check is not looked for. */
export const ofNumber = (row: NumberRow, memo: string): Findable[] =>
  row.check
    ? [
        {
          ...{ id: row.id, text: words(row.check.payee, memo, row.fate), number: row.number },
          ...{ amount: row.check.amount, day: row.check.date },
        },
      ]
    : []
/** A payment that no number stands for: it waits, was withdrawn, or was made without a check. */
export const ofPayment = (p: Payment): Findable[] =>
  p.state === 'waiting' || p.otherwise || p.withdrawn
    ? [
        {
          ...{ id: p.id, amount: p.amount, day: p.date },
          text: words(p.name, p.memo, p.otherwise?.way, p.otherwise?.reference),
        },
      ]
    : []
/** A bill is found by its number, its payee and its amount. */
export const ofBill = (bill: Bill, payee: string): Findable[] => [
  {
    ...{ id: bill.id, amount: bill.amount, day: bill.date, number: bill.ourNumber },
    text: words(bill.number, payee, bill.memo, bill.purchaseOrder),
  },
]
/** A payee is found by its name and what else it is known by. */
export const ofPayee = (payee: Payee): Findable[] =>
  isLive(payee)
    ? [
        {
          ...{ id: payee.id, day: '' },
          text: words(payee.name, payee.code, payee.accountWithPayee, payee.memo, payee.email),
        },
      ]
    : []
/** Other money is found by its text, its party and its amount. */
export const ofMovement = (m: Movement): Findable[] => [
  {
    ...{ id: m.id, amount: m.amount, day: m.date },
    text: words(m.party, m.text, m.reference, m.kind),
  },
]
