import type { Id } from '../base/id'
import { movementKinds, type Movement } from '../bank/movement'
import type { NumberRow } from '../numbers/book'
import type { BankAccount } from '../accounts/account'
import {
  amount,
  day,
  number,
  text,
  within,
  type Days,
  type List,
  type ListCell,
  type ListColumn,
} from './list'

/** A line of the register as cells, with what it is a line of. */
export interface RegisterLine {
  readonly cells: readonly ListCell[]
  readonly of: { readonly number: NumberRow } | { readonly movement: Movement }
}
/** Everything that moves accounts within some days, by day: checks, and money without one; money in is above zero. */
export function registerLines(
  numbers: readonly NumberRow[],
  movements: readonly Movement[],
  accounts: ReadonlyMap<Id<'account'>, BankAccount>,
  days: Days,
): RegisterLine[] {
  const nameOf = (id: Id<'account'>): string => accounts.get(id)?.name ?? ''
  const checks = numbers
    .filter(r => r.fate !== 'unused')
    .map((r): RegisterLine => ({
      cells: [
        ...[nameOf(r.accountId), r.check?.date ?? r.at.slice(0, 10), r.number, 'Check', r.fate],
        ...[r.check?.payee ?? '', r.why, '', r.check ? -r.check.amount : null],
      ],
      of: { number: r },
    }))
  const others = movements.map((m): RegisterLine => ({
    cells: [
      ...[nameOf(m.accountId), m.date, null, movementKinds[m.kind].title, m.state],
      ...[m.party ?? '', m.text, m.reference ?? '', m.amount],
    ],
    of: { movement: m },
  }))
  return [...checks, ...others]
    .filter(({ cells }) => within(days, String(cells[1])))
    .sort((a, b) => (String(a.cells[1]) < String(b.cells[1]) ? -1 : 1))
}
/** Columns of the register in the order in which they are exported. */
export const registerColumns: readonly ListColumn[] = [
  text('Account'),
  day('Date'),
  number('Number'),
  text('Kind'),
  text('State'),
  text('Payee or source'),
  text('Description'),
  text('Reference'),
  amount('Amount'),
]
/** The register as a list. */
export const registerList = (...of: Parameters<typeof registerLines>): List => ({
  name: 'register',
  columns: registerColumns,
  rows: registerLines(...of).map(line => line.cells),
})
