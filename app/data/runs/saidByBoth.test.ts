import { expect, it } from 'vitest'
import { random } from '#core/base/random'
import type { CheckNumber } from '#core/numbers/book'
import type { RunCheck } from '#core/runs/run'
import { listsOf, nothingSaid, sayOf, sayOfTheRest, type SaidLists } from '#core/runs/saidSoFar'
import { saidByBoth } from './saidByBoth'

const n = (number: number): CheckNumber => number as CheckNumber
const text = (lists: SaidLists): string => JSON.stringify(lists)

it('two tabs that each say something of their own sheets end with all of it, in the order of the numbers', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const r = random(seed)
    const sheets = Array.from({ length: r.between(2, 9) }, (_, i) => n(101 + i))
    const base = r.next() < 0.5 ? nothingSaid : sayOf(nothingSaid, sheets[0]!, 'good')
    const mineFirst = r.between(1, sheets.length)
    let [mine, theirs, both] = [base, base, base]
    sheets.forEach((sheet, i) => {
      const kind = r.one(['good', 'spoiled', 'never came out'] as const)
      if (i < mineFirst) mine = sayOf(mine, sheet, kind)
      else theirs = sayOf(theirs, sheet, kind)
      both = sayOf(both, sheet, kind)
    })
    const [b, m, t] = [base, mine, theirs].map(listsOf) as [SaidLists, SaidLists, SaidLists]
    expect(text(saidByBoth(b, m, t)), `seed ${seed}`).toBe(text(listsOf(both)))
    expect(text(saidByBoth(b, t, m)), `seed ${seed}`).toBe(text(listsOf(both)))
  }
})
it('brought together with itself a count-off is the same text, so no tab takes its own for another’s', () => {
  const checks = [104, 101, 103].map(number => ({ number: n(number) }) as RunCheck)
  const lists = listsOf(sayOfTheRest(nothingSaid, checks, 'good'))
  expect(text(saidByBoth(lists, lists, lists))).toBe(text(lists))
})
