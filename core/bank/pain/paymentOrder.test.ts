import { describe, expect, it } from 'vitest'
import * as fc from 'fast-check'
import { must } from '#core/base/result'
import { idOf } from '#core/base/id'
import { cents } from '#core/money/cents'
import type { PlainDate } from '#core/base/dates'
import type { Payee } from '#core/payees/payee'
import { payeeAccountNumber } from '#core/payees/payeeBank'
import { account, company } from '#core/office/test/office'
import { allOf, readXml, textOf, type XmlElement } from '../read/xmlTree'
import { creditorBank } from './agents'
import { checkOrders, writeOrders, type OrderFile, type PaymentOrder } from './paymentOrder'
import { sendTransfers } from './sendTransfers'

/**
 * What may stand in each element and in which order, written down from the published message definition of
 * pain.001.001.09 (check): `?` at most once, `*` any number of times, `|` one of several.
 */
const grammar: Readonly<Record<string, string>> = {
  Document: 'CstmrCdtTrfInitn',
  CstmrCdtTrfInitn: 'GrpHdr PmtInf*',
  GrpHdr: 'MsgId CreDtTm NbOfTxs CtrlSum? InitgPty',
  PmtInf: 'PmtInfId PmtMtd NbOfTxs? CtrlSum? ReqdExctnDt Dbtr DbtrAcct DbtrAgt CdtTrfTxInf*',
  CdtTrfTxInf: 'PmtId Amt ChqInstr? CdtrAgt? Cdtr? CdtrAcct? RmtInf?',
  PmtId: 'InstrId? EndToEndId',
  Amt: 'InstdAmt?',
  ChqInstr: 'ChqTp? ChqNb? DlvryMtd? MemoFld*',
  FinInstnId: 'BICFI? ClrSysMmbId? Nm?',
  ClrSysMmbId: 'ClrSysId? MmbId',
  Dbtr: 'Nm? PstlAdr?',
  Cdtr: 'Nm? PstlAdr?',
  PstlAdr: 'AdrLine*',
  RmtInf: 'Ustrd* Strd*',
  Strd: 'RfrdDocInf* RfrdDocAmt?',
  RfrdDocInf: 'Tp? Nb? RltdDt?',
  RfrdDocAmt: 'DscntApldAmt* CdtNoteAmt? RmtdAmt?',
}
/** The most letters of a text, or its pattern. */
const texts: Readonly<Record<string, RegExp>> = {
  ...{ MsgId: /^.{1,35}$/s, PmtInfId: /^.{1,35}$/s, EndToEndId: /^.{1,35}$/s, MmbId: /^.{1,35}$/s },
  ...{ Nm: /^.{1,140}$/su, AdrLine: /^.{1,70}$/su, MemoFld: /^.{1,35}$/su, ChqNb: /^\d{1,35}$/ },
  ...{ InstdAmt: /^\d{1,13}\.\d\d$/, CtrlSum: /^\d{1,13}\.\d\d$/, NbOfTxs: /^\d{1,15}$/ },
  ...{ Ustrd: /^.{1,140}$/su, Nb: /^.{1,35}$/su, PmtMtd: /^(CHK|TRF)$/, Dt: /^\d{4}-\d\d-\d\d$/ },
  ...{ CreDtTm: /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/, Ccy: /^[A-Z]{3}$/ },
  ...{ IBAN: /^[A-Z]{2}\d{2}[A-Z0-9]{1,30}$/, BICFI: /^[A-Z0-9]{4}[A-Z]{2}[A-Z0-9]{2}([A-Z0-9]{3})?$/ },
}

/** What of an element does not hold to the grammar, with the way to it. */
function breaks(of: XmlElement, way = of.name): string[] {
  const inner = of.children.flatMap(c => breaks(c, `${way}/${c.name}`))
  const form = of.name === 'Amt' && way.includes('DscntApldAmt') ? undefined : grammar[of.name]
  const order = form?.split(' ').map(part => {
    const name = part.replace(/[?*]$/, '')
    return `(?:${name} )${part.endsWith('?') || part.endsWith('*') ? part.at(-1) : ''}`
  })
  const names = of.children.map(c => `${c.name} `).join('')
  if (order && !new RegExp(`^${order.join('')}$`).test(names)) inner.push(`${way} has ${names}`)
  if (texts[of.name] && of.children.length === 0 && !texts[of.name]!.test(of.text))
    inner.push(`${way} is “${of.text}”`)
  return inner
}

