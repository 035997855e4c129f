import { payeeKinds, type PayeeForm, type PayeeKind } from '../payables/payee'
import { readTerms } from '../payables/terms'
import { nameKey } from '../payables/texts'
import { ledgerOfRow, type Making } from './context'
import type { CellFault, IntakeRow } from './readRows'

const yes = /^(y|yes|true|1|x|1099.*)$/i
const no = /^(n|no|false|0|none)?$/i
const kindNamed = (text: string): PayeeKind | undefined =>
  (({ vendor: 'supplier', contractor: 'supplier' }) as const)[text] ?? payeeKinds.find(k => k === text)

/** The lines of an address in a row, those that hold something. */
export const addressOf = (values: IntakeRow['values']): string[] =>
  [1, 2, 3, 4, 5].flatMap(n => values[`address ${n}`] || [])

/** What a row tells of a payee, and what of it cannot be read. */
function readPayee({ values: v }: IntakeRow): { to: Partial<PayeeForm>; faults: CellFault[] } {
  const faults: CellFault[] = []
  const wrong = (field: string, text: string): undefined => {
    faults.push({ field, text })
  }
  const kind = v.kind
    ? (kindNamed(v.kind.toLowerCase()) ?? wrong('kind', `not a kind of payee: ${payeeKinds.join(', ')}`))
    : undefined
  const read = v.terms ? readTerms(v.terms) : undefined
  const terms = !read || read.ok ? read?.value : wrong('terms', read.refusal.text)
  const form = v.taxForm ?? ''
  if (!yes.test(form) && !no.test(form)) wrong('taxForm', 'say yes or no')
  return {
    faults,
    to: {
      ...(kind && { kind }),
      address: addressOf(v),
      memo: v.memo ?? '',
      taxForm: yes.test(form) ? '1099' : 'none',
      ...(v.taxId && { taxId: v.taxId }),
      ...(v.accountWithPayee && { accountWithPayee: v.accountWithPayee }),
      ...(v.code && { code: v.code }),
      ...(v.email && { email: v.email }),
      ...(terms && { terms }),
    },
  }
}

/** Makes payees of rows; one whose name or code is here already is left out. */
export function makePayees(making: Making, rows: readonly IntakeRow[]): void {
  const before = new Map<string, number>()
  for (const row of rows) {
    const { to, faults } = readPayee(row)
    const name = row.values.name ?? ''
    if (row.faults.length || faults.length) {
      making.fault(row.at, ...row.faults, ...faults)
      continue
    }
    const earlier = before.get(nameKey(name))
    if (earlier !== undefined) {
      making.fault(row.at, { field: 'name', text: `row ${earlier + 1} has this payee already` })
      continue
    }
    const known = making.payeeNamed(name)
    before.set(nameKey(name), row.at)
    if (known) {
      making.here(row.at, `here already: ${known.name}`)
      continue
    }
    const own = ledgerOfRow(making, row.at, row.values.ledger)
    if (own === 'wrong') continue
    making.makePayee(row.at, name, { ...to, ...(own && { split: [{ ledgerId: own, weight: 1 }] }) })
    making.good(row.at)
  }
}
