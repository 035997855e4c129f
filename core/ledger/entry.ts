import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { cents, sum, zero, type Cents } from '../money/cents'

/** A ledger account of one company. */
export interface LedgerAccount {
  readonly id: Id<'ledger'>
  readonly companyId: Id<'company'>
  readonly code: string
  readonly name: string
  readonly kind: 'asset' | 'liability' | 'equity' | 'income' | 'expense'
}

/** One line: money to the debit or to the credit of one ledger account, never both, never below zero. */
interface EntryLine {
  readonly ledgerId: Id<'ledger'>
  readonly debit: Cents
  readonly credit: Cents
}

/** One entry of the books. Its lines add up to zero; it is reversed by another, and never rewritten. */
export interface Entry {
  readonly id: Id<'entry'>
  readonly companyId: Id<'company'>
  readonly date: PlainDate
  readonly text: string
  /** The payment it belongs to, if any. */
  readonly paymentId: Id<'payment'> | null
  /** The bill it belongs to, if any. */
  readonly billId?: Id<'bill'>
  readonly lines: readonly EntryLine[]
  /** Every ledger account of the lines, for the store's index. */
  readonly ledgers: readonly Id<'ledger'>[]
}

/** A ledger account with an amount: a debit above zero, a credit below. */
export const sided = (ledgerId: Id<'ledger'>, amount: Cents): EntryLine =>
  amount > 0 ? { ledgerId, debit: amount, credit: zero } : { ledgerId, debit: zero, credit: cents(-amount) }

/** What an entry adds to a ledger account: debits less credits. */
export const movedOn = ({ lines }: Entry, ledgerId: Id<'ledger'>): Cents =>
  sum(lines.filter(l => l.ledgerId === ledgerId).map(l => cents(l.debit - l.credit)))

/** An entry the other way round, under a key, on a day and with words of its own. */
export const reversed = (of: Entry, as: Pick<Entry, 'id' | 'date' | 'text'>): Entry => ({
  ...of,
  ...as,
  lines: of.lines.map(l => ({ ledgerId: l.ledgerId, debit: l.credit, credit: l.debit })),
})

/**
 * The one gate for entries. Throws where debits and credits differ or a line is odd: whoever builds an entry
 * has decided already.
 */
export function entry(of: Omit<Entry, 'ledgers'>): Entry {
  const debit = sum(of.lines.map(l => l.debit))
  const credit = sum(of.lines.map(l => l.credit))
  if (debit !== credit) throw new Error(`entry ${of.id} does not balance: debit ${debit}, credit ${credit}`)
  if (of.lines.length < 2 || of.lines.some(l => l.debit < 0 || l.credit < 0 || l.debit > 0 === l.credit > 0))
    throw new Error(`entry ${of.id} has an odd line`)
  return { ...of, ledgers: [...new Set(of.lines.map(l => l.ledgerId))] }
}
