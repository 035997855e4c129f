import { howMany } from '../base/howMany'
import { good, refuse } from '../base/result'
import type { Decision, Stamp } from '../trail/trail'
import { alikeKey, type Bill } from '../bills/bill'
import { touchedBy } from './changeBill'
import type { Payee } from '../payees/payee'
import type { Payment } from './payment'

const at = (field: string) => ({ field })

/**
 * Makes one payee a part of another: bills and payments go over, the old name stays where it was printed and
 * in the story. Refused where they are of two companies, or one is a part already.
 */
export function mergePayees(
  known: {
    readonly from: Payee
    readonly into: Payee
    readonly bills: readonly Bill[]
    readonly payments: readonly Payment[]
  },
  stamp: Stamp,
): Decision<{ payees: Payee[]; bills: Bill[]; payments: Payment[] }> {
  const { from, into } = known
  if (from.removed ?? into.removed)
    return refuse('payee-removed', 'One of these payees was removed when its import was undone', at('into'))
  if (from.id === into.id) return refuse('payee-itself', 'choose another payee', at('into'))
  if (from.companyId !== into.companyId)
    return refuse('payee-elsewhere', `${into.name} is a payee of another company`, at('into'))
  const part = [from, into].find(p => p.became)
  if (part) return refuse('payee-merged', `${part.name} was already merged into another payee`, at('into'))
  return good({
    changes: {
      payees: [{ ...from, became: into.id }],
      bills: known.bills.map(b => ({
        ...b,
        payeeId: into.id,
        alike: alikeKey(into.id, b.number),
        // Whoever changes the payee of a bill that waits for approval cannot approve it.
        ...(b.stage === 'waits' && touchedBy(b, stamp.by)),
      })),
      payments: known.payments.map(p => ({ ...p, payeeId: into.id })),
    },
    trail: {
      act: 'Payees merged',
      text: `Merged ${from.name} into ${into.name}, with ${howMany(known.bills.length, 'bill')} and ${howMany(known.payments.length, 'payment')}.`,
      about: { payee: into.id, from: from.id },
    },
  })
}
