import { sentence } from '../base/sentence'
import { good, refuse } from '../base/result'
import { withEvent, type NumberRow } from '../numbers/book'
import type { Stock } from '../paper/stock'
import type { Decision, Stamp } from '../trail/trail'

/**
 * Prints an issued check again under its own number: only one that we printed, on stock whose numbers we
 * print (`stock` is the one it was printed on; undefined where it was written by hand), only before it left
 * the house, and only after saying what became of the first sheet. Each copy is counted in the number's
 * life.
 */
export function printCopy(
  known: { row: NumberRow; stock: Stock | undefined },
  act: { firstSheet: string; inHouse: boolean },
  stamp: Stamp,
): Decision<{ numbers: NumberRow[] }> {
  const { row } = known
  if (row.fate !== 'issued' || !row.check)
    return refuse(
      'check-not-issued',
      `Check ${row.number} is ${row.fate}. Only an issued check can be printed again`,
      { field: 'number', value: row.number },
    )
  if (!known.stock)
    return refuse('check-by-hand', `Check ${row.number} was written by hand. Replace the check instead`, {
      field: 'number',
      value: row.number,
    })
  if (known.stock.numbered)
    return refuse('stock-numbered', 'The numbers are preprinted on this stock. Replace the check instead', {
      field: 'number',
      value: row.number,
    })
  if (!act.inHouse)
    return refuse('left-house', 'A check that left the office cannot be printed again. Replace it instead', {
      field: 'inHouse',
    })
  if (!act.firstSheet.trim())
    return refuse('why-blank', 'Enter what happened to the first sheet', { field: 'why' })
  const copies = row.life.filter(l => l.event?.kind === 'printed again').length + 2
  const what = `printed again, copy ${copies}; first sheet: ${act.firstSheet.trim()}`
  const next = withEvent(row, { kind: 'printed again', copy: copies }, what, stamp)
  return good({
    changes: { numbers: [next] },
    trail: {
      act: 'Printed again',
      text: sentence(
        `Printed check ${row.number} again under its own number, copy ${copies}. First sheet: ${act.firstSheet.trim()}`,
      ),
      about: { account: row.accountId, book: row.bookId, number: row.id },
    },
  })
}
