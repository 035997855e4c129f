import { daysBetween } from '../base/dates'
import type { Id } from '../base/id'
import type { NumberRow } from '../numbers/book'
import type { Payment } from '../payments/payment'
import type { BankLine, LineMatch } from './bankLine'
import type { BankRule } from './bankRule'
import { ruleFor } from './bankRule'
import { movementKinds, type Movement } from './movement'

/** Money is looked for so many days around the bank's day. */
const NEAR_DAYS = 14

/** What a line without a check number may be: chosen by a person, never taken by itself. */
export interface Suggestion {
  readonly match: LineMatch
  readonly text: string
  /** Days between the line and it. */
  readonly days: number
}
/** What is open in the books of an account. */
export interface OpenItems {
  readonly movements: readonly Movement[]
  /** Issued payments, with a check or without. */
  readonly payments: readonly Payment[]
  /** The checks that carry payments. */
  readonly numbers: ReadonlyMap<Id<'payment'>, NumberRow>
}

function suggestMovement(m: Movement): Omit<Suggestion, 'days'> {
  const { title } = movementKinds[m.kind]
  return { match: { kind: 'movement', movementId: m.id }, text: `${title}: ${m.text}` }
}
function suggestPayment(p: Payment, row: NumberRow | undefined): Omit<Suggestion, 'days'> | undefined {
  if (p.otherwise)
    return {
      match: { kind: 'payment', paymentId: p.id },
      text: `Paid by ${p.otherwise.way} to ${p.name}`,
    }
  return (
    row && {
      match: { kind: 'check', numberId: row.id, paymentId: p.id },
      text: `Check ${row.number} to ${p.name}`,
    }
  )
}

/** What a line may be, by its amount, the nearest day first. Checks only where the bank gave no number. */
export function suggestionsFor(line: BankLine, open: OpenItems): Suggestion[] {
  const near = (date: Movement['date']): number => Math.abs(daysBetween(date, line.date))
  const found = [
    ...open.movements
      .filter(m => m.state === 'open' && m.amount === line.amount)
      .map(m => ({ ...suggestMovement(m), days: near(m.date) })),
    ...(line.number === undefined ? open.payments : []).flatMap(p => {
      const made = p.amount === -line.amount ? suggestPayment(p, open.numbers.get(p.id)) : undefined
      // A check may take its time; money without one does not.
      return made ? [{ ...made, days: near(p.date) }] : []
    }),
  ]
  return found.filter(s => s.days <= NEAR_DAYS || s.match.kind === 'check').sort((a, b) => a.days - b.days)
}

/** What is done with a line by one key: the only thing that it can be, or what a rule says. */
export type OneKey =
  | { readonly kind: 'match'; readonly suggestion: Suggestion }
  | { readonly kind: 'rule'; readonly rule: BankRule }

/** What Enter does with a line; undefined where there is nothing, or more than one thing. */
export function oneKeyFor(
  line: BankLine,
  suggestions: readonly Suggestion[],
  rules: readonly BankRule[],
): OneKey | undefined {
  const [only, other] = suggestions
  if (only) return other ? undefined : { kind: 'match', suggestion: only }
  const rule = line.number === undefined ? ruleFor(line, rules) : undefined
  return rule && { kind: 'rule', rule }
}
