import type { Brand } from './brand'

/** The key of one kind of thing; keys of different kinds do not mix. */
export type Id<Kind extends string> = Brand<string, `id of a ${Kind}`>

/**
 * Brands a key that came from a trusted place (the store, the demo, a fresh random key of the app); throws on
 * an empty one.
 */
export function idOf<Kind extends string>(text: string): Id<Kind> {
  if (!text) throw new RangeError('a key cannot be empty')
  return text as Id<Kind>
}
