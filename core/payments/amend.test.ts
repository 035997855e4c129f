import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo, outcome } from '../base/test/outcome'
import { cents } from '../money/cents'
import { account, company, drawKnown, payee } from '../office/test/office'
import { amend, bringBack, undoAmend, withdraw, type Amending } from './amend'
import type { Bill } from '../bills/bill'
import type { Payment } from './payment'
import { billOf } from '../bills/test/bill'
import { day, paymentOf } from './test/payment'

const [bill, other] = [
  billOf({ number: 'B1', amount: cents(100_00) }),
  billOf({ number: 'B2', amount: cents(50_00) }),
]
const part = (of: Bill, amount: number, discount = 0) => ({
  ...{ billId: of.id, amount: cents(amount), discount: cents(discount) },
})
const payment = (more: Partial<Payment> = {}) => paymentOf('a', more)
/** A payment of 80.00 of the first bill and 20.00 besides. */
const settling = (more: Partial<Payment> = {}) =>
  payment({
    ...{ amount: cents(100_00), split: [{ ledgerId: idOf('wood'), amount: cents(20_00) }] },
    settles: { payables: idOf('owed'), discounts: idOf('discounts'), bills: [part(bill, 80_00)] },
    lines: [
      { reference: 'B1', date: bill.date, description: bill.memo, amount: cents(80_00) },
      { reference: '', date: null, description: 'Materials', amount: cents(20_00) },
    ],
    ...more,
  })
const known = (more: object = {}) => ({
  bills: new Map([bill, other].map(b => [b.id, { ...b, promised: b === bill ? cents(80_00) : b.promised }])),
  payables: company.payables,
  ledgers: drawKnown().ledgers,
  closedThrough: day('2026-10-31'),
  ...more,
})
const changed = (of: Payment | readonly Payment[], act: Amending, more: object = {}) =>
  amend({ payments: [of].flat(), ...known(more) }, act)
const next = (of: Payment, act: Amending): Payment => must(changed(of, act)).changes.payments[0]!
const line = (amount: number) => ({ reference: 'R', date: null, description: '', amount: cents(amount) })

