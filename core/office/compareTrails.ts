import { byKey } from '../base/grouped'
import type { NumberRow } from '../numbers/book'
import type { TrailLine } from '../trail/trail'

/**
 * How two trails stand to each other. `older` and `newer` are said of the one that is held against this one;
 * `by` counts the acts between them. Of two that went different ways it says what the other one did first.
 */
export type Meeting =
  | { readonly kind: 'same' }
  | { readonly kind: 'older' | 'newer'; readonly by: number }
  | { readonly kind: 'another office' }
  | { readonly kind: 'parted'; readonly there: TrailLine }

/** Holds another trail against the one that is here, some lines at a time. `here` are the hashes of its lines. */
export class TrailComparison {
  private lines = 0
  private parted: TrailLine | undefined

  constructor(private readonly here: readonly string[]) {}

  /** The next lines of the other trail. */
  add(there: Iterable<TrailLine>): void {
    for (const line of there) {
      const own = this.here[this.lines++]
      if (own !== undefined && own !== line.hash) this.parted ??= line
    }
  }
  /** What all lines of the other trail came to. */
  get meeting(): Meeting {
    if (this.parted)
      return this.parted.seq === 1 ? { kind: 'another office' } : { kind: 'parted', there: this.parted }
    const by = this.lines - this.here.length
    if (by === 0) return { kind: 'same' }
    return by > 0 ? { kind: 'newer', by } : { kind: 'older', by: -by }
  }
}

/** Of numbers that both used those that each used in its own way: both may be on paper. */
export function usedInBoth(here: readonly NumberRow[], there: readonly NumberRow[]): NumberRow[] {
  const ours = byKey(here)
  return there.filter(row => {
    const own = ours.get(row.id)
    return own?.check && row.check && JSON.stringify(own.life) !== JSON.stringify(row.life)
  })
}
