import { good, refuse } from '../base/result'
import type { Entry } from '../ledger/entry'
import type { Decision, Stamp } from '../trail/trail'
import type { Bill } from '../bills/bill'
import { draw, type Draw, type DrawKnown } from './draw'
import { enterBill, type BillKnown, type Entering } from '../bills/enterBill'
import type { Payee } from '../payees/payee'
import type { Payment } from './payment'

interface WithBillKnown {
  readonly drawing: DrawKnown
  readonly billing: BillKnown
}
interface WithBill {
  readonly payments: Payment[]
  readonly payees: Payee[]
  readonly bills: Bill[]
  readonly entries: Entry[]
}
/**
 * Enters a bill and draws the payment that settles it, in one act: both or neither. What is wrong with the bill
 * stands at `newBill`. Refused as either is, and where the bill waits for a second person.
 */
export function drawWithBill(
  known: WithBillKnown,
  act: { readonly draw: Draw; readonly bill: Entering },
  stamp: Stamp,
): Decision<WithBill> {
  const billing = { ...known.billing, payee: known.billing.payee ?? act.draw.payee }
  const entered = enterBill(billing, act.bill, stamp)
  if (!entered.ok) return { ok: false, refusal: { ...entered.refusal, field: 'newBill' } }
  const [bill] = entered.value.changes.bills
  if (bill?.stage !== 'payable')
    return refuse(
      'bill-waits',
      'A bill of this amount needs approval. Enter it first, and pay it once it is approved',
      { field: 'newBill' },
    )
  const drawn = draw({ ...known.drawing, bills: [...known.drawing.bills, bill] }, act.draw, stamp)
  if (!drawn.ok) return drawn
  return good({
    changes: { ...entered.value.changes, ...drawn.value.changes },
    trail: {
      ...drawn.value.trail,
      text: `${drawn.value.trail.text} The new bill is our number ${bill.ourNumber}.`,
      about: { ...entered.value.trail.about, ...drawn.value.trail.about },
    },
  })
}