const tree = (text: string): XmlElement => must(readXml(text))
const at = '2026-11-24T10:00:00.000000Z'
const order = (more: Partial<PaymentOrder> = {}): PaymentOrder => ({
  ...{ payee: 'Larch & <Sons>', address: ['4 Oven Lane', 'Pellam'], amount: cents(12_34), memo: 'planks' },
  ...{ lines: [], date: '2026-11-24' as PlainDate },
  ...more,
})
const file = (more: Partial<OrderFile> = {}): OrderFile => ({
  ...{ method: 'TRF', messageId: '0b8a2c1e-9d7f-4c3a-8f11-2f6f0d2c9b10', at, company, account },
  ...{ currency: 'USD', orders: [order()] },
  ...more,
})

const letters = (most: number) =>
  fc.string({ unit: fc.constantFrom(...'abÉñ<&>"\'7 -.'), minLength: 1, maxLength: most })
const bill = fc.record({
  reference: letters(50),
  date: fc.constantFrom(null, '2026-11-01' as PlainDate),
  description: fc.constant(''),
  amount: fc.integer({ min: -5000, max: 5000 }).map(cents),
  discount: fc.constantFrom(cents(0), cents(12)),
})
const orders = fc.record({
  ...{ payee: letters(80), address: fc.array(letters(70), { maxLength: 7 }), memo: letters(70) },
  amount: fc.integer({ min: 1, max: 99_999_999_99 }).map(cents),
  lines: fc.array(bill, { maxLength: 4 }),
  date: fc.constantFrom('2026-11-24' as PlainDate, '2026-12-01' as PlainDate),
  number: fc.integer({ min: 1, max: 999_999 }),
})

describe('payment orders', () => {
  it('hold to the order and lengths of the standard whatever is in them, and their sums are right', () => {
    fc.assert(
      fc.property(
        fc.array(orders, { minLength: 1, maxLength: 6 }),
        fc.constantFrom('CHK' as const, 'TRF' as const),
        (list, method) => {
          const top = tree(must(writeOrders(file({ method, orders: list }))))
          expect(breaks(top)).toEqual([])
          const total = list.reduce((sum, o) => sum + o.amount, 0)
          const made = allOf(top, 'CstmrCdtTrfInitn/PmtInf/CdtTrfTxInf')
          expect(Math.round(Number(textOf(top, 'CstmrCdtTrfInitn/GrpHdr/CtrlSum')) * 100)).toBe(total)
          expect(textOf(top, 'CstmrCdtTrfInitn/GrpHdr/NbOfTxs')).toBe(String(list.length))
          for (const group of allOf(top, 'CstmrCdtTrfInitn/PmtInf')) {
            const amounts = allOf(group, 'CdtTrfTxInf/Amt/InstdAmt').map(e =>
              Math.round(Number(e.text) * 100),
            )
            expect(Math.round(Number(textOf(group, 'CtrlSum')) * 100)).toBe(
              amounts.reduce((a, b) => a + b, 0),
            )
          }
          // Each order once, its payee as it is, its key its own.
          expect(made.map(e => textOf(e, 'Cdtr/Nm')).sort()).toEqual(list.map(o => o.payee.trim()).sort())
          expect(new Set(made.map(e => textOf(e, 'PmtId/EndToEndId'))).size).toBe(list.length)
          expect(allOf(top, 'CstmrCdtTrfInitn/PmtInf/CdtTrfTxInf/ChqInstr')).toHaveLength(
            method === 'CHK' ? list.length : 0,
          )
        },
      ),
    )
  })
  it('are refused where something does not fit, and name the payee', () => {
    const refused = (more: Partial<PaymentOrder>, of: Partial<OrderFile> = {}): string => {
      const made = writeOrders(file({ ...of, orders: [order(more)] }))
      return made.ok ? 'made' : made.refusal.text
    }
    expect(refused({ address: ['x'.repeat(71)] })).toContain('Larch & <Sons>: “xxx')
    expect(refused({ memo: 'x'.repeat(71) }, { method: 'CHK' })).toContain(
      'the memo has more than 70 letters',
    )
    expect(refused({ amount: cents(0) })).toContain('the amount is not above zero')
    expect(refused({}, { currency: 'US' })).toContain('three letters')
    expect(refused({}, { currency: 'USD' })).toBe('made')
  })
  it('of a run are its checks with their numbers, without advices', () => {
    const facts = { ...order(), number: 4281 }
    expect(checkOrders([facts, { ...facts, number: 4282, advice: true }])).toEqual([facts])
  })
})

