import { good, refuse } from '../base/result'
import type { NumberRow } from '../books/book'
import type { Stock } from '../paper/stock'
import type { Decision, Stamp } from '../trail/trail'

/**
 * Prints an issued check again under its own number: only one that we printed, on stock whose numbers we
 * print (`stock` is the one it was printed
 * on; undefined where it was written by hand), only before it left the house, and only after saying what
 * became of the first sheet. Each copy is
 * counted in the number's life.
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
      `${row.number} is ${row.fate}: only an issued check can be printed again`,
      { field: 'number', value: row.number },
    )
  if (!known.stock)
    return refuse('check-by-hand', `${row.number} was written by hand: replace the check instead`, {
      field: 'number',
      value: row.number,
    })
  if (known.stock.numbered)
    return refuse(
      'stock-numbered',
      'the stationer printed the numbers of this stock: replace the check instead',
      { field: 'number', value: row.number },
    )
  if (!act.inHouse)
    return refuse('left-house', 'a check that left the house is replaced, never printed again', {
      field: 'inHouse',
    })
  if (!act.firstSheet.trim())
    return refuse('why-blank', 'say what became of the first sheet', { field: 'why' })
  const copies = row.life.filter(l => l.event?.kind === 'printed again').length + 2
  const next: NumberRow = {
    ...row,
    life: [
      ...row.life,
      {
        at: stamp.at,
        by: stamp.by,
        fate: row.fate,
        why: `printed again, copy ${copies}; first sheet: ${act.firstSheet.trim()}`,
        event: { kind: 'printed again', copy: copies },
      },
    ],
  }
  return good({
    changes: { numbers: [next] },
    trail: {
      act: 'print again',
      text: `${row.number} under its own number, copy ${copies}; first sheet: ${act.firstSheet.trim()}`,
      about: { account: row.accountId, book: row.bookId, number: row.id },
    },
  })
}
