import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must, type Result } from '../base/result'
import type { CheckNumber } from '../books/book'
import { Desk } from '../desk/desk'
import { account, bookOf, drawOf, opened, payee, OPENING } from '../desk/test/office'
import { ledgerBalance } from '../ledger/balances'
import { stockById } from '../paper/builtIn'
import { reversalDate } from './cancel'

const at = (day: string, n = 0) => ({ at: `${day}T10:00:${String(n).padStart(2, '0')}.000-05:00`, by: 'Test' })
const day = (text: string) => must(plainDate(text))
const codeOf = (r: Result<unknown>) => (r.ok ? 'done' : r.refusal.code)
const book = bookOf(10)
const runId = idOf<'run'>('r')

/** An office in which one payment was printed and counted off on the day it is dated. */
function issued(): Desk {
  const desk = new Desk()
  desk.put(opened(10))
  desk.draw(account.id, drawOf('p', 30_000), at('2026-11-24', 1))
  desk.pick(book.id, { runId, paymentIds: [idOf('p')], order: 'date' }, at('2026-11-24', 2))
  desk.load(runId, { top: 101 as CheckNumber }, at('2026-11-24', 3))
  must(desk.print(runId, at('2026-11-24', 4)))
  must(desk.countOff(runId, { outcomes: new Map([[101 as CheckNumber, { kind: 'good' }]]) }, at('2026-11-24', 5)))
  return desk
}

describe('a payment that was replaced', () => {
  it('is cancelled while it waits, on the day of its entry whatever the new paper is dated, and every balance comes back', () => {
    const desk = issued()
    must(desk.replace(idOf('book/101'), { ending: 'stopped', why: 'lost' }, at('2026-12-10', 1)))
    must(desk.amend([idOf('p')], { date: day('2026-12-12') }, at('2026-12-10', 2)))
    must(desk.cancel(idOf('p'), { ending: 'voided', why: 'paid twice' }, at('2026-12-11')))
    expect(desk.kept.payments.get(idOf('p'))).toMatchObject({ state: 'cancelled' })
    expect([...desk.kept.entries.values()].at(-1)?.date).toBe('2026-11-24')
    expect(ledgerBalance(desk.kept.entries.values(), account.cashLedgerId)).toBe(OPENING)
    expect(codeOf(desk.cancel(idOf('p'), { ending: 'voided', why: 'again' }, at('2026-12-11')))).toBe('payment-not-issued')
  })
  it('keeps its name and amount', () => {
    const desk = issued()
    must(desk.replace(idOf('book/101'), { ending: 'voided', why: 'wrong address' }, at('2026-11-25')))
    expect(codeOf(desk.amend([idOf('p')], { name: 'Somebody Else' }, at('2026-11-25')))).toBe('payment-booked')
    expect(codeOf(desk.amend([idOf('p')], { address: ['Right Road'] }, at('2026-11-25')))).toBe('done')
  })
})

describe('the day of a reversal', () => {
  const known = { payment: { date: day('2026-11-24') }, enteredOn: day('2026-11-20') }
  const of = (date: string | undefined, closed?: string) => { const r = reversalDate({ ...known, closedThrough: closed ? day(closed) : undefined }, date ? day(date) : undefined, day('2026-11-26')); return r.ok ? r.value : r.refusal.code }
  it.each([
    [undefined, undefined, '2026-11-20'], ['2020-01-01', undefined, 'reversal-early'], ['2026-11-19', undefined, 'reversal-early'], ['2026-11-26', undefined, '2026-11-26'], ['2026-11-27', undefined, 'reversal-late'],
    ['2199-01-01', undefined, 'reversal-late'], [undefined, '2026-11-22', 'period-closed'], ['2026-11-22', '2026-11-22', 'period-closed'], ['2026-11-23', '2026-11-22', '2026-11-23'],
  ])('told %s, closed through %s: %s', (date, closed, meant) => { expect(of(date, closed)).toBe(meant) })
})

