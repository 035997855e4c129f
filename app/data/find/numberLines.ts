import type { Id } from '#core/base/id'
import { textBlock, textsWith, type TextBlock } from '#core/find/textBlock'
import { figures } from '#core/money/figures'
import { numberId, type CheckNumber, type NumberRow } from '#core/numbers/book'
import type { Fate } from '#core/numbers/fates'
import { letterOf } from '../numbers/strips'

/** What is looked for: text in any of number, payee and amount, and a fate; blank text takes all. */
export interface NumbersAsked {
  readonly accountId: Id<'account'>
  readonly text: string
  readonly fate: Fate | 'all'
  readonly most: number
}

/** What the search of a register looks at of some numbers of a book. */
export interface NumberBlock {
  readonly bookId: Id<'book'>
  readonly numbers: Uint32Array
  /** The letter of the fate of each. */
  readonly fates: string
  /** Number, payee and amount of each as they are shown, a line each, in lower case. */
  readonly texts: TextBlock
}
const textOf = ({ number, check }: NumberRow): string =>
  check ? `${number}\n${check.payee.toLowerCase()}\n${figures(check.amount)}` : String(number)
export const numberBlock = (bookId: Id<'book'>, rows: readonly NumberRow[]): NumberBlock => ({
  bookId,
  numbers: Uint32Array.from(rows, row => row.number),
  fates: rows.map(row => letterOf[row.fate]).join(''),
  texts: textBlock(rows.map(textOf)),
})

/** The keys of the numbers that are asked for, the highest number first. */
export function numbersLike(
  blocks: readonly NumberBlock[],
  { text, fate, most }: Pick<NumbersAsked, 'text' | 'fate' | 'most'>,
): Id<'number'>[] {
  const letter = fate === 'all' ? undefined : letterOf[fate]
  const found: { readonly bookId: Id<'book'>; readonly number: CheckNumber }[] = []
  for (const { bookId, numbers, fates, texts } of blocks)
    for (const [place] of textsWith(texts, text))
      if (!letter || fates[place] === letter) found.push({ bookId, number: numbers[place]! as CheckNumber })
  return found
    .sort((a, b) => b.number - a.number)
    .slice(0, most)
    .map(({ bookId, number }) => numberId(bookId, number))
}
