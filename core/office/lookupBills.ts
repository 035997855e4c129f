import type { Id } from '../base/id'
import type { Entry } from '../ledger/entry'
import { alikeKey, entryIdOf, type Bill, type BillInput } from '../bills/bill'
import type { ChangeKnown } from '../payments/changeBill'
import type { BillKnown } from '../bills/enterBill'
import type { PayeeKnown } from '../payees/savePayee'
import type { PayeeForm } from '../payees/payee'
import { one } from './lookups'
import type { Reading } from './reading'

/** The lock of a company's bills: our running numbers are taken one after the other. */
export const ofBills = (companyId: Id<'company'>): string => `bills ${companyId}`
/** The lock of a company's payees: their names and codes are held against one another. */
export const ofPayees = (companyId: Id<'company'>): string => `payees ${companyId}`

/** A bill as the office has it. Throws where there is none of this key. */
export const billNow = (reading: Reading, id: Id<'bill'>): Promise<Bill> => one(reading, 'bills', id)
/** The lock that acts on a bill wait for: its company’s. */
export const lockOfBill = async (reading: Reading, id: Id<'bill'>): Promise<string> =>
  ofBills((await billNow(reading, id)).companyId)

/** What entering or changing a bill must know. */
export async function billKnown(
  reading: Reading,
  companyId: Id<'company'>,
  billId: Id<'bill'>,
  told: Pick<BillInput, 'payeeId' | 'number' | 'lines'>,
): Promise<BillKnown> {
  return {
    bill: await reading.get('bills', billId),
    payee: await reading.get('payees', told.payeeId),
    company: await one(reading, 'companies', companyId),
    ledgers: await reading.many('ledgers', [...new Set(told.lines.map(l => l.ledgerId))]),
    alike: await reading.where('bills', 'alike', [alikeKey(told.payeeId, told.number)]),
    lastNumber: await reading.lastBill(companyId),
  }
}
/** Tables that an act about bills reads. */
export const BILLS = ['bills', 'payees', 'companies', 'ledgers', 'entries'] as const

/** The entry that stands for a bill, if one does. */
export async function entryOfBill(reading: Reading, bill: Bill): Promise<Entry | undefined> {
  const id = entryIdOf(bill)
  return id && one(reading, 'entries', id)
}

/** What changing a bill must know. */
export const changeKnown = async (reading: Reading, bill: Bill, to: BillInput): Promise<ChangeKnown> => ({
  ...(await billKnown(reading, bill.companyId, bill.id, to)),
  entry: await entryOfBill(reading, bill),
  waiting: (await reading.where('payments', 'payee', [bill.payeeId])).filter(
    p => p.state === 'waiting' && p.settles?.bills.some(a => a.billId === bill.id),
  ),
})

/** What keeping a payee must know; `to` is what they are told as. */
export async function payeeKnown(
  reading: Reading,
  { id, companyId }: { readonly id: Id<'payee'>; readonly companyId: Id<'company'> },
  to: PayeeForm,
): Promise<PayeeKnown> {
  const payee = await reading.get('payees', id)
  const all = payee?.shared ? (await reading.all('companies')).map(c => c.id) : []
  return {
    payee,
    payables: (await one(reading, 'companies', companyId)).payables?.ledgerId,
    others: await reading.where('payees', 'company', [companyId]),
    ledgers: await reading.many(
      'ledgers',
      to.split.map(s => s.ledgerId),
    ),
    elsewhere: await reading.where(
      'payees',
      'company',
      all.filter(c => c !== companyId),
    ),
  }
}