describe('the bank of a payee', () => {
  it('is told to the clearing of the country, by BIC, or by an IBAN alone', () => {
    const told = (country: 'US' | 'CA' | 'GB' | 'IN', bankCode: string, bankAccount: string) => {
      const made = creditorBank(country, { bankCode, bankAccount })
      return made.ok
        ? `${made.value.agent}${made.value.account}`.replaceAll(/<[^>]*>/g, ' ').trim()
        : made.refusal.text
    }
    expect(told('US', '123456780', '77').split(/\s+/)).toEqual(['USABA', '123456780', '77'])
    expect(told('CA', '01234-567', '77').split(/\s+/)).toEqual(['CACPA', '056701234', '77'])
    expect(told('GB', '123456', '77').split(/\s+/)).toEqual(['GBDSC', '123456', '77'])
    expect(told('IN', 'ABCD0123456', '77').split(/\s+/)).toEqual(['INFSC', 'ABCD0123456', '77'])
    expect(told('US', 'ABCDUS33', '77').split(/\s+/)).toEqual(['ABCDUS33', '77'])
    expect(told('GB', '', 'GB82WEST12345698765432')).toBe('GB82WEST12345698765432')
    expect(told('US', '123456789', '77')).toContain('check digit')
    expect(told('US', '', '77')).toContain('no bank code')
    expect(told('US', '123456780', '')).toContain('no bank account number')
  })
  it('an IBAN with any two neighbours swapped or a digit wrong is refused', () => {
    const iban = 'GB82WEST12345698765432'
    expect(payeeAccountNumber('gb82 west 1234 5698 7654 32')).toEqual({ ok: true, value: iban })
    for (let i = 4; i < iban.length; i++) {
      const other = /\d/.test(iban[i]!) ? String((Number(iban[i]) + 1) % 10) : iban[i] === 'A' ? 'B' : 'A'
      expect(payeeAccountNumber(iban.slice(0, i) + other + iban.slice(i + 1)).ok, `place ${i}`).toBe(false)
    }
  })
})

describe('transfers', () => {
  const today = '2026-11-24' as PlainDate
  const payee = { id: 'larch', name: 'Larch', bankCode: '123456780', bankAccount: '77' } as unknown as Payee
  const payment = {
    ...{ id: idOf<'payment'>('p1'), accountId: account.id, payeeId: payee.id, name: 'Larch', address: [] },
    ...{
      amount: cents(500),
      memo: '',
      lines: [],
      state: 'issued',
      otherwise: { way: 'transfer', reference: '1' },
    },
  } as unknown as Parameters<typeof sendTransfers>[0]['payments'][number]
  const ask = (change: object = {}, act: object = {}) => {
    const known = { account, company, payments: [{ ...payment, ...change }], isKnown: false, today }
    const made = sendTransfers(
      { ...known, payees: new Map([[payee.id, payee]]) },
      {
        ...{ fileId: idOf<'sentFile'>('f1'), paymentIds: [payment.id], date: today, currency: 'USD' },
        ...act,
      },
      { at, by: 'Test' },
    )
    return made.ok ? made.value.changes : made.refusal.code
  }
  it('go out once, on a day to come, and only where they are transfers', () => {
    expect(ask()).toMatchObject({ payments: [{ orderedIn: 'f1' }], sentFiles: [{ transfers: 1, issues: 0 }] })
    expect(ask({ orderedIn: 'f0' })).toBe('payment-ordered')
    expect(ask({ state: 'cancelled' })).toBe('payment-ordered')
    expect(ask({ otherwise: { way: 'cash', reference: '1' } })).toBe('payment-ordered')
    expect(ask({}, { date: '2026-11-23' })).toBe('date-past')
    expect(ask({}, { paymentIds: [payment.id, payment.id] })).toBe('payments-none')
    expect(ask({ payeeId: 'nobody' })).toBe('bank-account-blank')
  })
})
