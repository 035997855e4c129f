import { BestOfKind, findKinds, type Findable, type FindKind, type FoundGroup, type Query } from './find'
import { textBlock, textsWith, type TextBlock } from './textBlock'

/** The numbers up to `most` that begin with some digits, as ranges from the first up to the second. */
function rangesOf(digits: string, most: number): [from: number, to: number][] {
  const ranges: [number, number][] = []
  const first = Number(digits)
  for (let unit = 1; first * unit <= most; unit *= 10) ranges.push([first * unit, (first + 1) * unit])
  return ranges
}
const [LINE_END, SPACE] = [10, 32]

function hasAll(text: string, words: readonly string[]): boolean {
  for (const word of words) if (!text.includes(word)) return false
  return true
}

/** A day as a number: of two, the later is greater. */
const dayNumber = (day: string): number => Number(day.replaceAll('-', ''))

/**
 * A list of what can be found of one kind, laid out so that one look goes through all of it: the texts as one text,
 * numbers and amounts beside each other. It is made anew when the list changes: some 40 ms for 100,000.
 */
export class FindIndex {
  private readonly rows: readonly Findable[]
  private readonly texts: TextBlock
  /** Check or bill number, and amount without its sign; -1 where there is none. */
  private readonly numbers: Float64Array
  private readonly highest: number
  private readonly amounts: Float64Array
  private readonly days: Uint32Array

  constructor(
    readonly kind: FindKind,
    all: Iterable<Findable>,
  ) {
    this.rows = [...all]
    const { length } = this.rows
    this.texts = textBlock(this.rows.map(r => r.text))
    this.numbers = new Float64Array(length)
    this.amounts = new Float64Array(length)
    this.days = new Uint32Array(length)
    this.rows.forEach(({ number = -1, amount, day }, i) => {
      this.numbers[i] = number
      this.amounts[i] = amount === undefined ? -1 : Math.abs(amount)
      this.days[i] = dayNumber(day)
    })
    this.highest = this.numbers.reduce((most, number) => Math.max(most, number), 0)
  }

  /** Gives rows whose number or amount is what was typed to `best`; those rows are 1 in what comes back. */
  private takeByFigures({ digits, amount }: Query, best: BestOfKind): Uint8Array {
    const taken = new Uint8Array(this.rows.length)
    const take = (row: number, rank: number): void => {
      taken[row] = 1
      best.take(this.rows[row]!, rank, this.days[row]!)
    }
    if (digits !== undefined && !digits.startsWith('0')) {
      const wanted = Number(digits)
      for (const [from, to] of rangesOf(digits, this.highest))
        for (let i = 0; i < taken.length; i++) {
          const number = this.numbers[i]!
          if (number >= from && number < to) take(i, number === wanted ? 0 : 2)
        }
    }
    if (amount)
      for (let i = 0; i < taken.length; i++) {
        const size = this.amounts[i]!
        if (size >= amount[0] && size < amount[1] && !taken[i]) take(i, size === amount[0] ? 1 : 3)
      }
    return taken
  }
  /** Rows whose text has every word: best where the first word begins it, then where it begins a word. */
  private takeByText({ words }: Query, taken: Uint8Array, best: BestOfKind): void {
    const [first = '', ...others] = words
    for (const [row, at] of textsWith(this.texts, first)) {
      const of = this.rows[row]!
      if (taken[row] || (others.length && !hasAll(of.text, others))) continue
      const before = this.texts.text.charCodeAt(at - 1)
      best.take(of, before === LINE_END ? 2 : before === SPACE ? 3 : 4, this.days[row]!)
    }
  }
  /** Gives everything that fits a query that is not blank to `best`. */
  look(query: Query, best: BestOfKind): void {
    this.takeByText(query, this.takeByFigures(query, best), best)
  }
}

/** Looks through everything once. Gives the best `most` of each kind; nothing for a blank query. */
export function find(indexes: readonly FindIndex[], query: Query, most: number): FoundGroup[] {
  if (!query.words.length) return []
  return (Object.keys(findKinds) as FindKind[]).flatMap(kind => {
    const best = new BestOfKind(most)
    for (const index of indexes) if (index.kind === kind) index.look(query, best)
    return best.found(kind) ?? []
  })
}
