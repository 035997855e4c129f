import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must, type Result } from '../base/result'
import type { CheckNumber } from '../numbers/book'
import { perform } from '../office/actTypes'
import { MemoryOffice } from '../office/memory'
import {
  account,
  bookOf,
  drawOf,
  opened,
  payee,
  printed,
  OPENING,
  ledgerBalance,
} from '../office/test/office'
import { stockById } from '../paper/builtIn'

const at = (day: string, n = 0) => ({
  at: `${day}T10:00:${String(n).padStart(2, '0')}.000-05:00`,
  by: 'Test',
})
const day = (text: string) => must(plainDate(text))
const codeOf = (r: Result<unknown>) => (r.ok ? 'done' : r.refusal.code)
const book = bookOf(10)
const runId = idOf<'run'>('r')

/** An office in which one payment was printed and counted off on the day it is dated. */
async function issued(): Promise<MemoryOffice> {
  const desk = new MemoryOffice()
  desk.put(opened(10))
  await perform(desk, 'draw', { accountId: account.id, draw: drawOf('p', 30_000) }, at('2026-11-24', 1))
  await perform(
    desk,
    'pick',
    { bookId: book.id, runId, paymentIds: [idOf<'payment'>('p')], order: 'date' },
    at('2026-11-24', 2),
  )
  await perform(desk, 'load', { runId, top: 101 as CheckNumber }, at('2026-11-24', 3))
  must(await printed(desk, runId, at('2026-11-24', 4)))
  must(
    await perform(
      desk,
      'countOff',
      { runId, outcomes: new Map([[101 as CheckNumber, { kind: 'good' as const }]]) },
      at('2026-11-24', 5),
    ),
  )
  return desk
}

describe('a payment that was replaced', () => {
  it('is cancelled while it waits, on the day of its entry whatever the new paper is dated, and every balance comes back', async () => {
    const desk = await issued()
    must(
      await perform(
        desk,
        'replace',
        { numberId: idOf<'number'>('book/101'), ending: 'stopped', why: 'lost' },
        at('2026-12-10', 1),
      ),
    )
    must(
      await perform(
        desk,
        'amend',
        { accountId: account.id, paymentIds: [idOf<'payment'>('p')], change: { date: day('2026-12-12') } },
        at('2026-12-10', 2),
      ),
    )
    must(
      await perform(
        desk,
        'cancel',
        { paymentId: idOf<'payment'>('p'), ending: 'voided', why: 'paid twice' },
        at('2026-12-11'),
      ),
    )
    expect(desk.kept.payments.get(idOf('p'))).toMatchObject({ state: 'cancelled' })
    expect([...desk.kept.entries.values()].at(-1)?.date).toBe('2026-11-24')
    expect(ledgerBalance(desk.kept.entries.values(), account.cashLedgerId)).toBe(OPENING)
    expect(
      codeOf(
        await perform(
          desk,
          'cancel',
          { paymentId: idOf<'payment'>('p'), ending: 'voided', why: 'again' },
          at('2026-12-11'),
        ),
      ),
    ).toBe('payment-not-issued')
  })
  it('keeps its name and amount', async () => {
    const desk = await issued()
    must(
      await perform(
        desk,
        'replace',
        { numberId: idOf<'number'>('book/101'), ending: 'voided', why: 'wrong address' },
        at('2026-11-25'),
      ),
    )
    expect(
      codeOf(
        await perform(
          desk,
          'amend',
          { accountId: account.id, paymentIds: [idOf<'payment'>('p')], change: { name: 'Somebody Else' } },
          at('2026-11-25'),
        ),
      ),
    ).toBe('payment-booked')
    expect(
      codeOf(
        await perform(
          desk,
          'amend',
          { accountId: account.id, paymentIds: [idOf<'payment'>('p')], change: { address: ['Right Road'] } },
          at('2026-11-25'),
        ),
      ),
    ).toBe('done')
  })
})

