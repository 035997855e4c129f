import Dexie from 'dexie'
import { byMoment } from '#core/base/dates'
import { grouped } from '#core/base/grouped'
import type { Id } from '#core/base/id'
import { alikeKey, heldBecause, namesakesOf, open, type Bill, type BillStage } from '#core/bills/bill'
import { billsTouched } from '#core/payments/settling'
import { isLive, type Payee } from '#core/payees/payee'
import { changeAtProof } from '#core/payments/payeeChange'
import type { Payment } from '#core/payments/payment'
import type { NumberRow } from '#core/numbers/book'
import { db } from '../store/db'
import { lastBillOf } from './lastBill'

const byCompany = (companyId: Id<'company'>, stage: BillStage) =>
  db.bills
    .where('[companyId+stage+due]')
    .between([companyId, stage, Dexie.minKey], [companyId, stage, Dexie.maxKey])

/** The bills of a company in one stage, by due date. */
export const readBills = (companyId: Id<'company'>, stage: BillStage): Promise<Bill[]> =>
  byCompany(companyId, stage).toArray()

/** Stages in which a bill asks for something. They are few, however many were paid in all the years. */
const asking = ['draft', 'waits', 'payable'] as const
/** The bills of a company that ask for something, by stage and due date. */
export const readAskingBills = async (companyId: Id<'company'>): Promise<Bill[]> =>
  (await Promise.all(asking.map(stage => readBills(companyId, stage)))).flat()
/** How many bills of a company ask for something, by stage, and how many it ever took in: our last number. */
export async function countBills(
  companyId: Id<'company'>,
): Promise<Record<(typeof asking)[number] | 'everTaken', number>> {
  const [draft, waits, payable] = await Promise.all(asking.map(s => byCompany(companyId, s).count()))
  const everTaken = await lastBillOf(db, companyId)
  return { draft: draft ?? 0, waits: waits ?? 0, payable: payable ?? 0, everTaken }
}

/** The newest bills of a company, whatever their stage, that a question takes. */
export const readNewestBills = (
  companyId: Id<'company'>,
  takes: ((bill: Bill) => boolean) | undefined,
  most: number,
): Promise<Bill[]> => {
  const all = db.bills
    .where('[companyId+date]')
    .between([companyId, Dexie.minKey], [companyId, Dexie.maxKey])
    .reverse()
  return (takes ? all.filter(takes) : all).limit(most).toArray()
}

export const readBill = (id: Id<'bill'>): Promise<Bill | undefined> => db.bills.get(id)
export const readPayee = (id: Id<'payee'>): Promise<Payee | undefined> => db.payees.get(id)
/** The payees of some bills, by key: a company may have thousands of others. */
export const readPayeesOf = async (bills: readonly Bill[]): Promise<Map<Id<'payee'>, Payee>> =>
  new Map(
    (await db.payees.bulkGet([...new Set(bills.map(b => b.payeeId))])).flatMap(p => (p ? [[p.id, p]] : [])),
  )
/** The keys of the payees of a company whose name holds a text, in lower case. */
export const findPayeeIds = async (companyId: Id<'company'>, text: string): Promise<Set<Id<'payee'>>> =>
  new Set(
    await db.payees
      .where('companyId')
      .equals(companyId)
      .filter(p => p.name.toLowerCase().includes(text))
      .primaryKeys(),
  )

/** The bills of a payee with the same number, and those whose number only looks like it. */
export const readNamesakes = async (
  payeeId: Id<'payee'>,
  number: string,
  except: Id<'bill'>,
): Promise<{ same: Bill[]; like: Bill[] }> =>
  namesakesOf(
    { id: except, number },
    number.trim() ? await db.bills.where('alike').equals(alikeKey(payeeId, number)).toArray() : [],
  )

/** The bills of a payee that can be settled now. */
export const readOpenBills = async (payeeId: Id<'payee'>): Promise<Bill[]> =>
  (await db.bills.where('payeeId').equals(payeeId).toArray())
    .filter(b => b.stage === 'payable')
    .sort((a, b) => Number(open(a) === 0) - Number(open(b) === 0) || (a.due < b.due ? -1 : 1))

