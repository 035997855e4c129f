import type { Id } from '../../base/id'
import { cancel as decide, type Cancelling } from '../../checks/cancel'
import { act } from '../defineAct'
import { carrying, closedThrough, enteredOn, lockOfPayment, one, standingNumber } from '../lookups'

/** A payment is cancelled, with the check that carries it. */
export const cancel = act({
  lock: ({ paymentId }: Cancelling & { paymentId: Id<'payment'> }, reading) =>
    lockOfPayment(reading, paymentId),
  reads: ['payments', 'accounts', 'companies', 'numbers', 'entries'],
  writes: ['numbers', 'payments', 'entries'],
  gather: async (reading, { paymentId }) => {
    const payment = await one(reading, 'payments', paymentId)
    const account = await one(reading, 'accounts', payment.accountId)
    const rows = await carrying(reading, [paymentId])
    return {
      payment,
      row: standingNumber(rows),
      enteredOn: await enteredOn(reading, paymentId, rows),
      cashLedgerId: account.cashLedgerId,
      closedThrough: await closedThrough(reading, account),
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
