import type { Id } from '../base/id'
import { masked } from '../accounts/account'
import { formOf } from '../payees/savePayee'
import { payeeKinds, type Payee, type PayeeForm, type PayeeKind } from '../payees/payee'
import { payeeAccountNumber, payeeBankCode } from '../payees/payeeBank'
import { readTerms, termsText } from '../payees/terms'
import { nameKey } from '../faces/texts'
import { ledgerOfRow, type Making, type PayeeDetail, type PayeeDetails } from './context'
import type { CellFault, ImportRow } from './readRows'
import { readTaxForm } from './taxForm'

const kindNamed = (text: string): PayeeKind | undefined =>
  (({ vendor: 'supplier', contractor: 'supplier' }) as const)[text] ?? payeeKinds.find(k => k === text)

/** The lines of an address in a row, those that hold something. */
export const addressOf = (values: ImportRow['values']): string[] =>
  [1, 2, 3, 4, 5].flatMap(n => values[`address ${n}`] || [])

/** What a row tells of a payee, and what of it cannot be read. */
function readPayee(
  { values: v }: ImportRow,
  termDays: number | null,
): { to: Partial<PayeeForm>; faults: CellFault[] } {
  const faults: CellFault[] = []
  const wrong = (field: string, text: string): undefined => {
    faults.push({ field, text })
  }
  const kind = v.kind
    ? (kindNamed(v.kind.toLowerCase()) ??
      wrong('kind', `this is not a kind of payee. Use ${payeeKinds.join(', ')}`))
    : undefined
  const read = v.terms ? readTerms(v.terms, 'terms', termDays ?? undefined) : undefined
  const terms = !read || read.ok ? read?.value : wrong('terms', read.refusal.text)
  const bank = {
    bankCode: payeeBankCode(v.bankCode ?? ''),
    bankAccount: payeeAccountNumber(v.bankAccount ?? ''),
  }
  for (const [field, read] of Object.entries(bank)) if (!read.ok) wrong(field, read.refusal.text)
  const taxForm = readTaxForm(v.taxForm ?? '') ?? wrong('taxForm', 'enter yes or no')
  return {
    faults,
    to: {
      ...(kind && { kind }),
      address: addressOf(v),
      memo: v.memo ?? '',
      taxForm: taxForm ?? 'none',
      ...(v.taxId && { taxId: v.taxId }),
      ...(v.accountWithPayee && { accountWithPayee: v.accountWithPayee }),
      ...(bank.bankCode.ok && bank.bankCode.value && { bankCode: bank.bankCode.value }),
      ...(bank.bankAccount.ok && bank.bankAccount.value && { bankAccount: bank.bankAccount.value }),
      ...(v.code && { code: v.code }),
      ...(v.email && { email: v.email }),
      ...(terms && { terms }),
    },
  }
}

const splitOf = (own: Id<'ledger'> | undefined): Partial<PayeeForm> =>
  own ? { split: [{ ledgerId: own, weight: 1 }] } : {}

/** Details that a file may add to a payee or have otherwise, by the field of the file, and how each is read aloud. */
const detailFields = {
  kind: { title: 'Kind', key: 'kind', said: p => p.kind ?? '' },
  'address 1': { title: 'Address', key: 'address', said: p => (p.address ?? []).join(', ') },
  memo: { title: 'Memo', key: 'memo', said: p => p.memo ?? '' },
  accountWithPayee: {
    title: 'Our account with them',
    key: 'accountWithPayee',
    said: p => p.accountWithPayee ?? '',
  },
  email: { title: 'E-mail', key: 'email', said: p => p.email ?? '' },
  bankCode: { title: 'Bank code', key: 'bankCode', said: p => p.bankCode ?? '' },
  bankAccount: {
    title: 'Bank account number',
    key: 'bankAccount',
    said: p => (p.bankAccount ? masked(p.bankAccount) : ''),
  },
  code: { title: 'Code', key: 'code', said: p => p.code ?? '' },
  terms: { title: 'Terms', key: 'terms', said: p => (p.terms ? termsText(p.terms) : '') },
  taxForm: { title: '1099', key: 'taxForm', said: p => (p.taxForm === '1099' ? 'yes' : 'no') },
  taxId: { title: 'Tax number', key: 'taxId', said: p => (p.taxId ? 'given' : '') },
  ledger: { title: 'Ledger account', key: 'split', said: (p, making) => saidSplit(p, making) },
} as const satisfies Record<
  string,
  { title: string; key: keyof PayeeForm; said: (of: Partial<PayeeForm>, making: Making) => string }
>
const saidSplit = ({ split = [] }: Partial<PayeeForm>, { office, ledgers }: Making): string =>
  split.flatMap(s => [...office.ledgers, ...ledgers].find(l => l.id === s.ledgerId)?.name ?? []).join(', ')

/** What a row adds to a payee that is here, and what it has otherwise: only cells that hold something count. */
function detailsOf(
  making: Making,
  { values }: ImportRow,
  known: Payee,
  to: Partial<PayeeForm>,
): PayeeDetails {
  const added: PayeeDetail[] = []
  const differing: PayeeDetail[] = []
  for (const [field, { title, key, said }] of Object.entries(detailFields)) {
    const given = field === 'address 1' ? Boolean(to.address?.length) : Boolean(values[field])
    if (!given || JSON.stringify(known[key]) === JSON.stringify(to[key])) continue
    const [now, file] = [said(known, making), said(to, making)]
    if (!now) added.push({ field, title, now, file })
    else differing.push({ field, title, now, file })
  }
  return { added, differing }
}

/** A payee that is here: left out, or changed by what the person chose to add or replace. */
function changeKnown(making: Making, row: ImportRow, known: Payee, to: Partial<PayeeForm>): void {
  const { fillIn, replace } = making.choices
  const details = detailsOf(making, row, known, to)
  making.details.set(row.at, details)
  const taken = [
    ...(fillIn ? details.added : []),
    ...details.differing.filter(d => replace.includes(d.field)),
  ].map(d => detailFields[d.field as keyof typeof detailFields].key)
  if (!taken.length) {
    making.here(row.at, `already entered: ${known.name}`)
    return
  }
  const from = formOf(known)
  const changed = Object.fromEntries(taken.map(key => [key, to[key]]))
  making.changes.push({ id: known.id, from, to: { ...from, ...changed } })
  making.rows.changes.push(row.at)
  making.good(row.at)
}

/** Makes payees of rows; one whose name or code is here already is left out, or gets the details it lacks. */
export function makePayees(making: Making, rows: readonly ImportRow[]): void {
  const before = new Map<string, number>()
  for (const row of rows) {
    const { to, faults } = readPayee(row, making.choices.termDays)
    const name = row.values.name ?? ''
    if (row.faults.length || faults.length) {
      making.fault(row.at, ...row.faults, ...faults)
      continue
    }
    const earlier = before.get(nameKey(name))
    if (earlier !== undefined) {
      making.fault(row.at, { field: 'name', text: `row ${earlier + 1} already has this payee` })
      continue
    }
    const known = making.payeeNamed(name)
    before.set(nameKey(name), row.at)
    if (known) {
      const own = ledgerOfRow(making, row.at, row.values.ledger)
      if (own !== 'wrong') changeKnown(making, row, known, { ...to, ...splitOf(own) })
      continue
    }
    const own = ledgerOfRow(making, row.at, row.values.ledger)
    if (own === 'wrong') continue
    making.makePayee(row.at, name, { ...to, ...splitOf(own) })
    making.good(row.at)
  }
}
