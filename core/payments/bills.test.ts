import { describe, expect, it } from 'vitest'
import { addDays, plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { cents, type Cents } from '../money/cents'
import { perform, type ActName, type InputOf } from '../office/actTypes'
import { MemoryOffice } from '../office/memory'
import { alwaysHolds } from '../office/test/holds'
import { account, company, drawOf, ledgerBalance, opened, payee, payeeOf } from '../office/test/office'
import { numberKey, type Bill } from '../bills/bill'
import { blankBillForm, readBillForm } from '../bills/billForm'
import { toldOf } from './changeBill'
import type { Entering } from '../bills/enterBill'
import { nearlyNamed, payeesLike, payeeTyped } from '../payees/findPayee'

const day = must(plainDate('2026-11-24'))
const wood = idOf<'ledger'>('wood')
const entering = (id: string, amount: number, more: Partial<Entering> = {}): Entering => ({
  id: idOf<'bill'>(id),
  payeeId: payee.id,
  number: id,
  date: addDays(day, -10),
  due: addDays(day, 20),
  amount: cents(amount),
  lines: [{ ledgerId: wood, amount: cents(amount), memo: '' }],
  memo: '',
  taxForm: 'none',
  ...more,
})
/** An office with one bill, its acts, and what they are refused for. */
function desk() {
  const office = new MemoryOffice()
  office.put({ ...opened(9), accounts: [account], payees: [payee, payeeOf('p2', 'Cobalt Rope')] })
  let n = 0
  const act = async <N extends ActName>(name: N, input: InputOf<N>, by = 'Test'): Promise<string> => {
    const done = await perform(office, name, input, {
      at: `2026-11-24T10:00:${String(++n).padStart(2, '0')}Z`,
      by,
    })
    alwaysHolds(office.snapshot())
    return done.ok ? 'done' : done.refusal.code
  }
  const bill = (id: string): Bill => office.kept.bills.get(idOf(id))!
  const change = (id: string, more: Partial<Bill>, by?: string) => {
    const from = toldOf(bill(id))
    const told = { ...from, ...more } as typeof from
    const lines = more.lines ?? [{ ...from.lines[0]!, amount: told.amount }]
    return act('changeBill', { billId: idOf<'bill'>(id), from, to: { ...told, lines } }, by)
  }
  const owed = (): Cents => ledgerBalance(office.kept.entries.values(), company.payables!.ledgerId)
  const enter = (e: Entering, by?: string) => act('enterBill', { companyId: company.id, bill: e }, by)
  return { office, act, bill, change, owed, enter }
}

describe('a bill', () => {
  it('gets our next number, is owed at once, and stands in the ledger; above the limit not before a second person', async () => {
    const { act, bill, enter, owed } = desk()
    expect(await enter(entering('a', 30_000))).toBe('done')
    expect(await enter(entering('b', 30_001))).toBe('done')
    expect([bill('a').stage, bill('b').stage]).toEqual(['payable', 'waits'])
    expect([bill('a').ourNumber, bill('b').ourNumber]).toEqual([1, 2])
    expect(owed()).toBe(-30_000)
    expect(await act('approveBill', { billId: idOf<'bill'>('b') }, ' test ')).toBe('same-person')
    expect(await act('approveBill', { billId: idOf<'bill'>('b') }, ' ')).toBe('operator-blank')
    expect(await act('approveBill', { billId: idOf<'bill'>('b') }, 'Other')).toBe('done')
    expect(await act('approveBill', { billId: idOf<'bill'>('b') }, 'Other')).toBe('bill-not-waiting')
    expect(owed()).toBe(-60_001)
    // A yes was given to that amount: another one wants another yes.
    const d = desk()
    await d.enter(entering('c', 40_000))
    await d.act('approveBill', { billId: idOf<'bill'>('c') }, 'Other')
    expect(await d.change('c', { amount: cents(50_000) })).toBe('done')
    expect([d.bill('c').stage, d.owed()]).toEqual(['waits', 0])
  })
  it('that a payment settles keeps payee and amount; it is paid with its check, and open again when that is cancelled', async () => {
    const { office, act, bill, change, enter, owed } = desk()
    await enter(entering('a', 10_000, { discount: { until: day, amount: cents(200) } }))
    const draw = (id: string, amount: number, discount: number) => ({
      ...drawOf(id, amount),
      split: [],
      settles: [{ billId: idOf<'bill'>('a'), amount: cents(amount), discount: cents(discount) }],
    })
    const drawn = (id: string, amount: number, discount = 0) =>
      act('draw', { accountId: account.id, draw: draw(id, amount, discount) })
    expect(await drawn('x', 9900, 200)).toBe('bill-overpaid')
    expect(await drawn('x', 9700, 300)).toBe('bill-discount')
    expect(await drawn('x', 9800, 200)).toBe('done')
    expect(await drawn('y', 1)).toBe('bill-overpaid')
    expect(await change('a', { amount: cents(11_000) })).toBe('bill-fixed')
    expect(await change('a', { due: day })).toBe('done')
    expect(await act('cancelBill', { billId: idOf<'bill'>('a'), why: 'x' })).toBe('bill-fixed')
    await act('withdraw', { paymentId: idOf<'payment'>('x'), why: 'later' })
    const pay = {
      accountId: account.id,
      draw: draw('z', 9800, 200),
      way: 'transfer',
      reference: 'T 1',
    } as const
    expect(await act('payByOtherMeans', { ...pay, reference: ' ' })).toBe('reference-blank')
    expect(await act('payByOtherMeans', pay)).toBe('done')
    expect([bill('a').stage, owed()]).toEqual(['paid', 0])
    expect(ledgerBalance(office.kept.entries.values(), company.payables!.discountId)).toBe(-200)
    expect(await act('bringBack', { paymentId: idOf<'payment'>('x') })).toBe('bill-not-payable')
    expect(await act('cancel', { paymentId: idOf<'payment'>('z'), ending: 'voided', why: 'bounced' })).toBe(
      'done',
    )
    expect([bill('a').stage, owed()]).toEqual(['payable', -10_000])
    expect(await act('bringBack', { paymentId: idOf<'payment'>('x') })).toBe('done')
  })
  it('and its credit note go together; a closed month is entered on the first open day, and taken back there', async () => {
    const { office, act, enter, owed } = desk()
    await enter(entering('a', 5000))
    await enter(entering('c', -1200))
    expect(owed()).toBe(-3800)
    await act('closePeriod', { companyId: company.id, through: addDays(day, -5), today: day })
    await enter(entering('late', 700))
    const entry = [...office.kept.entries.values()].find(e => e.billId === 'late')
    expect(entry?.date).toBe(addDays(day, -4))
    expect(await act('cancelBill', { billId: idOf<'bill'>('a'), why: 'never came' })).toBe('done')
    const back = [...office.kept.entries.values()].find(e => e.text.startsWith('Reversed'))
    expect([back?.date, owed()]).toEqual([addDays(day, -4), 500])
  })
  it('and its last change are two things: taken back it stands as before, in the ledger too, unless a payment holds on to it', async () => {
    const { act, bill, change, enter, owed } = desk()
    const back = () => act('undoBillChange', { billId: idOf<'bill'>('a') })
    await enter(entering('a', 20_000, { discount: { until: day, amount: cents(200) } }))
    const before = toldOf(bill('a'))
    expect(await back()).toBe('nothing-changed')
    expect(await change('a', { amount: cents(25_000), memo: 'more' })).toBe('done')
    expect([owed(), bill('a').was]).toEqual([-25_000, before])
    expect(await back()).toBe('done')
    expect([toldOf(bill('a')), owed()]).toEqual([before, -20_000])
    expect(await back()).toBe('nothing-changed')
    // Above the limit another yes is wanted, as with any change.
    await change('a', { amount: cents(30_001) })
    expect([bill('a').stage, await back(), bill('a').stage]).toEqual(['waits', 'done', 'payable'])
    await change('a', { amount: cents(21_000) })
    const settles = [{ billId: bill('a').id, amount: cents(500), discount: cents(0) }]
    const draw = { ...drawOf('x', 500), split: [], settles }
    expect(await act('draw', { accountId: account.id, draw })).toBe('done')
    expect(await back()).toBe('bill-fixed')
  })
  it('may come with its payment: both or neither; one that waits for a second person is not paid', async () => {
    const { office, act, bill, enter } = desk()
    await enter(entering('a', 400))
    const both = (id: string, amount: number, more: Partial<Entering> = {}) => {
      const told = entering(id, amount, more)
      const settles = [
        { billId: idOf<'bill'>('a'), amount: cents(100), discount: cents(0) },
        { billId: told.id, amount: cents(amount), discount: cents(0) },
      ]
      const draw = { ...drawOf(`p ${id}`, amount + 100), split: [], settles }
      return act('drawWithBill', { accountId: account.id, draw, bill: told })
    }
    expect(await both('b', 700)).toBe('done')
    expect([bill('b').promised, bill('a').promised, bill('b').ourNumber]).toEqual([700, 100, 2])
    expect(await both('c', 30_001)).toBe('bill-waits')
    expect(await both('d', 700, { number: 'b' })).toBe('bill-twice')
    expect(await both('e', 700, { payeeId: idOf('p2') })).toBe('bill-elsewhere')
    expect([office.kept.bills.size, office.kept.payments.size]).toEqual([2, 1])
  })
  it('numbers look alike without case, spaces, dashes, a word before them and leading zeros', () => {
    expect(['INV-0042', 'inv 42', '42', '00-42'].map(numberKey)).toEqual(['42', '42', '42', '42'])
    expect(numberKey('4-2-0')).toBe('420')
    expect(numberKey('0')).toBe('0')
    expect(numberKey('Rent')).toBe('rent')
  })
})

describe('a payee', () => {
  const { id: _, companyId: __, onHold: ___, ...to } = payee
  it('shared by two companies is known alike, and paid in each by its own ledger accounts', async () => {
    const { office, act } = desk()
    const yard = { ...company, id: idOf<'company'>('yard'), name: ['Yard'] }
    const theirs = { ...payeeOf('y1', payee.name), companyId: yard.id, split: [], memo: 'theirs' }
    office.put({ ...office.snapshot(), companies: [company, yard], payees: [payee, theirs] } as never)
    const row = (id: string) => office.kept.payees.get(idOf(id))!
    const share = () => act('sharePayee', { payeeId: payee.id, companyId: yard.id, id: idOf<'payee'>('new') })
    expect(await share()).toBe('done')
    expect([row('y1').shared, row('p1').shared, row('new')]).toEqual(['p1', 'p1', undefined])
    expect(row('y1')).toMatchObject({ address: payee.address, split: [], memo: 'theirs' })
    expect(await share()).toBe('payee-shared')
    const keep = (change: object) =>
      act('savePayee', { id: payee.id, companyId: company.id, from: to, to: { ...to, ...change } })
    expect(await keep({ address: ['2 New Road'], memo: 'ours' })).toBe('done')
    expect(row('y1')).toMatchObject({ address: ['2 New Road'], memo: 'theirs' })
    expect(row('y1').before?.address).toEqual(payee.address)
    expect(await act('undoPayeeChange', { payeeId: payee.id })).toBe('done')
    expect([row('p1').address, row('y1').address, row('p1').memo]).toEqual([
      payee.address,
      payee.address,
      payee.memo,
    ])
    expect(await act('unsharePayee', { payeeId: idOf<'payee'>('y1') })).toBe('done')
    expect([row('y1').shared, row('p1').shared]).toEqual([undefined, undefined])
    expect(await act('unsharePayee', { payeeId: payee.id })).toBe('payee-alone')
  })
  it('of a company whose books are elsewhere needs no ledger account; entries are kept all the same', async () => {
    const { office, act } = desk()
    const books = (elsewhere: boolean) => act('setBooksElsewhere', { companyId: company.id, elsewhere })
    expect([await books(false), await books(true), await books(true)]).toEqual([
      'nothing-changed',
      'done',
      'nothing-changed',
    ])
    const { unplaced } = office.kept.companies.get(company.id)!.payables!
    expect(office.kept.ledgers.get(unplaced!)?.name).toBe('Unassigned')
    const form = { ...blankBillForm(), payee: payee.name, number: '1', amount: '5' }
    const bare = { ...payee, split: [] }
    const read = readBillForm(form, { payees: [bare], today: day, dayFirst: false, unplaced })
    expect(read.lines).toEqual({ ok: true, value: [{ ledgerId: unplaced, amount: 500, memo: '' }] })
    expect(await books(false)).toBe('done')
  })
  it('becomes a part of another with all that was theirs; after that nothing is drawn to it', async () => {
    const { office, act, enter } = desk()
    await enter(entering('a', 500))
    await act('draw', { accountId: account.id, draw: drawOf('x', 300) })
    expect(await act('mergePayees', { fromId: payee.id, intoId: payee.id })).toBe('payee-itself')
    expect(await act('mergePayees', { fromId: payee.id, intoId: idOf<'payee'>('p2') })).toBe('done')
    expect([...office.kept.bills.values()].map(b => b.payeeId)).toEqual(['p2'])
    expect([...office.kept.payments.values()].map(p => p.payeeId)).toEqual(['p2'])
    expect(await act('draw', { accountId: account.id, draw: drawOf('y', 300) })).toBe('payee-merged')
    expect(await enter(entering('b', 500))).toBe('payee-merged')
    expect(await act('mergePayees', { fromId: idOf<'payee'>('p2'), intoId: payee.id })).toBe('payee-merged')
  })
  it('on hold, or of a held bill, enters no run; nor does a payment before its day', async () => {
    const { act, enter } = desk()
    const pick = () =>
      act('pick', {
        bookId: idOf<'book'>('book'),
        runId: idOf<'run'>('r'),
        paymentIds: [idOf<'payment'>('x')],
        order: 'as drawn',
      })
    await enter(entering('a', 500))
    const settles = [{ billId: idOf<'bill'>('a'), amount: cents(500), discount: cents(0) }]
    const later = { ...drawOf('x', 500), split: [], settles, scheduled: addDays(day, 1) }
    await act('draw', { accountId: account.id, draw: later })
    expect(await pick()).toBe('payment-early')
    await act('amend', {
      accountId: account.id,
      paymentIds: [idOf<'payment'>('x')],
      change: { scheduled: day },
    })
    await act('holdPayee', { payeeId: payee.id, why: 'a quarrel' })
    expect(await pick()).toBe('payment-held')
    await act('holdPayee', { payeeId: payee.id, why: null })
    await act('holdBill', { billId: idOf<'bill'>('a'), hold: { kind: 'held', why: 'no goods yet' } })
    expect(await pick()).toBe('payment-held')
    await act('holdBill', { billId: idOf<'bill'>('a'), hold: null })
    expect(await pick()).toBe('done')
  })
  it('is found by code first, then by the beginning of the name, of a word, anywhere; a near name is pointed out', () => {
    const list = ['Cobalt Rope', 'Ropewalk', 'Europe Tar', 'Arc & Rope'].map((name, i) =>
      payeeOf(`f${i}`, name),
    )
    const coded = [
      ...list,
      { ...payeeOf('f9', 'Zinc'), code: 'ROPE' },
      { ...payeeOf('g', 'Ropes'), became: payee.id },
    ]
    expect(payeesLike(coded, 'rope', 9).map(p => p.name)).toEqual([
      'Zinc',
      'Ropewalk',
      'Cobalt Rope',
      'Arc & Rope',
      'Europe Tar',
    ])
    expect(payeesLike(coded, '', 2).map(p => p.name)).toEqual(['Cobalt Rope', 'Ropewalk'])
    expect(payeeTyped(coded, ' rope ')?.name).toBe('Zinc')
    expect(payeeTyped(coded, 'ropes')).toBeUndefined()
    expect(nearlyNamed(coded, 'Cobalt Roope', 'x').map(p => p.name)).toEqual(['Cobalt Rope'])
    expect(nearlyNamed(coded, 'Cobalt Rope', 'f0')).toEqual([])
  })
})
