import { dayOfMoment, formatDate } from '../base/dates'
import { howMany } from '../base/howMany'
import type { Id } from '../base/id'
import { spans } from '../numbers/spans'
import { figures } from '../money/figures'
import { sum, zero, type Cents } from '../money/cents'
import type { Payment } from '../payments/payment'
import { numbersOfRun, type Run } from '../runs/run'
import type { ListPaper } from './listPages'

/** What the papers of a run are made of: cover page, register, count-off sheet. */
export interface RunPaperKnown {
  readonly run: Run
  readonly payments: ReadonlyMap<Id<'payment'>, Payment>
  readonly account: string
  readonly company: string
  readonly sign: string
  readonly moment: (at: string) => string
}
const amountOf = (known: RunPaperKnown, id: Id<'payment'>): Cents => known.payments.get(id)?.amount ?? zero
const nameOf = (known: RunPaperKnown, id: Id<'payment'>): string => known.payments.get(id)?.name ?? ''

/**
 * The cover page of a counted-off run: account, numbers, count, total, the hash total of its issued numbers
 * (their plain sum), who and when, what was spoiled, and the last line of the trail about it.
 */
export function coverPage(known: RunPaperKnown, anchor: string): ListPaper {
  const { run, sign } = known
  const good = run.checks.filter(c => c.outcome?.kind === 'good')
  const used = numbersOfRun(run)
  const lost = used.filter(u => u.came !== 'good' && u.came !== '')
  return {
    title: 'Run of checks',
    under: formatDate(dayOfMoment(run.printedAt), 'MMMM D, YYYY'),
    facts: [
      ['Company', known.company],
      ['Account', known.account],
      ['Numbers', spans(used.map(u => u.number))],
      ['Checks issued', String(good.length)],
      ['Total issued', figures(sum(good.map(c => amountOf(known, c.paymentId))), { sign })],
      ['Hash total of issued numbers', String(good.reduce((s, c) => s + c.number, 0))],
      ['Printed', `${known.moment(run.printedAt)}${run.copies > 1 ? `, printed ${run.copies} times` : ''}`],
      ['Counted off', run.countedAt ? `${known.moment(run.countedAt)}, ${run.countedBy ?? ''}` : 'not yet'],
      ['Line of the trail', anchor],
      ['Not issued', lost.map(u => `${u.number} ${u.came}${u.why && ` (${u.why})`}`).join(', ') || 'none'],
    ],
    columns: [
      { title: 'Number', share: 0.8 },
      { title: 'Sent as', share: 0.8 },
      { title: 'Payee', share: 3 },
      { title: 'Amount', share: 1.1, right: true },
      { title: 'Came out', share: 1.7 },
    ],
    rows: used.map(({ number, check, came }) => [
      String(number),
      check?.sentAs ? String(check.sentAs) : '',
      check ? nameOf(known, check.paymentId) : 'no check',
      check ? figures(amountOf(known, check.paymentId)) : '',
      came,
    ]),
    sum: ['', '', 'Issued', figures(sum(good.map(c => amountOf(known, c.paymentId))), { sign }), ''],
    sign: ['Counted off by', 'Reviewed by'],
  }
}

/**
 * The count-off sheet: every number in the order of the tray with room for what a person sees, and lines to
 * sign on.
 */
export const countOffSheet = (known: RunPaperKnown): ListPaper => ({
  title: 'Count-off sheet',
  under: `${known.company}, ${known.account}`,
  words: [
    'Go through the sheets from the top of the tray. Mark each one as good, spoiled (with a reason) or never came out, or write down its number if it is different.',
  ],
  columns: [
    { title: 'Number', share: 0.9 },
    { title: 'Payee', share: 2.5 },
    { title: 'Amount', share: 1.1, right: true },
    { title: 'Good', share: 0.8 },
    { title: 'Spoiled, reason', share: 1.9 },
    { title: 'Other number', share: 1.1 },
  ],
  rows: known.run.checks.map(c => [
    String(c.number),
    nameOf(known, c.paymentId),
    figures(amountOf(known, c.paymentId)),
    '[   ]',
    '[   ]',
    '..............',
  ]),
  sum: [
    '',
    howMany(known.run.checks.length, 'check'),
    figures(sum(known.run.checks.map(c => amountOf(known, c.paymentId))), { sign: known.sign }),
    '',
    '',
    '',
  ],
  sign: ['Counted by, date', 'Reviewed by, date'],
})
