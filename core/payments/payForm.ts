import type { PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { cents, parseAmount, sum, zero, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { PayLine } from '../proof/facts'
import type { PaidLine, Payment, PaymentPart } from './payment'
import { printable } from '../faces/texts'

/** One line of pay as it is typed: earned or deducted, above zero both. */
export interface PayFormLine {
  kind: PayLine['kind']
  name: string
  now: string
  /** Blank: what the last pay of this year says, and this one with it. */
  yearToDate: string
  /** Where a deduction is credited: what is withheld is owed to somebody else. */
  ledgerId?: Id<'ledger'> | null
}
/** A line of pay with nothing filled in, of this kind. */
export const blankPayLine = (kind: PayLine['kind']): PayFormLine => ({
  kind,
  name: '',
  now: '',
  yearToDate: '',
  ledgerId: null,
})

/** The newest payment of a payee that was pay; `paid` is newest first. */
const lastPay = (paid: readonly Payment[]): Payment | undefined =>
  paid.find(p => p.pay?.length && p.state !== 'cancelled')

/** Lines to begin from: those of the last pay, or what every pay has. */
export function payToBegin(paid: readonly Payment[]): PayFormLine[] {
  const last = lastPay(paid)?.pay
  return last
    ? last.map(l => ({
        ...{ ...blankPayLine(l.kind), name: l.name, now: figures(l.now) },
        ledgerId: l.ledgerId ?? null,
      }))
    : [{ ...blankPayLine('earning'), name: 'Wages' }, blankPayLine('deduction')]
}

/** What was earned or deducted under a name since the year began, before a day. */
function sinceNewYear(line: Pick<PayLine, 'kind' | 'name'>, paid: readonly Payment[], day: PlainDate): Cents {
  const last = lastPay(paid)
  if (!last || last.date.slice(0, 4) !== day.slice(0, 4)) return zero
  return last.pay?.find(l => l.kind === line.kind && l.name === line.name)?.yearToDate ?? zero
}

/** With what pay is read. */
interface PayReadWith {
  /** Payments to the payee, the newest first. */
  readonly paid: readonly Payment[]
  /** The day of the check. */
  readonly day: PlainDate
  /** Where a deduction goes that nobody placed, where books are kept elsewhere. */
  readonly unplaced?: Id<'ledger'> | undefined
}
/**
 * Reads pay as it is typed. Lines with nothing in them go. Refused at `pay`: a line without a name or an amount,
 * an amount below zero, a year that is less than the pay itself, a deduction without a ledger account.
 */
export function readPay(
  typed: readonly PayFormLine[],
  { paid, day, unplaced }: PayReadWith,
): Result<PaidLine[]> {
  const lines: PaidLine[] = []
  for (const line of typed) {
    if (!line.name.trim() && !line.now.trim()) continue
    const name = printable(line.name, 'pay')
    if (!name.ok) return name
    if (!name.value) return refuse('pay-name', 'Enter what is earned or deducted', { field: 'pay' })
    const now = parseAmount(line.now, 'pay')
    const wrong = (code: string, text: string) => refuse(code, `${name.value}: ${text}`, { field: 'pay' })
    if (!now.ok) return wrong(now.refusal.code, now.refusal.text)
    const before = sinceNewYear({ kind: line.kind, name: name.value }, paid, day)
    const year = line.yearToDate.trim()
      ? parseAmount(line.yearToDate, 'pay')
      : good(cents(before + now.value))
    if (!year.ok) return wrong(year.refusal.code, year.refusal.text)
    if (now.value < 0) return wrong('pay-below-zero', 'Enter an amount above zero')
    if (year.value < now.value)
      return wrong('pay-year', `The year to date cannot be less than this pay, ${figures(now.value)}`)
    const ledgerId = line.kind === 'deduction' ? (line.ledgerId ?? unplaced) : undefined
    if (line.kind === 'deduction' && now.value > 0 && !ledgerId)
      return wrong('pay-ledger', 'Choose the ledger account of the deduction')
    lines.push({
      ...{ kind: line.kind, name: name.value, now: now.value, yearToDate: year.value },
      ...(ledgerId && { ledgerId }),
    })
  }
  return good(lines)
}

/** What is withheld of pay, by deduction: what each credits, below zero. */
export const withheldOf = (lines: readonly PaidLine[]): PaymentPart[] =>
  lines.flatMap(l =>
    l.kind === 'deduction' && l.now && l.ledgerId ? [{ ledgerId: l.ledgerId, amount: cents(-l.now) }] : [],
  )
/** What is earned less what is deducted. */
export const netPay = (lines: readonly PayLine[]): Cents =>
  sum(lines.map(l => cents(l.kind === 'earning' ? l.now : -l.now)))
