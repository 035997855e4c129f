import { byMoment } from '#core/base/dates'
import type { Id } from '#core/base/id'
import type { Payment } from '#core/payments/payment'
import { db } from '../store/db'
import { readLaneTotal } from './laneReads'

export const readLane = (accountId: Id<'account'>): Promise<Payment[]> =>
  db.payments
    .where('[accountId+state]')
    .equals([accountId, 'waiting'])
    .toArray()
    .then(list => list.toSorted((a, b) => byMoment(a.drawnAt, b.drawnAt)))

/** How many payments wait in a lane. */
export const countLane = async (accountId: Id<'account'>): Promise<number> =>
  (await readLaneTotal(db, accountId)).count

export const readPayments = async (ids: readonly Id<'payment'>[]): Promise<Payment[]> =>
  (await db.payments.bulkGet([...ids])).filter((p): p is Payment => p !== undefined)

export const readPayment = (id: Id<'payment'>): Promise<Payment | undefined> => db.payments.get(id)

/** Payments that were withdrawn from a lane, newest first. */
export const readWithdrawn = (accountId: Id<'account'>): Promise<Payment[]> =>
  db.payments
    .where('[accountId+state]')
    .equals([accountId, 'cancelled'])
    .filter(p => p.withdrawn === true)
    .reverse()
    .limit(10)
    .toArray()

const paymentsOf = (accountId: Id<'account'>) =>
  db.payments.where('[accountId+state]').between([accountId, ''], [accountId, '\uffff'])

/** Whether an account has any payment, whatever became of it; to count them all, the store walks over each. */
export const hasPayments = async (accountId: Id<'account'>): Promise<boolean> =>
  (await paymentsOf(accountId).limit(1).primaryKeys()).length > 0

const MOST_SAMPLED = 400

/** Some payments of an account to try a layout with: those that wait first. */
export const readSomePayments = (accountId: Id<'account'>): Promise<Payment[]> =>
  paymentsOf(accountId).reverse().limit(MOST_SAMPLED).toArray()
