import { describe, expect, it } from 'vitest'
import { addDays, plainDate, type PlainDate } from '../base/dates'
import { random, type Random } from '../base/random'
import { must } from '../base/result'
import { linesOf } from '../bank/read/bankFile'
import { readBankFile } from '../bank/read/readBankFile'
import { cents } from '../money/cents'
import type { CheckNumber } from '../numbers/book'
import { mishaps, PracticeAccount } from './bank'
import { statementFormats } from './statementFiles'

const from = must(plainDate('2026-11-01'))
const check = (n: number) => ({ number: n as CheckNumber, amount: cents(n * 100), payee: `PAYEE ${n}` })
const told = (n: number, kind: 'issue' | 'end' = 'issue') => ({ ...check(n), kind })

describe('the practice bank', () => {
  it('pays what agrees with what it was told, and asks about all else, each with its own reason', () => {
    const bank = new PracticeAccount('00526610', from, cents(0))
    bank.tell([told(1), told(2), told(3), told(4, 'end')])
    const present = (n: number, more: object = {}) => bank.present({ ...check(n), ...more }, from)
    expect([present(1), present(2, { amount: cents(1) }), present(3, { payee: 'Nobody' })]).toEqual([
      'paid',
      'asked',
      'asked',
    ])
    expect([present(4), present(99), present(1)]).toEqual(['asked', 'asked', 'asked'])
    expect(bank.questions.map(q => q.reason)).toEqual([
      'AMOUNT DIFFERS FROM YOUR FILES',
      'PAYEE DIFFERS FROM YOUR FILES',
      'VOIDED OR STOPPED IN YOUR FILES',
      'NOT IN YOUR FILES',
      'PRESENTED TWICE',
    ])
    const [pay, back] = bank.questions
    const answers = [
      { reference: pay!.reference, decision: 'pay' },
      { reference: back!.reference, decision: 'return' },
    ] as const
    expect(bank.answer(answers, from)).toBe(2)
    expect(bank.answer(answers, from)).toBe(0)
    expect(bank.booked.map(l => [l.number, l.amount])).toEqual([
      [1, -100],
      [2, -1],
    ])
  })
  it('without files pays whatever it can read', () => {
    const bank = new PracticeAccount('00526610', from, cents(0))
    expect(bank.present({ number: 7 as CheckNumber }, from)).toBe('returned')
    expect(bank.present(check(7), from)).toBe('paid')
  })
  it('gives statements that add up and follow each other, and read the same in every format', () => {
    for (let seed = 1; seed <= 25; seed++) {
      const r = random(seed)
      const bank = lived(r, seed)
      const [first, second] = [addDays(from, 14), addDays(from, 300)]
      const [early, late] = [bank.statement(from, first), bank.statement(addDays(first, 1), second)]
      const total = (of: typeof early): number => of.lines.reduce((s, l) => s + l.amount, of.opening)
      expect(total(early), `seed ${seed}`).toBe(late.opening)
      expect(total(late)).toBe(bank.balance(second))
      expect(early.lines.length + late.lines.length).toBe(bank.booked.length)
      for (const [name, { write }] of Object.entries(statementFormats)) {
        if (name === 'CSV') continue
        const read = must(readBankFile(write(early)))
        const [account] = read.accounts
        const seen = linesOf(account!, 'as given').map(l => [l.date, l.amount, l.number, l.reference])
        expect(seen, `${name}, seed ${seed}`).toEqual(
          early.lines.map(l => [l.date, l.amount, l.number, l.reference]),
        )
      }
    }
  })
})

/** An account at which some weeks went by, with everything that can go wrong. */
function lived(r: Random, seed: number): PracticeAccount {
  const bank = new PracticeAccount('00526610', from, cents(r.between(-5000, 5000)))
  const checks = Array.from({ length: 12 }, (_, i) => check(seed * 100 + i))
  if (r.next() < 0.7) bank.tell(checks.map(c => ({ ...c, kind: r.next() < 0.8 ? 'issue' : 'end' })))
  const day = (): PlainDate => addDays(from, r.between(0, 30))
  for (const c of checks) {
    if (r.next() < 0.4) bank.mishap(r.one(mishaps), c, day())
    else bank.present(c, day())
    if (r.next() < 0.2) bank.money(cents(r.one([-1200, 45_000])), 'FEE & CO', day())
  }
  bank.byChance(checks, seed, day())
  bank.answer(
    bank.questions.map(q => ({ reference: q.reference, decision: r.one(['pay', 'return'] as const) })),
    day(),
  )
  return bank
}
