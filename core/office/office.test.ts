import { describe, expect, it } from 'vitest'
import { random } from '#core/base/random'
import { idOf } from '../base/id'
import type { Result } from '../base/result'
import { nextNumber, type CheckNumber } from '../numbers/book'
import type { Outcome } from '../runs/run'
import { firstBroken } from '../trail/trail'
import { perform } from './actTypes'
import { MemoryOffice } from './memory'
import { rowFaults } from './rows'
import { account, bookOf, drawOf, opened, OPENING, printed, ledgerBalance } from './test/office'
import { aDay, bankAgrees } from './test/bankOracle'
import { fatesNow, startingOffice, startingWorld } from './test/chance'
import { nextMove } from './test/simulator'
import { mustHold } from './test/world'

const at = (n: number) => ({
  at: `2026-11-24T10:00:${String(n % 60).padStart(2, '0')}.${String(n).padStart(6, '0')}Z`,
  by: 'Test',
})
const SEEDS = Number(process.env.DESK_SEEDS ?? 300)
const FIRST = Number(process.env.DESK_FIRST ?? 1)
const ACTS = 80

describe('an office under random acts', () => {
  it(
    `keeps every number, payment and balance as the plain model says, over ${SEEDS} seeds, with printers at fault and a tab that sees old things`,
    { timeout: 300_000 + SEEDS * 200 },
    async () => {
      const done = new Map<string, number>()
      for (let seed = FIRST; seed < FIRST + SEEDS; seed++) {
        const desk = new MemoryOffice()
        desk.put(startingOffice())
        const world = startingWorld()
        const r = random(seed)
        // The second tab sees the office as it was some acts ago.
        let old = new MemoryOffice()
        old.put(startingOffice())
        for (let n = 0; n < ACTS; n++) {
          if (n % 6 === 0) {
            old = new MemoryOffice()
            const { trail: _, ...rows } = desk.snapshot()
            old.put(rows)
          }
          const before = fatesNow(desk)
          const move = nextMove(r, n, r.next() < 0.2 ? old : desk, desk, (name, input, stamp) =>
            perform(desk, name, input, stamp),
          )
          if (!move) continue
          try {
            const whole = n % 15 === 7 ? JSON.stringify(desk.snapshot()) : undefined
            const result = await move.act()
            if (result.ok) {
              done.set(move.name, (done.get(move.name) ?? 0) + 1)
              move.effect(world)
              mustHold(desk.snapshot(), world, account.cashLedgerId, before)
              await bankAgrees(desk, desk.snapshot(), aDay(r))
              // The same press once more: one press, one act.
              if (n % 4 === 0) expect((await move.act()).ok).toBe(false)
            } else if (whole) expect(JSON.stringify(desk.snapshot())).toBe(whole)
          } catch (error) {
            throw new Error(
              `seed ${seed}, act ${n}, ${move.name}: ${(error as Error).message}\nAgain with: DESK_FIRST=${seed} DESK_SEEDS=1 npx vitest run core/office`,
              { cause: error },
            )
          }
        }
        expect(firstBroken(desk.trail), `seed ${seed}`).toBeUndefined()
        if (seed % 20 === 0) expect(rowFaults(desk.snapshot()), `seed ${seed}`).toEqual([])
      }
      if (process.env.DESK_TELL) console.log(Object.fromEntries(done))
      if (SEEDS > 500)
        for (const name of [
          'draw',
          'change',
          'withdraw',
          'bring back',
          'pick',
          'load',
          'load another book',
          'print',
          'print again',
          'count off',
          'give a fate',
          'take back',
          'replace',
          'cancel',
          'write a check back',
          'confirm a stop',
          'record',
          'drop',
          'close a period',
          'put a book away',
          'take in what was before',
          'take what was before back',
          'hand the office over',
          'take the office on',
          'begin statements',
          'import a statement',
          'match a line',
          'undo a match',
          'undo a file',
          'enter a movement',
          'reverse a movement',
          'accept the amount of the bank',
          'close a statement',
          'reopen a statement',
          'send a file to the bank',
          'order transfers',
        ])
          expect(done.get(name) ?? 0, `acts done: ${name}`).toBeGreaterThan(SEEDS / 100)
    },
  )
})

