import { addDays, plainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must, type Result } from '../../base/result'
import { cents, sum } from '../../money/cents'
import { open, type Bill } from '../../bills/bill'
import { toldOf } from '../../payments/changeBill'
import type { Entering } from '../../bills/enterBill'
import type { Draw } from '../../payments/draw'
import type { Payee } from '../../payees/payee'
import { freedOf } from '../../payments/reallocate'
import { otherWays, type Payment } from '../../payments/payment'
import type { Allocation } from '../../bills/allocation'
import type { Chance, Move, Moves, Tried } from './chance'
import { account, company, drawOf, payeeOf } from './office'
import { isWithinLimit, settled } from './world'

const day = must(plainDate('2026-11-24'))
const somePayee = (c: Chance): Payee => c.r.one([...c.seen.kept.payees.values()])
const someBill = (c: Chance, fits: (bill: Bill) => boolean): Bill | undefined => {
  const bills = [...c.seen.kept.bills.values()]
  return c.some(c.r.next() < 0.85 ? bills.filter(fits) : bills)
}
/** Another operator in every third act, so that some can say yes to what others entered. */
const stampOf = (c: Chance) => ({ ...c.stamp, by: c.n % 3 ? 'Test' : 'Second' })

/** An act on a bill, and its effect on the model: owed where the act left it payable. */
function onBill(name: string, id: string, perform: () => Promise<Result<unknown>>): Move {
  let bill: Bill | undefined
  return {
    name,
    act: async () => {
      const result = await perform()
      if (result.ok) bill = (result.value as { bills: Bill[] }).bills[0]
      return result
    },
    effect: w => {
      if (bill?.stage === 'payable' || bill?.stage === 'paid') w.bills.set(id, bill.amount)
      else w.bills.delete(id)
    },
  }
}

/** A bill is entered, now and then a credit note, a draft, one that differs in its lines, or one that is here. */
function enter(c: Chance): Move {
  const credit = c.r.next() < 0.2
  const amount = cents(c.r.between(credit ? -9000 : -100, credit ? -1 : 40_000))
  const bill: Entering = {
    id: idOf(`bill${c.n}`),
    payeeId: somePayee(c).id,
    number: `INV-${c.r.between(1, 12)}`,
    date: addDays(day, c.r.between(-60, 3)),
    due: addDays(day, c.r.between(-20, 30)),
    amount,
    ...(amount > 100 && c.r.next() < 0.4 && { discount: { until: day, amount: cents(c.r.between(1, 90)) } }),
    lines: [{ ledgerId: idOf('wood'), amount: c.r.next() < 0.95 ? amount : cents(amount + 1), memo: '' }],
    memo: '',
    taxForm: 'none',
    ...(c.r.next() < 0.4 && { again: 'a second delivery' }),
    ...(c.r.next() < 0.1 && { draft: true }),
  }
  return {
    name: 'enter a bill',
    act: () => c.office('enterBill', { companyId: company.id, bill }, stampOf(c)),
    effect: w => {
      if (!bill.draft && isWithinLimit(w, amount)) w.bills.set(bill.id, amount)
    },
  }
}

/** A bill is changed: its amount, its due date, or it is finished. */
function change(c: Chance): Move | undefined {
  const bill = someBill(c, b => b.stage !== 'cancelled')
  if (!bill) return undefined
  const from = toldOf(bill)
  const amount = cents(bill.amount + c.r.one([0, 0, 50, -50]))
  const { discount, ...without } = from
  const to = {
    ...(discount && c.r.next() < 0.2 ? without : from),
    due: addDays(day, c.r.between(0, 9)),
    ...{ amount, lines: [{ ...bill.lines[0]!, amount }] },
    ...(c.r.next() < 0.2 && { payeeId: somePayee(c).id }),
    ...(c.r.next() < 0.2 && { date: addDays(bill.date, 1) }),
    ...(c.r.next() < 0.2 && { number: `${bill.number}x` }),
  }
  const stamp = stampOf(c)
  return onBill('change a bill', bill.id, () => c.office('changeBill', { billId: bill.id, from, to }, stamp))
}
function approve(c: Chance): Move | undefined {
  const bill = someBill(c, b => b.stage === 'waits')
  const stamp = stampOf(c)
  return (
    bill && onBill('say yes to a bill', bill.id, () => c.office('approveBill', { billId: bill.id }, stamp))
  )
}
function hold(c: Chance): Move | undefined {
  const bill = someBill(c, b => b.hold !== undefined || c.r.next() < 0.1)
  const kind = c.r.one(['held', 'disputed'] as const)
  return (
    bill && {
      name: 'hold a bill',
      act: () =>
        c.office(
          'holdBill',
          { billId: bill.id, hold: bill.hold ? null : { kind, why: 'too dear' } },
          c.stamp,
        ),
      effect: () => {},
    }
  )
}
function cancelBill(c: Chance): Move | undefined {
  const bill = someBill(c, b => b.promised === 0 && b.settled === 0 && b.stage !== 'cancelled')
  return (
    bill && {
      name: 'cancel a bill',
      act: () => c.office('cancelBill', { billId: bill.id, why: 'came twice' }, c.stamp),
      effect: w => w.bills.delete(bill.id),
    }
  )
}