describe('a payment in the lane', () => {
  it('is changed in what is told, and the trail tells old and new of that and nothing else', () => {
    const to = {
      ...{ name: ' Cobalt  Rope ', address: ['1 Quay', ' '], memo: ' oak ', date: day('2026-11-30') },
      ...{ amount: cents(9_00), scheduled: day('2026-12-01') },
    }
    const { changes, trail } = must(changed(payment({ memo: 'larch' }), to))
    expect(changes.payments).toEqual([
      {
        ...payment({ amount: cents(9_00) }),
        ...{
          name: 'Cobalt Rope',
          address: ['1 Quay'],
          memo: 'oak',
          date: '2026-11-30',
          scheduled: '2026-12-01',
        },
        was: {
          ...{ name: 'Shoreline Timber', address: payment().address, date: '2026-11-24' },
          ...{ amount: 120_00, memo: 'larch', lines: [], split: payment().split },
        },
      },
    ])
    expect(trail).toEqual({
      act: 'Payment changed',
      text: 'Changed the payment to Shoreline Timber: payee changed from Shoreline Timber to Cobalt Rope; address changed from Sawmill Road, Northmere, ME 04998 to 1 Quay; date changed from Nov 24, 2026 to Nov 30, 2026; amount changed from 120.00 to 9.00; memo changed from larch to oak; day it enters the lane added: Dec 1, 2026.',
      about: { account: account.id, payment: 'a' },
    })
  })
  it('is one of many that are changed alike; those that are so already are left out', () => {
    const list = [payment({ memo: 'larch' }), paymentOf('b', { memo: 'oak' }), paymentOf('c')]
    const { changes, trail } = must(changed(list, { memo: 'oak' }))
    expect(changes.payments.map(p => p.id)).toEqual(['a', 'c'])
    expect(trail.text).toBe(
      'Changed the payment to Shoreline Timber: memo changed from larch to oak. Changed the payment to Shoreline Timber: memo added: oak.',
    )
    expect(trail.about).toEqual({ account: account.id })
  })
  it('with another amount keeps the shares of its ledger accounts, and tells the difference on the stub', () => {
    const two = payment({
      amount: cents(100_01),
      split: [
        { ledgerId: idOf('x'), amount: cents(33_34), tag: 'T' },
        { ledgerId: idOf('y'), amount: cents(66_67) },
      ],
      lines: [line(100_01)],
    })
    const less = next(two, { amount: cents(90_00) })
    expect(less.split).toEqual([
      { ledgerId: 'x', amount: 30_00, tag: 'T' },
      { ledgerId: 'y', amount: 60_00 },
    ])
    expect(less.lines).toEqual([
      line(100_01),
      { reference: 'Corrected', date: null, description: '', amount: -10_01 },
    ])
    expect(next(two, { amount: cents(1) }).split).toEqual([{ ledgerId: 'y', amount: 1 }])
  })
  it('of bills pays other parts of them, and its amount follows; with another amount the last bill bears it', () => {
    const anew = must(changed(settling(), { settles: [part(bill, 90_00), part(other, 48_00, 0)] }))
    expect(anew.changes.payments[0]).toMatchObject({
      amount: 158_00,
      settles: { bills: [part(bill, 90_00), part(other, 48_00)] },
    })
    expect(anew.changes.payments[0]!.lines.map(l => [l.reference, l.amount])).toEqual([
      ['B1', 90_00],
      ['B2', 48_00],
      ['', 20_00],
    ])
    expect(anew.trail.text).toBe(
      'Changed the payment to Shoreline Timber: amount changed from 100.00 to 158.00; bills changed from 80.00 to 90.00 + 48.00.',
    )
    expect(next(settling(), { settles: [] })).not.toHaveProperty('settles')
    const more = next(settling(), { amount: cents(110_00) })
    expect([more.amount, more.settles?.bills]).toEqual([110_00, [part(bill, 90_00)]])
    const discounted = settling({
      settles: { ...settling().settles!, bills: [part(bill, 78_00, 2_00)] },
      amount: cents(98_00),
    })
    expect(must(changed(discounted, { amount: cents(90_00) })).trail.text).toContain(
      'Changed the payment to Shoreline Timber: amount changed from 98.00 to 90.00; bills changed from 80.00 to 70.00.',
    )
    expect(next(settling(), { amount: cents(100_00), memo: 'x' }).settles).toEqual(settling().settles)
  })
  it('that was seen to be wrong on the paper is put right when that very thing is changed', () => {
    const acts: readonly [NonNullable<Payment['correct']>, Amending][] = [
      ['payee', { name: 'Cobalt Rope' }],
      ['payee', { address: ['1 Quay'] }],
      ['date', { date: day('2026-11-30') }],
      ['amount', { amount: cents(1) }],
      ['memo', { memo: 'oak' }],
    ]
    for (const [correct] of acts)
      for (const [what, act] of acts) {
        const after = next(payment({ correct }), act)
        expect(after.correct, `${correct}, ${what}`).toBe(what === correct ? undefined : correct)
        expect(after.was?.correct).toBe(correct)
      }
  })
  const booked = payment({ booked: true })
  const pay = [{ kind: 'earning' as const, name: 'Regular', now: cents(120_00), yearToDate: cents(120_00) }]
  it('whose check was issued keeps its name and amount, not its address', () => {
    expect(next(booked, { name: ' Shoreline  Timber ', address: ['New Road'] }).address).toEqual(['New Road'])
    expect(next(booked, { amount: cents(120_00), memo: 'x' }).memo).toBe('x')
  })
  it.each<[string, () => ReturnType<typeof changed>]>([
    ['payments-none (payments) Choose at least one payment.', () => changed([], { memo: 'x' })],
    [
      'payments-one (bills) Choose bills for one payment at a time.',
      () => changed([settling(), settling()], { settles: [] }),
    ],
    [
      'nothing-changed (payments) Nothing was changed.',
      () => changed(payment(), { memo: '', amount: cents(120_00) }),
    ],
    [
      'payment-not-waiting (payment) The payment to Shoreline Timber is on paper. Only a payment in the lane can be changed.',
      () => changed([payment(), payment({ state: 'on paper' })], { memo: 'x' }),
    ],
    ['payee-blank (name) Enter the payee.', () => changed(payment(), { name: '  ' })],
    ['text-too-long at memo', () => changed(payment(), { memo: 'x'.repeat(81) })],
    ['address-lines at address', () => changed(payment(), { address: Array.from({ length: 7 }, () => 'x') })],
    ['date-missing at date', () => changed(payment(), { date: '2026-02-30' as never })],
    ['period-closed at date', () => changed(payment(), { date: day('2026-10-31') })],
    ['amount-zero at amount', () => changed(payment(), { amount: cents(0) })],
    [
      'payment-booked (name, Cobalt Rope) A check for this payment was issued to Shoreline Timber. Cancel the payment and draw another.',
      () => changed(booked, { name: 'Cobalt Rope' }),
    ],
    [
      'payment-booked (amount, 500) A check for this payment was issued for this amount. Cancel the payment and draw another.',
      () => changed(booked, { amount: cents(500) }),
    ],
    [
      'payment-booked (bills) A check for this payment was issued for this amount. Cancel the payment and draw another.',
      () => changed(settling({ booked: true }), { settles: [] }),
    ],
    [
      'payment-pay (amount, 500) The amount of pay is the total of its earnings and deductions. Withdraw the payment and draw it again.',
      () => changed(payment({ pay }), { amount: cents(500) }),
    ],
    [
      'payment-advice (amount) This advice has no amount to change.',
      () => changed(payment({ amount: cents(0), split: [], advice: true }), { amount: cents(500) }),
    ],
    [
      'bills-less (amount, 12100) Its bills can take at most 120.00. Draw the rest as a separate payment.',
      () => changed(settling(), { amount: cents(121_00) }),
    ],
    [
      'bills-less (amount, 1900) This amount would pay none of its bills. Withdraw the payment instead.',
      () => changed(settling(), { amount: cents(19_00) }),
    ],
    ['bill-overpaid at bills', () => changed(settling(), { settles: [part(bill, 100_01)] })],
  ])('%s', (expected, done) => {
    expect([cameTo(done()), outcome(done())]).toContain(expected)
  })
})

