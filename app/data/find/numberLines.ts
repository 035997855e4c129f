import type { Id } from '#core/base/id'
import { figures } from '#core/money/figures'
import type { NumberRow } from '#core/numbers/book'
import type { Fate } from '#core/numbers/fates'

/** What the search of a register looks at of one number. */
export interface NumberLine {
  readonly id: Id<'number'>
  readonly accountId: Id<'account'>
  readonly number: number
  readonly fate: Fate
  /** Number, payee and amount as they are shown, a line each, in lower case. */
  readonly text: string
}
/** What is looked for: text in any of number, payee and amount, and a fate; blank text takes all. */
export interface NumbersAsked {
  readonly accountId: Id<'account'>
  readonly text: string
  readonly fate: Fate | 'all'
  readonly most: number
}

export const numberLineOf = ({ id, accountId, number, fate, check }: NumberRow): NumberLine => ({
  ...{ id, accountId, number, fate },
  text: check ? `${number}\n${check.payee.toLowerCase()}\n${figures(check.amount)}` : String(number),
})

/** The keys of the numbers that are asked for, the highest number first. */
export function numbersLike(
  lines: Iterable<NumberLine>,
  { accountId, text, fate, most }: NumbersAsked,
): Id<'number'>[] {
  const found: NumberLine[] = []
  for (const line of lines)
    if (line.accountId === accountId && (fate === 'all' || line.fate === fate) && line.text.includes(text))
      found.push(line)
  return found
    .sort((a, b) => b.number - a.number)
    .slice(0, most)
    .map(line => line.id)
}
