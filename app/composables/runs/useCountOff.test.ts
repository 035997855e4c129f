import { describe, expect, it, vi } from 'vitest'
import { computed, shallowRef } from 'vue'
import { idOf } from '#core/base/id'
import { random } from '#core/base/random'
import type { CheckNumber } from '#core/numbers/book'
import type { Outcome, Run } from '#core/runs/run'

vi.stubGlobal('computed', computed)
vi.stubGlobal('shallowRef', shallowRef)
const { saidByBoth, useCountOff } = await import('./useCountOff')

const kinds = ['good', 'spoiled', 'never came out'] as const
const runOf = (count: number): Run =>
  ({
    checks: Array.from({ length: count }, (_, i) => ({
      sheet: i + 1,
      place: 1,
      number: (101 + i) as CheckNumber,
      paymentId: idOf(`p${i}`),
      outcome: null,
    })),
  }) as unknown as Run

describe('what a person says of a run', () => {
  it('stands in the act as it was said last, whatever the order: one by one, of a range, of all that is left, under other numbers', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const r = random(seed)
      const count = r.between(1, 12)
      const counting = useCountOff(() => runOf(count))
      const said = new Map<number, { kind: Outcome['kind']; why: string }>()
      let by = 0
      for (let act = 0; act < 20; act++) {
        const sent = r.between(101, 100 + count) as CheckNumber
        const kind = r.one(kinds)
        const luck = r.next()
        if (luck < 0.4) {
          counting.say(sent, kind)
          said.set(sent, { kind, why: '' })
        } else if (luck < 0.6) {
          counting.because(sent, 'torn')
          said.set(sent, { kind: 'spoiled', why: 'torn' })
        } else if (luck < 0.75) {
          // A range is meant by what the papers carry, as a person reads it off them.
          const to = r.between(sent, 100 + count)
          counting.sayAll(kind, sent, to, 'smeared')
          for (let n = 101; n <= 100 + count; n++)
            if (n + by >= sent && n + by <= to) said.set(n, { kind, why: 'smeared' })
        } else if (luck < 0.85) {
          counting.sayAll('good')
          for (let n = 101; n <= 100 + count; n++) if (!said.has(n)) said.set(n, { kind: 'good', why: '' })
        } else {
          by = r.between(0, 3)
          counting.shiftTo(
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
      const { outcomes } = counting.act.value
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
      // Bringing it together with itself changes nothing, so no tab takes its own count-off for another's.
      const soFar = counting.soFar.value
      expect(JSON.stringify(saidByBoth(soFar, soFar, soFar))).toBe(JSON.stringify(soFar))
      // What was said can be taken over as a whole, and says the same again.
      const again = useCountOff(() => runOf(count))
      again.takeOver(counting.act.value)
      expect(again.act.value).toEqual(counting.act.value)
    }
  })
  it('a field that was wrong stays said when the reason is put in other words, and is gone when the sheet is good', () => {
    const counting = useCountOff(() => runOf(2))
    counting.because(101 as CheckNumber, 'wrong date', 'date')
    counting.because(101 as CheckNumber, 'the date is of last year')
    expect(counting.act.value.outcomes.get(101 as CheckNumber)).toEqual({
      kind: 'spoiled',
      why: 'the date is of last year',
      correct: 'date',
    })
    counting.say(101 as CheckNumber, 'good')
    expect(counting.act.value.outcomes.get(101 as CheckNumber)).toEqual({ kind: 'good' })
  })
})
