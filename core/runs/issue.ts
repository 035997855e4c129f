import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import type { CheckNumber, NumberRow } from '../books/book'
import { entry, type Entry } from '../ledger/entry'
import { zero } from '../money/cents'
import type { Payment } from '../payables/payment'
import type { Stamp } from '../trail/trail'

export const issueEntryId = (paymentId: Id<'payment'>, number: CheckNumber): Id<'entry'> =>
  `${paymentId}/issued/${number}` as Id<'entry'>

/** The entry of an issued check: its ledger accounts to the debit, cash to the credit. */
export const issueEntry = (
  payment: Payment,
  number: CheckNumber,
  cashLedgerId: Id<'ledger'>,
  date: PlainDate,
): Entry =>
  entry({
    id: issueEntryId(payment.id, number),
    companyId: payment.companyId,
    date,
    text: `Check ${number}, ${payment.name}`,
    paymentId: payment.id,
    lines: [
      ...payment.split.map(s => ({ ledgerId: s.ledgerId, debit: s.amount, credit: zero })),
      { ledgerId: cashLedgerId, debit: zero, credit: payment.amount },
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
      { ledgerId: cashLedgerId, debit: payment.amount, credit: zero },
      ...payment.split.map(s => ({ ledgerId: s.ledgerId, debit: zero, credit: s.amount })),
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
