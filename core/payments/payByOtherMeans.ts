import { drawText, draw, type Draw, type DrawKnown } from './draw'
import { sentence } from '../base/sentence'
import { good, refuse } from '../base/result'
import type { Entry } from '../ledger/entry'
import { isEntered, issueEntry } from './issueEntry'
import type { Decision, Stamp } from '../trail/trail'
import type { Payee } from '../payees/payee'
import type { OtherWay, Payment } from './payment'
import { printable } from '../faces/texts'

/**
 * Records what was paid without a check: in cash, by card, by transfer or by the payee's own debit. It is
 * issued at once, and no number belongs to it. Refused as drawing is, and without a reference.
 */
export function payByOtherMeans(
  known: DrawKnown,
  act: { readonly draw: Draw; readonly way: OtherWay; readonly reference: string },
  stamp: Stamp,
): Decision<{ payments: Payment[]; payees: Payee[]; entries: Entry[] }> {
  const reference = printable(act.reference, 'reference')
  if (!reference.ok) return reference
  if (!reference.value)
    return refuse('reference-blank', 'Enter the reference of the payment', { field: 'reference' })
  if (act.draw.scheduled)
    return refuse('otherwise-later', 'A payment that was already made cannot be scheduled', {
      field: 'scheduled',
    })
  const drawn = draw(known, act.draw, stamp, { withoutCheck: true })
  if (!drawn.ok) return drawn
  const [waiting] = drawn.value.changes.payments
  const payment: Payment = {
    ...waiting!,
    state: 'issued',
    otherwise: { way: act.way, reference: reference.value },
  }
  const entries = !isEntered(payment)
    ? []
    : [issueEntry(payment, 'otherwise', known.account.cashLedgerId, payment.date)]
  return good({
    changes: { ...drawn.value.changes, payments: [payment], entries },
    trail: {
      ...drawn.value.trail,
      act: 'Payment recorded',
      text: sentence(
        `Recorded a payment by ${act.way} (${reference.value}): ${drawText(known, act.draw, payment.name)}`,
      ),
    },
  })
}
