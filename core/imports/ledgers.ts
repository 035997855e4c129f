import { idOf } from '../base/id'
import type { LedgerAccount } from '../ledger/entry'
import type { Making } from './context'
import type { ImportRow } from './readRows'

/** Words that stand for a kind of ledger account, in files. */
const kinds: Readonly<Record<string, LedgerAccount['kind']>> = {
  asset: 'asset',
  assets: 'asset',
  bank: 'asset',
  liability: 'liability',
  liabilities: 'liability',
  equity: 'equity',
  capital: 'equity',
  income: 'income',
  revenue: 'income',
  expense: 'expense',
  expenses: 'expense',
  cost: 'expense',
}
const kindOf = (text: string): LedgerAccount['kind'] | undefined =>
  kinds[text.toLowerCase()] ?? kinds[text.toLowerCase().split(/\s+/).at(-1) ?? '']

/** Makes ledger accounts of rows; one whose number is here already is left out. */
export function makeLedgers(making: Making, rows: readonly ImportRow[]): void {
  const before = new Map<string, number>()
  for (const row of rows) {
    const { code = '', name = '', kind = '' } = row.values
    const read = kindOf(kind)
    const odd = kind && !read ? [{ field: 'kind', text: 'asset, liability, equity, income or expense' }] : []
    if (row.faults.length || odd.length) {
      making.fault(row.at, ...row.faults, ...odd)
      continue
    }
    const earlier = before.get(code.toLowerCase())
    if (earlier !== undefined) {
      making.fault(row.at, { field: 'code', text: `row ${earlier + 1} already has this number` })
      continue
    }
    before.set(code.toLowerCase(), row.at)
    const known = making.office.ledgers.find(l => l.code.toLowerCase() === code.toLowerCase())
    if (known) {
      making.here(row.at, `already entered: ${known.code} ${known.name}`)
      continue
    }
    making.ledgers.push({
      id: idOf(making.office.newKey()),
      companyId: making.office.company.id,
      code,
      name,
      kind: read!,
    })
    making.rows.ledgers.push(row.at)
    making.good(row.at)
  }
}
