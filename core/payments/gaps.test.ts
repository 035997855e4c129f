import { describe, expect, it } from 'vitest'
import { idOf } from '../base/id'
import type { Result } from '../base/result'
import { cents } from '../money/cents'
import { perform, type ActName, type InputOf } from '../office/actTypes'
import { auditOffice } from '../office/audit/audit'
import { MemoryOffice } from '../office/memory'
import { account, company, drawOf, morePayees, opened, payee } from '../office/test/office'
import type { Draw } from './draw'
import type { Entering } from '../bills/enterBill'
import { layoutById } from '../paper/builtIn'
import { operatorKey } from '../base/operator'
import { checksToCome, settleable, wholly } from './settleForm'
import { billOf as billRow } from '../bills/test/bill'
import { day } from './test/payment'

/*
 * Rules that one act kept and another went around. Each story ends with the office as it must be: nothing
 * differs between bills, payments and the ledger.
 */
let n = 0
const stampOf = (by: string) => ({ at: `2026-11-24T10:00:${String(n++ % 60).padStart(2, '0')}Z`, by })
/** An office in which acts are done by name, and what each came to. */
class Desk {
  readonly office = new MemoryOffice()
  constructor() {
    this.office.put({ ...opened(20), payees: [payee, ...morePayees] })
  }
  async act<N extends ActName>(name: N, input: InputOf<N>, by = 'Ana'): Promise<string> {
    const done: Result<unknown> = await perform(this.office, name, input, stampOf(by))
    expect(auditOffice(this.office.snapshot())).toEqual([])
    return done.ok ? 'done' : done.refusal.code
  }
  bill = (id: string) => this.office.kept.bills.get(idOf(id))!
  payment = (id: string) => this.office.kept.payments.get(idOf(id))!
  enter = (bill: Entering, by?: string) => this.act('enterBill', { companyId: company.id, bill }, by)
  change(id: string, more: { [K in keyof Entering]?: Entering[K] | undefined }, by?: string) {
    const { payeeId, number, date, due, amount, lines, memo, taxForm, discount } = this.bill(id)
    const from = { payeeId, number, date, due, amount, lines, memo, taxForm, ...(discount && { discount }) }
    const to = { ...from, ...more }
    const told = Object.fromEntries(Object.entries(to).filter(([, v]) => v !== undefined)) as typeof from
    return this.act('changeBill', { billId: idOf<'bill'>(id), from, to: told }, by)
  }
  limit = (secondAbove: number | null) =>
    this.act('saveApprovalLimit', {
      companyId: company.id,
      secondAbove: secondAbove === null ? null : cents(secondAbove),
    })
}
const lines = (amount: number) => [{ ledgerId: idOf<'ledger'>('wood'), amount: cents(amount), memo: '' }]
const billOf = (id: string, amount: number, more: Partial<Entering> = {}): Entering => ({
  ...{ id: idOf(id), payeeId: payee.id, number: id, date: day('2026-11-02'), due: day('2026-12-02') },
  ...{ amount: cents(amount), lines: lines(amount), memo: '', taxForm: 'none', ...more },
})
const paying = (
  id: string,
  billId: string,
  amount: number,
  discount = 0,
  more: Partial<Draw> = {},
): Draw => ({
  ...drawOf(id, amount),
  split: [],
  settles: [{ billId: idOf<'bill'>(billId), amount: cents(amount), discount: cents(discount) }],
  ...more,
})
const drawn = (draw: Draw) => ({ accountId: account.id, draw })

