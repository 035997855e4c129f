import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import type { NumberBook } from '../numbers/book'
import { cents } from '../money/cents'
import { account, payee } from '../office/test/office'
import { builtInStocks, layoutById, stockById } from '../paper/builtIn'
import type { Layout } from '../paper/layout'
import type { Stock } from '../paper/stock'
import { billOf } from '../bills/test/bill'
import type { Payment } from '../payments/payment'
import { drop, load, pick, switchBook, type Loading, type Picking } from './prepare'
import {
  layoutVersion,
  ordered,
  paperOfBook,
  placeAfter,
  stockMark,
  unfitFor,
  withoutRun,
  type Run,
} from './run'
import { book, byKey, checksOf, day, n, paymentOf, rowOf, rowsOf, runId, runOf, stamp } from './test/run'

const [a, b] = [paymentOf('a'), paymentOf('b', { amount: cents(30_00), name: 'Cobalt Rope' })]
const stationers = { ...book, kind: 'stationer’s stock' as const }
const advices = { ...book, id: idOf<'book'>('adv'), kind: 'advices' as const }
const pad = { ...book, kind: 'handwritten pad' as const }
const other = idOf<'run'>('other')

describe('payments picked for a run', () => {
  type Known = {
    book?: NumberBook
    run?: Run
    open?: Run[]
    of?: Payment[]
    held?: boolean
    disputed?: boolean
    stock?: Stock | undefined
    layout?: Layout | undefined
  }
  const bill = billOf({ number: 'B7', hold: { kind: 'disputed', why: 'short by two' } })
  const picked = (known: Known, act: Partial<Picking> = {}) =>
    pick(
      {
        book: known.book ?? book,
        run: known.run,
        openRuns: known.open ?? [],
        payments: byKey(...(known.of ?? [a, b])),
        payees: byKey({
          ...payee,
          onHold: known.held ?? false,
          ...(known.held && { holdWhy: 'asks twice' }),
        }),
        bills: byKey(...(known.disputed ? [bill] : [])),
        companyId: account.companyId,
        stock: known.stock,
        layout: known.layout,
      },
      { runId, paymentIds: [a.id, b.id], order: 'amount', ...act },
      stamp,
    )
  const withA = (more: Partial<Payment>, known: Known = {}) => ({ ...known, of: [{ ...a, ...more }, b] })
  const settles = {
    payables: idOf<'ledger'>('owed'),
    discounts: idOf<'ledger'>('discounts'),
    bills: [{ billId: bill.id, amount: cents(120_00), discount: cents(0) }],
  }

  it('wait in a run in its order, and stand in the trail with their total', () => {
    expect(must(picked({}))).toEqual({
      changes: { runs: [runOf(['a', 'b'], { order: 'amount', preparedAt: stamp.at })] },
      trail: {
        act: 'Run picked',
        text: 'Picked 2 payments, 150.00, ordered amount.',
        about: { account: account.id, run: runId },
      },
    })
    expect(must(picked({}, { order: 'payee', paymentIds: [a.id] })).trail.text).toBe(
      'Picked 1 payment, 120.00, ordered payee.',
    )
    expect(must(picked({}, { order: 'payee' })).changes.runs[0]!.paymentIds).toEqual(['b', 'a'])
  })
  it('go on a stock and by a layout that are chosen for this run alone, with the book that belongs to it', () => {
    const layout = layoutById('letter-top')!
    const [blank, carrying] = [false, true].map(numbered =>
      builtInStocks.find(s => s.numbered === numbered)!,
    ) as [Stock, Stock]
    const paper = { stockId: carrying.id, layoutId: layout.id }
    const on = (known: Known) => cameTo(picked({ layout, ...known }, { paper }))
    expect(must(picked({ stock: blank, layout }, { paper })).changes.runs[0]).toMatchObject({ paper })
    expect(must(picked({ stock: carrying, layout, book: stationers }, { paper })).trail.text).toContain(
      `, on ${carrying.name} with layout ${layout.name}`,
    )
    expect(must(picked({ stock: carrying, layout, book: stationers })).changes.runs[0]).not.toHaveProperty(
      'paper',
    )
    expect(on({ stock: carrying })).toContain(
      'book-unfit (book) “Check over two stubs, 3 1/2 + 3 1/2 + 4 in, preprinted” has preprinted numbers. Choose the number book of that pack.',
    )
    expect(on({ stock: blank, book: stationers })).toContain('has no preprinted numbers')
    expect(on({ stock: undefined })).toContain('stock no longer exists')
    expect(on({ stock: blank, layout: undefined })).toContain('layout no longer exists')
    const kept = { ...layout, companies: ['another'] }
    expect(on({ stock: blank, layout: kept })).toContain('is only for other companies')
  })
  it('may be picked anew until they are printed: the printer stays, the number on top is to be read again', () => {
    const printing = { printerId: idOf<'printer'>('hall'), tray: '2', fitId: null }
    const before = runOf(['a'], { top: n(105), loadedOn: 'x', firstPlace: 2, printing })
    const again = must(picked({ run: before, open: [before] }, { signers: [1], advicesToo: true }))
    expect(again.changes.runs).toEqual([
      runOf(['a', 'b'], { order: 'amount', printing, signers: [1], advicesToo: true }),
    ])
  })
  it.each<[Known, Partial<Picking>, string]>([
    [{ book: pad }, {}, 'book-unfit (book) “handwritten pad, 101 to 120” cannot be loaded for a run.'],
    [
      { open: [runOf(['a'], { id: other })] },
      {},
      'run-open (run, other) Another run of this number book is being prepared (1 payment).',
    ],
    [
      { open: [runOf(['a', 'b'], { id: other, state: 'at the printer', checks: checksOf(104, a, b) })] },
      {},
      'run-open (run, other) A run of this number book is waiting to be counted off (104 to 105).',
    ],
    [
      { run: runOf(['a'], { state: 'counted off' }) },
      {},
      'run-printed (run) This run is counted off and cannot be picked again.',
    ],
    [
      { run: runOf(['a'], { bookId: advices.id }) },
      {},
      'book-unfit (book) This run uses numbers from another book. Load that one.',
    ],
    [{}, { paymentIds: [] }, 'pick-none (payments) Pick at least one payment.'],
    [{}, { paymentIds: [a.id, a.id] }, 'payment-twice (payments) A payment was picked twice.'],
    [
      { of: [a] },
      {},
      'payment-not-waiting (payments) A payment you picked is no longer in the lane of this account.',
    ],
    [
      withA({ state: 'issued' }),
      {},
      'payment-not-waiting (payments) A payment you picked is no longer in the lane of this account.',
    ],
    [
      withA({ accountId: idOf('elsewhere') }),
      {},
      'payment-not-waiting (payments) A payment you picked is no longer in the lane of this account.',
    ],
    [
      withA({ correct: 'date' }),
      {},
      'payment-to-correct (payments, Shoreline Timber) The date of the payment to Shoreline Timber must be corrected first.',
    ],
    [
      withA({ advice: true }, { book: stationers }),
      {},
      'payment-unfit (payments, Shoreline Timber) Shoreline Timber: An advice would use a numbered check.',
    ],
    [
      withA({}, { book: advices }),
      {},
      'payment-unfit (payments, Shoreline Timber) Shoreline Timber: This book is for advices only.',
    ],
    [
      withA({ scheduled: day('2026-11-25') }),
      {},
      'payment-early (payments, Shoreline Timber) Shoreline Timber: scheduled for Nov 25, 2026.',
    ],
    [
      { held: true },
      {},
      'payment-held (payments, Shoreline Timber) Shoreline Timber is on hold: asks twice.',
    ],
    [
      withA({ settles }, { disputed: true }),
      {},
      'payment-held (payments, Shoreline Timber) Bill B7 is disputed: short by two.',
    ],
  ])('%#: refused', (known, act, expected) => {
    expect(cameTo(picked(known, act))).toBe(expected)
  })
  it('of today, and advices where that was said, are taken', () => {
    expect(picked(withA({ scheduled: day('2026-11-24') })).ok).toBe(true)
    expect(picked(withA({ advice: true }, { book: stationers }), { advicesToo: true }).ok).toBe(true)
    expect(picked(withA({ settles })).ok).toBe(true)
  })
  it('go on paper in the order that is asked for, those alike as they were drawn, advices last', () => {
    const list = [
      paymentOf('1', { name: 'Tar', amount: cents(5), drawnAt: '2026-11-03T10:00:00Z' }),
      paymentOf('2', {
        name: 'Ash',
        amount: cents(9),
        date: day('2026-11-20'),
        drawnAt: '2026-11-02T10:00:00Z',
      }),
      paymentOf('3', {
        name: 'Tar',
        amount: cents(9),
        date: day('2026-11-30'),
        drawnAt: '2026-11-01T10:00:00Z',
      }),
      paymentOf('0', { name: 'Tar', amount: cents(5), drawnAt: '2026-11-03T10:00:00Z' }),
      paymentOf('9', {
        advice: true,
        name: 'A',
        amount: cents(99),
        date: day('2026-01-01'),
        drawnAt: '2026-01-01T10:00:00Z',
      }),
    ]
    const by = (order: Parameters<typeof ordered>[1]) =>
      ordered(list, order)
        .map(p => p.id)
        .join('')
    expect(by('as drawn')).toBe('32019')
    expect(by('payee')).toBe('23019')
    expect(by('date')).toBe('20139')
    expect(by('amount')).toBe('32019')
    expect(by('by hand')).toBe('12309')
    expect(ordered([list[4]!, list[0]!], 'by hand').map(p => p.id)).toEqual(['1', '9'])
  })
})

