import { dayText, plainDate, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import { entry, sided, type Entry } from '../ledger/entry'
import { mustBeOpen } from '../ledger/period'
import { cents, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Decision } from '../trail/trail'
import { mayPost, type PostKnown } from './mayPost'
import { printable } from '../faces/texts'

/** What is added to the book balance of an account, or taken off, without a check. */
export interface Adjusting {
  readonly id: Id<'entry'>
  readonly date: PlainDate
  /** Above zero comes in, below zero goes out. */
  readonly amount: Cents
  /** Where it comes from, or where it goes. */
  readonly ledgerId: Id<'ledger'>
  readonly why: string
}
interface AdjustKnown extends PostKnown {
  readonly closedThrough?: PlainDate | undefined
  /** Whether an entry has this key already. */
  readonly isKnown: boolean
}
/** Nothing larger is entered in one line: ten thousand million. */
const MOST = 1_000_000_000_000

/**
 * Adjusts the book balance of an account by a dated entry with a ledger account and a reason: a deposit, a bank
 * fee, a correction. Refused: an amount of nothing, a day in a closed period, a ledger account that does not
 * belong there, no reason.
 */
export function adjustBalance(known: AdjustKnown, act: Adjusting): Decision<{ entries: Entry[] }> {
  const { account, closedThrough } = known
  if (known.isKnown) return refuse('entry-known', 'This was already entered.', { field: 'amount' })
  const date = plainDate(act.date)
  const open = date.ok ? mustBeOpen(date.value, closedThrough) : date
  if (!open.ok) return open
  if (!Number.isSafeInteger(act.amount) || act.amount === 0 || Math.abs(act.amount) > MOST)
    return refuse('amount-nothing', 'Type an amount above zero.', { field: 'amount', value: act.amount })
  const may = mayPost(known, act.ledgerId)
  if (!may.ok) return may
  const why = printable(act.why, 'why')
  if (!why.ok) return why
  if (!why.value) return refuse('why-blank', 'Enter a description.', { field: 'why' })
  const lines = [sided(account.cashLedgerId, act.amount), sided(act.ledgerId, cents(-act.amount))]
  const { id } = act
  return good({
    changes: {
      entries: [
        entry({ id, companyId: account.companyId, date: act.date, text: why.value, paymentId: null, lines }),
      ],
    },
    trail: {
      act: 'Balance adjusted',
      text: `Adjusted the balance of ${account.name} ${act.amount > 0 ? 'up' : 'down'} by ${figures(cents(Math.abs(act.amount)), { sign: account.currency.sign })}, dated ${dayText(act.date)}: ${why.value}.`,
      about: { account: account.id },
    },
  })
}
