import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { unusedRow } from '../numbers/book'
import { sided } from '../ledger/entry'
import { cents } from '../money/cents'
import { account, company, drawKnown, drawOf } from '../office/test/office'
import { layoutById, stockById } from '../paper/builtIn'
import type { Draw } from '../payments/draw'
import type { OtherWay } from '../payments/payment'
import { payByOtherMeans } from '../payments/payByOtherMeans'
import { record, type RecordKnown } from '../checks/record'
import { layoutVersion } from './run'
import { book, n, paymentOf, rowOf, stamp } from './test/run'

const pad = { ...book, kind: 'handwritten pad' as const }
const facts = { name: 'Yard' } as never
const [layout, stock] = [layoutById('letter-top')!, stockById('check-over-two-stubs-blank')!]
const drawn = { ...drawOf('p', 120_00), memo: 'Larch' }
const payment = paymentOf('p', { memo: 'Larch', drawnAt: stamp.at })
const lines = [sided(idOf('wood'), cents(120_00)), sided(idOf('cash'), cents(-120_00))]

describe('a check written by hand', () => {
  const written = (more: Partial<RecordKnown> = {}, draw: Draw = drawn, number = 105) =>
    record(
      { drawing: drawKnown(), book: pad, row: undefined, facts, layout, stock, ...more },
      { draw, number: n(number) },
      stamp,
    )
  it('is drawn and issued at once, under a number of the pad, with a frozen copy', () => {
    const check = {
      ...{ paymentId: payment.id, runId: 'by-hand/book', sheet: 1, place: 1 },
      ...{ payee: payment.name, date: payment.date, amount: payment.amount },
    }
    const version = layoutVersion(layout, stock, facts)
    const { changes, trail } = must(written())
    expect(changes).toEqual({
      payments: [{ ...payment, state: 'issued' }],
      payees: [],
      numbers: [
        {
          ...unusedRow(pad, n(105)),
          fate: 'issued',
          at: stamp.at,
          check,
          life: [{ ...stamp, fate: 'issued', payee: payment.name, runId: 'by-hand/book' }],
        },
      ],
      entries: [
        {
          ...{ id: 'p/issued/105', companyId: company.id, date: payment.date, paymentId: payment.id },
          ...{ text: 'Check 105, Shoreline Timber', lines, ledgers: ['wood', 'cash'] },
        },
      ],
      copies: [
        {
          ...{ id: 'by-hand/book/105', runId: 'by-hand/book', version: version.id },
          facts: expect.objectContaining({ number: 105, payee: payment.name, memo: 'Larch' }),
        },
      ],
      layoutVersions: [version],
    })
    expect(trail).toEqual({
      act: 'Handwritten check recorded',
      text: 'Recorded handwritten check 105: 120.00 to Shoreline Timber.',
      about: { account: account.id, book: book.id, payment: payment.id, number: 'book/105' },
    })
  })
  it('keeps the life of a number that was found again', () => {
    const found = { ...rowOf(105, 'unused'), life: [{ ...stamp, fate: 'missing' as const }] }
    expect(must(written({ row: found })).changes.numbers[0]!.life).toHaveLength(2)
  })
  const unfit = 'book-unfit (book) “handwritten pad, 101 to 120” is not a handwritten pad of this account.'
  it.each<[() => ReturnType<typeof written>, string]>([
    [
      () => written({ book }),
      'book-unfit (book) “printed by us, 101 to 120” is not a handwritten pad of this account.',
    ],
    [() => written({ book: { ...pad, accountId: idOf('elsewhere') } }), unfit],
    [() => written({ book: { ...pad, archived: true } }), unfit],
    [
      () => written({}, drawn, 121),
      'number-outside (number, 121) Number 121 is not in the pad, which has 101 to 120.',
    ],
    [
      () => written({ row: rowOf(105, 'issued', payment) }),
      'number-used (number, 105) Number 105 is already issued, Shoreline Timber. A number can only be used once.',
    ],
    [
      () => written({ row: rowOf(105, 'spoiled') }),
      'number-used (number, 105) Number 105 is already spoiled. A number can only be used once.',
    ],
    [() => written({}, { ...drawn, advice: true }), 'advice-by-hand (advice) An advice is not a check.'],
    [
      () => written({}, { ...drawn, scheduled: drawn.date }),
      'by-hand-later (scheduled) A handwritten check cannot be scheduled.',
    ],
    [() => written({}, { ...drawn, split: [] }), 'ledger-blank (ledger) Choose a ledger account.'],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
})

describe('what was paid without a check', () => {
  const paid = (reference = ' R7 ', draw: Draw = drawn, way: OtherWay = 'transfer') =>
    payByOtherMeans(drawKnown(), { draw, way, reference }, stamp)
  it('is issued at once, has no number, and says how and under what reference', () => {
    const { changes, trail } = must(paid())
    expect(changes).toEqual({
      payments: [{ ...payment, state: 'issued', otherwise: { way: 'transfer', reference: 'R7' } }],
      payees: [],
      entries: [
        {
          ...{ id: 'p/issued/otherwise', companyId: company.id, date: payment.date, paymentId: payment.id },
          ...{ text: 'Paid by transfer, Shoreline Timber', lines, ledgers: ['wood', 'cash'] },
        },
      ],
    })
    expect(trail).toMatchObject({
      act: 'Payment recorded',
      text: 'Recorded a payment by transfer (R7): $120.00 to Shoreline Timber, dated Nov 24, 2026.',
    })
  })
  it.each<[() => ReturnType<typeof paid>, string]>([
    [() => paid(' '), 'reference-blank (reference) Enter the reference of the payment.'],
    [
      () => paid('R7', { ...drawn, scheduled: drawn.date }),
      'otherwise-later (scheduled) A payment that was already made cannot be scheduled.',
    ],
    [() => paid('R7', { ...drawn, split: [] }), 'ledger-blank (ledger) Choose a ledger account.'],
  ])('%#: refused', (done, expected) => {
    expect(cameTo(done())).toBe(expected)
  })
  it('says of a reference that no font prints which letter it is', () => {
    expect(cameTo(paid('漢'))).toMatch(/^letter-unprintable \(reference/)
  })
})
