/** Numbers from a seed (mulberry32): the same seed, the same story. */
export interface Random {
  next(): number
  between(least: number, most: number): number
  one<T>(list: readonly T[]): T
}

/** A source of numbers that begins at `seed`, a whole number. */
export function random(seed: number): Random {
  let state = seed >>> 0
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
  return {
    next,
    between: (least, most) => least + Math.floor(next() * (most - least + 1)),
    one: list => {
      const value = list[Math.floor(next() * list.length)]
      if (value === undefined) throw new RangeError('one of none')
      return value
    },
  }
}
