import { describe, expect, it } from 'vitest'
import { addDays, plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { random } from '../base/random'
import { must, type Result } from '../base/result'
import { cents } from '../money/cents'
import type { CheckNumber, NumberRow } from '../numbers/book'
import { paymentOf, rowOf } from '../runs/test/run'
import { applyMatch, type MatchTarget } from './applyMatch'
import { knownBefore, type BankLine, type IncomingLine } from './bankLine'
import { ruleFor, type BankRule } from './bankRule'
import { findReason, isSwapped } from './findReason'
import { isOwnAccount } from './ownAccount'
import { suggestionsFor } from './suggest'
import type { Movement } from './movement'

const day = (n: number) => addDays(must(plainDate('2026-10-01')), n)
const stamp = { at: '2026-11-24T10:00:00Z', by: 'Test' }
const payment = paymentOf('a', { state: 'issued' })
const issued: NumberRow = rowOf(101, 'issued', payment)
const { date } = issued.check!
const line: BankLine = {
  ...{ id: idOf('l'), accountId: issued.accountId, statementId: idOf('s'), fileId: idOf('f') },
  ...{ date: addDays(date, 5), amount: cents(-payment.amount), text: 'CHECK' },
  number: 101 as CheckNumber,
}
const codeOf = (r: Result<unknown>): string => (r.ok ? 'done' : r.refusal.code)

describe('a line that names a check', () => {
  const reason = (more: Partial<BankLine>, row: NumberRow | undefined = issued, isInBook = true) =>
    findReason({ ...line, ...more }, { isInBook, row }, '$')?.kind
  it('is that check only where number, amount and account agree, and nothing speaks against it', () => {
    expect(reason({})).toBeUndefined()
    expect(reason({ payee: `  ${issued.check!.payee.toUpperCase()} ` })).toBeUndefined()
    expect(reason({ payee: 'Somebody' })).toBe('payee differs')
    expect(reason({ amount: cents(line.amount - 9) })).toBe('amount differs')
    expect(reason({ amount: cents(-line.amount) })).toBe('money in')
    expect([180, 181].map(n => reason({ date: addDays(date, n) }))).toEqual([undefined, 'stale'])
    expect(reason({}, undefined, false)).toBe('unknown number')
    const { number: _, ...bare } = line
    expect(findReason(bare, { isInBook: false, row: undefined }, '$')?.kind).toBe('no number')
  })
  it.each([
    ['unused', 'never issued'],
    ['missing', 'never issued'],
    ['set aside', 'never issued'],
    ['on paper', 'not counted off'],
    ['spoiled', 'spoiled'],
    ['voided', 'voided'],
    ['stopped', 'stopped'],
    ['cleared', 'paid twice'],
  ] as const)('%s: %s', (fate, kind) => {
    expect(reason({}, { ...issued, fate })).toBe(kind)
  })
  it('swapped digits are neighbours that changed places, whatever is around them', () => {
    const r = random(5)
    for (let i = 0; i < 300; i++) {
      const digits = Array.from({ length: 7 }, () => r.between(0, 9))
      const at = r.between(0, 5)
      const other = digits.with(at, digits[at + 1]!).with(at + 1, digits[at]!)
      const [a, b] = [Number(digits.join('')), Number(other.join(''))]
      expect(isSwapped(a, b)).toBe(a !== b)
      expect(isSwapped(a, b + 100_000_000)).toBe(false)
      if (a !== b) expect(Math.abs(a - b) % 9).toBe(0)
    }
    expect(
      findReason(
        { ...line, amount: cents(-12_34) },
        { isInBook: true, row: { ...issued, check: { ...issued.check!, amount: cents(13_24) } } },
        '$',
      )?.text,
    ).toBe('The bank paid $12.34, the check is for $13.24: $0.90 less. Two digits are swapped.')
  })
})

describe('matching', () => {
  const target: MatchTarget = { kind: 'check', row: issued, payment }
  it('a check is cleared with the bank’s day and reference in its history, and nothing else is', () => {
    const done = must(applyMatch({ ...line, reference: '77' }, target, stamp))
    expect(done.line.match).toEqual({ kind: 'check', numberId: issued.id, paymentId: payment.id })
    expect(done.payments).toEqual([{ ...payment, state: 'cleared' }])
    expect(done.numbers[0]).toMatchObject({ fate: 'cleared' })
    expect(done.numbers[0]!.life.at(-1)!.why).toMatch(/^paid by the bank on .+, reference 77$/)
  })
  it('is refused for what is matched, elsewhere, of another amount, or not issued', () => {
    const movement: Movement = {
      ...{
        id: idOf('m'),
        companyId: idOf('co'),
        accountId: line.accountId,
        kind: 'deposit',
        date: line.date,
      },
      ...{ amount: line.amount, text: 'fee', entryId: idOf('e'), state: 'open' },
    }
    const of = (more: Partial<BankLine>, to: MatchTarget = target) =>
      codeOf(applyMatch({ ...line, ...more }, to, stamp))
    expect(of({ match: { kind: 'payment', paymentId: payment.id } })).toBe('line-matched')
    expect(of({ accountId: idOf('other') })).toBe('line-elsewhere')
    expect(of({ amount: cents(line.amount - 1) })).toBe('amount-differs')
    expect(of({}, { ...target, payment: { ...payment, state: 'cleared' } })).toBe('payment-not-issued')
    expect(of({}, { ...target, row: { ...issued, fate: 'stopped' } })).toBe('fate-impossible')
    expect(of({}, { kind: 'payment', payment })).toBe('payment-not-issued')
    expect(of({}, { kind: 'movement', movement })).toBe('done')
    for (const state of ['cleared', 'before', 'reversed'] as const)
      expect(of({}, { kind: 'movement', movement: { ...movement, state } })).toBe('movement-not-open')
    expect(of({}, { kind: 'movement', movement: { ...movement, accountId: idOf('other') } })).toBe(
      'line-elsewhere',
    )
  })
  it('suggests by amount, the nearest first; money without a check only within two weeks, checks only without a number', () => {
    const movementOn = (id: string, n: number): Movement => ({
      ...{ id: idOf(id), companyId: idOf('co'), accountId: line.accountId, kind: 'deposit', date: day(n) },
      ...{ amount: cents(500), text: id, entryId: idOf(id), state: 'open' },
    })
    const movements = [movementOn('far', 20), movementOn('near', 2), movementOn('same', 0)]
    const deposit = { ...line, date: day(0), amount: cents(500), number: undefined as never }
    const open = { movements, payments: [payment], numbers: new Map([[payment.id, issued]]) }
    expect(suggestionsFor(deposit, open).map(s => s.text)).toEqual(['Deposit: same', 'Deposit: near'])
    const { number: _, ...bare } = line
    expect(suggestionsFor(bare, open).map(s => s.match.kind)).toEqual(['check'])
    expect(suggestionsFor(line, open)).toEqual([])
  })
})

describe('a file that comes again', () => {
  it('brings each line once, in whatever parts, order and formats it comes', () => {
    const r = random(9)
    for (let i = 0; i < 300; i++) {
      const all = Array.from({ length: r.between(1, 12) }, (_, n): IncomingLine => ({
        ...{
          date: day(r.between(0, 3)),
          amount: cents(r.one([-100, 200])),
          text: `t${n}`,
          reference: `R${n}`,
        },
      }))
      const without = (l: IncomingLine): IncomingLine => {
        const { reference: _, ...bare } = l
        return bare
      }
      const kept: BankLine[] = []
      for (let file = 0; file < 4; file++) {
        // A file has whole days, and gives the bank's keys or not.
        const [from, to] = [r.between(0, 3), r.between(0, 3)]
        const part = all.filter(l => l.date >= day(Math.min(from, to)) && l.date <= day(Math.max(from, to)))
        const lines = r.next() < 0.5 ? part : part.map(without)
        const found = knownBefore(kept, lines)
        kept.push(
          ...lines.flatMap((l, n) =>
            found.has(n)
              ? []
              : [{ ...line, ...l, id: idOf<'bankLine'>(`${file}/${n}`), number: undefined as never }],
          ),
        )
      }
      const days = new Set(kept.map(l => l.date))
      const sumOf = (list: readonly { date: string; amount: number }[], d: string) =>
        list
          .filter(l => l.date === d)
          .map(l => l.amount)
          .sort()
      for (const d of days) expect(sumOf(kept, d)).toEqual(sumOf(all, d))
    }
  })
  it('two lines that look the same are two, unless they were there before', () => {
    const fee: IncomingLine = { date: day(1), amount: cents(-500), text: 'FEE' }
    const kept = { ...line, ...fee, number: undefined as never }
    expect(knownBefore([], [fee, fee]).size).toBe(0)
    expect(knownBefore([kept], [fee, fee]).size).toBe(1)
    expect(knownBefore([{ ...kept, reference: '1' }], [{ ...fee, reference: '2' }]).size).toBe(0)
    expect(knownBefore([{ ...kept, reference: '1' }], [fee]).size).toBe(1)
  })
})

describe('whose a file is, and what a rule is for', () => {
  it.each([
    ['0052-6610-3', true],
    ['52 6610 3', true],
    ['****6103', true],
    ['xx03', false],
    ['GB29NWBK60161300526610 3', true],
    ['0052-6610-4', false],
    ['', false],
  ])('%s: %s', (inFile, isOurs) => {
    expect(isOwnAccount(inFile, { account: '0052-6610-3' })).toBe(isOurs)
  })
  it('the longest text of its way decides', () => {
    const rule = (contains: string, way: 'in' | 'out'): BankRule => ({
      ...{ id: idOf(contains), companyId: idOf('co'), contains, way, kind: 'bank fee', ledgerId: idOf('l') },
    })
    const rules = [rule('fee', 'out'), rule('monthly  FEE', 'out'), rule('monthly fee of the bank', 'in')]
    expect(ruleFor({ ...line, text: 'The Monthly fee of the bank' }, rules)?.id).toBe('monthly  FEE')
    expect(ruleFor({ ...line, amount: cents(5), text: 'fee' }, rules)).toBeUndefined()
  })
})
