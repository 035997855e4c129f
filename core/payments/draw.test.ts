import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cameTo, outcome } from '../base/test/outcome'
import { account, drawKnown, drawOf, payee } from '../office/test/office'
import { cents } from '../money/cents'
import { promisedOf, laneSums, type Payment } from './payment'
import { draw, type Draw, type DrawKnown } from './draw'
import { billOf } from '../bills/test/bill'
import { day, paymentOf, stamp } from './test/payment'
import { addressLines, payeeName, printable, sameName } from '../faces/texts'

describe('drawing', () => {
  const bill = billOf({ number: 'B7', amount: cents(500) })
  const part = (amount: number) => ({ billId: bill.id, amount: cents(amount), discount: cents(0) })
  const drawn = (act: Partial<Draw> = {}, known: Partial<DrawKnown> = {}) =>
    draw(drawKnown(known), { ...drawOf('a', 500), ...act }, stamp)
  const wood = (amount: number) => ({ ledgerId: idOf<'ledger'>('wood'), amount: amount as never })
  const line = (amount: number) => ({ reference: 'R', date: null, description: '', amount: cents(amount) })
  const pay = (amount: number) => [
    { kind: 'earning' as const, name: 'Regular', now: cents(amount), yearToDate: cents(amount) },
  ]
  const stranger = { ...payee, id: idOf<'payee'>('p9'), companyId: idOf<'company'>('other') }
  const elsewhere = drawKnown().ledgers.map(l => ({ ...l, companyId: idOf<'company'>('other') }))

  it('puts the payment in the lane, promised and not yet on paper', () => {
    expect(must(drawn())).toEqual({
      changes: { payments: [paymentOf('a', { amount: cents(500), drawnAt: stamp.at })], payees: [] },
      trail: {
        act: 'Payment drawn',
        text: 'Drew $5.00 to Shoreline Timber, dated Nov 24, 2026.',
        about: { account: account.id, payment: 'a' },
      },
    })
  })
  it('keeps what was told of it, as it prints, and writes a new payee down so', () => {
    const told: Partial<Draw> = {
      payee: { ...payee, id: idOf('new'), name: ' Saltgrass  Bakery ', language: 'es' },
      ...{ address: [' 4 Oven Lane ', ' '], memo: ' bread ', accountWithPayee: ' 77 ', signers: [0] },
      ...{
        pay: pay(500),
        lines: [line(500)],
        scheduled: day('2026-11-30'),
        apart: 'a deposit',
        advice: true,
      },
    }
    const signatories = [{ name: 'Ada Quill', title: '', prints: true }] as never
    const { changes, trail } = must(drawn(told, { payee: undefined, account: { ...account, signatories } }))
    expect(changes.payments[0]).toMatchObject({
      ...{ payeeId: 'new', name: 'Saltgrass Bakery', address: ['4 Oven Lane'], memo: 'bread' },
      ...{ accountWithPayee: '77', signers: [0], language: 'es', scheduled: '2026-11-30', advice: true },
      ...{ pay: told.pay, lines: told.lines },
    })
    expect(changes.payees).toEqual([{ ...told.payee, name: 'Saltgrass Bakery', address: ['4 Oven Lane'] }])
    expect(trail.text).toBe(
      'Drew an advice of $5.00 to Saltgrass Bakery, dated Nov 24, 2026, in the lane from Nov 30, 2026; open bills left unpaid (a deposit).',
    )
    expect(must(drawn({ signers: undefined } as never)).changes.payments[0]).not.toHaveProperty('signers')
  })
  it('pays bills, and what goes besides them by ledger lines', () => {
    const other = billOf({ number: 'B8', amount: cents(100) })
    const { changes, trail } = must(
      drawn({ settles: [part(400)], split: [wood(100)] }, { bills: [bill, other] }),
    )
    expect(changes.payments[0]!.settles?.bills).toEqual([part(400)])
    expect(changes.payments[0]!.lines.map(l => [l.reference, l.amount])).toEqual([
      ['B7', 400],
      ['', 100],
    ])
    expect(trail.text).toBe('Drew $5.00 to Shoreline Timber, dated Nov 24, 2026, for bills B7, B8.')
    expect(must(drawn({ settles: [part(500)], split: [] }, { bills: [bill] })).changes.payments).toHaveLength(
      1,
    )
    const told = must(
      drawn({ settles: [part(400)], split: [wood(100)], lines: [line(100)] }, { bills: [bill] }),
    )
    expect(told.changes.payments[0]!.lines.map(l => l.reference)).toEqual(['B7', 'R'])
  })
  it('takes an advice for nothing, and without a check what an account not for checks pays', () => {
    expect(drawn({ advice: true, amount: cents(0), split: [] }).ok).toBe(true)
    const notForChecks = drawKnown({ account: { ...account, forChecks: false } })
    expect(draw(notForChecks, drawOf('a', 500), stamp, { withoutCheck: true }).ok).toBe(true)
  })
  it.each<[string, () => ReturnType<typeof drawn>]>([
    ['payment-known (payment) This payment was already drawn.', () => drawn({}, { payment: paymentOf('a') })],
    ['amount-zero at amount', () => drawn({ amount: cents(0) })],
    ['amount-pattern at amount', () => drawn({ amount: Number.NaN as never })],
    ['amount-pattern at amount', () => drawn({ advice: true, amount: Number.NaN as never })],
    [
      'account-not-for-checks (account) Yard is not used for checks. Choose another account, or change it under Accounts.',
      () => drawn({}, { account: { ...account, forChecks: false } }),
    ],
    [
      'signer-unknown (signers) A chosen signatory does not belong to this account.',
      () => drawn({ signers: [0] }),
    ],
    ['date-missing at date', () => drawn({ date: '2026-02-30' as never })],
    [
      'period-closed (date, 2026-11-24, 2026-11-24) The books are closed through Nov 24, 2026. Choose a later date.',
      () => drawn({}, { closedThrough: day('2026-11-24') }),
    ],
    ['ledger-blank (ledger) Choose a ledger account.', () => drawn({ split: [] })],
    ['split-nothing (ledger) A ledger line cannot be zero.', () => drawn({ split: [wood(500), wood(0)] })],
    ['split-nothing (ledger) A ledger line cannot be zero.', () => drawn({ split: [wood(600), wood(-100)] })],
    [
      'split-nothing (ledger) A ledger line cannot be zero.',
      () => drawn({ split: [wood(499.5), wood(0.5)] }),
    ],
    [
      'split-differs (ledger) The ledger lines do not add up to the amount.',
      () => drawn({ split: [wood(499)] }),
    ],
    [
      'split-differs (ledger) The bills and ledger lines do not add up to the amount.',
      () => drawn({ settles: [part(400)], split: [wood(99)] }, { bills: [bill] }),
    ],
    [
      'lines-differ (lines) The lines of the stub do not add up to the amount.',
      () => drawn({ lines: [line(499)] }),
    ],
    [
      'lines-differ (lines) The lines of the stub do not add up to the amount.',
      () => drawn({ settles: [part(400)], split: [wood(100)], lines: [line(500)] }, { bills: [bill] }),
    ],
    ['pay-differs (pay) Earnings minus deductions do not equal the amount.', () => drawn({ pay: pay(499) })],
    [
      'payee-elsewhere (payee) Shoreline Timber is a payee of another company.',
      () => drawn({ payee: stranger }, { payee: stranger }),
    ],
    [
      'payee-elsewhere (payee) Shoreline Timber is a payee of another company.',
      () => drawn({ payee: stranger }, { payee: undefined }),
    ],
    [
      'payee-merged (payee) Shoreline Timber was merged into another payee. Choose that one.',
      () => drawn({}, { payee: { ...payee, became: idOf('p2') } }),
    ],
    [
      'payee-known (payee, shoreline TIMBER) There is already a payee named Shoreline Timber. Choose that one.',
      () =>
        drawn(
          { payee: { ...payee, id: idOf('new'), name: 'shoreline TIMBER' } },
          { payee: undefined, namesakes: [payee] },
        ),
    ],
    [
      'ledger-elsewhere (ledger) This ledger account does not belong to the paying company.',
      () => drawn({}, { ledgers: elsewhere }),
    ],
    [
      'ledger-elsewhere (ledger) This ledger account does not belong to the paying company.',
      () => drawn({ split: [{ ledgerId: idOf('nowhere'), amount: cents(500) }] }),
    ],
    [
      'ledger-itself (ledger) An account cannot pay itself. Choose another ledger account.',
      () => drawn({ split: [{ ledgerId: account.cashLedgerId, amount: cents(500) }] }),
    ],
    ['payee-blank (payee) Enter the payee.', () => drawn({ payee: { ...payee, name: ' ' } })],
    ['address-lines at address', () => drawn({ address: Array.from({ length: 7 }, () => 'x') })],
    ['text-too-long at memo', () => drawn({ memo: 'x'.repeat(81) })],
    ['text-too-long at accountWithPayee', () => drawn({ accountWithPayee: 'x'.repeat(41) })],
  ])('%s', (expected, done) => {
    expect([cameTo(done()), outcome(done())]).toContain(expected)
  })
})

