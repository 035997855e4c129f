import type { Id } from '../../base/id'
import { recordMail as decide, type MailWay } from '../../mail/recordMail'
import type { AdviceKind } from '../../reports/remittance'
import { act } from '../defineAct'
import { lockOfPayment, one } from '../lookups'

/** An advice or a receipt went to a payee by e-mail. */
export const recordMail = act({
  lock: ({ paymentId }: { paymentId: Id<'payment'>; kind: AdviceKind; to: string; way: MailWay }, reading) =>
    lockOfPayment(reading, paymentId),
  reads: ['payments'],
  writes: [],
  gather: async (reading, { paymentId }) => ({ payment: await one(reading, 'payments', paymentId) }),
  decide: (known, input) => decide(known, input),
})