describe('rules that every act keeps', () => {
  it('a limit that is set later makes no settled bill wait, and none that is in the lane', async () => {
    const desk = new Desk()
    await desk.limit(null)
    await desk.enter(billOf('paid', 500_00))
    await desk.enter(billOf('lane', 400_00))
    await desk.act('payByOtherMeans', {
      ...drawn(paying('p', 'paid', 500_00)),
      way: 'transfer',
      reference: 'T1',
    })
    await desk.act('draw', drawn(paying('q', 'lane', 400_00)))
    await desk.limit(100_00)
    expect(await desk.change('paid', { date: day('2026-11-03') })).toBe('done')
    expect(await desk.change('lane', { date: day('2026-11-03') })).toBe('done')
    expect([desk.bill('paid').stage, desk.bill('lane').stage]).toEqual(['paid', 'payable'])
    // Without a payment it waits, as any bill above the limit that is changed.
    await desk.act('withdraw', { paymentId: idOf<'payment'>('q'), why: 'later' })
    expect(await desk.change('lane', { date: day('2026-11-04') })).toBe('done')
    expect(desk.bill('lane').stage).toBe('waits')
    expect(await desk.act('bringBack', { paymentId: idOf<'payment'>('q') })).toBe('bill-not-payable')
  })
  it('a payment that is brought back is judged as one that is drawn', async () => {
    const desk = new Desk()
    await desk.enter(billOf('a', 100_00, { discount: { until: day('2026-11-30'), amount: cents(2_00) } }))
    await desk.act('draw', drawn(paying('p', 'a', 98_00, 2_00)))
    await desk.act('withdraw', { paymentId: idOf<'payment'>('p'), why: 'later' })
    await desk.change('a', { discount: undefined })
    expect(await desk.act('bringBack', { paymentId: idOf<'payment'>('p') })).toBe('bill-discount')
    await desk.act('undoBillChange', { billId: idOf<'bill'>('a') })
    await desk.change('a', { payeeId: idOf('p2') })
    expect(await desk.act('bringBack', { paymentId: idOf<'payment'>('p') })).toBe('bill-elsewhere')
    await desk.act('undoBillChange', { billId: idOf<'bill'>('a') })
    expect(await desk.act('bringBack', { paymentId: idOf<'payment'>('p') })).toBe('done')
  })
  it('a discount is had once, with the whole bill, and until its last day or with a reason', async () => {
    const desk = new Desk()
    await desk.enter(billOf('a', 100_00, { discount: { until: day('2026-11-30'), amount: cents(2_00) } }))
    expect(await desk.act('draw', drawn(paying('h', 'a', 48_00, 2_00)))).toBe('discount-part')
    expect(await desk.act('draw', drawn(paying('z', 'a', 0, 2_00, { advice: true })))).toBe('discount-part')
    const late = { date: day('2026-12-01') }
    expect(await desk.act('draw', drawn(paying('l', 'a', 98_00, 2_00, late)))).toBe('discount-late')
    expect(await desk.act('draw', drawn(paying('p', 'a', 98_00, 2_00)))).toBe('done')
    const amend = (change: InputOf<'amend'>['change']) =>
      desk.act('amend', { accountId: account.id, paymentIds: [idOf<'payment'>('p')], change })
    expect(await amend(late)).toBe('discount-late')
    expect(await amend({ ...late, discounts: { keep: ' ' } })).toBe('discount-late')
    expect(await amend({ ...late, discounts: { keep: 'agreed by phone' } })).toBe('done')
    expect(desk.payment('p')).toMatchObject({
      amount: 98_00,
      settles: { bills: [{ discount: 2_00, late: 'agreed by phone' }] },
    })
    await desk.act('undoAmend', { paymentId: idOf<'payment'>('p') })
    expect(await amend({ ...late, discounts: 'lose' })).toBe('done')
    expect(desk.payment('p')).toMatchObject({
      amount: 100_00,
      settles: { bills: [{ amount: 100_00, discount: 0 }] },
    })
  })
  it('what is owed on bills changes with bills alone', async () => {
    const desk = new Desk()
    const split = [{ ledgerId: company.payables!.ledgerId, amount: cents(500) }]
    const draw = { ...drawOf('p', 500), split }
    expect(await desk.act('draw', drawn(draw))).toBe('ledger-payables')
    expect(await desk.act('payByOtherMeans', { ...drawn(draw), way: 'card', reference: 'C' })).toBe(
      'ledger-payables',
    )
    const taking = {
      ...{ id: idOf<'intake'>('i'), companyId: company.id, accountId: account.id, file: 'x.csv' },
      ...{ ledgers: [], payees: [], bills: [], draws: [draw] },
    }
    expect(await desk.act('importRows', taking)).toBe('ledger-payables')
    const { id, companyId, onHold: _, ...to } = payee
    const own = { ...to, name: 'Owed', split: [{ ledgerId: company.payables!.ledgerId, weight: 1 }] }
    expect(await desk.act('savePayee', { id: idOf<'payee'>(`${id}x`), companyId, to: own })).toBe(
      'ledger-payables',
    )
  })
  it('nobody approves what they entered or changed, under whatever spelling of their name', async () => {
    const desk = new Desk()
    await desk.enter(billOf('a', 900_00), 'Ana')
    await desk.change('a', { memo: 'Larch' }, 'Ben')
    const approve = (by: string, id = 'a') => desk.act('approveBill', { billId: idOf<'bill'>(id) }, by)
    for (const by of ['Ana', 'ana ', 'A\u200bna', 'Ben', 'BEN', 'Be\u00adn'])
      expect(await approve(by), by).toBe('same-person')
    for (const by of ['', ' ', '\u200b']) expect(await approve(by)).toBe('operator-blank')
    expect(await approve('Cleo')).toBe('done')
    await desk.enter(billOf('d', 900_00, { draft: true }), 'Ana')
    await desk.change('d', {}, 'Ben')
    expect(await approve('Ben', 'd')).toBe('same-person')
    await desk.enter(billOf('m', 900_00, { payeeId: idOf('p2') }), 'Ana')
    await desk.act('mergePayees', { fromId: idOf<'payee'>('p2'), intoId: idOf<'payee'>('p3') }, 'Ben')
    expect(await approve('Ben', 'm')).toBe('same-person')
    await desk.enter(billOf('b', 900_00), '\u200b')
    expect(await approve('Ben', 'b')).toBe('operator-unknown')
    expect(operatorKey('Ｂen')).toBe('ben')
  })
  it('a change that is taken back restores the approval that the figures had', async () => {
    const desk = new Desk()
    await desk.enter(billOf('a', 900_00), 'Ana')
    await desk.act('approveBill', { billId: idOf<'bill'>('a') }, 'Ben')
    await desk.change('a', { amount: cents(950_00), lines: lines(950_00) }, 'Ana')
    expect(desk.bill('a')).toMatchObject({ stage: 'waits', wasApprovedBy: 'Ben' })
    await desk.act('undoBillChange', { billId: idOf<'bill'>('a') }, 'Ana')
    expect(desk.bill('a')).toMatchObject({ stage: 'payable', approvedBy: 'Ben', amount: 900_00 })
    expect(desk.bill('a')).not.toHaveProperty('wasApprovedBy')
  })
  it('the stub of a payment in the lane follows its bill, and only there', async () => {
    const desk = new Desk()
    await desk.enter(billOf('a', 100_00))
    await desk.act('draw', drawn(paying('p', 'a', 100_00)))
    expect(await desk.change('a', { number: 'A-7', memo: 'Larch planks' })).toBe('done')
    expect(desk.payment('p').lines).toMatchObject([
      { reference: 'A-7', description: 'Larch planks', amount: 100_00 },
    ])
    await desk.act('undoBillChange', { billId: idOf<'bill'>('a') })
    expect(desk.payment('p').lines).toMatchObject([{ reference: 'a', description: '' }])
  })
  it('an account is opened for a currency with hundredths, with a layout of its company', async () => {
    const desk = new Desk()
    const open = (more: object) =>
      desk.act('addAccount', {
        company: { id: company.id, name: company.name, address: company.address },
        ledgers: [],
        account: { ...account, id: idOf<'account'>('second'), account: '77-1', ...more },
        book: {
          id: idOf<'book'>('b2'),
          accountId: idOf<'account'>('second'),
          kind: 'printed by us',
          start: 9001 as never,
          end: 9009 as never,
        },
        opening: cents(0),
        equity: idOf<'ledger'>('equity'),
      })
    for (const name of ['yen', 'Japanese Yen', 'Kuwaiti dinars KWD'])
      expect(await open({ currency: { sign: '', name } }), name).toBe('currency-minor')
    expect(await open({ currency: { sign: '¥', name: 'money' } })).toBe('currency-minor')
    const layout = { ...layoutById('letter-top')!, companies: ['another'] }
    const save = () => desk.act('saveLayout', { key: layout.id, layout, from: 1, owns: [] })
    // The first account prints with it: it cannot be kept for others alone.
    expect(await save()).toBe('layout-used')
    desk.office.put({ accounts: [{ ...account, layoutId: 'letter-middle' }] })
    expect(await save()).toBe('done')
    expect(await open({})).toBe('layout-elsewhere')
    expect(await open({ layoutId: 'letter-middle' })).toBe('done')
  })
  it('a number that is too long for the MICR line is refused when the pack is loaded, not after the run is made', async () => {
    const desk = new Desk()
    const start = 999_999
    desk.office.put({
      books: [
        {
          id: idOf('book'),
          accountId: account.id,
          kind: 'printed by us',
          start: start as never,
          end: (start + 9) as never,
        },
      ],
    })
    for (const id of ['a', 'b']) await desk.act('draw', drawn(drawOf(id, 500)))
    const pick = (ids: string[]) =>
      desk.act('pick', {
        bookId: idOf<'book'>('book'),
        runId: idOf<'run'>('r'),
        paymentIds: ids.map(id => idOf<'payment'>(id)),
        order: 'as drawn',
      })
    expect(await pick(['a', 'b'])).toBe('done')
    const load = () => desk.act('load', { runId: idOf<'run'>('r'), top: start as never })
    expect(await load()).toBe('micr-serial')
    expect(await pick(['a'])).toBe('done')
    expect(await load()).toBe('done')
  })
  it('a bill goes to the address that was chosen for it, and bills of other addresses on checks of their own', () => {
    const rich = { ...payee, others: [{ name: 'Mill', lines: ['Mill Lane 3'] }] }
    const list = settleable(
      [
        billRow({ number: '1' }),
        billRow({ number: '2', payTo: 'Mill' }),
        billRow({ number: '3', payTo: 'gone' }),
      ],
      new Map([[payee.id, rich]]),
      day('2026-11-24'),
    )
    const choice = new Map(list.map(s => [s.bill.id, wholly(s)]))
    const how = {
      perBill: false,
      accountOf: () => account.id,
      date: day('2026-11-24'),
      newId: () => idOf<'payment'>('new'),
    }
    const checks = checksToCome(list, choice, how).map(c => [c.bills.map(b => b.number), c.draw.address])
    expect(checks).toEqual([
      [['1'], payee.address],
      [['2'], ['Mill Lane 3']],
      [['3'], payee.address],
    ])
  })
})
