import { MAILED } from '#core/mail/recordMail'
import type { Run } from '#core/runs/run'
import { db } from '../store/db'
import type { Mailing } from './mails'

/** The advices of a counted-off run for payees who want them by e-mail, and whether each went already. */
export async function readRunMailings(run: Run): Promise<{ mailing: Mailing; isSent: boolean }[]> {
  const good = run.checks.filter(c => c.outcome?.kind === 'good')
  const payments = (await db.payments.bulkGet(good.map(c => c.paymentId))).filter(p => p !== undefined)
  const payees = await db.payees.bulkGet([...new Set(payments.map(p => p.payeeId))])
  const wanted = new Map(payees.flatMap(p => (p?.mails && p.email ? [[p.id, p.email] as const] : [])))
  const toMail = payments.filter(p => wanted.has(p.payeeId))
  const ids = toMail.map(p => p.id)
  const [rows, lines] = await Promise.all([
    db.numbers.where('check.paymentId').anyOf(ids).toArray(),
    db.trail.where('about.payment').anyOf(ids).toArray(),
  ])
  const sent = new Set(lines.filter(l => l.act === MAILED).map(l => l.about.payment))
  return toMail.map(payment => ({
    mailing: {
      ...{ kind: 'advice' as const, payment, to: wanted.get(payment.payeeId)! },
      row: rows.find(r => r.check?.paymentId === payment.id && r.fate === 'issued'),
    },
    isSent: sent.has(payment.id),
  }))
}
