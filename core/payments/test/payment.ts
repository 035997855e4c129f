import { plainDate, type PlainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must } from '../../base/result'
import { cents } from '../../money/cents'
import { account, company, payee } from '../../office/test/office'
import type { Payment } from '../payment'

export const stamp = { at: '2026-11-24T10:00:00-05:00', by: 'Test' }
export const day = (text: string): PlainDate => must(plainDate(text))

/** A payment of 120.00 that waits in the lane, with what is told of it. */
export const paymentOf = (id: string, more: Partial<Payment> = {}): Payment => {
  const amount = more.amount ?? cents(120_00)
  return {
    id: idOf(id),
    companyId: company.id,
    accountId: account.id,
    payeeId: payee.id,
    name: payee.name,
    address: payee.address,
    date: day('2026-11-24'),
    amount,
    memo: '',
    lines: [],
    split: [{ ledgerId: idOf('wood'), amount }],
    state: 'waiting',
    drawnAt: '2026-11-24T09:00:00-05:00',
    ...more,
  }
}
