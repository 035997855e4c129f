import type { KeyOf, TableName, Tables } from '#core/office/tables'
import { StoreReading } from './storeReading'

/**
 * The office as one act reads it, within its transaction: nothing changes there until the act writes, so no row is
 * fetched twice. What replaces a row, sums it up and tells the bank of it each ask for the row as it was.
 */
export class ActReading extends StoreReading {
  private readonly known = new Map<TableName, Map<unknown, unknown>>()

  private async rows<T extends TableName>(
    table: T,
    ids: readonly KeyOf<T>[],
  ): Promise<(Tables[T] | undefined)[]> {
    const known = (this.known.get(table) ?? new Map()) as Map<KeyOf<T>, Tables[T] | undefined>
    this.known.set(table, known)
    const wanted = [...new Set(ids)].filter(id => !known.has(id))
    if (wanted.length) {
      const found = await this.db.table<Tables[T], KeyOf<T>>(table).bulkGet(wanted)
      wanted.forEach((id, i) => known.set(id, found[i]))
    }
    return ids.map(id => known.get(id))
  }
  /** What was read is as it was no more: the act writes. */
  forget(): void {
    this.known.clear()
  }
  override get = async <T extends TableName>(table: T, id: KeyOf<T>): Promise<Tables[T] | undefined> =>
    (await this.rows(table, [id]))[0]
  override many = async <T extends TableName>(table: T, ids: readonly KeyOf<T>[]): Promise<Tables[T][]> =>
    (await this.rows(table, ids)).filter(row => row !== undefined)
}