describe('a run', () => {
  const ready = async (): Promise<MemoryOffice> => {
    const desk = new MemoryOffice()
    desk.put(opened(10))
    for (const [i, amount] of [30_000, 10_000, 20_000].entries())
      await perform(desk, 'draw', { accountId: account.id, draw: drawOf(`pay${i}`, amount) }, at(i))
    return desk
  }
  const runId = idOf<'run'>('r1')
  const book = bookOf(10)
  const codeOf = (r: Result<unknown>) => (r.ok ? 'done' : r.refusal.code)
  const allThree = {
    runId,
    paymentIds: ['pay0', 'pay1', 'pay2'].map(id => idOf<'payment'>(id)),
    order: 'amount' as const,
  }

  it('counts off good, spoiled and never came out as the model says', async () => {
    const desk = await ready()
    await perform(desk, 'pick', { bookId: book.id, ...allThree }, at(4))
    await perform(desk, 'load', { runId, top: 101 as CheckNumber }, at(5))
    expect((await printed(desk, runId, at(6))).ok).toBe(true)
    const fate = (n: number) => desk.rowsOf(book.id).get(n as CheckNumber)?.fate
    expect([fate(101), fate(102), fate(103)]).toEqual(['on paper', 'on paper', 'on paper'])
    await perform(
      desk,
      'countOff',
      {
        runId,
        outcomes: new Map<CheckNumber, Outcome>([
          [101 as CheckNumber, { kind: 'good' }],
          [102 as CheckNumber, { kind: 'spoiled', why: 'toner' }],
          [103 as CheckNumber, { kind: 'never came out' }],
        ]),
      },
      at(7),
    )
    expect([fate(101), fate(102), fate(103)]).toEqual(['issued', 'spoiled', 'unused'])
    expect(
      desk
        .found('payments', 'waiting', [account.id])
        .map(p => p.amount)
        .sort((a, b) => a - b),
    ).toEqual([10_000, 20_000])
    expect(nextNumber(book, desk.rowsOf(book.id))).toBe(103)
    expect(ledgerBalance(desk.kept.entries.values(), account.cashLedgerId)).toBe(OPENING - 30_000)
  })
  it('never gives a fate by hand to a number that is on paper', async () => {
    const desk = await ready()
    await perform(desk, 'pick', { bookId: book.id, ...allThree }, at(4))
    await perform(desk, 'load', { runId, top: 101 as CheckNumber }, at(5))
    await printed(desk, runId, at(6))
    expect(
      codeOf(
        await perform(
          desk,
          'giveFate',
          { bookId: book.id, numbers: [101 as CheckNumber], fate: 'spoiled', why: 'jam' },
          at(7),
        ),
      ),
    ).toBe('number-used')
  })
  it('refuses a second run on the same book, a jump over numbers, and printing what has changed', async () => {
    const desk = await ready()
    expect(codeOf(await perform(desk, 'pick', { bookId: book.id, ...allThree }, at(4)))).toBe('done')
    expect(
      codeOf(await perform(desk, 'pick', { bookId: book.id, ...allThree, runId: idOf<'run'>('r2') }, at(5))),
    ).toBe('run-open')
    expect(codeOf(await perform(desk, 'load', { runId, top: 104 as CheckNumber }, at(6)))).toBe(
      'numbers-jumped',
    )
    expect(
      codeOf(
        await perform(
          desk,
          'giveFate',
          { bookId: book.id, numbers: [101, 102, 103] as CheckNumber[], fate: 'missing', why: 'torn box' },
          at(7),
        ),
      ),
    ).toBe('done')
    expect(codeOf(await perform(desk, 'load', { runId, top: 104 as CheckNumber }, at(8)))).toBe('done')
    expect(codeOf(await perform(desk, 'load', { runId, top: 102 as CheckNumber }, at(8)))).toBe('number-used')
    expect(codeOf(await perform(desk, 'load', { runId, top: 111 as CheckNumber }, at(8)))).toBe(
      'number-outside',
    )
    await perform(desk, 'load', { runId, top: 109 as CheckNumber }, at(9))
    await perform(
      desk,
      'giveFate',
      {
        bookId: book.id,
        numbers: [104, 105, 106, 107, 108] as CheckNumber[],
        fate: 'set aside',
        why: 'other tray',
      },
      at(9),
    )
    await perform(desk, 'load', { runId, top: 109 as CheckNumber }, at(10))
    expect(codeOf(await printed(desk, runId, at(11)))).toBe('book-too-short')
    expect(codeOf(await perform(desk, 'drop', { runId }, at(12)))).toBe('done')
    expect(codeOf(await perform(desk, 'load', { runId, top: 109 as CheckNumber }, at(13)))).toBe(
      'run-printed',
    )
  })
})

describe('the trail', () => {
  it('shows the first line that was touched, taken out or put in', async () => {
    const desk = new MemoryOffice()
    desk.put(opened(5))
    for (let i = 0; i < 6; i++)
      await perform(desk, 'draw', { accountId: account.id, draw: drawOf(`pay${i}`, 100 + i) }, at(i))
    expect(firstBroken(desk.trail)).toBeUndefined()
    expect(firstBroken(desk.trail.map((l, i) => (i === 3 ? { ...l, text: 'other' } : l)))?.seq).toBe(4)
    expect(firstBroken(desk.trail.filter((_, i) => i !== 2))?.seq).toBe(4)
    expect(firstBroken([desk.trail[1]!, ...desk.trail])?.seq).toBe(2)
  })
})
