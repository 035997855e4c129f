import { good, type Result } from '../base/result'
import type { Id } from '../base/id'
import { open, type Bill } from '../bills/bill'
import { cents, parseAmount, zero } from '../money/cents'
import { partIsOpen } from './mayAllocate'
import { wholly, type Choice, type Chosen, type Settleable } from './settleForm'

/** What can be done to the bills that are chosen in Settle; each gives the choice as it is afterwards. */
export type ChoiceEvent =
  /** A bill is ticked, or the tick is taken out; a bill with a reason against it stays out. */
  | { readonly kind: 'toggle'; readonly row: Settleable }
  /** All of a bill is paid, with its discount or without it. */
  | { readonly kind: 'discount'; readonly row: Settleable; readonly taken: boolean }
  /** The bills as they are now. What is no longer open goes out; a discount that is over is not taken. */
  | { readonly kind: 'list'; readonly list: readonly Settleable[] }

const withPart = (choice: Choice, bill: Bill, part: Chosen): Choice => new Map(choice).set(bill.id, part)

function onToggle(choice: Choice, row: Settleable): Choice {
  if (row.reason) return choice
  if (!choice.has(row.bill.id)) return withPart(choice, row.bill, wholly(row))
  return new Map([...choice].filter(([id]) => id !== row.bill.id))
}
function onList(choice: Choice, list: readonly Settleable[]): Choice {
  const rows = new Map(list.map(s => [s.bill.id, s]))
  return new Map(
    [...choice].flatMap(([id, part]): [Id<'bill'>, Chosen][] => {
      const row = rows.get(id)
      if (!row || row.reason) return []
      const whole = Math.abs(part.whole) > Math.abs(open(row.bill)) ? open(row.bill) : part.whole
      return [[id, { whole, discount: part.discount > row.discount ? row.discount : part.discount }]]
    }),
  )
}

/** The choice after an event. */
export function onChoiceEvent(choice: Choice, event: ChoiceEvent): Choice {
  switch (event.kind) {
    case 'toggle':
      return onToggle(choice, event.row)
    case 'discount': {
      const discount = event.taken ? event.row.discount : zero
      return withPart(choice, event.row.bill, { whole: open(event.row.bill), discount })
    }
    case 'list':
      return onList(choice, event.list)
  }
}

/**
 * The choice with a part of a bill as it is typed: what is paid. The discount is kept only where that and the
 * discount are all that is open. Refused by the rule of the act: more than is open, nothing, the other sign.
 */
export function choosePart(choice: Choice, { bill }: Settleable, text: string): Result<Choice> {
  const amount = parseAmount(text, 'part')
  if (!amount.ok) return amount
  const discount = choice.get(bill.id)?.discount ?? zero
  const takesAll = discount !== 0 && amount.value === open(bill) - discount
  const part = { billId: bill.id, amount: amount.value, discount: takesAll ? discount : zero }
  const isOpen = partIsOpen(bill, part)
  if (!isOpen.ok) return isOpen
  return good(withPart(choice, bill, { whole: cents(part.amount + part.discount), discount: part.discount }))
}
