import { addDays, plainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must } from '../../base/result'
import { cents } from '../../money/cents'
import type { TakingIn } from '../../payables/takeIn'
import type { Chance, Move } from './chance'
import { account, company, drawOf, payeeOf } from './office'
import { drew } from './world'

const day = must(plainDate('2026-11-24'))
const LIMIT = company.payables!.secondAbove!

/** A file is taken in: new payees with their bills, a payment, a ledger account; now and then one that is wrong. */
function takeIn(c: Chance): Move {
  const { id: _, companyId: __, onHold: ___, ...to } = payeeOf('x', `Filed ${c.r.between(1, 9)}`)
  const payeeId = idOf<'payee'>(`filed${c.n}`)
  const amounts = Array.from({ length: c.r.between(0, 3) }, () => cents(c.r.between(-500, 40_000)))
  const draw = { ...drawOf(`filedpay${c.n}`, c.r.between(0, 9000)) }
  const taking: TakingIn = {
    id: idOf(`intake${c.n}`),
    companyId: company.id,
    accountId: account.id,
    file: 'spring.csv',
    ledgers:
      c.r.next() < 0.3
        ? [
            {
              id: idOf(`ledger${c.n}`),
              companyId: company.id,
              code: String(c.r.between(7000, 7004)),
              name: 'Filed',
              kind: 'expense',
            },
          ]
        : [],
    payees: [{ id: payeeId, to }],
    bills: amounts.map((amount, i) => ({
      id: idOf(`filedbill${c.n}-${i}`),
      payeeId,
      number: `F-${i}`,
      date: addDays(day, -i),
      due: day,
      amount,
      lines: [{ ledgerId: idOf('wood'), amount, memo: '' }],
      memo: '',
      taxForm: 'none',
    })),
    draws: c.r.next() < 0.4 ? [draw] : [],
  }
  return {
    name: 'take a file in',
    act: () => c.office('takeIn', taking, c.stamp),
    effect: w => {
      for (const [i, amount] of amounts.entries())
        if (Math.abs(amount) <= LIMIT) w.bills.set(`filedbill${c.n}-${i}`, amount)
      for (const d of taking.draws) drew(w, d.id, d.amount)
    },
  }
}

/** What came with a file is taken back, where nothing depends on it. */
function takeBack(c: Chance): Move | undefined {
  const intake = c.some([...c.seen.kept.intakes.values()])
  if (!intake) return undefined
  return {
    name: 'take a file back',
    act: () => c.office('takeIntakeBack', { intakeId: intake.id }, c.stamp),
    effect: w => {
      for (const id of intake.bills) w.bills.delete(id)
      for (const id of intake.payments) w.payments.get(id)!.state = 'cancelled'
    },
  }
}

/** Moves of files that are taken in and back, and how often each is tried. */
export const intakeMoves: readonly (readonly [often: number, make: (c: Chance) => Move | undefined])[] = [
  [2, takeIn],
  [2, takeBack],
]
