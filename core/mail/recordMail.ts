import { good } from '../base/result'
import type { Payment } from '../payments/payment'
import type { Decision } from '../trail/trail'
import { figures } from '../money/figures'
import { adviceKinds, type AdviceKind } from '../reports/remittance'
import { mailAddress } from './mail'

/** What the trail calls an advice or receipt that went by e-mail. */
export const MAILED = 'Advice mailed'
/** Where a message went: saved for one’s own mail program, or to the practice mailbox. */
export const mailWays = ['saved', 'practice mailbox'] as const
export type MailWay = (typeof mailWays)[number]

/** Records in the trail what went to whom by e-mail. Refused: an address that is none. */
export function recordMail(
  { payment }: { readonly payment: Payment },
  act: { readonly kind: AdviceKind; readonly to: string; readonly way: MailWay },
): Decision<Record<never, never>> {
  const to = mailAddress(act.to, 'to')
  if (!to.ok) return to
  const what = `${adviceKinds[act.kind].toLowerCase()} of ${figures(payment.amount)} to ${payment.name}`
  return good({
    changes: {},
    trail: {
      act: MAILED,
      text:
        act.way === 'saved'
          ? `Saved an e-mail to ${to.value} with the ${what}.`
          : `Sent the ${what} to ${to.value} through the practice mailbox.`,
      about: { account: payment.accountId, payment: payment.id },
    },
  })
}
