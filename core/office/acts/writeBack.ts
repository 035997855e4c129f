import type { Id } from '../../base/id'
import { writeBack as decide, type WritingBack } from '../../checks/writeBack'
import { act } from '../defineAct'
import { carrying, lockOfPayment, one, standingNumber } from '../lookups'

/** A check that was never cashed is written back to a ledger account. */
export const writeBack = act({
  lock: ({ paymentId }: WritingBack & { paymentId: Id<'payment'> }, reading) =>
    lockOfPayment(reading, paymentId),
  reads: ['payments', 'accounts', 'companies', 'ledgers', 'numbers'],
  writes: ['numbers', 'payments', 'entries'],
  gather: async (reading, { paymentId, ledgerId }) => {
    const payment = await one(reading, 'payments', paymentId)
    const account = await one(reading, 'accounts', payment.accountId)
    const { payables, closedThrough } = await one(reading, 'companies', account.companyId)
    return {
      ...{ payment, account, payables, closedThrough },
      row: standingNumber(await carrying(reading, [paymentId])),
      ledgers: await reading.many('ledgers', [ledgerId]),
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
