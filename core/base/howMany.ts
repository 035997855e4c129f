/** A number of things in words of a sentence: `1 payment`, `1,200 payments`. */
export const howMany = (n: number, one: string, many = `${one}s`): string =>
  `${n.toLocaleString('en-US')} ${n === 1 ? one : many}`

/** The same of several kinds of things, those aside of which there are none: `2 bills, 1 payment`. */
export const howManyOf = (...of: readonly (readonly [n: number, one: string, many?: string])[]): string =>
  of.flatMap(([n, one, many]) => (n === 0 ? [] : [howMany(n, one, many)])).join(', ')
