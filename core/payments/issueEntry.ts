import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import type { CheckNumber, NumberRow } from '../numbers/book'
import { entry, sided, type Entry } from '../ledger/entry'
import { cents, type Cents } from '../money/cents'
import { postingsOf, type Payment } from './payment'
import type { Stamp } from '../trail/trail'

/** The key of the entry that a payment's first check makes; one paid without a check has no number. */
export const issueEntryId = (paymentId: Id<'payment'>, number: CheckNumber | 'otherwise'): Id<'entry'> =>
  `${paymentId}/issued/${number}` as Id<'entry'>

/** Whether an entry of a payment is the one that its first check made; else it takes that back. */
export const isIssueEntry = ({ id, paymentId }: Pick<Entry, 'id' | 'paymentId'>): boolean =>
  paymentId !== null && /^\/issued\/[^/]+$/.test(id.slice(paymentId.length))

/** Whether a payment moves anything in the ledger: an advice for nothing does not. */
export const isEntered = (payment: Payment): boolean => postingsOf(payment).length > 0
const cashLine = (cashLedgerId: Id<'ledger'>, amount: Cents) =>
  amount === 0 ? [] : [sided(cashLedgerId, amount)]

/** The entry of an issued payment: its ledger accounts and bills to the debit, cash to the credit. */
export const issueEntry = (
  payment: Payment,
  number: CheckNumber | 'otherwise',
  cashLedgerId: Id<'ledger'>,
  date: PlainDate,
): Entry =>
  entry({
    id: issueEntryId(payment.id, number),
    companyId: payment.companyId,
    date,
    text: `${number === 'otherwise' ? `Paid by ${payment.otherwise?.way}` : `Check ${number}`}, ${payment.name}`,
    paymentId: payment.id,
    lines: [
      ...postingsOf(payment).map(p => sided(p.ledgerId, p.amount)),
      ...cashLine(cashLedgerId, cents(-payment.amount)),
    ],
  })

/** The same entry the other way round, on its own date. */
export const reversalEntry = (
  payment: Payment,
  about: string,
  cashLedgerId: Id<'ledger'>,
  date: PlainDate,
): Entry =>
  entry({
    id: `${payment.id}/reversed/${about}` as Id<'entry'>,
    companyId: payment.companyId,
    date,
    text: `Cancelled: ${payment.name}`,
    paymentId: payment.id,
    lines: [
      ...cashLine(cashLedgerId, payment.amount),
      ...postingsOf(payment).map(p => sided(p.ledgerId, cents(-p.amount))),
    ],
  })

/** The used-up numbers of a payment that another check takes over from now, each with when and by which. */
export const replacedRows = (
  earlier: readonly NumberRow[],
  paymentId: Id<'payment'>,
  by: CheckNumber,
  stamp: Stamp,
): NumberRow[] =>
  earlier
    .filter(
      r =>
        r.check?.paymentId === paymentId &&
        r.number !== by &&
        ['voided', 'stopped', 'spoiled'].includes(r.fate) &&
        r.replacedBy === undefined,
    )
    .map(r => ({
      ...r,
      replacedBy: by,
      life: [
        ...r.life,
        {
          at: stamp.at,
          by: stamp.by,
          fate: r.fate,
          why: `replaced by ${by}`,
          event: { kind: 'replaced', by },
        },
      ],
    }))
