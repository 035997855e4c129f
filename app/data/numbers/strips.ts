import type { Id } from '#core/base/id'
import type { CheckNumber } from '#core/numbers/book'
import { fates, type Fate } from '#core/numbers/fates'
import type { BookFates } from '#core/office/reading'

/**
 * The fates of a thousand neighbouring numbers of a book, a letter each that stays the fate's for ever, a
 * point where nothing has touched the number. They follow from the rows of the numbers and are written with
 * them, in the same transaction, so that a whole book can be read without opening its rows.
 */
export interface Strip {
  readonly id: string
  readonly bookId: Id<'book'>
  readonly block: number
  readonly letters: string
}
export const STRIP = 1000
export const UNTOUCHED = '.'
export const letterOf: Readonly<Record<Fate, string>> = {
  unused: 'u',
  'on paper': 'p',
  issued: 'i',
  cleared: 'c',
  spoiled: 's',
  voided: 'v',
  stopped: 't',
  missing: 'm',
  'set aside': 'a',
}
type FateOf = { readonly fate: Fate }
/** What a letter says, by its code. */
const rowOf: readonly (FateOf | undefined)[] = Array.from({ length: 128 }, (_, code) => {
  const fate = fates.find(f => letterOf[f].charCodeAt(0) === code)
  return fate && { fate }
})

export const blockOf = (number: number): number => Math.floor(number / STRIP)
export const stripId = (bookId: Id<'book'>, block: number): string => `${bookId}/${block}`

/** How many numbers of a strip were ever touched. */
export const touchedIn = ({ letters }: Strip): number => letters.replaceAll(UNTOUCHED, '').length

/** The fates of the touched numbers of a book, lowest first, looked up in its strips: nothing is made of each number. */
class StripFates implements BookFates {
  private readonly letters: ReadonlyMap<number, string>
  readonly size: number

  constructor(strips: readonly Strip[]) {
    this.letters = new Map([...strips].sort((a, b) => a.block - b.block).map(s => [s.block, s.letters]))
    this.size = strips.reduce((sum, strip) => sum + touchedIn(strip), 0)
  }
  get(number: CheckNumber): FateOf | undefined {
    const block = blockOf(number)
    const letters = this.letters.get(block)
    return letters === undefined ? undefined : rowOf[letters.charCodeAt(number - block * STRIP)]
  }
  has = (number: CheckNumber): boolean => this.get(number) !== undefined;
  *entries(): MapIterator<[CheckNumber, FateOf]> {
    for (const [block, letters] of this.letters)
      for (let i = 0; i < STRIP; i++) {
        const row = rowOf[letters.charCodeAt(i)]
        if (row) yield [(block * STRIP + i) as CheckNumber, row]
      }
    return undefined
  }
  *keys(): MapIterator<CheckNumber> {
    for (const [number] of this.entries()) yield number
    return undefined
  }
  *values(): MapIterator<FateOf> {
    // Without a pair for each: whole books are counted by it.
    for (const letters of this.letters.values())
      for (let i = 0; i < STRIP; i++) {
        const row = rowOf[letters.charCodeAt(i)]
        if (row) yield row
      }
    return undefined
  }
  [Symbol.iterator] = (): MapIterator<[CheckNumber, FateOf]> => this.entries()
  forEach(tell: (row: FateOf, number: CheckNumber, map: ReadonlyMap<CheckNumber, FateOf>) => void): void {
    for (const [number, row] of this.entries()) tell(row, number, this)
  }
}

/** The fates of the touched numbers in these strips, lowest number first. */
export const fatesIn = (strips: readonly Strip[]): BookFates => new StripFates(strips)
