import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { canonicalJson, hashOf } from '../base/hash'
import { addText, emptySum, removeText, sumText, type SetSum } from '../base/multisetHash'
import type { RowsStated } from '../trail/trail'
import type { Reading } from './reading'
import { keyOf, tableNames, type Changes, type Removals, type TableName } from './tables'

/** The tables whose rows the trail answers for; its own lines are a chain. */
export type DigestedTable = Exclude<TableName, 'trail'>
/** Every table but the trail, which is chained instead. */
export const digestedTables = tableNames.filter((t): t is DigestedTable => t !== 'trail')

/** The running sum of all rows of a table, as it is kept beside them. */
export interface TableDigest {
  readonly id: DigestedTable
  readonly sum: SetSum
}
export type Digests = ReadonlyMap<DigestedTable, SetSum>

/** Bytes by their hash: a kept PDF is hashed as what it is, not digit by digit. No other table holds bytes. */
const withoutBytes = (row: object): object =>
  Object.fromEntries(
    Object.entries(row).map(([name, value]) => [
      name,
      value instanceof Uint8Array ? { $bytes: bytesToHex(sha256(value)) } : value,
    ]),
  )
/** A row as it goes into the sum of its table. */
const textOf = (table: DigestedTable, row: object): string =>
  `${table} ${canonicalJson(table === 'papers' ? withoutBytes(row) : row)}`

/** Puts rows into the sum of their table, in place. */
export function addRows(sum: SetSum, table: DigestedTable, rows: Iterable<object>): void {
  for (const row of rows) addText(sum, textOf(table, row))
}
/** The sum of the rows of a table, from the rows alone. */
export function digestOf(id: DigestedTable, rows: Iterable<object>): TableDigest {
  const sum = emptySum()
  addRows(sum, id, rows)
  return { id, sum }
}
/** The sums of all rows of an office. */
export const digestsOf = (office: { readonly [T in DigestedTable]: readonly object[] }): TableDigest[] =>
  digestedTables.map(id => digestOf(id, office[id]))
/** Sums by their table. */
export const byTable = (digests: Iterable<TableDigest>): Digests =>
  new Map([...digests].map(({ id, sum }) => [id, sum]))

type Keyed = Parameters<typeof keyOf>[0]
/** The keys of a table that an act writes or removes, each once, with the row it leaves there. */
function leftOf(table: DigestedTable, changes: Changes, removes: Removals): Map<string, Keyed | undefined> {
  const removed = (removes as Partial<Record<TableName, readonly string[]>>)[table] ?? []
  const left = new Map<string, Keyed | undefined>(removed.map(key => [key, undefined]))
  for (const row of (changes[table] ?? []) as readonly Keyed[]) left.set(keyOf(row), row)
  return left
}

/**
 * The sums after an act, those of the tables it touches: the rows that were there go out, the rows it leaves come in.
 */
export async function digestsAfter(
  before: Digests,
  reading: Pick<Reading, 'many'>,
  changes: Changes,
  removes: Removals,
): Promise<TableDigest[]> {
  const after: TableDigest[] = []
  for (const id of digestedTables) {
    const left = leftOf(id, changes, removes)
    if (!left.size) continue
    const sum = before.get(id)?.slice() ?? emptySum()
    const replaced = await reading.many(id, [...left.keys()] as never[])
    for (const row of replaced) removeText(sum, textOf(id, row))
    addRows(
      sum,
      id,
      [...left.values()].filter(row => row !== undefined),
    )
    after.push({ id, sum })
  }
  return after
}

/** Each sum in its short form, blank for a table without rows. */
export const sumTexts = (digests: Digests): Map<DigestedTable, string> =>
  new Map([...digests].map(([id, sum]) => [id, sumText(sum)]))
/** What short sums say of all rows, as one hash of 64 hex digits. */
export const rowsHash = (texts: ReadonlyMap<DigestedTable, string>): string =>
  hashOf(Object.fromEntries([...texts].filter(([, text]) => text)))

/**
 * What a line of the trail says of the rows: a hash over all tables, and the sum of each that its act touched. Where
 * the sums that were kept are not those of the line before, rows were changed by something that was no act: then it
 * says what was found, and what every table comes to from here on.
 */
export function statedRows(
  before: Digests,
  changed: readonly TableDigest[],
  last: { readonly rows?: string } | undefined,
): RowsStated {
  const texts = sumTexts(before)
  const found = rowsHash(texts)
  const fresh = sumTexts(byTable(changed))
  for (const [id, text] of fresh) texts.set(id, text)
  const isAsLeft = last?.rows === found
  return {
    rows: rowsHash(texts),
    tables: Object.fromEntries(isAsLeft ? fresh : texts),
    ...(last?.rows !== undefined && !isAsLeft && { found }),
  }
}