/** A part of a bill, all of it, or a little too much; now and then with a discount. */
function partOf(c: Chance, bill: Bill): Allocation {
  const left = open(bill)
  const whole = c.r.one([left, left, left, cents(Math.trunc(left / 2)), cents(left + Math.sign(left))])
  const taken = whole === left ? 0.6 : 0.1
  const discount = bill.discount && c.r.next() < taken ? bill.discount.amount : cents(0)
  const late = discount && c.r.next() < 0.1 && { late: 'agreed by phone' }
  return { billId: bill.id, amount: cents(whole - discount), discount, ...late }
}
/** A payment of some open bills of a payee, now and then with a ledger line besides. */
function drawBills(c: Chance, key: string): Draw | undefined {
  const payable = [...c.seen.kept.bills.values()].filter(
    b => b.stage === 'payable' && (open(b) !== 0 || c.r.next() < 0.1),
  )
  const bill = c.some(payable)
  if (!bill) return undefined
  const payee = c.seen.kept.payees.get(bill.payeeId)!
  const others = payable.filter(b => b.payeeId === payee.id && b !== bill && c.r.next() < 0.5)
  const settles = [bill, ...others].map(b => partOf(c, b))
  const besides = c.r.next() < 0.25 ? cents(c.r.between(1, 500)) : cents(0)
  const amount = sum([...settles.map(a => a.amount), besides])
  return {
    ...drawOf(key, amount),
    payee,
    split: besides ? [{ ledgerId: idOf('wood'), amount: besides }] : [],
    settles,
    ...(c.r.next() < 0.15 && { scheduled: addDays(day, c.r.between(-1, 2)) }),
    ...(amount === 0 && { advice: true }),
  }
}
/** What is settled of each bill, discount with it. */
export const wholes = (settles: { readonly bills: readonly Allocation[] } | undefined) =>
  (settles?.bills ?? []).map(a => ({ bill: a.billId as string, whole: a.amount + a.discount }))