describe('a run', () => {
  const two = (): Desk => {
    const desk = new Desk()
    desk.put({ ...opened(20), accounts: [{ ...account, stockId: 'check-over-two-stubs-preprinted' }], books: [{ ...book, kind: 'stationer’s stock', end: 120 as CheckNumber }, { ...book, id: idOf('pad'), kind: 'handwritten pad', start: 901 as CheckNumber, end: 903 as CheckNumber }, { ...book, id: idOf('adv'), kind: 'advices', start: 5001 as CheckNumber, end: 5009 as CheckNumber }] })
    for (const id of ['a', 'b']) desk.draw(account.id, drawOf(id, 500), at('2026-11-24'))
    must(desk.draw(account.id, { ...drawOf('n', 0), split: [], advice: true, payee }, at('2026-11-23')))
    return desk
  }
  const picking = (...ids: string[]) => ({ runId, paymentIds: ids.map(id => idOf<'payment'>(id)), order: 'as drawn' as const })
  it('takes a payment once, and no numbers from a pad', () => {
    expect(codeOf(two().pick(book.id, picking('a', 'a'), at('2026-11-24')))).toBe('payment-twice')
    expect(codeOf(two().pick(idOf('pad'), picking('a'), at('2026-11-24')))).toBe('book-unfit')
  })
  it('a number on the pack that leaves too few is refused before any other number is touched', () => {
    const desk = two()
    desk.pick(book.id, picking('a', 'b'), at('2026-11-24'))
    expect(codeOf(desk.load(runId, { top: 120 as CheckNumber }, at('2026-11-24')))).toBe('book-too-short')
    expect(codeOf(desk.load(runId, { top: Number.NaN as never }, at('2026-11-24')))).toBe('number-outside')
    expect(codeOf(desk.load(runId, { top: 119 as CheckNumber }, at('2026-11-24')))).toBe('numbers-jumped')
    expect(desk.kept.numbers.size).toBe(0)
    const gap = { fate: 'missing' as const, why: 'not in the box' }
    expect(codeOf(desk.load(runId, { top: 119 as CheckNumber, gap: { ...gap, count: 5 } }, at('2026-11-24')))).toBe('numbers-jumped')
    expect(codeOf(desk.load(runId, { top: 119 as CheckNumber, gap: { ...gap, why: ' ', count: 18 } }, at('2026-11-24')))).toBe('why-blank')
    expect(codeOf(desk.load(runId, { top: 119 as CheckNumber, gap: { ...gap, count: 18 } }, at('2026-11-24')))).toBe('done')
    expect([...desk.kept.numbers.values()].map(n => n.fate)).toEqual(Array.from({ length: 18 }, () => 'missing'))
  })
  it('loaded on one stock cannot be printed on another: it must be loaded again', () => {
    const desk = two()
    desk.pick(book.id, picking('a'), at('2026-11-24'))
    must(desk.load(runId, { top: 101 as CheckNumber }, at('2026-11-24')))
    desk.put({ accounts: [{ ...account, stockId: 'three-checks-blank' }] })
    expect(codeOf(desk.print(runId, at('2026-11-24')))).toBe('stock-changed')
    must(desk.load(runId, { top: 101 as CheckNumber }, at('2026-11-24')))
    expect(codeOf(desk.print(runId, at('2026-11-24')))).toBe('done')
  })
  it('what is preprinted follows from the stock a check was printed on', () => {
    const desk = two()
    desk.pick(book.id, picking('a'), at('2026-11-24'))
    desk.load(runId, { top: 101 as CheckNumber }, at('2026-11-24'))
    must(desk.print(runId, at('2026-11-24')))
    must(desk.countOff(runId, { outcomes: new Map([[101 as CheckNumber, { kind: 'good' }]]) }, at('2026-11-24')))
    const again = () => codeOf(desk.printCopy(idOf('book/101'), { firstSheet: 'torn', inHouse: true }, at('2026-11-24')))
    expect(stockById('check-over-two-stubs-preprinted')!.numbered).toBe(true)
    desk.put({ accounts: [{ ...account, stockId: 'check-over-two-stubs-blank' }] })
    expect(again()).toBe('stock-numbered')
  })
  it('advices come after the checks, use up no numbered check unless that was said, and have a book of their own', () => {
    const desk = two()
    expect(codeOf(desk.pick(book.id, picking('n', 'a', 'b'), at('2026-11-24')))).toBe('payment-unfit')
    must(desk.pick(book.id, { ...picking('n', 'a', 'b'), advicesToo: true }, at('2026-11-24')))
    expect(desk.kept.runs.get(runId)?.paymentIds).toEqual(['a', 'b', 'n'])
    must(desk.drop(runId, at('2026-11-24')))
    expect(codeOf(desk.pick(idOf('adv'), { ...picking('a'), runId: idOf('r2') }, at('2026-11-24')))).toBe('payment-unfit')
    must(desk.pick(idOf('adv'), { ...picking('n'), runId: idOf('r2') }, at('2026-11-24')))
    must(desk.load(idOf('r2'), { top: 5001 as CheckNumber }, at('2026-11-24')))
    must(desk.print(idOf('r2'), at('2026-11-24')))
    expect(desk.kept.layoutVersions.get(desk.kept.runs.get(idOf('r2'))!.printedWith!)!.stock).toMatchObject({ numbered: false, carries: [] })
  })
})

describe('numbers that were missing', () => {
  it('may be found, with a reason; a book that was put away gets none back', () => {
    const desk = new Desk()
    desk.put(opened(3))
    must(desk.giveFate(book.id, { numbers: [101, 102, 103] as CheckNumber[], fate: 'missing', why: 'mistyped' }, at('2026-11-24')))
    const back = (numbers: number[], why: string, to: 'unused' | 'set aside' = 'unused') => codeOf(desk.takeBack(book.id, { numbers: numbers as CheckNumber[], to, why }, at('2026-11-24')))
    expect(back([101], '')).toBe('why-blank')
    expect(back([101], 'it was in the tray')).toBe('done')
    expect(back([102], 'kept in the safe', 'set aside')).toBe('done')
    expect(back([101], 'again')).toBe('number-not-aside')
    must(desk.giveFate(book.id, { numbers: [101] as CheckNumber[], fate: 'spoiled', why: 'torn' }, at('2026-11-24')))
    must(desk.archiveBook(book.id, true, at('2026-11-24')))
    expect(back([103], 'found')).toBe('book-put-away')
    expect(codeOf(desk.openBook({ ...book, end: 101 as CheckNumber }, at('2026-11-24')))).toBe('book-known')
    expect(codeOf(desk.clear(account.id, [idOf('book/101')], at('2026-11-24')))).toBe('fate-impossible')
  })
})
