import { expect, it } from 'vitest'
import { random } from '../base/random'
import { paceOf, paceStart, stockLeft } from './pace'

it('every number used in the last eight weeks stands in its week, and what is older or yet to come in none', () => {
  const now = new Date('2026-11-25T12:00:00.000Z')
  for (let seed = 1; seed <= 200; seed++) {
    const r = random(seed)
    const used = Array.from({ length: r.between(0, 40) }, () => ({
      ago: r.next() * 70 - 3,
      count: r.between(0, 30),
    }))
    const pace = paceOf(
      used.map(u => ({ at: new Date(now.getTime() - u.ago * 86_400_000).toISOString(), count: u.count })),
      now,
    )
    const plain = Array.from({ length: 8 }, (_, week) =>
      used.filter(u => u.ago > 0 && Math.floor(u.ago / 7) === 7 - week).reduce((s, u) => s + u.count, 0),
    )
    expect(pace, `seed ${seed}`).toEqual(plain)
    const unused = r.between(0, 2000)
    const all = plain.reduce((a, b) => a + b, 0)
    const { weeks, low } = stockLeft(unused, pace, 3)
    expect(weeks).toBe(all ? unused / (all / 8) : undefined)
    expect(low).toBe(unused < 3 || (all > 0 && unused * 8 < all * 6))
  }
  expect(paceStart(now)).toBe('2026-09-29')
})
