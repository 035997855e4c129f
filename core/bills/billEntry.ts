import type { PlainDate } from '../base/dates'
import { idOf } from '../base/id'
import { entry, reversed, sided, type Entry } from '../ledger/entry'
import { openDay } from '../ledger/period'
import { cents } from '../money/cents'
import type { Company, Payables } from '../accounts/account'
import { entryIdOf, type Bill } from './bill'

/**
 * Enters a bill that is owed: its lines to the debit, payables to the credit, on the bill's date or, in
 * a closed period, on the first open day.
 */
export function billEntry(
  bill: Bill,
  payee: string,
  company: Company,
  payables: Payables,
): { readonly bill: Bill; readonly entry: Entry } {
  const entered: Bill = { ...bill, stage: 'payable', entries: bill.entries + 1 }
  return {
    bill: entered,
    entry: entry({
      id: entryIdOf(entered)!,
      companyId: company.id,
      date: openDay(bill.date, company.closedThrough),
      text: `${bill.amount < 0 ? 'Credit note' : 'Bill'} ${bill.number}, ${payee}`,
      paymentId: null,
      billId: bill.id,
      lines: [
        ...bill.lines.map(l => sided(l.ledgerId, l.amount)),
        sided(payables.ledgerId, cents(-bill.amount)),
      ],
    }),
  }
}

/** The entry of a bill taken back: on its own date, or where that is closed, on the first open day. */
export const takenBack = (of: Entry, closedThrough: PlainDate | undefined): Entry =>
  reversed(of, {
    id: idOf(`${of.id}/taken back`),
    date: openDay(of.date, closedThrough),
    text: `Reversed: ${of.text}`,
  })
