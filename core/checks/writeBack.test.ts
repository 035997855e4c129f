import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import type { CheckNumber } from '../numbers/book'
import { perform } from '../office/actTypes'
import { MemoryOffice } from '../office/memory'
import { account, drawOf, ledgerBalance, opened, OPENING } from '../office/test/office'
import { PAD } from '../office/test/chance'

const stamp = (n: number, day = '24') => ({ at: `2026-11-${day}T10:00:0${n}.000Z`, by: 'Test', key: `k${n}` })
const day = must(plainDate('2026-11-24'))

/** An office with one handwritten check for 250.00 that is out. */
async function withCheck(): Promise<MemoryOffice> {
  const office = new MemoryOffice()
  office.put({ ...opened(5), books: [PAD] })
  const input = { bookId: PAD.id, draw: drawOf('p', 25_000), number: 9001 as CheckNumber }
  expect((await perform(office, 'record', input, stamp(1))).ok).toBe(true)
  return office
}
const paymentId = idOf<'payment'>('p')
const numberId = idOf<'number'>(`${PAD.id}/9001`)
const back = { paymentId, ledgerId: idOf<'ledger'>('wood'), why: 'never cashed', date: day }

describe('a check that was never cashed', () => {
  it('is written back: its number is voided, its money is in the account again, and it cannot be paid out twice', async () => {
    const office = await withCheck()
    expect(ledgerBalance(office.kept.entries.values(), account.cashLedgerId)).toBe(OPENING - 25_000)
    expect((await perform(office, 'writeBack', back, stamp(2))).ok).toBe(true)
    expect(ledgerBalance(office.kept.entries.values(), account.cashLedgerId)).toBe(OPENING)
    expect(office.kept.numbers.get(numberId)).toMatchObject({
      fate: 'voided',
      why: 'written back: never cashed',
    })
    expect(office.kept.payments.get(paymentId)?.state).toBe('written back')
    for (const [name, input] of [
      ['writeBack', back],
      ['replace', { numberId, ending: 'voided', why: 'x' }],
      ['cancel', { paymentId, ending: 'voided', why: 'x' }],
    ] as const)
      expect((await perform(office, name, input as never, stamp(3))).ok, name).toBe(false)
  })
  it.each([
    [{ why: ' ' }, 'why-blank'],
    [{ ledgerId: account.cashLedgerId }, 'ledger-itself'],
    [{ ledgerId: idOf<'ledger'>('owed') }, 'ledger-payables'],
    [{ date: must(plainDate('2026-11-23')) }, 'date-outside'],
    [{ date: must(plainDate('2026-11-25')) }, 'date-outside'],
  ])('is refused with %j: %s', async (more, code) => {
    const office = await withCheck()
    expect(await perform(office, 'writeBack', { ...back, ...more }, stamp(2))).toMatchObject({
      refusal: { code },
    })
  })
})

describe('a stop', () => {
  it('is confirmed by the bank once, on a day since it was requested, under a reference', async () => {
    const office = await withCheck()
    const stop = { numberId, on: day, reference: 'S-77' }
    const codeOf = async (input: typeof stop, n: number, on = '24'): Promise<string> => {
      const done = await perform(office, 'confirmStop', input, stamp(n, on))
      return done.ok ? 'done' : done.refusal.code
    }
    expect(await codeOf(stop, 2)).toBe('check-not-stopped')
    await perform(office, 'replace', { numberId, ending: 'stopped', why: 'lost' }, stamp(3))
    expect(await codeOf({ ...stop, on: must(plainDate('2026-11-23')) }, 4)).toBe('date-outside')
    expect(await codeOf({ ...stop, reference: '  ' }, 5)).toBe('reference-blank')
    expect(await codeOf({ ...stop, on: must(plainDate('2026-11-26')) }, 6, '26')).toBe('done')
    expect(await codeOf(stop, 7, '26')).toBe('stop-confirmed')
    expect(office.kept.numbers.get(numberId)).toMatchObject({ fate: 'stopped', stop: { reference: 'S-77' } })
  })
})
