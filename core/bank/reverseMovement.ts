import { dayText, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { reversed, type Entry } from '../ledger/entry'
import { mustBeOpen } from '../ledger/period'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Decision } from '../trail/trail'
import type { BankAccount } from '../accounts/account'
import { movementId, type Movement } from './movement'
import type { Statement } from './statement'

/** What reversing must know. */
export interface ReverseKnown {
  /** The movement, with that in the other own account of a transfer. */
  readonly movements: readonly Movement[]
  readonly entries: ReadonlyMap<Id<'entry'>, Entry>
  readonly closedThrough?: PlainDate | undefined
}

/**
 * Takes a movement back by an entry the other way round, in each account that it moved. Neither is left open:
 * together they are nothing that the bank could know of. Refused where one of them is with the bank already.
 */
export function reverse(
  known: ReverseKnown,
  why: string,
  date: PlainDate,
): Result<{ movements: Movement[]; entries: Entry[] }> {
  const [first] = known.movements
  const made = first && known.entries.get(first.entryId)
  if (!first || !made)
    return refuse('movement-gone', 'This entry is not there any more', { field: 'movement' })
  const taken = known.movements.find(m => m.state !== 'open')
  if (taken)
    return taken.state === 'reversed'
      ? refuse('movement-reversed', 'This was already reversed', { field: 'movement' })
      : refuse(
          'movement-cleared',
          'The bank has this on a statement. Undo the match first, or enter a correction',
          { field: 'movement' },
        )
  if (date < first.date)
    return refuse('reversal-early', `Choose ${dayText(first.date)} or a later day`, {
      field: 'date',
      value: date,
      limit: first.date,
    })
  const open = mustBeOpen(date, known.closedThrough)
  if (!open.ok) return open
  const id = `${made.id}/reversed` as Id<'entry'>
  const text = `Reversed: ${made.text}`
  return good({
    entries: [reversed(made, { id, date, text })],
    movements: known.movements.flatMap((m): Movement[] => {
      const back = movementId(id, m.accountId)
      const { otherId: _, ...bare } = m
      return [
        { ...m, state: 'reversed', reversal: back, why },
        {
          ...bare,
          id: back,
          entryId: id,
          date,
          text,
          amount: cents(-m.amount),
          state: 'reversed',
          reversal: m.id,
        },
      ]
    }),
  })
}

/** Reverses a movement with a reason. Refused as `reverse` is, for a day of a closed statement, and without a reason. */
export function reverseMovement(
  known: ReverseKnown & { readonly account: BankAccount; readonly statements: readonly Statement[] },
  act: { readonly why: string; readonly date: PlainDate },
): Decision<{ movements: Movement[]; entries: Entry[] }> {
  const why = act.why.trim()
  if (!why) return refuse('why-blank', 'Give a reason for reversing this', { field: 'why' })
  const [first] = known.movements
  if (first?.paymentId || first?.billId)
    return refuse(
      'movement-follows',
      `This follows from a ${first.paymentId ? 'payment. Cancel the payment' : 'bill. Cancel the bill'} instead`,
      { field: 'movement' },
    )
  if (first?.reversal) return refuse('movement-reversed', 'This was already reversed', { field: 'movement' })
  const closed = known.statements
    .filter(s => known.movements.some(m => m.accountId === s.accountId))
    .flatMap(s => (s.closing && s.closing.through >= act.date ? [s.closing.through] : []))
    .sort()
    .at(-1)
  if (closed)
    return refuse(
      'statement-closed',
      `The statement through ${dayText(closed)} is closed. Choose a later date`,
      {
        field: 'date',
        value: act.date,
        limit: closed,
      },
    )
  const done = reverse(known, why, act.date)
  if (!done.ok) return done
  const { sign } = known.account.currency
  return good({
    changes: done.value,
    trail: {
      act: 'Register line reversed',
      text: `Reversed ${first!.text} of ${dayText(first!.date)}, ${figures(first!.amount, { sign })}, on ${dayText(act.date)}: ${why}.`,
      about: { account: known.account.id, movement: first!.id },
    },
  })
}