describe('words that print', () => {
  it('come out composed, with single spaces, and a letter that cannot be printed is named', () => {
    expect(must(printable('  Caf\u0065\u0301   Quai ', 'name'))).toBe('Café Quai')
    const refused = printable('漢字', 'name')
    expect(refused.ok ? '' : refused.refusal.text).toBe('“漢” (U+6F22) cannot be printed. Use other letters.')
    expect(payeeName('   ', 'payee')).toMatchObject({ refusal: { code: 'payee-blank', field: 'payee' } })
    expect(must(addressLines(['a', ' ', 'b']))).toEqual(['a', 'b'])
    expect(sameName('Cobalt  Rope', ' cobalt rope')).toBe(true)
  })
})

describe('the sums of a lane', () => {
  it('total is what goes on paper; promised leaves out what is booked, as the balances do', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 9_999_999 }), fc.boolean())), list => {
        const payments = list.map(
          ([amount, booked]) => ({ amount: cents(amount), booked, state: 'waiting' }) as unknown as Payment,
        )
        const sums = laneSums(payments)
        expect(sums.total).toBe(list.reduce((s, [a]) => s + a, 0))
        expect(sums.promised).toBe(promisedOf(payments).reduce((s, p) => s + p.amount, 0))
        expect(sums.total - sums.booked).toBe(sums.promised)
      }),
    )
  })
})