function settle(c: Chance): Move | undefined {
  const draws = [`set${c.n}`, `set${c.n}b`]
    .slice(0, c.r.between(1, 2))
    .flatMap(key => drawBills(c, key) ?? [])
  if (!draws.length) return undefined
  const payments = draws.map(draw => ({ accountId: account.id, draw }))
  return {
    name: 'settle',
    act: () => c.office('settle', { companyId: company.id, payments }, c.stamp),
    effect: w =>
      draws.forEach(draw => settled(w, draw.id, draw.amount, wholes({ bills: draw.settles ?? [] }))),
  }
}
/** A payment in the lane settles other bills of its payee, or other parts of them. */
function settleAnew(c: Chance): Move | undefined {
  const payment = c.some(c.payments.filter(p => p.state === 'waiting'))
  if (!payment) return undefined
  const theirs = [...c.seen.kept.bills.values()].filter(
    b => b.payeeId === payment.payeeId && b.stage === 'payable',
  )
  const settles = freedOf(theirs, payment)
    .filter(b => open(b) !== 0 && c.r.next() < 0.6)
    .map(b => partOf(c, b))
  let { split } = payment
  return {
    name: 'settle anew in the lane',
    act: async () => {
      const done = await c.office(
        'amend',
        { accountId: payment.accountId, paymentIds: [payment.id], change: { settles } },
        c.stamp,
      )
      if (done.ok) split = (done.value as { payments: Payment[] }).payments[0]?.split ?? split
      return done
    },
    effect: w => {
      w.payments.get(payment.id)!.amount = sum([...settles, ...split].map(a => a.amount))
      w.settles.set(payment.id, wholes({ bills: settles }))
    },
  }
}
function drawWithBills(c: Chance): Move | undefined {
  const draw = drawBills(c, `with${c.n}`)
  return (
    draw && {
      name: 'draw for bills',
      act: () => c.office('draw', { accountId: account.id, draw }, c.stamp),
      effect: w => settled(w, draw.id, draw.amount, wholes({ bills: draw.settles ?? [] })),
    }
  )
}
/** A bill is entered and paid at once, mostly as a whole; now and then one that waits, or beside other bills. */
function drawWithBill(c: Chance): Move {
  const amount = cents(c.r.between(100, 30_000))
  const key = `both${c.n}`
  const payee = somePayee(c)
  const bill: Entering = {
    id: idOf(`bill ${key}`),
    payeeId: payee.id,
    number: `INV-${c.r.between(1, 40)}`,
    date: day,
    due: day,
    amount,
    lines: [{ ledgerId: idOf('wood'), amount, memo: '' }],
    memo: '',
    taxForm: 'none',
  }
  const paid = c.r.next() < 0.9 ? amount : cents(amount + 1)
  const settles = [{ billId: bill.id, amount: paid, discount: cents(0) }]
  const draw: Draw = { ...drawOf(key, paid), payee, split: [], settles }
  return {
    name: 'draw with a bill',
    act: () => c.office('drawWithBill', { accountId: account.id, draw, bill }, c.stamp),
    effect: w => {
      w.bills.set(bill.id, amount)
      settled(w, draw.id, draw.amount, wholes({ bills: settles }))
    },
  }
}
function takeChangeBack(c: Chance): Move | undefined {
  const bill = someBill(c, b => b.was !== undefined)
  const stamp = stampOf(c)
  return (
    bill &&
    onBill('take a change of a bill back', bill.id, () =>
      c.office('undoBillChange', { billId: bill.id }, stamp),
    )
  )
}
function payByOtherMeans(c: Chance): Move | undefined {
  const draw = drawBills(c, `way${c.n}`)
  return (
    draw && {
      name: 'pay another way',
      act: () =>
        c.office(
          'payByOtherMeans',
          {
            accountId: account.id,
            draw,
            way: c.r.next() < 0.5 ? 'transfer' : c.r.one(otherWays),
            reference: c.r.next() < 0.9 ? 'T1' : '',
          },
          c.stamp,
        ),
      effect: w => {
        settled(w, draw.id, draw.amount, wholes({ bills: draw.settles ?? [] }))
        w.payments.get(draw.id)!.state = 'issued'
        w.cash -= draw.amount
      },
    }
  )
}

function savePayee(c: Chance): Move {
  const payee = payeeOf(`new${c.n}`, `Payee ${c.r.between(1, 5)}`)
  const { id, companyId, became: _, before: __, onHold: ___, holdWhy: ____, ...to } = payee
  return {
    name: 'write a payee down',
    act: () => c.office('savePayee', { id, companyId, to }, c.stamp),
    effect: () => {},
  }
}
function mergePayees(c: Chance): Move {
  const [from, into] = [somePayee(c), somePayee(c)]
  return {
    name: 'merge payees',
    act: () => c.office('mergePayees', { fromId: from.id, intoId: into.id }, c.stamp),
    effect: () => {},
  }
}
function holdPayee(c: Chance): Move | undefined {
  const payee = c.some([...c.seen.kept.payees.values()].filter(p => p.onHold)) ?? somePayee(c)
  return {
    name: 'hold a payee',
    act: () => c.office('holdPayee', { payeeId: payee.id, why: payee.onHold ? null : 'a dispute' }, c.stamp),
    effect: () => {},
  }
}

/** Moves of bills and payees, and how often each is tried. */
export const billMoves = {
  enterBill: [7, enter],
  changeBill: [3, change],
  approveBill: [2, approve],
  holdBill: [2, hold],
  cancelBill: [2, cancelBill],
  settle: [4, settle],
  payByOtherMeans: [2, payByOtherMeans],
  drawWithBill: [2, drawWithBill],
  undoBillChange: [2, takeChangeBack],
  savePayee: [1, savePayee],
  mergePayees: [1, mergePayees],
  holdPayee: [1, holdPayee],
} as const satisfies Moves
/** Other ways to do acts that have a move already. */
export const moreBillMoves: readonly Tried[] = [
  [4, drawWithBills],
  [2, settleAnew],
]
