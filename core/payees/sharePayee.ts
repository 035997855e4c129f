import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { Decision, Stamp } from '../trail/trail'
import type { Company } from '../accounts/account'
import { isLive, type Payee, type PayeeForm } from './payee'
import { sameName } from '../faces/texts'

const printed = (of: Pick<Payee, 'name' | 'address'>): string => JSON.stringify([of.name, of.address])
/** How name and address stood before, where they become others now; as it was told where they stay. */
export const beforeOf = (
  payee: Payee,
  to: Pick<Payee, 'name' | 'address'>,
  { at, by }: Stamp,
): Payee['before'] =>
  printed(payee) === printed(to) ? payee.before : { at, by, name: payee.name, address: payee.address }

/** What all companies that share a payee know of them alike; the rest is each company's own. */
const alike = [
  'kind',
  'name',
  'address',
  'others',
  'email',
  'taxForm',
  'taxBox',
  'taxId',
  'bankCode',
  'bankAccount',
  'language',
] as const satisfies readonly (keyof PayeeForm)[]

/** A payee with what is known alike of them taken from another company's. */
export function alikeIn(payee: Payee, from: Payee, stamp: Stamp): Payee {
  const own = Object.entries(payee).filter(([key]) => !(alike as readonly string[]).includes(key))
  const shared = alike.flatMap(key => (from[key] === undefined ? [] : [[key, from[key]] as const]))
  const before = beforeOf(payee, from, stamp)
  return { ...(Object.fromEntries([...own, ...shared]) as unknown as Payee), ...(before && { before }) }
}

interface ShareKnown {
  readonly payee: Payee
  /** The company that is to share them, and all its payees. */
  readonly company: Company
  readonly there: readonly Payee[]
}
/**
 * Shares a payee with another company: there they stand with the same details, and with ledger accounts, terms
 * and code of that company. One that stands there by this name becomes the same. `id` is the key of a new one.
 */
export function sharePayee(
  { payee, company, there }: ShareKnown,
  act: { readonly id: Id<'payee'> },
  stamp: Stamp,
): Decision<{ payees: Payee[] }> {
  const at = { field: 'company' }
  if (payee.became) return refuse('payee-merged', 'This payee was merged into another', at)
  if (payee.companyId === company.id)
    return refuse('payee-here', 'This is already a payee of this company', at)
  const shared = payee.shared ?? payee.id
  if (there.some(p => p.shared === shared && isLive(p)))
    return refuse('payee-shared', `This payee is already shared with ${company.name[0]}`, at)
  const same = there.find(p => isLive(p) && sameName(p.name, payee.name))
  if (same?.shared)
    return refuse(
      'payee-shared',
      `${same.name} of ${company.name[0]} is already shared with other companies`,
      at,
    )
  const bare: Payee = {
    id: act.id,
    companyId: company.id,
    kind: payee.kind,
    name: payee.name,
    address: payee.address,
    memo: '',
    split: [],
    onHold: false,
    taxForm: payee.taxForm,
    ...(payee.terms && { terms: payee.terms }),
  }
  return good({
    changes: {
      payees: [
        { ...payee, shared },
        { ...alikeIn(same ?? bare, payee, stamp), shared },
      ],
    },
    trail: {
      act: 'Payee shared',
      text: `Shared ${payee.name} with ${company.name[0]}.`,
      about: { payee: payee.id, with: same?.id ?? act.id },
    },
  })
}

/** Ends the sharing for one company: its payee stays as it is, and goes its own way from now on. */
export function unsharePayee({
  payee,
  linked,
}: {
  readonly payee: Payee
  readonly linked: readonly Payee[]
}): Decision<{ payees: Payee[] }> {
  if (!payee.shared)
    return refuse('payee-alone', 'This payee is not shared with another company', { field: 'company' })
  const bare = ({ shared: _, ...own }: Payee): Payee => own
  return good({
    // Where but one is left, nothing is shared any more.
    changes: { payees: [bare(payee), ...(linked.length === 1 ? linked.map(bare) : [])] },
    trail: {
      act: 'Payee no longer shared',
      text: `Stopped sharing ${payee.name}.`,
      about: { payee: payee.id },
    },
  })
}
