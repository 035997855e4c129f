import { canonicalJson } from './hash'

const same = (a: unknown, b: unknown): boolean => canonicalJson(a ?? null) === canonicalJson(b ?? null)

/**
 * Brings what a form changed into what stands there now. `base` is what the form began from, `wanted` what
 * it holds at the end: only properties that differ between the two are written, so nothing that the form
 * does not hold is touched. `conflicts` names properties that somebody else changed meanwhile to something
 * else than wanted.
 */
export function merged<T extends object>(
  now: T,
  base: Partial<T>,
  wanted: Partial<T>,
): { readonly value: T; readonly changed: (keyof T)[]; readonly conflicts: (keyof T)[] } {
  const changed: (keyof T)[] = []
  const conflicts: (keyof T)[] = []
  for (const key of new Set([...Object.keys(base), ...Object.keys(wanted)]) as Set<keyof T & string>) {
    if (same(base[key], wanted[key]) || same(now[key], wanted[key])) continue
    if (!same(now[key], base[key])) conflicts.push(key)
    changed.push(key)
  }
  const kept = Object.fromEntries(
    Object.entries({ ...now, ...Object.fromEntries(changed.map(key => [key, wanted[key]])) }).filter(
      ([, part]) => part !== undefined,
    ),
  )
  return { value: changed.length ? (kept as T) : now, changed, conflicts }
}
