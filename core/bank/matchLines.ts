import { howMany } from '../base/howMany'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { BankAccount } from '../accounts/account'
import type { NumberRow } from '../numbers/book'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'
import { applyMatch, type MatchTarget } from './applyMatch'
import type { BankLine, LineMatch } from './bankLine'
import type { Movement } from './movement'
import { isOpen, type Statement } from './statement'

/** A line and what it is to be matched with. */
export interface MatchAsked {
  readonly lineId: Id<'bankLine'>
  readonly to: LineMatch
}
/** What the lines and their targets are now. */
export interface MatchKnown {
  readonly account: BankAccount
  readonly lines: ReadonlyMap<Id<'bankLine'>, BankLine>
  readonly statements: ReadonlyMap<Id<'statement'>, Statement>
  readonly numbers: ReadonlyMap<Id<'number'>, NumberRow>
  readonly payments: ReadonlyMap<Id<'payment'>, Payment>
  readonly movements: ReadonlyMap<Id<'movement'>, Movement>
}

/** A line that can still be changed: its statement is open. */
export function openLine(known: Pick<MatchKnown, 'lines' | 'statements'>, id: Id<'bankLine'>) {
  const line = known.lines.get(id)
  if (!line) return refuse('line-gone', 'This line is not there any more', { field: 'line' })
  const statement = known.statements.get(line.statementId)
  return statement && isOpen(statement)
    ? good(line)
    : refuse('statement-closed', 'The statement of this line is closed', { field: 'line' })
}

/** What a match names, as the books have it; undefined where it is not there. */
function targetOf(known: MatchKnown, to: LineMatch): MatchTarget | undefined {
  if (to.kind === 'movement') {
    const movement = known.movements.get(to.movementId)
    return movement && { kind: 'movement', movement }
  }
  const payment = known.payments.get(to.paymentId)
  if (!payment) return undefined
  if (to.kind === 'payment') return { kind: 'payment', payment }
  const row = known.numbers.get(to.numberId)
  return row && { kind: 'check', row, payment }
}

/**
 * Matches lines of the open statement with what a person chose for each. All of them, or none: refused where one
 * cannot be matched, and where two name the same thing.
 */
export function matchLines(
  known: MatchKnown,
  asked: readonly MatchAsked[],
  stamp: Stamp,
): Decision<{ bankLines: BankLine[]; numbers: NumberRow[]; payments: Payment[]; movements: Movement[] }> {
  if (!asked.length) return refuse('lines-none', 'Choose at least one line', { field: 'line' })
  const changes = {
    bankLines: [] as BankLine[],
    numbers: [] as NumberRow[],
    payments: [] as Payment[],
    movements: [] as Movement[],
  }
  const used = new Set<string>()
  for (const { lineId, to } of asked) {
    const line = openLine(known, lineId)
    if (!line.ok) return line
    const target = targetOf(known, to)
    if (!target)
      return refuse('target-gone', 'What this line was matched with is not there any more', {
        field: 'line',
      })
    const keys = [lineId, to.kind === 'movement' ? to.movementId : to.paymentId]
    if (keys.some(key => used.has(key)))
      return refuse('match-twice', 'One line or one entry is named twice', { field: 'line' })
    for (const key of keys) used.add(key)
    const done = applyMatch(line.value, target, stamp)
    if (!done.ok) return done
    changes.bankLines.push(done.value.line)
    changes.numbers.push(...done.value.numbers)
    changes.payments.push(...done.value.payments)
    changes.movements.push(...done.value.movements)
  }
  return good({
    changes,
    trail: {
      act: 'Bank lines matched',
      text: `Matched ${howMany(asked.length, 'bank line')} of ${known.account.name}.`,
      about: {
        account: known.account.id,
        ...(changes.numbers.length === 1 && {
          number: changes.numbers[0]!.id,
          book: changes.numbers[0]!.bookId,
        }),
        ...(changes.payments.length === 1 && { payment: changes.payments[0]!.id }),
      },
    },
  })
}
