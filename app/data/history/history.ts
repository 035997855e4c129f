import type { Bill } from '#core/bills/bill'
import type { Id } from '#core/base/id'
import type { NumberRow } from '#core/numbers/book'
import type { Payment } from '#core/payments/payment'
import { withoutRun } from '#core/runs/run'
import { historyOf, type HistoryLine } from '#core/numbers/history'
import type { TrailLine } from '#core/trail/trail'
import { db } from '../store/db'

type About = 'bill' | 'payee' | 'payment' | 'number' | 'run'
/** The lines of the trail that name one of these things. */
export const linesAbout = (about: About, ids: readonly string[]): Promise<TrailLine[]> =>
  db.trail
    .where(`about.${about}`)
    .anyOf([...new Set(ids)])
    .toArray()
/** The runs that numbers went through. */
const runsOf = (rows: readonly NumberRow[]): string[] =>
  rows.flatMap(row => row.life.flatMap(l => (l.runId && !withoutRun(l.runId) ? [l.runId] : [])))

/** Lines about payments, and about the runs that their checks were printed in. */
async function linesOfPayments(ids: readonly Id<'payment'>[]): Promise<TrailLine[]> {
  const rows = await db.numbers.where('check.paymentId').anyOf(ids).toArray()
  const found = await Promise.all([
    linesAbout('payment', ids),
    linesAbout('run', runsOf(rows)),
    linesAbout(
      'number',
      rows.map(r => r.id),
    ),
  ])
  return found.flat()
}

/** Everything that happened to a check number and to the payment that it carries; nothing of the numbers after it. */
export async function readNumberHistory(row: NumberRow): Promise<HistoryLine[]> {
  const payment = row.check ? await linesAbout('payment', [row.check.paymentId]) : []
  const own = [...(await linesAbout('number', [row.id])), ...(await linesAbout('run', runsOf([row])))]
  const isOwn = ({ about }: TrailLine): boolean => about.number === undefined || about.number === row.id
  return historyOf([...own, ...payment.filter(isOwn)], row.life)
}
/** Everything that happened to a payment, whatever checks carried it. */
export const readPaymentHistory = async (id: Payment['id']): Promise<HistoryLine[]> =>
  historyOf(await linesOfPayments([id]))
/** Everything that happened to a bill and to the payments that settled it. */
export async function readBillHistory(
  id: Bill['id'],
  paidBy: readonly Payment['id'][],
): Promise<HistoryLine[]> {
  const lines = await Promise.all([linesAbout('bill', [id]), linesOfPayments(paidBy)])
  return historyOf(lines.flat())
}
/** Everything that happened to a payee's own details and bills. */
export const readPayeeHistory = async (id: string): Promise<HistoryLine[]> =>
  historyOf(await linesAbout('payee', [id]))
