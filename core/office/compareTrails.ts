import type { NumberRow } from '../numbers/book'
import type { TrailLine } from '../trail/trail'

/**
 * How two trails stand to each other. `older` and `newer` are said of the one that is held against this one;
 * `by` counts the acts between them. Two that went different ways have their first differing act, each its own.
 */
export type Meeting =
  | { readonly kind: 'same' }
  | { readonly kind: 'older' | 'newer'; readonly by: number }
  | { readonly kind: 'another office' }
  | { readonly kind: 'parted'; readonly here: TrailLine; readonly there: TrailLine }

/** Holds another trail against the one that is here. */
export function meeting(here: readonly TrailLine[], there: readonly TrailLine[]): Meeting {
  const both = Math.min(here.length, there.length)
  for (let i = 0; i < both; i++) {
    const [a, b] = [here[i]!, there[i]!]
    if (a.hash === b.hash) continue
    return i === 0 ? { kind: 'another office' } : { kind: 'parted', here: a, there: b }
  }
  const by = there.length - here.length
  if (by === 0) return { kind: 'same' }
  return by > 0 ? { kind: 'newer', by } : { kind: 'older', by: -by }
}

/** The numbers that two offices used, each in its own way: both may be on paper. */
export function usedInBoth(here: readonly NumberRow[], there: readonly NumberRow[]): NumberRow[] {
  const ours = new Map(here.map(row => [row.id, row]))
  return there.filter(row => {
    const own = ours.get(row.id)
    return own?.check && row.check && JSON.stringify(own.life) !== JSON.stringify(row.life)
  })
}
