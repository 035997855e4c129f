import { addDays, plainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must } from '../../base/result'
import { cents } from '../../money/cents'
import type { TakingIn } from '../../imports/importRows'
import { givenFates } from '../../numbers/giveFate'
import { earlierStates } from '../../imports/importEarlierChecks'
import type { Chance, Move, Moves } from './chance'
import { account, company, drawOf, payeeOf } from './office'
import { drew, gave, isWithinLimit } from './world'

const day = must(plainDate('2026-11-24'))

/** A file is taken in: new payees with their bills, a payment, a ledger account; now and then one that is wrong. */
function importRows(c: Chance): Move {
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
    act: () => c.office('importRows', taking, c.stamp),
    effect: w => {
      for (const [i, amount] of amounts.entries())
        if (isWithinLimit(w, amount)) w.bills.set(`filedbill${c.n}-${i}`, amount)
      for (const d of taking.draws) drew(w, d.id, d.amount)
    },
  }
}

/** What came with a file is taken back, where nothing depends on it. */
function undoFate(c: Chance): Move | undefined {
  const intake = c.some([...c.seen.kept.intakes.values()])
  if (!intake) return undefined
  return {
    name: 'take a file back',
    act: () => c.office('undoImport', { intakeId: intake.id }, c.stamp),
    effect: w => {
      for (const id of intake.bills) w.bills.delete(id)
      for (const id of intake.payments) w.payments.get(id)!.state = 'cancelled'
    },
  }
}

/** Checks and numbers of before come in; now and then one that is used, or of no book. */
function importEarlierChecks(c: Chance): Move {
  const checks = Array.from({ length: c.r.between(0, 3) }, (_, i) => ({
    draw: drawOf(`before${c.n}-${i}`, c.r.between(1, 9000)),
    number: c.anyNumber(),
    state: c.r.one(earlierStates),
    why: c.r.next() < 0.95 ? 'of before' : '',
  }))
  const fates = Array.from({ length: c.r.between(0, 2) }, () => ({
    number: c.anyNumber(),
    fate: c.r.one(givenFates),
    why: 'of before',
  }))
  const held = c.r.next() < 0.5
  return {
    name: 'take in what was before',
    act: () =>
      c.office(
        'importEarlierChecks',
        {
          taking: {
            id: idOf<'intake'>(`before${c.n}`),
            companyId: company.id,
            accountId: account.id,
            file: 'before.csv',
            ...{ ledgers: [], payees: [], bills: [], draws: checks.map(x => x.draw) },
          },
          checks: checks.map(({ draw, ...of }) => ({ ...of, paymentId: draw.id })),
          fates,
          held,
        },
        c.stamp,
      ),
    effect: w => {
      for (const { draw, number, state } of checks) {
        drew(w, draw.id, draw.amount)
        gave(w, [number], state)
        w.carries.set(number, draw.id)
        const ended = state === 'voided' || state === 'stopped'
        w.payments.get(draw.id)!.state = ended ? 'cancelled' : state
        if (!ended && !held) w.cash -= draw.amount
        if (!ended && held) w.putBack.add(draw.id)
      }
      for (const { number, fate } of fates) gave(w, [number], fate)
    },
  }
}

/** What was before is taken back: the one way in which an issued number becomes unused. */
function undoEarlierChecks(c: Chance): Move | undefined {
  const intake = c.some([...c.seen.kept.intakes.values()].filter(i => c.r.next() < 0.1 || i.numbers))
  if (!intake) return undefined
  return {
    name: 'take what was before back',
    act: () => c.office('undoEarlierChecks', { intakeId: intake.id }, c.stamp),
    effect: w => {
      for (const id of intake.payments) {
        const payment = w.payments.get(id)!
        if (payment.state !== 'cancelled' && !w.putBack.has(id)) w.cash += payment.amount
        payment.state = 'cancelled'
      }
      for (const id of intake.numbers ?? []) {
        const number = Number(id.slice(id.lastIndexOf('/') + 1))
        w.fates.delete(number)
        w.carries.delete(number)
        w.neverWere.add(number)
      }
    },
  }
}

/** Moves of files that are taken in and back, and how often each is tried. */
export const importMoves = {
  importRows: [2, importRows],
  undoImport: [2, undoFate],
  importEarlierChecks: [2, importEarlierChecks],
  undoEarlierChecks: [2, undoEarlierChecks],
} as const satisfies Moves