describe('a run', () => {
  const two = async (): Promise<MemoryOffice> => {
    const desk = new MemoryOffice()
    desk.put({
      ...opened(20),
      accounts: [{ ...account, stockId: 'check-over-two-stubs-preprinted' }],
      books: [
        { ...book, kind: 'stationer’s stock', end: 120 as CheckNumber },
        {
          ...book,
          id: idOf('pad'),
          kind: 'handwritten pad',
          start: 901 as CheckNumber,
          end: 903 as CheckNumber,
        },
        { ...book, id: idOf('adv'), kind: 'advices', start: 5001 as CheckNumber, end: 5009 as CheckNumber },
      ],
    })
    for (const id of ['a', 'b'])
      await perform(desk, 'draw', { accountId: account.id, draw: drawOf(id, 500) }, at('2026-11-24'))
    must(
      await perform(
        desk,
        'draw',
        { accountId: account.id, draw: { ...drawOf('n', 0), split: [], advice: true, payee } },
        at('2026-11-23'),
      ),
    )
    return desk
  }
  const picking = (...ids: string[]) => ({
    runId,
    paymentIds: ids.map(id => idOf<'payment'>(id)),
    order: 'as drawn' as const,
  })
  it('loaded on one stock cannot be printed on another: it must be loaded again', async () => {
    const desk = await two()
    await perform(desk, 'pick', { bookId: book.id, ...picking('a') }, at('2026-11-24'))
    must(await perform(desk, 'load', { runId, top: 101 as CheckNumber }, at('2026-11-24')))
    desk.put({ accounts: [{ ...account, stockId: 'three-checks-blank' }] })
    expect(codeOf(await printed(desk, runId, at('2026-11-24')))).toBe('stock-changed')
    must(await perform(desk, 'load', { runId, top: 101 as CheckNumber }, at('2026-11-24')))
    expect(codeOf(await printed(desk, runId, at('2026-11-24')))).toBe('done')
  })
  it('what is preprinted follows from the stock a check was printed on', async () => {
    const desk = await two()
    await perform(desk, 'pick', { bookId: book.id, ...picking('a') }, at('2026-11-24'))
    await perform(desk, 'load', { runId, top: 101 as CheckNumber }, at('2026-11-24'))
    must(await printed(desk, runId, at('2026-11-24')))
    must(
      await perform(
        desk,
        'countOff',
        { runId, outcomes: new Map([[101 as CheckNumber, { kind: 'good' as const }]]) },
        at('2026-11-24'),
      ),
    )
    const again = async () =>
      codeOf(
        await perform(
          desk,
          'printCopy',
          { numberId: idOf<'number'>('book/101'), firstSheet: 'torn', inHouse: true },
          at('2026-11-24'),
        ),
      )
    expect(stockById('check-over-two-stubs-preprinted')!.numbered).toBe(true)
    desk.put({ accounts: [{ ...account, stockId: 'check-over-two-stubs-blank' }] })
    expect(await again()).toBe('stock-numbered')
  })
  it('advices come after the checks, use up no numbered check unless that was said, and have a book of their own', async () => {
    const desk = await two()
    expect(
      codeOf(await perform(desk, 'pick', { bookId: book.id, ...picking('n', 'a', 'b') }, at('2026-11-24'))),
    ).toBe('payment-unfit')
    must(
      await perform(
        desk,
        'pick',
        { bookId: book.id, ...picking('n', 'a', 'b'), advicesToo: true },
        at('2026-11-24'),
      ),
    )
    expect(desk.kept.runs.get(runId)?.paymentIds).toEqual(['a', 'b', 'n'])
    must(await perform(desk, 'drop', { runId }, at('2026-11-24')))
    expect(
      codeOf(
        await perform(
          desk,
          'pick',
          { bookId: idOf<'book'>('adv'), ...picking('a'), runId: idOf<'run'>('r2') },
          at('2026-11-24'),
        ),
      ),
    ).toBe('payment-unfit')
    must(
      await perform(
        desk,
        'pick',
        { bookId: idOf<'book'>('adv'), ...picking('n'), runId: idOf<'run'>('r2') },
        at('2026-11-24'),
      ),
    )
    must(
      await perform(desk, 'load', { runId: idOf<'run'>('r2'), top: 5001 as CheckNumber }, at('2026-11-24')),
    )
    must(await printed(desk, idOf('r2'), at('2026-11-24')))
    expect(desk.kept.layoutVersions.get(desk.kept.runs.get(idOf('r2'))!.printedWith!)!.stock).toMatchObject({
      numbered: false,
      carries: [],
    })
  })
})
