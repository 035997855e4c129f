import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, plainDate, type PlainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo } from '../base/test/outcome'
import { cents, sum, type Cents } from '../money/cents'
import { afterRun, balanceByDay, balancesOf, issuing, movedByDay, paying, promising } from './balances'
import { entry, reversed, sided, type LedgerAccount } from './entry'
import { ledgersToChoose } from './ledgersToChoose'
import { firstOpen, mustBeOpen, openDay } from './period'

const amount = fc.integer({ min: 1, max: 1_000_000 }).map(cents)
const promised = fc.array(fc.record({ amount, state: fc.constantFrom('waiting', 'on paper') }))
/** Balances with what waits and what is on paper summed up by the test itself. */
const balances = (book: Cents, of: readonly { amount: Cents; state: string }[]) => {
  const come = (state: string): Cents => sum(of.filter(p => p.state === state).map(p => p.amount))
  return balancesOf(book, come('waiting'), come('on paper'))
}
const someBalances = fc
  .tuple(fc.integer({ min: -9_000_000, max: 9_000_000 }).map(cents), promised)
  .map(([book, of]) => ({ book, of, now: balances(book, of) }))

describe('balances', () => {
  it('are the book, what is promised of it and what is left, whatever waits and is on paper', () => {
    fc.assert(
      fc.property(someBalances, ({ book, of, now }) => {
        const total = (state?: string): Cents =>
          sum(of.filter(p => !state || p.state === state).map(p => p.amount))
        expect(now).toEqual({
          book,
          committed: total(),
          onPaper: total('on paper'),
          free: book - total(),
        })
        expect(afterRun(now, total('waiting'))).toBe(now.free)
      }),
    )
  })
  it('follow each act as if they were worked out anew', () => {
    fc.assert(
      fc.property(someBalances, amount, ({ book, of, now }, more) => {
        const waiting = { amount: more, state: 'waiting' }
        const onPaper = { amount: more, state: 'on paper' }
        expect(promising(now, more)).toEqual(balances(book, [...of, waiting]))
        expect(paying(now, more)).toEqual(balances(cents(book - more), of))
        expect(issuing(balances(book, [...of, onPaper]), more)).toEqual(balances(cents(book - more), of))
      }),
    )
  })
})

describe('an entry', () => {
  const [cash, wood, sand] = [idOf<'ledger'>('cash'), idOf<'ledger'>('wood'), idOf<'ledger'>('sand')]
  const date = must(plainDate('2026-11-24'))
  const of = (...lines: ReturnType<typeof sided>[]) =>
    entry({ id: idOf('e'), companyId: idOf('c'), date, text: 'x', paymentId: null, lines })
  it('balances, has two lines or more, each with one side, and names each ledger account once', () => {
    const made = of(sided(wood, cents(5)), sided(wood, cents(2)), sided(cash, cents(-7)))
    expect(made.ledgers).toEqual([wood, cash])
    expect(() => of(sided(wood, cents(5)), sided(cash, cents(-4)))).toThrow('entry e does not balance')
    expect(() => of()).toThrow('odd line')
    expect(() => of(sided(wood, cents(0)), sided(cash, cents(0)))).toThrow('odd line')
    const both = { ledgerId: sand, debit: cents(1), credit: cents(1) }
    expect(() => of(sided(wood, cents(5)), sided(cash, cents(-5)), both)).toThrow('odd line')
    const below = { ledgerId: sand, debit: cents(-1), credit: cents(0) }
    expect(() => of(sided(wood, cents(6)), sided(cash, cents(-5)), below)).toThrow('odd line')
    const odd = { ledgerId: sand, debit: cents(3), credit: cents(-1) }
    expect(() => of(sided(wood, cents(1)), sided(cash, cents(-5)), odd)).toThrow('odd line')
    const turned = { ledgerId: sand, debit: cents(-1), credit: cents(3) }
    expect(() => of(sided(wood, cents(5)), sided(cash, cents(-1)), turned)).toThrow('odd line')
  })
  it('goes back as its own mirror', () => {
    const made = of(sided(wood, cents(5)), sided(cash, cents(-5)))
    const back = reversed(made, { id: idOf('b'), date, text: 'back' })
    expect(back.lines).toEqual([sided(wood, cents(-5)), sided(cash, cents(5))])
    expect(back).toMatchObject({ id: 'b', text: 'back', ledgers: [wood, cash] })
  })
  it('is dated on the first open day where its own is closed', () => {
    const [before, closed, after] = ['2026-10-30', '2026-10-31', '2026-11-01'].map(d => must(plainDate(d)))
    expect([before, closed, after].map(d => openDay(d!, closed))).toEqual([after, after, after])
    expect(openDay(before!, undefined)).toBe(before)
    expect([firstOpen(closed), firstOpen(undefined)]).toEqual([after, undefined])
    expect([mustBeOpen(closed!, undefined), mustBeOpen(after!, closed)].map(cameTo)).toEqual([closed, after])
    expect(cameTo(mustBeOpen(closed!, closed))).toBe(
      'period-closed (date, 2026-10-31, 2026-10-31) The books are closed through Oct 31, 2026. Choose a later date.',
    )
  })
})

it('ledger accounts are chosen from by what money is spent on, an office’s cash last, one left out', () => {
  const of = (id: string, kind: LedgerAccount['kind']): LedgerAccount => ({
    id: idOf(id),
    companyId: idOf('c'),
    code: id,
    name: id,
    kind,
  })
  const ledgers = [
    of('1010', 'asset'),
    of('1500', 'asset'),
    of('4000', 'income'),
    of('3000', 'equity'),
    of('6200', 'expense'),
    of('6100', 'expense'),
    of('2010', 'liability'),
    of('2500', 'liability'),
  ]
  const order = ledgersToChoose(ledgers, new Set(['1010']), idOf('2010')).map(l => l.code)
  expect(order).toEqual(['6100', '6200', '2500', '1500', '3000', '4000', '1010'])
})

describe('the balance of a day', () => {
  it('is what all entries through it come to, whatever day is asked', () => {
    const [cash, other] = [idOf<'ledger'>('cash'), idOf<'ledger'>('other')]
    const first = must(plainDate('2026-10-01'))
    const moves = fc.array(
      fc.tuple(
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: -500, max: 500 }).filter(n => n !== 0),
      ),
    )
    fc.assert(
      fc.property(moves, fc.integer({ min: -2, max: 42 }), (list, asked) => {
        const entries = list.map(([day, n], i) =>
          entry({
            ...{
              id: idOf(`e${i}`),
              companyId: idOf('co'),
              date: addDays(first, day),
              text: '',
              paymentId: null,
            },
            lines: [sided(cash, cents(n)), sided(other, cents(-n))],
          }),
        )
        const through = (day: PlainDate): number =>
          entries.filter(e => e.date <= day).reduce((s, e) => s + e.lines[0]!.debit - e.lines[0]!.credit, 0)
        const now = cents(through(addDays(first, 99)))
        const day = addDays(first, asked)
        expect(balanceByDay(now, movedByDay(entries, cash))(day)).toBe(through(day))
      }),
    )
  })
})
