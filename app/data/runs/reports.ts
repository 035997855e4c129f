import { type NumberBook, type NumberRow, bookName } from '#core/numbers/book'
import { fates } from '#core/numbers/fates'
import type { NumbersProof } from '#core/numbers/proofOfNumbers'
import { csvOut } from '#core/exchange/csvOut'
import type { Id } from '#core/base/id'
import type { Payment } from '#core/payments/payment'
import { coverPage, countOffSheet, type RunPaperKnown } from '#core/reports/runPapers'
import { remittance, type AdviceKind } from '#core/reports/remittance'
import { stopLetter } from '#core/reports/stopLetter'
import { copyWords, stubCopy } from '#core/reports/stubCopy'
import type { Run } from '#core/runs/run'
import { anchorText } from '#core/trail/trail'
import { localToday } from '~/stores/office'
import { saveList } from './listPaper'
import { drawingsToPdf } from './makePaper'
import { momentNow, momentText as moment } from '../office/office'
import { savePdf, saveText, type PaperWindow } from '../files/fileOut'
import { anchorOf } from '../history/anchor'
import { readCopy } from './copyReads'
import type { AccountView } from '../accounts/accountReads'

const known = (run: Run, view: AccountView, payments: readonly Payment[]): RunPaperKnown => ({
  run,
  payments: new Map<Id<'payment'>, Payment>(payments.map(p => [p.id, p])),
  account: view.account.name,
  company: view.company.name[0] ?? '',
  sign: view.account.currency.sign,
  moment,
})

export const saveCountOffSheet = async (
  run: Run,
  view: AccountView,
  payments: readonly Payment[],
): Promise<void> =>
  saveList(countOffSheet(known(run, view, payments)), `count-off-${run.checks[0]?.number}.pdf`)
export const saveCover = async (run: Run, view: AccountView, payments: readonly Payment[]): Promise<void> =>
  saveList(
    coverPage(known(run, view, payments), await anchorOf('run', run.id)),
    `run-${run.checks[0]?.number}.pdf`,
  )

/**
 * A copy of the stub of a check, shown in the window opened for it, or saved where there is none; false where
 * nothing is kept of it.
 */
export async function putOutStubCopy(
  row: NumberRow,
  cancelled: boolean,
  window: PaperWindow | undefined,
): Promise<boolean> {
  const copy = await readCopy(row)
  if (!copy) return false
  const bytes = await drawingsToPdf(
    stubCopy(copy.facts, copy.layout, copy.stock, copy.account, copyWords(row, cancelled)),
    `Stub copy ${row.number}`,
  )
  if (window) window.show(bytes, `stub-${row.number}.pdf`)
  else savePdf(bytes, `stub-${row.number}.pdf`)
  return true
}

/** Saves an advice or a receipt of a payment, with the number that carries it. */
export const saveAdvice = async (
  kind: AdviceKind,
  payment: Payment,
  row: NumberRow | undefined,
  view: AccountView,
): Promise<void> =>
  saveList(remittance(kind, payment, row, view.facts), `${kind}-${row?.number ?? payment.date}.pdf`)

export const saveStopLetter = async (row: NumberRow, view: AccountView): Promise<void> =>
  saveList(stopLetter(row, view.facts, localToday()), `stop-${row.number}.pdf`)

const heads = ['Account', 'Number book', 'First', 'Last', ...fates, 'In the book']
const proofRows = (proof: NumbersProof, accountOf: (book: NumberBook) => string): string[][] =>
  proof.books.map(b => [
    accountOf(b.book),
    bookName(b.book),
    String(b.book.start),
    String(b.book.end),
    ...fates.map(f => String(b.counts[f])),
    String(b.length),
  ])
export const saveNumbersCsv = (proof: NumbersProof, accountOf: (book: NumberBook) => string): void =>
  saveText(csvOut(heads, proofRows(proof, accountOf)), 'numbers.csv', 'text/csv')
export const saveNumbersPdf = async (
  proof: NumbersProof,
  accountOf: (book: NumberBook) => string,
  checked: { readonly lines: number; readonly head: string; readonly rows: number },
  troubles: readonly string[],
): Promise<void> =>
  saveList(
    {
      title: 'Proof of the books',
      under: moment(momentNow()),
      words: troubles.length
        ? troubles.map(t => `${t}.`)
        : [
            'Every number of every book has exactly one fate. There are no gaps and no duplicates.',
            `${checked.rows.toLocaleString('en-US')} rows agree with the trail.`,
          ],
      facts: [['Last line of the trail', anchorText(checked.lines, checked.head)]],
      columns: [
        { title: 'Account', share: 1.5 },
        { title: 'Book', share: 2.4 },
        ...fates.map(f => ({ title: f, share: 1, right: true })),
        { title: 'In the book', share: 1.1, right: true },
      ],
      rows: proofRows(proof, accountOf).map(r => [r[0]!, r[1]!, ...r.slice(4)]),
      sign: ['Reviewed by, date'],
    },
    'numbers.pdf',
  )
