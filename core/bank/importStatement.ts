import { dayText, daysBetween, type PlainDate } from '../base/dates'
import { howMany } from '../base/howMany'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import type { BankAccount } from '../accounts/account'
import type { NumberRow } from '../numbers/book'
import type { Payment } from '../payments/payment'
import type { Decision, Stamp } from '../trail/trail'
import { applyMatch } from './applyMatch'
import { knownBefore, type BankLine, type IncomingLine } from './bankLine'
import { findReason, type NumberKnown } from './findReason'
import type { BankFormat, StatedBalance, Statement } from './statement'

/** The most lines that one file may bring. */
export const MOST_LINES = 20_000
/** A bank does not date lines further ahead than this. */
const MOST_AHEAD_DAYS = 7

/** The lines of one file for one account. */
export interface IncomingStatement {
  readonly accountId: Id<'account'>
  readonly fileId: Id<'bankFile'>
  readonly file: string
  readonly format: BankFormat
  readonly lines: readonly IncomingLine[]
  /** The days that the file covers, where it says so. */
  readonly from?: PlainDate
  readonly through?: PlainDate
  readonly stated?: StatedBalance
}
/** What an import must know. */
export interface IncomingKnown {
  readonly account: BankAccount
  readonly statement: Statement | undefined
  /** Lines of the account on the days of the file. */
  readonly known: readonly BankLine[]
  readonly today: PlainDate
  /** What the books say of each check number that the file names. */
  readonly numberOf: (n: number) => NumberKnown
  readonly payments: ReadonlyMap<Id<'payment'>, Payment>
}
/** What becomes of each line of a file. */
export interface SortedLines {
  readonly added: readonly IncomingLine[]
  /** Lines that were imported before. */
  readonly known: readonly IncomingLine[]
  /** Lines of days before the open statement, which are not on a statement here. */
  readonly early: readonly IncomingLine[]
}

/** Sorts the lines of a file into new ones, known ones, and those of before the open statement. */
export function sortLines(
  lines: readonly IncomingLine[],
  before: readonly BankLine[],
  from: PlainDate,
): SortedLines {
  const found = knownBefore(before, lines)
  const rest = lines.filter((_, at) => !found.has(at))
  return {
    known: lines.filter((_, at) => found.has(at)),
    early: rest.filter(l => l.date < from),
    added: rest.filter(l => l.date >= from),
  }
}

function mayImport(known: IncomingKnown, act: IncomingStatement): Result<Statement> {
  const at = { field: 'file' }
  if (!known.statement)
    return refuse('statement-none', 'Begin with the opening balance of your first statement', at)
  if (!act.lines.length) return refuse('lines-none', 'This file has no lines for this account', at)
  if (act.lines.length > MOST_LINES)
    return refuse('lines-many', `A file can bring ${MOST_LINES.toLocaleString('en-US')} lines at most`, {
      ...at,
      value: act.lines.length,
      limit: MOST_LINES,
    })
  if (known.statement.files.some(f => f.id === act.fileId))
    return refuse('file-known', 'This file was already imported', at)
  const [zeroLine] = act.lines.filter(l => l.amount === 0)
  if (zeroLine) return refuse('line-zero', `The line of ${dayText(zeroLine.date)} has no amount`, at)
  const late = act.lines.find(l => daysBetween(known.today, l.date) > MOST_AHEAD_DAYS)
  if (late) return refuse('line-ahead', `A line is dated ${dayText(late.date)}, which is still to come`, at)
  return good(known.statement)
}

/** The days of a file: as it says, else those of its lines. */
function daysOf({ lines, from, through }: IncomingStatement): { from: PlainDate; through: PlainDate } {
  const days = lines.map(l => l.date).sort()
  return { from: from ?? days[0]!, through: through ?? days.at(-1)! }
}

/** Matches what is a check of ours beyond doubt; each number once. */
function matchAll(
  lines: readonly BankLine[],
  known: IncomingKnown,
  stamp: Stamp,
): { lines: BankLine[]; numbers: NumberRow[]; payments: Payment[] } {
  const [numbers, payments] = [new Map<number, NumberRow>(), new Map<string, Payment>()]
  const matched = lines.map(line => {
    const of = line.number === undefined ? undefined : known.numberOf(line.number)
    const row = of?.row && (numbers.get(of.row.number) ?? of.row)
    const payment = row?.check && known.payments.get(row.check.paymentId)
    if (!of || !row || !payment || findReason(line, { ...of, row }, '')) return line
    const done = applyMatch(line, { kind: 'check', row, payment }, stamp)
    if (!done.ok) return line
    for (const n of done.value.numbers) numbers.set(n.number, n)
    for (const p of done.value.payments) payments.set(p.id, p)
    return done.value.line
  })
  return { lines: matched, numbers: [...numbers.values()], payments: [...payments.values()] }
}

/** The latest balance that the bank states. */
const latest = (a: StatedBalance | undefined, b: StatedBalance | undefined): StatedBalance | undefined =>
  !a || (b && b.day >= a.day) ? b : a

/**
 * Imports the lines of a file into the open statement. Lines that were imported before are recognized and not
 * doubled; checks whose number, amount and account are ours are marked as paid. Refused: no statement begun, no
 * new line, lines without an amount or of days to come.
 */
export function importStatement(
  known: IncomingKnown,
  act: IncomingStatement,
  stamp: Stamp,
): Decision<{
  statements: Statement[]
  bankLines: BankLine[]
  numbers: NumberRow[]
  payments: Payment[]
}> {
  const may = mayImport(known, act)
  if (!may.ok) return may
  const statement = may.value
  const sorted = sortLines(act.lines, known.known, statement.from)
  if (!sorted.added.length)
    return refuse('lines-known', 'Every line of this file was imported before', { field: 'file' })
  const { accountId, fileId, format } = act
  const fresh = sorted.added.map((line, i): BankLine => ({
    ...{ id: `${fileId}/${i}` as Id<'bankLine'>, accountId, statementId: statement.id, fileId },
    ...line,
  }))
  const { lines, numbers, payments } = matchAll(fresh, known, stamp)
  const stated = latest(statement.stated, act.stated)
  const file = {
    ...{ id: fileId, name: act.file, format, at: stamp.at, by: stamp.by, lines: lines.length },
    ...daysOf(act),
  }
  return good({
    changes: {
      statements: [{ ...statement, files: [...statement.files, file], ...(stated && { stated }) }],
      bankLines: lines,
      numbers,
      payments,
    },
    trail: {
      act: 'Statement imported',
      text: `Imported ${howMany(lines.length, 'bank line')} of ${known.account.name} from ${act.file}, ${dayText(file.from)} to ${dayText(file.through)}: the bank paid ${howMany(numbers.length, 'check')}${sorted.known.length ? `; ${howMany(sorted.known.length, 'line')} imported before` : ''}${sorted.early.length ? `; ${howMany(sorted.early.length, 'line')} left out, from before ${dayText(statement.from)}` : ''}.`,
      about: { account: accountId, statement: statement.id },
    },
  })
}
