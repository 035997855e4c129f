import { describe, expect, it } from 'vitest'
import { random, type Random } from '#core/base/random'
import { idOf, type Id } from '../base/id'
import type { Result } from '../base/result'
import { countFates, nextNumber, numberId, type CheckNumber } from '../books/book'
import { mayBecome, type Fate } from '../books/fates'
import { givenFates } from '../books/giveFate'
import { balances, ledgerBalance } from '../ledger/balances'
import { sum } from '../money/cents'
import { runOrders, type Outcome, type Run } from '../runs/run'
import { firstBroken } from '../trail/trail'
import { Desk } from './desk'
import { account, bookOf, drawOf, opened, OPENING } from './office.fixture'

const BOOK = 40
const at = (n: number) => ({ at: `2026-11-24T10:00:${String(n % 60).padStart(2, '0')}.${String(n).padStart(6, '0')}Z`, by: 'Test' })
const ended: readonly Fate[] = ['issued', 'cleared', 'voided', 'stopped', 'spoiled', 'missing']

/** Everything of "what must always hold" that this slice can break. */
function holds(desk: Desk, before: ReadonlyMap<string, Fate>): void {
  const book = bookOf(BOOK)
  const rows = desk.rowsOf(book.id)
  const counts = countFates(book, rows.values())
  expect(Object.values(counts).reduce((a, b) => a + b, 0)).toBe(BOOK)
  for (const row of rows.values()) {
    expect(row.id).toBe(numberId(book.id, row.number))
    expect(row.number >= book.start && row.number <= book.end).toBe(true)
    const was = before.get(row.id) ?? 'unused'
    if (was !== row.fate) expect(mayBecome(was, row.fate), `${was} to ${row.fate}`).toBe(true)
    if (ended.includes(was)) expect(ended).toContain(row.fate)
  }
  const payments = [...desk.kept.payments.values()]
  for (const p of payments) {
    const standing = [...rows.values()].filter(r => r.check?.paymentId === p.id && ['on paper', 'issued', 'cleared'].includes(r.fate))
    expect(standing.length, `${p.id} ${p.state}`).toBe(p.state === 'waiting' ? 0 : 1)
    if (p.state !== 'waiting') expect(standing[0]?.fate).toBe(p.state)
    expect(sum(p.split.map(s => s.amount))).toBe(p.amount)
  }
  const entries = [...desk.kept.entries.values()]
  const issued = payments.filter(p => p.state === 'issued' || p.state === 'cleared')
  const promised = payments.filter(p => p.state === 'waiting' || p.state === 'on paper')
  const b = balances(entries, account.cashLedgerId, promised)
  expect(b.book).toBe(OPENING - sum(issued.map(p => p.amount)))
  expect(b.free).toBe(b.book - b.committed)
  expect(ledgerBalance(entries, account.cashLedgerId) + ledgerBalance(entries, idOf('wood')) + ledgerBalance(entries, idOf('equity'))).toBe(0)
  expect([...desk.kept.runs.values()].filter(r => r.state === 'at the printer').length).toBeLessThanOrEqual(1)
  expect(firstBroken(desk.trail)).toBeUndefined()
}

/** One random act, sensible or not. */
function act(desk: Desk, r: Random, n: number): Result<unknown> {
  const book = bookOf(BOOK)
  const runs = [...desk.kept.runs.values()]
  const someRun = (): Run | undefined => (runs.length ? r.one(runs) : undefined)
  const anyNumber = (): CheckNumber => r.between(99, 103 + BOOK) as CheckNumber
  const outcome = (): Outcome => r.one<Outcome>([{ kind: 'good' }, { kind: 'good' }, { kind: 'spoiled', why: r.next() < 0.1 ? ' ' : 'jam' }, { kind: 'never came out' }])
  const none: Result<unknown> = { ok: true, value: undefined }
  switch (r.between(0, 9)) {
    case 0: case 1: return desk.draw(account.id, drawOf(`pay${n}`, r.between(-1, 40_000)), at(n))
    case 2: {
      const ids = [...desk.kept.payments.keys()].filter(() => r.next() < 0.4) as Id<'payment'>[]
      const runId = r.next() < 0.2 && runs.length ? r.one(runs).id : idOf<'run'>(`run${n}`)
      return desk.pick(book.id, { runId, paymentIds: ids, order: r.one(runOrders) }, at(n))
    }
    case 3: case 4: {
      const run = someRun()
      return run ? desk.load(run.id, r.next() < 0.7 ? nextNumber(book, desk.rowsOf(book.id)) ?? anyNumber() : anyNumber(), at(n)) : none
    }
    case 5: case 6: { const run = someRun(); return run ? desk.print(run.id, at(n)) : none }
    case 7: { const first = anyNumber(); return desk.giveFate(book.id, { numbers: Array.from({ length: r.between(1, 3) }, (_, i) => first + i as CheckNumber), fate: r.one(givenFates), why: 'counted' }, at(n)) }
    case 8: {
      const run = someRun()
      if (!run) return none
      if (r.next() < 0.1) return desk.drop(run.id, at(n))
      return desk.countOff(run.id, new Map(run.checks.filter(() => r.next() < 0.97).map(c => [c.number, outcome()])), at(n))
    }
    default: return desk.clear(account.id, [...desk.kept.numbers.values()].filter(row => row.fate === 'issued' && r.next() < 0.3), at(n))
  }
}