describe('a run that is loaded', () => {
  const blank = stockById('check-over-two-stubs-blank')!
  const three = stockById('three-checks-blank')!
  const rows = rowsOf(rowOf(102, 'issued', a), rowOf(103, 'spoiled'))
  const loaded = (act: Partial<Loading>, run = runOf(['a', 'b']), stock = blank) =>
    load({ run, book, rows, touched: rows, stock }, { top: n(101), ...act }, stamp)
  const gap = { fate: 'missing' as const, why: 'not in the box', count: 2 }

  it('keeps the number on top, the printer and the stock that was seen', () => {
    const printing = { printerId: idOf<'printer'>('hall'), tray: '2', fitId: null }
    expect(must(loaded({ printing }))).toEqual({
      changes: {
        runs: [runOf(['a', 'b'], { top: n(101), loadedOn: stockMark(blank), printing })],
        numbers: [],
      },
      trail: {
        act: 'Run loaded',
        text: 'Loaded with number 101 on the top sheet.',
        about: { account: account.id, run: runId },
      },
    })
    expect(stockMark(blank)).toMatch(/^[0-9a-f]{16}$/)
  })
  it('begins on a sheet that is part-used where that is said, and forgets it where it is not', () => {
    const begun = must(loaded({ firstPlace: 3 }, runOf(['a']), three))
    expect(begun.changes.runs[0]).toMatchObject({ firstPlace: 3, printing: null })
    expect(begun.trail.text).toBe('Loaded with number 101 on the top sheet, starting at its check 3.')
    expect(must(loaded({}, begun.changes.runs[0], three)).changes.runs[0]).not.toHaveProperty('firstPlace')
  })
  it('gives the numbers that it jumps over their fate, and names them', () => {
    const jumped = must(loaded({ top: n(105), gap }))
    expect(jumped.changes.numbers.map(row => [row.number, row.fate, row.why])).toEqual([
      [101, 'missing', 'not in the box'],
      [104, 'missing', 'not in the box'],
    ])
    expect(jumped.trail.text).toBe(
      'Loaded with number 105 on the top sheet. Marked 101, 104 as missing: not in the box.',
    )
  })
  it.each<[() => ReturnType<typeof loaded>, string]>([
    [
      () => loaded({}, runOf(['a'], { state: 'at the printer' })),
      'run-printed (run) This run is at the printer.',
    ],
    [() => loaded({ firstPlace: 2 }), 'place-outside (firstPlace, 2, 1) A sheet of this stock has 1 checks.'],
    [() => loaded({ firstPlace: 0 }), 'place-outside (firstPlace, 0, 1) A sheet of this stock has 1 checks.'],
    [
      () => loaded({ firstPlace: 1.5 }, undefined, three),
      'place-outside (firstPlace, 1.5, 3) A sheet of this stock has 3 checks.',
    ],
    [
      () => loaded({ top: n(105) }),
      'numbers-jumped (top, 105, 2) 2 unused numbers would be skipped (101, 104). Set their fate first.',
    ],
    [
      () => loaded({ top: n(104), gap }),
      'numbers-jumped (top, 104, 1) 1 unused number would be skipped (101). Set their fate first.',
    ],
    [() => loaded({ top: n(105), gap: { ...gap, why: ' ' } }), 'why-blank (why) Give a reason.'],
    [
      () => loaded({ top: n(102) }),
      'number-used (top, 102) Number 102 is already issued (Shoreline Timber). A number can only be used once.',
    ],
    [
      () => loaded({ top: n(120), gap: { ...gap, count: 17 } }),
      'book-too-short (top, 1, 2) The number book 101 to 120 has only 1 unused number from 120 on, and the run needs 2.',
    ],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
  it('follows on from the sheet that the last run left part-used', () => {
    const after = (...places: [sheet: number, place: number, came: 'good' | 'never came out'][]) =>
      placeAfter(
        runOf([], {
          checks: places.map(([sheet, place, kind]) => ({
            ...checksOf(101, a)[0]!,
            sheet,
            place,
            outcome: { kind },
          })),
        }),
        3,
      )
    expect(after()).toBe(1)
    expect(after([1, 1, 'good'])).toBe(2)
    expect(after([1, 3, 'good'], [2, 1, 'good'], [2, 2, 'good'])).toBe(3)
    expect(after([1, 3, 'good'], [2, 1, 'good'], [2, 2, 'never came out'])).toBe(2)
    expect(after([2, 3, 'good'])).toBe(1)
  })
})

describe('a run that takes its numbers from another box', () => {
  const box = { ...book, id: idOf<'book'>('box'), name: 'Box of May' }
  const switched = (to: NumberBook, run = runOf(['a'], { top: n(101) }), open: Run[] = [], of = [a]) =>
    switchBook({ run, book: to, account, openRuns: open, payments: of })
  it('makes it the one in use, and the number on top is to be read again', () => {
    expect(must(switched(box, undefined, [runOf(['a'])]))).toEqual({
      changes: {
        runs: [runOf(['a'], { bookId: box.id })],
        accounts: [{ ...account, bookId: box.id }],
      },
      trail: {
        act: 'Other book loaded',
        text: 'Loaded another number book, Box of May.',
        about: { account: account.id, run: runId, book: box.id },
      },
    })
    // A book of advices is never the one in use for checks.
    const advice = must(switched(advices, undefined, [], [{ ...a, advice: true }]))
    expect(advice.changes).not.toHaveProperty('accounts')
  })
  it.each<[() => ReturnType<typeof switched>, string]>([
    [
      () => switched(box, runOf(['a'], { state: 'at the printer' })),
      'run-printed (run) This run is at the printer.',
    ],
    [() => switched(pad), 'book-unfit (book) “handwritten pad, 101 to 120” cannot be loaded for this run.'],
    [
      () => switched({ ...box, accountId: idOf('elsewhere') }),
      'book-unfit (book) “Box of May” cannot be loaded for this run.',
    ],
    [
      () => switched(box, undefined, [runOf(['b'], { id: other })]),
      'run-open (book) Another run of that number book is open.',
    ],
    [() => switched(advices), 'book-unfit (book) “advices, 101 to 120”: This book is for advices only.'],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
  it('advices take numbers from their own book, from ours, and from a stationer’s only where that is said', () => {
    const advice = { ...a, advice: true }
    expect([book, stationers, advices].map(of => unfitFor(of, advice, false) ?? 'fits')).toEqual([
      'fits',
      'An advice would use a numbered check',
      'fits',
    ])
    expect(unfitFor(stationers, advice, true)).toBeUndefined()
    expect([book, stationers, advices].map(of => unfitFor(of, a, false) ?? 'fits')).toEqual([
      'fits',
      'fits',
      'This book is for advices only',
    ])
    const numbered = stockById('check-over-two-stubs-preprinted')!
    expect(paperOfBook(numbered, book)).toBe(numbered)
    expect(paperOfBook(numbered, advices)).toEqual({ ...numbered, carries: [], numbered: false })
    expect(paperOfBook(numbered, advices)).toBe(paperOfBook(numbered, advices))
  })
})

it('a run that is dropped leaves its payments where they are; one that is printed is never dropped', () => {
  expect(must(drop({ run: runOf(['a', 'b']) }))).toEqual({
    changes: { runs: [runOf(['a', 'b'], { state: 'dropped' })] },
    trail: {
      act: 'Run dropped',
      text: 'Dropped a run. Its 2 payments stay in the lane.',
      about: { account: account.id, run: runId },
    },
  })
  expect(cameTo(drop({ run: runOf(['a'], { state: 'at the printer' }) }))).toBe(
    'run-printed (run) This run is at the printer and must be counted off.',
  )
})

it('a check that was in no run of ours is told how it came to be; a version is told from others by its content', () => {
  expect(withoutRun(idOf('by-hand/book'))).toBe('Written by hand')
  expect(withoutRun(idOf('before/f'))).toBe('Issued before this office was started')
  expect(withoutRun(runId)).toBeUndefined()
  const parts = [{ id: 'top' }, { id: 'stock' }, { name: 'Yard' }] as never as Parameters<
    typeof layoutVersion
  >
  const version = layoutVersion(...parts)
  expect(version.id).toMatch(/^top@[0-9a-f]{16}$/)
  expect(version).toMatchObject({ layout: parts[0], stock: parts[1], account: parts[2] })
  expect(layoutVersion(...parts)).toBe(version)
  for (const i of [0, 1, 2]) {
    const same = layoutVersion(...(parts.map((p, k) => (k === i ? { ...p } : p)) as typeof parts))
    expect([same === version, same.id === version.id]).toEqual([false, true])
    const not = layoutVersion(...(parts.map((p, k) => (k === i ? { ...p, id: 'x' } : p)) as typeof parts))
    expect(not.id).not.toBe(version.id)
  }
})
