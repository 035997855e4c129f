import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { random } from '../base/random'
import type { CheckNumber } from '../numbers/book'
import type { Outcome, RunCheck } from './run'
import {
  countOffOf,
  listsOf,
  nothingSaid,
  saidByReport,
  saidFrom,
  sayOf,
  sayOfRange,
  sayOfTheRest,
  shifted,
  spoiledBecause,
} from './saidSoFar'

const kinds = ['good', 'spoiled', 'never came out'] as const
const n = (number: number): CheckNumber => number as CheckNumber
const checksOf = (count: number): RunCheck[] =>
  Array.from({ length: count }, (_, i) => ({
    ...{ sheet: i + 1, place: 1, number: n(101 + i), paymentId: idOf<'payment'>(`p${i}`), outcome: null },
  })) as unknown as RunCheck[]

describe('what a person says of a run', () => {
  it('stands in the act as it was said last, whatever the order: one by one, of a range, of all that is left, under other numbers', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const r = random(seed)
      const count = r.between(1, 12)
      const checks = checksOf(count)
      let counting = nothingSaid
      const said = new Map<number, { kind: Outcome['kind']; why: string }>()
      let by = 0
      for (let act = 0; act < 20; act++) {
        const sent = r.between(101, 100 + count) as CheckNumber
        const kind = r.one(kinds)
        const luck = r.next()
        if (luck < 0.4) {
          counting = sayOf(counting, sent, kind)
          said.set(sent, { kind, why: '' })
        } else if (luck < 0.6) {
          counting = spoiledBecause(counting, sent, 'torn')
          said.set(sent, { kind: 'spoiled', why: 'torn' })
        } else if (luck < 0.75) {
          // A range is meant by what the papers carry, as a person reads it off them.
          const to = r.between(sent, 100 + count)
          counting = sayOfRange(counting, checks, { from: sent, to }, kind, 'smeared')
          for (let n = 101; n <= 100 + count; n++)
            if (n + by >= sent && n + by <= to) said.set(n, { kind, why: 'smeared' })
        } else if (luck < 0.85) {
          counting = sayOfTheRest(counting, checks, 'good')
          for (let n = 101; n <= 100 + count; n++) if (!said.has(n)) said.set(n, { kind: 'good', why: '' })
        } else {
          by = r.between(0, 3)
          counting = shifted(
            counting,
            new Map(
              Array.from({ length: count }, (_, i) => [
                (101 + i) as CheckNumber,
                (101 + i + by) as CheckNumber,
              ]),
            ),
            by ? [{ number: 101 as CheckNumber, fate: 'spoiled', why: 'fed with another' }] : [],
          )
        }
      }
      const { outcomes } = countOffOf(counting)
      expect(
        [...outcomes]
          .map(([n, o]) => [
            n,
            o.kind,
            o.kind === 'spoiled' ? o.why : '',
            o.kind === 'never came out' ? undefined : o.number,
          ])
          .sort(),
        `seed ${seed}`,
      ).toEqual(
        [...said]
          .map(([n, o]) => [
            n,
            o.kind,
            o.kind === 'spoiled' ? o.why : '',
            o.kind === 'never came out' || !by ? undefined : n + by,
          ])
          .sort(),
      )
      // What was said can be taken over as a whole, and kept and taken up again; it says the same each time.
      expect(countOffOf(saidByReport(countOffOf(counting))), `seed ${seed}`).toEqual(countOffOf(counting))
      const kept = listsOf(counting)
      expect(listsOf(saidFrom(kept, checks)), `seed ${seed}`).toEqual(kept)
      expect(saidFrom(kept, []).outcomes.size, 'of another run').toBe(0)
    }
  })
  it('a field that was wrong stays said when the reason is put in other words, and is gone when the sheet is good', () => {
    const wrong = spoiledBecause(nothingSaid, n(101), 'wrong date', 'date')
    const reworded = spoiledBecause(wrong, n(101), 'the date is of last year')
    expect(countOffOf(reworded).outcomes.get(n(101))).toEqual({
      kind: 'spoiled',
      why: 'the date is of last year',
      correct: 'date',
    })
    expect(countOffOf(sayOf(reworded, n(101), 'good')).outcomes.get(n(101))).toEqual({ kind: 'good' })
  })
  it('a number that was skipped and turns up on a paper is skipped no longer', () => {
    const gap = { number: n(101), fate: 'spoiled', why: 'fed with another' } as const
    const once = shifted(nothingSaid, new Map([[n(101), n(102)]]), [gap])
    expect(countOffOf(once).skipped).toEqual([gap])
    expect(countOffOf(shifted(once, new Map([[n(102), n(101)]]), [])).skipped).toEqual([])
  })
})