describe('an office under random acts', () => {
  it('keeps every number, payment and balance in order, and a refused act changes nothing', () => {
    let done = 0
    for (let seed = 1; seed <= 100; seed++) {
      const desk = new Desk()
      desk.put(opened(BOOK))
      const r = random(seed)
      for (let n = 0; n < 60; n++) {
        const before = new Map([...desk.kept.numbers.values()].map(row => [row.id, row.fate]))
        const whole = JSON.stringify(desk.snapshot())
        const result = act(desk, r, n)
        try {
          if (result.ok) { done++; holds(desk, before) }
          else expect(JSON.stringify(desk.snapshot())).toBe(whole)
        }
        catch (error) {
          throw new Error(`seed ${seed}, act ${n}: ${(error as Error).message}`, { cause: error })
        }
      }
    }
    expect(done).toBeGreaterThan(2000)
  })
})

describe('a run', () => {
  const ready = (): Desk => {
    const desk = new Desk()
    desk.put(opened(10))
    for (const [i, amount] of [30_000, 10_000, 20_000].entries()) desk.draw(account.id, drawOf(`pay${i}`, amount), at(i))
    return desk
  }
  const runId = idOf<'run'>('r1')
  const book = bookOf(10)
  const codeOf = (r: Result<unknown>) => (r.ok ? 'done' : r.refusal.code)
  const allThree = { runId, paymentIds: ['pay0', 'pay1', 'pay2'].map(id => idOf<'payment'>(id)), order: 'amount' as const }

  it('counts off good, spoiled and never came out as the model says', () => {
    const desk = ready()
    desk.pick(book.id, allThree, at(4))
    desk.load(runId, 101 as CheckNumber, at(5))
    expect(desk.print(runId, at(6)).ok).toBe(true)
    const fate = (n: number) => desk.rowsOf(book.id).get(n as CheckNumber)?.fate
    expect([fate(101), fate(102), fate(103)]).toEqual(['on paper', 'on paper', 'on paper'])
    desk.countOff(runId, new Map<CheckNumber, Outcome>([[101 as CheckNumber, { kind: 'good' }], [102 as CheckNumber, { kind: 'spoiled', why: 'toner' }], [103 as CheckNumber, { kind: 'never came out' }]]), at(7))
    expect([fate(101), fate(102), fate(103)]).toEqual(['issued', 'spoiled', 'unused'])
    expect(desk.waiting(account.id).map(p => p.amount)).toEqual([10_000, 20_000])
    expect(nextNumber(book, desk.rowsOf(book.id))).toBe(103)
    expect(ledgerBalance(desk.kept.entries.values(), account.cashLedgerId)).toBe(OPENING - 30_000)
  })
  it('never gives a fate by hand to a number that is on paper', () => {
    const desk = ready()
    desk.pick(book.id, allThree, at(4))
    desk.load(runId, 101 as CheckNumber, at(5))
    desk.print(runId, at(6))
    expect(codeOf(desk.giveFate(book.id, { numbers: [101 as CheckNumber], fate: 'spoiled', why: 'jam' }, at(7)))).toBe('number-used')
  })
  it('refuses a second run on the same book, a jump over numbers, and printing what has changed', () => {
    const desk = ready()
    expect(codeOf(desk.pick(book.id, allThree, at(4)))).toBe('done')
    expect(codeOf(desk.pick(book.id, { ...allThree, runId: idOf('r2') }, at(5)))).toBe('run-open')
    expect(codeOf(desk.load(runId, 104 as CheckNumber, at(6)))).toBe('numbers-jumped')
    expect(codeOf(desk.giveFate(book.id, { numbers: [101, 102, 103] as CheckNumber[], fate: 'missing', why: 'torn box' }, at(7)))).toBe('done')
    expect(codeOf(desk.load(runId, 104 as CheckNumber, at(8)))).toBe('done')
    expect(codeOf(desk.load(runId, 102 as CheckNumber, at(8)))).toBe('number-used')
    expect(codeOf(desk.load(runId, 111 as CheckNumber, at(8)))).toBe('number-outside')
    desk.load(runId, 109 as CheckNumber, at(9))
    desk.giveFate(book.id, { numbers: [104, 105, 106, 107, 108] as CheckNumber[], fate: 'set aside', why: 'other tray' }, at(9))
    desk.load(runId, 109 as CheckNumber, at(10))
    expect(codeOf(desk.print(runId, at(11)))).toBe('book-too-short')
    expect(codeOf(desk.drop(runId, at(12)))).toBe('done')
    expect(codeOf(desk.load(runId, 109 as CheckNumber, at(13)))).toBe('run-printed')
  })
})

describe('the trail', () => {
  it('shows the first line that was touched, taken out or put in', () => {
    const desk = new Desk()
    desk.put(opened(5))
    for (let i = 0; i < 6; i++) desk.draw(account.id, drawOf(`pay${i}`, 100 + i), at(i))
    expect(firstBroken(desk.trail)).toBeUndefined()
    expect(firstBroken(desk.trail.map((l, i) => (i === 3 ? { ...l, text: 'other' } : l)))?.seq).toBe(4)
    expect(firstBroken(desk.trail.filter((_, i) => i !== 2))?.seq).toBe(4)
    expect(firstBroken([desk.trail[1]!, ...desk.trail])?.seq).toBe(2)
  })
})
