import { describe, expect, it } from 'vitest'
import { must } from '../base/result'
import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { random } from '../base/random'
import { blankFormLine } from '../bills/formLines'
import type { BankLine } from './bankLine'
import { movementKinds, type MovementKind } from './movement'
import { blankMovement, movementToEnter, readMovement, type MovementForm } from './movementForm'

const typing = { today: must(plainDate('2026-11-27')), dayFirst: false, clockBehind: false }
const [fees, sales] = [idOf<'ledger'>('fees'), idOf<'ledger'>('sales')]
const bankLine = (amount: number): BankLine =>
  ({ id: idOf('line'), date: must(plainDate('2026-11-20')), amount, text: 'SERVICE' }) as unknown as BankLine

describe('money in or out, as it is typed', () => {
  it('becomes an act whose parts come to the amount, with the sign of the money, whatever is typed', () => {
    for (let seed = 1; seed <= 500; seed++) {
      const r = random(seed)
      const [whole, first] = [r.between(2, 900_000), r.between(1, 900_000)]
      const form: MovementForm = {
        ...blankMovement('as typed'),
        ...{ way: r.one(['in', 'out'] as const), amount: (whole / 100).toFixed(2), date: '11/20' },
        kind: r.next() < 0.3 ? undefined : r.one(Object.keys(movementKinds) as MovementKind[]),
        ledgerId: r.next() < 0.5 ? fees : null,
        lines: r.one([
          [],
          [
            { ...blankFormLine(), ledgerId: fees, amount: (first / 100).toFixed(2) },
            { ...blankFormLine(), ledgerId: sales },
          ],
        ]),
        toAccountId: r.next() < 0.5 ? idOf<'account'>('other') : undefined,
      }
      const line = r.next() < 0.3 ? bankLine(r.one([-1, 1]) * r.between(1, 900_000)) : undefined
      const read = readMovement(form, line, typing)
      const act = movementToEnter(form, read, line)
      if (!read.isReady) continue
      const amount = line?.amount ?? (form.way === 'in' ? whole : -whole)
      expect(act?.amount, `seed ${seed}`).toBe(amount)
      expect(act?.date).toBe('2026-11-20')
      expect([0, Math.sign(amount)]).toContain(movementKinds[act!.kind].way)
      const sum = act!.parts.reduce((to, part) => to + part.amount, 0)
      expect(sum, `seed ${seed}`).toBe(act!.kind === 'transfer' ? 0 : amount)
      expect(act!.toAccountId !== undefined).toBe(act!.kind === 'transfer')
      expect(act!.lineId).toBe(line?.id)
    }
  })
  it('is not ready while a ledger account, a text, a date or the amount is missing', () => {
    const whole: MovementForm = {
      ...blankMovement('Deposit'),
      ...{ amount: '12.50', date: '11/20', ledgerId: sales },
    }
    expect(readMovement(whole, undefined, typing).isReady).toBe(true)
    for (const gap of [{ ledgerId: null }, { text: ' ' }, { date: 'soon' }, { amount: '' }, { amount: '0' }])
      expect(readMovement({ ...whole, ...gap }, undefined, typing).isReady, JSON.stringify(gap)).toBe(false)
  })
})
