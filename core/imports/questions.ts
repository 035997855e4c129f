import type { Id } from '../base/id'
import { alikeKey } from '../bills/bill'
import type { Payee } from '../payees/payee'
import { PayeeIndex } from '../payees/payeeIndex'
import type { ImportRow } from './readRows'

/** What of the office the rows of a file are to be held against. */
export interface AskedOfFile {
  /** Under what bills stand that may be the same. */
  readonly alike: readonly string[]
  readonly payees: readonly Id<'payee'>[]
}
/** Which payees and bills of the office rows name. */
export function askedOf(rows: readonly ImportRow[], payees: readonly Payee[]): AskedOfFile {
  const known = new PayeeIndex(payees)
  const alike = new Set<string>()
  const asked = new Set<Id<'payee'>>()
  for (const { values } of rows) {
    const id = known.typed(values.payee ?? '')?.id
    if (!id) continue
    asked.add(id)
    if (values.number) alike.add(alikeKey(id, values.number))
  }
  return { alike: [...alike], payees: [...asked] }
}
