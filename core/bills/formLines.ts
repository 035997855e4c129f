import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { cents, parseAmount, sum, zero, type Cents } from '../money/cents'
import type { BillLine } from './bill'
import { printable } from '../faces/texts'

/** One line of what a bill or a payment is for, as it is typed. */
export interface FormLine {
  ledgerId: Id<'ledger'> | null
  /** An amount, a share as `40%`, or `3 x 12.50`; blank: what is left. */
  amount: string
  memo: string
  tag: string
}
/** A ledger line with nothing filled in. */
export const blankFormLine = (): FormLine => ({ ledgerId: null, amount: '', memo: '', tag: '' })

/** Most letters of a job or department. */
const MOST_TAG = 30

/** What one row is for. */
export interface LineAmount {
  readonly amount: Cents
  readonly quantity?: string
  readonly unit?: Cents
}
/** Reads the amount of a line: figures, a share of the whole, or how many at what price. */
function lineAmount(text: string, whole: Cents, field: string): Result<LineAmount> {
  const t = text.trim()
  const share = /^(\d{1,3}(?:\.\d{1,2})?) ?%$/.exec(t)
  if (share) return good({ amount: cents(Math.round((whole * Number(share[1])) / 100)) })
  const many = /^(\d{1,6}(?:\.\d{1,3})?) ?[x×*] ?(\S+)$/i.exec(t)
  if (!many) {
    const amount = parseAmount(t, field)
    return amount.ok ? good({ amount: amount.value }) : amount
  }
  const unit = parseAmount(many[2] ?? '', field)
  if (!unit.ok) return unit
  const quantity = many[1] ?? ''
  return good({ amount: cents(Math.round(Number(quantity) * unit.value)), quantity, unit: unit.value })
}

/**
 * Reads the amounts of rows as they are typed; the one blank amount takes what is left of the whole. Refused at
 * `field`. That they come to the whole is for the caller to ask.
 */
export function readRowAmounts(
  typed: readonly string[],
  whole: Cents,
  field: string,
): Result<readonly LineAmount[]> {
  if (typed.filter(t => !t.trim()).length > 1)
    return refuse('lines-blank', 'Only one line can be without an amount. It takes the rest', { field })
  const read = typed.map(t => (t.trim() ? lineAmount(t, whole, field) : undefined))
  const wrong = read.find(r => r && !r.ok)
  if (wrong && !wrong.ok) return wrong
  const given = sum(read.map(r => (r?.ok ? r.value.amount : zero)))
  return good(read.map(r => (r?.ok ? r.value : { amount: cents(whole - given) })))
}

/** Lines as they are typed, with their amounts as they were read; lines of nothing go. Refused at `field`. */
export function readLinesOf(
  typed: readonly FormLine[],
  amounts: readonly LineAmount[],
  field: string,
): Result<BillLine[]> {
  const lines: BillLine[] = []
  for (const [i, line] of typed.entries()) {
    if (!line.ledgerId) return refuse('ledger-blank', `line ${i + 1}: choose its ledger account`, { field })
    const [memo, tag] = [printable(line.memo, field), printable(line.tag, field, MOST_TAG)]
    if (!memo.ok) return memo
    if (!tag.ok) return tag
    const part = amounts[i]
    if (!part || part.amount === 0) continue
    lines.push({
      ledgerId: line.ledgerId,
      ...part,
      memo: memo.value,
      ...(tag.value && { tag: tag.value }),
    })
  }
  return good(lines)
}

/** Reads lines as they are typed, with their amounts: see `readRowAmounts` and `readLinesOf`. */
export function readFormLines(typed: readonly FormLine[], whole: Cents, field: string): Result<BillLine[]> {
  const amounts = readRowAmounts(
    typed.map(l => l.amount),
    whole,
    field,
  )
  return amounts.ok ? readLinesOf(typed, amounts.value, field) : amounts
}

/** Lines as a form holds them, to be changed. */
export const formLinesOf = (lines: readonly BillLine[], given: (amount: Cents) => string): FormLine[] =>
  lines.map(l => ({
    ledgerId: l.ledgerId,
    amount: l.quantity && l.unit !== undefined ? `${l.quantity} x ${given(l.unit)}` : given(l.amount),
    memo: l.memo,
    tag: l.tag ?? '',
  }))
