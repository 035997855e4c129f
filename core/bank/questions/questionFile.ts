import { plainDate } from '../../base/dates'
import type { Fault, Read } from '../../exchange/fault'
import { readDelimited } from '../../exchange/cells'
import { csvOut } from '../../exchange/csvOut'
import { cents } from '../../money/cents'
import { plainFigures } from '../../money/figures'
import { checkNumber } from '../../numbers/book'
import type { BankQuestion, IncomingQuestion } from './question'

/** The columns of a file of questions; all but the payee must be there (docs/formats.md). */
const questionColumns = ['reference', 'number', 'amount', 'date', 'payee', 'reason', 'deadline'] as const
type Column = (typeof questionColumns)[number]
const MOST_LETTERS = 200

/** Amounts have a point and two decimals, days are YYYY-MM-DD: nothing in it can be read two ways. */
function readQuestion(cell: (column: Column) => string, fault: (column: Column, text: string) => void) {
  const number = checkNumber(cell('number'))
  if (!number.ok) fault('number', number.refusal.text)
  const amount = /^(\d{1,10})\.(\d\d)$/.exec(cell('amount'))
  if (!amount) fault('amount', `“${cell('amount')}” is not an amount such as 1234.50`)
  const [date, deadline] = (['date', 'deadline'] as const).map(column => {
    const read = plainDate(cell(column))
    if (!read.ok) fault(column, read.refusal.text)
    return read
  }) as [ReturnType<typeof plainDate>, ReturnType<typeof plainDate>]
  for (const column of ['reference', 'reason'] as const)
    if (!cell(column) || cell(column).length > MOST_LETTERS)
      fault(column, `enter 1 to ${MOST_LETTERS} characters`)
  if (!number.ok || !amount || !date.ok || !deadline.ok) return undefined
  const payee = cell('payee').slice(0, MOST_LETTERS)
  return {
    ...{ reference: cell('reference'), number: number.value, reason: cell('reason') },
    ...{ amount: cents(Number(amount[1]) * 100 + Number(amount[2])) },
    ...{ date: date.value, deadline: deadline.value },
    ...(payee && { payee }),
  }
}

/** Reads the bank’s questions from CSV: every fault with its row and column, or all questions. */
export function readQuestions(text: string): Read<IncomingQuestion[]> {
  const read = readDelimited(text)
  if (!read.ok) return { ok: false, faults: [{ text: read.refusal.text }] }
  const [head = [], ...rows] = read.value.filter(row => row.some(cell => cell.trim() !== ''))
  const titles = head.map(title => title.trim().toLowerCase())
  const missing = questionColumns.filter(c => c !== 'payee' && !titles.includes(c))
  if (missing.length)
    return { ok: false, faults: [{ row: 1, text: `these columns are missing: ${missing.join(', ')}` }] }
  const faults: Fault[] = []
  const questions = rows.flatMap((row, i) => {
    const before = faults.length
    const cell = (column: Column): string => row[titles.indexOf(column)]?.trim() ?? ''
    const one = readQuestion(cell, (column, what) => faults.push({ row: i + 2, column, text: what }))
    return one && faults.length === before ? [one] : []
  })
  if (faults.length) return { ok: false, faults }
  const twice = questions.find((q, i) => questions.findIndex(o => o.reference === q.reference) !== i)
  if (twice) return { ok: false, faults: [{ text: `the reference ${twice.reference} is there twice` }] }
  return questions.length
    ? { ok: true, value: questions }
    : { ok: false, faults: [{ text: 'it has no questions' }] }
}

/** Questions as a bank writes them. */
export const questionsCsv = (questions: readonly IncomingQuestion[]): string =>
  csvOut(
    questionColumns,
    questions.map(q => [
      ...[q.reference, q.number, plainFigures(q.amount), q.date, q.payee ?? '', q.reason, q.deadline],
    ]),
  )
/** The answers for the bank: its reference, the check, what it is to do, and why. */
export const answersCsv = (questions: readonly BankQuestion[]): string =>
  csvOut(
    ['reference', 'number', 'amount', 'decision', 'reason'],
    questions.flatMap(q =>
      q.answer ? [[q.reference, q.number, plainFigures(q.amount), q.answer.decision, q.answer.why]] : [],
    ),
  )