/** Payments that settle a bill, newest first, with the numbers that carried them. */
export interface PaidBy {
  readonly payment: Payment
  readonly numbers: readonly NumberRow[]
}
const withNumbers = async (payments: readonly Payment[]): Promise<PaidBy[]> => {
  const rows = await db.numbers
    .where('check.paymentId')
    .anyOf(payments.map(p => p.id))
    .toArray()
  const byPayment = grouped(rows, row => row.check?.paymentId ?? '')
  return payments.map(payment => ({ payment, numbers: byPayment.get(payment.id) ?? [] }))
}
const newestFirst = <Row extends { readonly date: string }>(rows: readonly Row[]): Row[] =>
  rows.toSorted((a, b) => (a.date > b.date ? -1 : a.date < b.date ? 1 : 0))

export const readPaidBy = async (bill: Bill): Promise<PaidBy[]> =>
  withNumbers(
    newestFirst(
      await db.payments
        .where('payeeId')
        .equals(bill.payeeId)
        .filter(p => p.settles?.bills.some(a => a.billId === bill.id) ?? false)
        .toArray(),
    ),
  )

/** All that is known of a payee besides their details: the newest first. */
export interface PayeeStory {
  readonly bills: readonly Bill[]
  readonly payments: readonly Payment[]
  /** The newest payments with the numbers that carried them. */
  readonly paid: readonly PaidBy[]
}
/** `most`: how many payments come with their numbers. */
export async function readPayeeStory(payeeId: Id<'payee'>, most: number): Promise<PayeeStory> {
  const [bills, payments] = await Promise.all([
    db.bills.where('payeeId').equals(payeeId).toArray(),
    db.payments.where('payeeId').equals(payeeId).toArray(),
  ])
  const newest = newestFirst(payments)
  return { bills: newestFirst(bills), payments: newest, paid: await withNumbers(newest.slice(0, most)) }
}

/** The payments to a payee, the last one drawn first. */
export const readPaymentsTo = async (payeeId: Id<'payee'>): Promise<Payment[]> =>
  (await db.payments.where('payeeId').equals(payeeId).toArray()).toSorted((a, b) =>
    byMoment(b.drawnAt, a.drawnAt),
  )

/** Bills by their keys, in their order; those that there are. */
export const readBillsByKey = async (ids: readonly Id<'bill'>[]): Promise<Bill[]> =>
  (await db.bills.bulkGet([...ids])).filter(b => b !== undefined)

/** Why payments are kept out of a run by their payee or a bill of theirs, by key of the payment. */
export async function readHeld(payments: readonly Payment[]): Promise<Map<string, string>> {
  // Those on hold are few, and have a reason: thousands of others are not opened.
  const [onHold, bills] = await Promise.all([
    db.payees.where('holdWhy').above('').toArray(),
    db.bills.bulkGet(billsTouched(payments)),
  ])
  const known = new Map(onHold.map(p => [p.id, p]))
  const byKey = new Map(bills.map(b => [b?.id, b]))
  return new Map(
    payments.flatMap((p): [string, string][] => {
      const own = (p.settles?.bills ?? []).flatMap(a => byKey.get(a.billId) ?? [])
      const why = heldBecause(known.get(p.payeeId), own)
      return why ? [[p.id, why]] : []
    }),
  )
}

/** What is to be said at the proof of payments whose payee changed, by key of the payment. */
export async function readPayeeChanges(payments: readonly Payment[]): Promise<Map<Id<'payment'>, string>> {
  const payees = new Map(
    (await db.payees.bulkGet([...new Set(payments.map(p => p.payeeId))])).map(p => [p?.id, p]),
  )
  const said = new Map<Id<'payment'>, string>()
  for (const payment of payments) {
    const payee = payees.get(payment.payeeId)
    if (!payee?.before) continue
    const paid = await db.payments.where('payeeId').equals(payee.id).toArray()
    const text = changeAtProof(
      payment,
      payee,
      paid.filter(p => p.id !== payment.id),
    )
    if (text) said.set(payment.id, text)
  }
  return said
}

/** The payees of other companies that are the same as this one. */
export const readSharedWith = async ({ id, shared }: Payee): Promise<Payee[]> =>
  shared ? db.payees.filter(p => p.shared === shared && p.id !== id && isLive(p)).toArray() : []
