/** What can be found, in the order in which it is shown. */
export const findKinds = {
  place: 'Pages and acts',
  payee: 'Payees',
  check: 'Checks',
  payment: 'Payments without a number',
  bill: 'Bills',
  movement: 'Money without a check',
} as const
export type FindKind = keyof typeof findKinds

/** Something that can be found: by its number, its amount in minor units, or words in it (in lower case). */
export interface Findable {
  readonly id: string
  readonly text: string
  readonly number?: number
  readonly amount?: number
  /** Its day; among those that fit equally well, the newest is first. */
  readonly day: string
}

/** What is looked for, as typed: its words, and what it can mean as a check number or an amount. */
export interface Query {
  readonly words: readonly string[]
  /** Whole digits: a check number that begins with them. */
  readonly digits?: string
  /** Amounts in minor units, from the first up to the second. */
  readonly amount?: readonly [from: number, to: number]
}

const MOST_LETTERS = 100
/** Units of the figure typed, by how many decimals it has. */
const units = [100, 10, 1] as const
/** An amount as typed: with a currency sign and thousands, with one or two decimals or none. */
function amountTyped(text: string): Query['amount'] {
  const bare = text.replace(/^[^\d.,-]{1,3}/, '').replace(/^-/, '')
  const m = /^(\d{1,3}(?:,\d{3})+|\d{1,11})(?:\.(\d{0,2}))?$/.exec(bare)
  if (!m) return undefined
  const decimals = m[2] ?? ''
  const unit = units[decimals.length]!
  const from = Number(`${m[1]!.replaceAll(',', '')}${decimals}`) * unit
  return [from, from + unit]
}

/** Reads what is typed. Amounts: `1,204.5` is any from 1,204.50 to 1,204.59, `1204` any of 1,204. */
export function readQuery(typed: string): Query {
  const text = typed.trim().toLowerCase().slice(0, MOST_LETTERS)
  const amount = amountTyped(text)
  return {
    words: text.split(/\s+/).filter(Boolean),
    ...(/^\d{1,12}$/.test(text) && { digits: text }),
    ...(amount && { amount }),
  }
}

/** What fits of one kind: the best first, and how many there are. */
export interface FoundGroup {
  readonly kind: FindKind
  readonly ids: readonly string[]
  readonly count: number
}
/** Something that fits, how well (lower is better), and its day as a number. */
interface Ranked {
  readonly id: string
  readonly rank: number
  readonly day: number
}

/** Takes what fits of one kind, one by one: keeps the best `most`, counts all. */
export class BestOfKind {
  private readonly best: Ranked[] = []
  private count = 0
  /** How well the last of the best fits, and its day. */
  private lastRank = 0
  private lastDay = 0
  constructor(private readonly most: number) {}

  take(of: Findable, rank: number, day: number): void {
    this.count++
    const { best, most } = this
    // Nearly all that fits ends here, so it costs two comparisons.
    if (best.length === most && (rank > this.lastRank || (rank === this.lastRank && day <= this.lastDay)))
      return
    const at = best.findIndex(than => (rank === than.rank ? day > than.day : rank < than.rank))
    best.splice(at < 0 ? best.length : at, 0, { id: of.id, rank, day })
    if (best.length > most) best.pop()
    const last = best.at(-1)
    if (last) [this.lastRank, this.lastDay] = [last.rank, last.day]
  }
  /** The best, and how many fitted; undefined where nothing did. */
  found(kind: FindKind): FoundGroup | undefined {
    return this.count ? { kind, ids: this.best.map(r => r.id), count: this.count } : undefined
  }
}
