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
  readonly kind: FindKind
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

/** How well something fits; lower is better, undefined where it does not. */
function rankOf(of: Findable, { words, digits, amount }: Query): number | undefined {
  if (digits !== undefined && of.number !== undefined) {
    const number = String(of.number)
    if (number === digits) return 0
    if (number.startsWith(digits)) return 2
  }
  if (amount && of.amount !== undefined) {
    const size = Math.abs(of.amount)
    if (size >= amount[0] && size < amount[1]) return size === amount[0] ? 1 : 3
  }
  const [first = '', ...others] = words
  const at = of.text.indexOf(first)
  if (at < 0) return undefined
  for (const word of others) if (!of.text.includes(word)) return undefined
  return at === 0 ? 2 : of.text[at - 1] === ' ' ? 3 : 4
}

/** What fits of one kind: the best first, and how many there are. */
export interface FoundGroup {
  readonly kind: FindKind
  readonly ids: readonly string[]
  readonly count: number
}
interface Ranked {
  readonly of: Findable
  readonly rank: number
}
const isBetter = (a: Ranked, b: Ranked): boolean =>
  a.rank === b.rank ? a.of.day > b.of.day : a.rank < b.rank

/** Looks through everything once. Gives the best `most` of each kind; nothing for a blank query. */
export function find(all: Iterable<Findable>, query: Query, most: number): FoundGroup[] {
  if (!query.words.length) return []
  const groups = new Map<FindKind, { best: Ranked[]; count: number }>()
  for (const of of all) {
    const rank = rankOf(of, query)
    if (rank === undefined) continue
    const group = groups.get(of.kind) ?? { best: [], count: 0 }
    groups.set(of.kind, group)
    group.count++
    const found = { of, rank }
    if (group.best.length === most && !isBetter(found, group.best[most - 1]!)) continue
    const at = group.best.findIndex(other => isBetter(found, other))
    group.best.splice(at < 0 ? group.best.length : at, 0, found)
    if (group.best.length > most) group.best.pop()
  }
  return (Object.keys(findKinds) as FindKind[]).flatMap(kind => {
    const group = groups.get(kind)
    return group ? [{ kind, ids: group.best.map(r => r.of.id), count: group.count }] : []
  })
}
