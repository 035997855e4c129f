import type { Id } from '#core/base/id'
import type { Movement } from '#core/bank/movement'
import type { NumberRow } from '#core/numbers/book'
import { db } from '../store/db'

/** A line of the register: a check number, or money that moved without a check. */
export interface RegisterRow {
  readonly id: string
  readonly number?: NumberRow
  readonly movement?: Movement
}
/** One line of a register by its key; undefined where there is none. */
export async function readRegisterRow(id: string): Promise<RegisterRow | undefined> {
  const number = await db.numbers.get(id as Id<'number'>)
  if (number) return { id, number }
  const movement = await db.movements.get(id as Id<'movement'>)
  return movement && { id, movement }
}
