type Plain = Readonly<Record<string, unknown>>
const isPlain = (x: unknown): x is Plain => typeof x === 'object' && x !== null && !Array.isArray(x)
const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/**
 * What comes of two changes of one thing: field by field, what was changed here stays, the rest is as it is
 * there. Lists are taken whole.
 */
export function merged<T>(base: T, mine: T, theirs: T): T {
  if (!isPlain(mine) || !isPlain(theirs)) return isSame(mine, base) ? theirs : mine
  const from: Plain = isPlain(base) ? base : {}
  const fields = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])].map(name => [
    name,
    merged(from[name], mine[name], theirs[name]),
  ])
  return Object.fromEntries(fields.filter(([, value]) => value !== undefined)) as T
}
