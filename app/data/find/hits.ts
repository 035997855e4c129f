import { dayText } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { movementKinds } from '#core/bank/movement'
import type { FindKind } from '#core/find/find'
import { figures } from '#core/money/figures'
import { stateShown } from '#core/numbers/book'
import type { Tables } from '#core/office/tables'
import { db } from '../store/db'

/** Something that was found, in words, and the page that it opens. */
export interface Hit {
  readonly id: string
  readonly title: string
  readonly note: string
  readonly to: string
}
const at = encodeURIComponent

const numberHit = (n: Tables['numbers']): Hit => ({
  ...{ id: n.id, title: `${n.number} ${n.check?.payee ?? ''}`.trim() },
  note: n.check ? `${figures(n.check.amount)}, ${dayText(n.check.date)}, ${stateShown(n)}` : stateShown(n),
  to: `/books/${at(n.bookId)}?number=${n.number}`,
})
const paymentHit = (p: Tables['payments']): Hit => ({
  ...{ id: p.id, title: p.name },
  note: `${figures(p.amount)}, ${dayText(p.date)}, ${p.otherwise ? `${p.otherwise.way} ${p.otherwise.reference}` : p.withdrawn ? 'withdrawn' : 'in the lane'}`,
  to:
    p.state === 'waiting' ? `/lane?account=${at(p.accountId)}&payment=${at(p.id)}` : `/payments/${at(p.id)}`,
})
const movementHit = (m: Tables['movements']): Hit => ({
  ...{ id: m.id, title: [m.party, m.text].filter(Boolean).join(', ') },
  note: `${movementKinds[m.kind].title}, ${figures(m.amount)}, ${dayText(m.date)}, ${m.state}`,
  to: `/register?account=${at(m.accountId)}&number=${at(m.id)}`,
})
const payeeHit = (p: Tables['payees']): Hit => ({
  ...{ id: p.id, title: p.name, note: [p.kind, p.code].filter(Boolean).join(', ') },
  to: `/bills/payee/${at(p.id)}`,
})
const billHit = (b: Tables['bills'], payee: string): Hit => ({
  ...{ id: b.id, title: `${b.number || `our number ${b.ourNumber}`}, ${payee}` },
  note: `${figures(b.amount)}, due ${dayText(b.due)}, ${b.stage === 'waits' ? 'needs approval' : b.stage}`,
  to: `/bills?company=${at(b.companyId)}&bill=${at(b.id)}`,
})

const there = <T>(rows: readonly (T | undefined)[]): T[] => rows.filter(row => row !== undefined)
/** What was found, as it is now in the store; what went meanwhile is left out. */
const readers: { readonly [K in Exclude<FindKind, 'place'>]: (ids: readonly string[]) => Promise<Hit[]> } = {
  check: async ids => there(await db.numbers.bulkGet(ids as Id<'number'>[])).map(numberHit),
  payment: async ids => there(await db.payments.bulkGet(ids as Id<'payment'>[])).map(paymentHit),
  movement: async ids => there(await db.movements.bulkGet(ids as Id<'movement'>[])).map(movementHit),
  payee: async ids => there(await db.payees.bulkGet(ids as Id<'payee'>[])).map(payeeHit),
  bill: async ids => {
    const bills = there(await db.bills.bulkGet(ids as Id<'bill'>[]))
    const payees = there(await db.payees.bulkGet(bills.map(b => b.payeeId)))
    const names = new Map(payees.map(p => [p.id, p.name]))
    return bills.map(b => billHit(b, names.get(b.payeeId) ?? ''))
  },
}
export const readHits = (kind: FindKind, ids: readonly string[]): Promise<Hit[]> =>
  kind === 'place' ? Promise.resolve([]) : readers[kind](ids)
