import { describe, expect, it } from 'vitest'
import { plainDate } from '../base/dates'
import { must } from '../base/result'
import { cents } from '../money/cents'
import { payee } from '../office/test/office'
import { billOf } from '../bills/test/bill'
import { changeAtProof } from './payeeChange'
import { drawWarnings, type DrawLook, type DrawWarnKnown } from './drawWarnings'

const today = must(plainDate('2026-11-24'))
const paid = {
  id: 'before',
  payeeId: payee.id,
  amount: 700,
  name: payee.name,
  address: payee.address,
  date: today,
  state: 'waiting',
  drawnAt: '2026-11-20T10:00:00-05:00',
} as never
const known = (more: Partial<DrawWarnKnown> = {}): DrawWarnKnown => ({
  payee,
  balances: { book: cents(1000), committed: cents(0), onPaper: cents(0), free: cents(1000) },
  paid: [paid],
  openBills: [],
  today,
  sign: '£',
  ...more,
})
const codes = (look: Partial<DrawLook>, more: Partial<DrawWarnKnown> = {}) =>
  drawWarnings(known(more), { amount: cents(500), date: today, explained: false, isPay: false, ...look }).map(
    w => w.code,
  )

describe('what a clerk should know before drawing', () => {
  it('is told by kind: on hold, employee, a like payment within sixty days, a date far off', () => {
    expect(codes({})).toEqual([])
    expect(codes({ amount: cents(700) })).toEqual(['like-another'])
    expect(codes({ amount: cents(700), date: must(plainDate('2027-01-23')) })).toEqual(['like-another'])
    expect(codes({ amount: cents(700), date: must(plainDate('2027-01-24')) })).toEqual(['far-date'])
    expect(
      codes({ amount: cents(700) }, { paid: [{ ...(paid as object), state: 'cancelled' } as never] }),
    ).toEqual([])
    expect(codes({}, { payee: { ...payee, onHold: true, kind: 'employee' } })).toEqual([
      'on-hold',
      'employee',
    ])
    expect(codes({ isPay: true }, { payee: { ...payee, kind: 'employee' } })).toEqual([])
    const [short] = drawWarnings(known(), {
      amount: cents(1250),
      date: today,
      explained: false,
      isPay: false,
    })
    expect(short?.text).toBe('This is £2.50 more than is free in the account.')
  })
  it('open bills are pointed out until they are paid or it is said what this is', () => {
    const openBills = [billOf({ amount: cents(300) }), billOf({ amount: cents(200) })]
    const [told] = drawWarnings(known({ openBills }), {
      amount: null,
      date: null,
      explained: false,
      isPay: false,
    })
    expect(told).toMatchObject({ code: 'open-bills', text: 'This payee has 2 open bills, £5.00.' })
    expect(codes({ explained: true }, { openBills })).toEqual([])
  })
  it('a name or address that changed since they were last paid is told, old beside new', () => {
    const before = { at: '2026-11-22T09:00:00-05:00', by: 'Ilse', name: 'Shore Timber', address: ['Quay'] }
    const warned = drawWarnings(known({ payee: { ...payee, before } }), {
      amount: null,
      date: null,
      explained: false,
      isPay: false,
    })
    expect(warned.map(w => w.code)).toEqual(['changed-payee'])
    for (const part of ['Ilse', 'Nov 22, 2026', 'Shore Timber, Quay', payee.address[0]!])
      expect(warned[0]?.text).toContain(part)
    const old = { ...before, at: '2026-11-19T09:00:00-05:00' }
    expect(codes({}, { payee: { ...payee, before: old } })).toEqual([])
    expect(codes({}, { payee: { ...payee, before }, paid: [] })).toEqual([])
  })
})

describe('a payee that changed, at the proof', () => {
  const before = { at: '2026-11-22T09:00:00-05:00', by: 'Ada', name: 'Old Name', address: ['1 Quay'] }
  const now = { ...payee, before }
  const of = (drawnAt: string, state = 'waiting') => ({ ...(paid as object), drawnAt, state }) as never
  it('is said for the first check after the change, with old and new, and not for the next one', () => {
    const issuedBefore = of('2026-11-20T10:00:00-05:00', 'issued')
    const first = changeAtProof(of('2026-11-23T10:00:00-05:00'), now, [issuedBefore])
    expect(first).toContain('by Ada on Nov 22, 2026')
    expect(first).toContain('Old Name, 1 Quay')
    const after = of('2026-11-23T10:00:00-05:00', 'issued')
    expect(changeAtProof(of('2026-11-24T10:00:00-05:00'), now, [issuedBefore, after])).toBeUndefined()
    expect(changeAtProof(of('2026-11-23T10:00:00-05:00'), now, [])).toBeUndefined()
    expect(changeAtProof(of('2026-11-23T10:00:00-05:00'), payee, [issuedBefore])).toBeUndefined()
  })
  it('is said of a payment that was drawn before the change: it prints as it was', () => {
    expect(changeAtProof(of('2026-11-21T10:00:00-05:00'), now, [])).toContain('after this payment was drawn')
  })
})
