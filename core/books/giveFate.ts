import { good, refuse } from '../base/result'
import type { Decision, Stamp } from '../trail/trail'
import { become, unusedRow, type CheckNumber, type NumberBook, type NumberRow } from './book'

/** The fates that a person may give to unused numbers. */
export const givenFates = ['missing', 'spoiled', 'set aside'] as const
export type GivenFate = (typeof givenFates)[number]

export interface GiveFate { readonly numbers: readonly CheckNumber[], readonly fate: GivenFate, readonly why: string }

const spanOf = (numbers: readonly CheckNumber[]): string => (numbers.length === 1 ? `${numbers[0]}` : `${numbers[0]} to ${numbers.at(-1)}`)

/** Gives unused numbers of one book a fate, with a reason; numbers that are on paper get theirs by the count-off. `rows` are the touched numbers of the book. */
export function giveFate(known: { book: NumberBook, rows: ReadonlyMap<CheckNumber, NumberRow> }, act: GiveFate, stamp: Stamp): Decision<{ numbers: NumberRow[] }> {
  if (!act.numbers.length) return refuse('numbers-none', 'no number was named', { field: 'numbers' })
  if (!act.why.trim()) return refuse('why-blank', 'say in a word what became of the numbers', { field: 'why' })
  const numbers: NumberRow[] = []
  for (const number of act.numbers) {
    if (number < known.book.start || number > known.book.end) return refuse('number-outside', `${number} is not in the number book`, { field: 'numbers', value: number })
    const present = known.rows.get(number) ?? unusedRow(known.book, number)
    if (present.fate !== 'unused') return refuse('number-used', `${number} is ${present.fate}: only an unused number can be given a fate`, { field: 'numbers', value: number })
    const row = become(present, act.fate, stamp, { why: act.why.trim(), check: null })
    if (!row.ok) return row
    numbers.push(row.value)
  }
  return good({ changes: { numbers }, trail: { act: 'give a fate', text: `${spanOf(act.numbers)} ${act.fate}: ${act.why.trim()}`, about: { account: known.book.accountId, book: known.book.id } } })
}

/** Takes numbers that were set aside back among the unused. Refuses any other. */
export function takeBack(known: { book: NumberBook, rows: ReadonlyMap<CheckNumber, NumberRow> }, act: { numbers: readonly CheckNumber[] }, stamp: Stamp): Decision<{ numbers: NumberRow[] }> {
  if (!act.numbers.length) return refuse('numbers-none', 'no number was named', { field: 'numbers' })
  const numbers: NumberRow[] = []
  for (const number of act.numbers) {
    const present = known.rows.get(number)
    if (present?.fate !== 'set aside') return refuse('number-not-aside', `${number} is ${present?.fate ?? 'unused'}: only a number set aside can be taken back`, { field: 'numbers', value: number })
    const row = become(present, 'unused', stamp)
    if (!row.ok) return row
    numbers.push(row.value)
  }
  return good({ changes: { numbers }, trail: { act: 'take back', text: `${spanOf(act.numbers)} unused again`, about: { account: known.book.accountId, book: known.book.id } } })
}
