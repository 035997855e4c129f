import { good, refuse, type Result } from '../base/result'
import { inBook, type CheckNumber, type NumberBook, type Rows } from '../numbers/book'
import type { RunCheck } from './run'

/**
 * What follows when the paper of one check turns out to carry another number: the numbers of that check and
 * all after it, and the ones skipped.
 */
export interface Shift {
  readonly numbers: ReadonlyMap<CheckNumber, CheckNumber>
  /** Numbers that this run had taken, or that lie between, and that no check of it carries now. */
  readonly skipped: readonly CheckNumber[]
}

/**
 * Works out a shift: the check sent as `from` carries `actual`, and every check fed after it moves by as
 * much. `said` are shifts told before. Refused at the number: outside the book, carried by a check fed
 * before, or one that has a fate already.
 */
export function shiftFrom(
  checks: readonly RunCheck[],
  said: ReadonlyMap<CheckNumber, CheckNumber>,
  from: CheckNumber,
  actual: CheckNumber,
  book: NumberBook,
  rows: Rows,
): Result<Shift> {
  // As they were fed: by sheet, then by place.
  const fed = [...checks].sort((a, b) => a.sheet - b.sheet || a.place - b.place)
  const at = fed.findIndex(c => c.number === from)
  const now = (c: RunCheck): CheckNumber => said.get(c.number) ?? c.number
  const move = actual - now(fed[at]!)
  const mine = new Set(checks.map(c => c.number))
  const numbers = new Map(fed.slice(0, at).map(c => [c.number, now(c)]))
  const taken = new Set(numbers.values())
  for (const c of fed.slice(at)) {
    const number = (now(c) + move) as CheckNumber
    if (!inBook(book, number))
      return refuse(
        'number-outside',
        `Number ${number} is not in the number book, which has ${book.start} to ${book.end}`,
        { field: 'number', value: number },
      )
    if (taken.has(number))
      return refuse('number-twice', `Number ${number} is on an earlier sheet`, {
        field: 'number',
        value: number,
      })
    const row = rows.get(number)
    if (row && row.fate !== 'unused' && !mine.has(number))
      return refuse(
        'number-used',
        `Number ${number} is already ${row.fate}. A number can only be used once`,
        {
          field: 'number',
          value: number,
        },
      )
    taken.add(number)
    numbers.set(c.number, number)
  }
  const [low, high] = [Math.min(...taken), Math.max(...taken)]
  const skipped: CheckNumber[] = []
  for (let n = low; n <= high; n++)
    if (
      !taken.has(n as CheckNumber) &&
      (mine.has(n as CheckNumber) || (rows.get(n as CheckNumber)?.fate ?? 'unused') === 'unused')
    )
      skipped.push(n as CheckNumber)
  return good({ numbers, skipped })
}
