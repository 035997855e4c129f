/** Rows put together under a key, in the order in which the keys first came. */
export function grouped<T>(rows: readonly T[], keyOf: (row: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>()
  for (const row of rows) {
    const group = groups.get(keyOf(row))
    if (group) group.push(row)
    else groups.set(keyOf(row), [row])
  }
  return groups
}
/** Rows by their keys. */
export const byKey = <T extends { readonly id: unknown }>(rows: readonly T[]): Map<T['id'], T> =>
  new Map(rows.map(row => [row.id, row]))
