import type { Id } from '../base/id'
import type { LedgerAccount } from './entry'

const rank = { expense: 0, liability: 1, asset: 2, equity: 3, income: 4 } as const
/**
 * The order in which ledger accounts are chosen from: what money is spent on first, an office's cash last.
 * `apart`: the one that is not offered.
 */
export const ledgersToChoose = (
  ledgers: readonly LedgerAccount[],
  cash: ReadonlySet<string>,
  apart: Id<'ledger'> | undefined,
): LedgerAccount[] =>
  ledgers
    .filter(l => l.id !== apart)
    .sort(
      (a, b) =>
        Number(cash.has(a.id)) - Number(cash.has(b.id)) ||
        rank[a.kind] - rank[b.kind] ||
        (a.code < b.code ? -1 : 1),
    )