describe('the last change of a payment', () => {
  const back = (of: Payment, more: object = {}) => undoAmend({ payment: of, ...known(more) })
  it('is taken back: it stands as before, to its stub lines and what was wrong on the paper', () => {
    for (const before of [
      payment({ correct: 'amount', memo: 'larch', lines: [line(120_00)] }),
      payment({ scheduled: day('2026-12-01') }),
      settling(),
    ]) {
      const after = next(before, {
        ...{ memo: 'oak', date: day('2026-11-30'), address: ['New Road'], scheduled: day('2026-12-05') },
        ...(!before.settles && { amount: cents(90_00) }),
        ...(before.settles && { settles: [part(bill, 10_00)] }),
      })
      const held = new Map([[bill.id, { ...bill, promised: cents(10_00) }]])
      const done = must(back(after, before.settles && { bills: held }))
      expect(done.changes.payments).toEqual([before])
      expect(done.trail).toMatchObject({
        act: 'Payment change undone',
        about: { account: account.id, payment: 'a' },
      })
      expect(done.trail.text).toMatch(
        /^Undid the last change to the payment to Shoreline Timber: address changed from New Road to Sawmill Road, /,
      )
    }
  })
  it('of nothing but words goes back even where the money is fixed by now', () => {
    const worded = next(payment(), { memo: 'oak' })
    expect(must(back({ ...worded, booked: true })).changes.payments[0]).toEqual(payment({ booked: true }))
  })
  const cheaper = () => next(payment(), { amount: cents(90_00), date: day('2026-11-30') })
  it.each<[string, () => ReturnType<typeof back>]>([
    ['nothing-changed (payment) There is no change to undo.', () => back(payment())],
    ['payment-not-waiting at payment', () => back({ ...cheaper(), state: 'on paper' })],
    ['payment-booked at amount', () => back({ ...cheaper(), booked: true })],
    ['period-closed at date', () => back(cheaper(), { closedThrough: day('2026-11-28') })],
    [
      'bill-overpaid at bills',
      () =>
        back(next(settling(), { settles: [part(bill, 10_00)] }), {
          bills: new Map([[bill.id, { ...bill, promised: cents(90_00) }]]),
        }),
    ],
  ])('%s', (expected, done) => {
    expect([cameTo(done()), outcome(done())]).toContain(expected)
  })
})

describe('a payment that is taken out of the lane', () => {
  const about = { account: account.id, payment: 'a' }
  it('says why, and may be brought back as it was', () => {
    const out = must(withdraw({ payment: payment() }, { why: ' drawn twice ' }))
    expect(out).toEqual({
      changes: { payments: [payment({ state: 'cancelled', withdrawn: true })] },
      trail: {
        act: 'Payment withdrawn',
        text: 'Withdrew the payment of 120.00 to Shoreline Timber: drawn twice.',
        about,
      },
    })
    expect(must(bringBack({ payment: out.changes.payments[0]!, payee }))).toEqual({
      changes: { payments: [payment()] },
      trail: {
        act: 'Payment brought back',
        text: 'Brought back the payment of 120.00 to Shoreline Timber.',
        about,
      },
    })
  })
  it.each<[string, () => ReturnType<typeof withdraw>]>([
    [
      'payment-not-waiting (payment) The payment to Shoreline Timber is issued.',
      () => withdraw({ payment: payment({ state: 'issued' }) }, { why: 'x' }),
    ],
    [
      'payment-booked (payment) A check for this payment was issued before. Cancel the payment so that its entry is reversed.',
      () => withdraw({ payment: payment({ booked: true }) }, { why: 'x' }),
    ],
    [
      'why-blank (why) Give a reason for withdrawing the payment.',
      () => withdraw({ payment: payment() }, { why: ' ' }),
    ],
    [
      'payment-not-withdrawn (payment) The payment to Shoreline Timber was not withdrawn.',
      () => bringBack({ payment: payment({ state: 'cancelled' }), payee }),
    ],
    [
      'payee-gone (payment) Shoreline Timber is no longer a payee. Draw the payment again.',
      () =>
        bringBack({
          payment: payment({ state: 'cancelled', withdrawn: true }),
          payee: { ...payee, became: idOf('p2') },
        }),
    ],
    [
      'period-closed (date, 2026-11-24, 2026-12-31) The books are closed through Dec 31, 2026. Choose a later date.',
      () =>
        bringBack({
          payment: payment({ state: 'cancelled', withdrawn: true }),
          payee,
          closedThrough: day('2026-12-31'),
        }),
    ],
  ])('%s', (expected, done) => {
    expect(cameTo(done())).toBe(expected)
  })
})
