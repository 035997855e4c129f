import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cents } from '../money/cents'
import { acts, type ActName } from './allActs'
import { perform } from './actTypes'
import { MemoryOffice } from './memory'
import { account, drawOf, opened } from './test/office'

const stamp = { at: '2026-11-24T10:00:00.000-05:00', by: 'Test' }
const names = Object.keys(acts) as ActName[]

describe('what an act may be told', () => {
  it('whatever it is told from outside, no act throws, and a refused one has changed nothing', async () => {
    const office = new MemoryOffice()
    office.put(opened(10))
    // It asks for nothing: done once, it is refused as all others are.
    await perform(office, 'beginProof', {}, stamp)
    const before = JSON.stringify(office.snapshot())
    const key = fc.constantFrom(
      'runId',
      'bookId',
      'paymentId',
      'accountId',
      'numbers',
      'draw',
      'why',
      'company',
    )
    const junk = fc.oneof(
      fc.anything(),
      fc.dictionary(key, fc.oneof(fc.anything(), fc.constantFrom('book', 'nobody', Number.NaN, -1)), {
        maxKeys: 4,
      }),
    )
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...names), junk, async (name, told) => {
        const done = await perform(office, name, told as never, stamp)
        expect(done.ok).toBe(false)
        expect(JSON.stringify(office.snapshot())).toBe(before)
      }),
      { numRuns: 2000 },
    )
  })
  it('names the place of what is wrong', async () => {
    const office = new MemoryOffice()
    office.put(opened(10))
    const draw = { ...drawOf('p', 500), amount: Number.NaN as never }
    const done = await perform(office, 'draw', { accountId: account.id, draw }, stamp)
    expect(done).toMatchObject({ refusal: { code: 'input-faulty', field: 'draw.amount' } })
    const more = { ...drawOf('p', 500), paid: true }
    expect((await perform(office, 'draw', { accountId: account.id, draw: more }, stamp)).ok).toBe(false)
    const good = { ...drawOf('p', 500), amount: cents(500) }
    expect((await perform(office, 'draw', { accountId: account.id, draw: good }, stamp)).ok).toBe(true)
  })
})
