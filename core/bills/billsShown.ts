import { addDays, type PlainDate } from '../base/dates'
import { sum, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { isOverdue, open, type Bill } from './bill'

/** What is looked for among bills: a text in small letters, none where it is empty, and when they are due. */
export interface BillsWanted {
  readonly text: string
  readonly due: DueWithin
}
/** Choices of how soon a bill is due, in days from today. */
export const dueWithin = ['any', 'overdue', '7', '14'] as const
/** Any day, overdue, or within so many days. */
export type DueWithin = (typeof dueWithin)[number]

/**
 * Whether a bill answers to a text in small letters: by any of its numbers, what it is for, or its amount, or
 * because its payee does.
 */
export const answersTo = (bill: Bill, text: string, isTheirs: boolean): boolean =>
  isTheirs ||
  [bill.number, bill.purchaseOrder ?? '', bill.memo].some(t => t.toLowerCase().includes(text)) ||
  String(bill.ourNumber) === text ||
  figures(bill.amount).includes(text)

/** Bills as they are to be paid: by due date, what is settled in the lane already last. */
export const inTurn = (bills: readonly Bill[]): Bill[] =>
  [...bills].sort(
    (a, b) =>
      Number(open(a) === 0) - Number(open(b) === 0) ||
      (a.due < b.due ? -1 : a.due > b.due ? 1 : a.ourNumber - b.ourNumber),
  )

/** Why a bill is not among those that are wanted, in words; empty where it is. `payee` is its payee's name. */
export function notWanted(bill: Bill, { text, due }: BillsWanted, payee: string, today: PlainDate): string {
  if (text && !answersTo(bill, text, payee.toLowerCase().includes(text))) return 'not what is looked for'
  if (due === 'any') return ''
  if (due === 'overdue') return isOverdue(bill, today) ? '' : 'not overdue'
  return bill.due > addDays(today, Number(due)) ? 'due later' : ''
}

/** How many bills these are, and what of the payable ones is open. */
export const billSums = (bills: readonly Bill[]): { readonly count: number; readonly open: Cents } => ({
  count: bills.length,
  open: sum(bills.filter(b => b.stage === 'payable').map(open)),
})
