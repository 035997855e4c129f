import { idOf, type Id } from '../base/id'
import { parseAmount } from '../money/cents'
import { alikeKey, namesakesOf } from '../payables/bill'
import { billTold, blankBillForm, readBillForm, type BillField, type BillForm } from '../payables/billForm'
import { blankFormLine } from '../payables/formLines'
import type { Payee } from '../payables/payee'
import { ledgerOfRow, payeeOfRow, type Making } from './context'
import type { IntakeRow } from './readRows'

/** The field of a file at which a fault of a form's field stands. */
const fieldFor: Partial<Record<BillField, string>> = { lines: 'ledger', again: 'number' }

function formOf({ values: v }: IntakeRow, payee: Payee, ledgerId: Id<'ledger'> | null): BillForm {
  return {
    ...blankBillForm(),
    payee: payee.name,
    number: v.number ?? '',
    date: v.date ?? '',
    amount: v.amount ?? '',
    due: v.due ?? '',
    discount: v.discount ?? '',
    until: v.until ?? '',
    memo: v.memo ?? '',
    purchaseOrder: v.purchaseOrder ?? '',
    lines: ledgerId ? [{ ...blankFormLine(), ledgerId }] : [],
  }
}

/** Why a row is a bill that stands elsewhere already: earlier in the file, or here. */
function twice(
  making: Making,
  before: Map<string, number>,
  payee: Payee,
  row: IntakeRow,
): string | undefined {
  const number = (row.values.number ?? '').trim()
  const key = `${payee.id}/${number}`
  const earlier = before.get(key)
  if (earlier !== undefined) {
    making.fault(row.at, {
      field: 'number',
      text: `row ${earlier + 1} has this bill of ${payee.name} already`,
    })
    return 'file'
  }
  before.set(key, row.at)
  const alike = making.office.alike.get(alikeKey(payee.id, number)) ?? []
  const [same] = namesakesOf({ id: idOf('new'), number }, alike).same
  return same && `here already: our number ${same.ourNumber}`
}

/** Makes bills and credit notes of rows: read as the bill form reads them, terms and shares of the payee with it. */
export function makeBills(making: Making, rows: readonly IntakeRow[]): void {
  const { office, choices } = making
  const before = new Map<string, number>()
  for (const row of rows) {
    if (row.faults.length) {
      making.fault(row.at, ...row.faults)
      continue
    }
    const own = ledgerOfRow(making, row.at, row.values.ledger)
    if (own === 'wrong') continue
    const split = own ? [{ ledgerId: own, weight: 1 }] : undefined
    const payee = payeeOfRow(making, row.at, row.values.payee ?? '', split && { split })
    if (!payee) continue
    const known = twice(making, before, payee, row)
    if (known === 'file') continue
    if (known && !choices.again) {
      making.here(row.at, known)
      continue
    }
    const amount = parseAmount(row.values.amount ?? '')
    const credit = amount.ok && amount.value < 0
    const form = formOf(row, payee, own ?? (payee.split.length ? null : choices.ledgerId))
    const typed = {
      ...form,
      ...(credit && { discount: '0' }),
      ...(known && { again: `taken in again from ${choices.file}` }),
    }
    const read = readBillForm(typed, {
      payees: [payee],
      today: office.today,
      dayFirst: false,
      unplaced: office.company.payables?.unplaced,
    })
    const told = billTold(typed, read)
    if (!told) {
      making.fault(
        row.at,
        ...Object.entries(read.faults).map(([field, refusal]) => ({
          field: fieldFor[field as BillField] ?? field,
          text: refusal.text,
        })),
      )
      continue
    }
    making.bills.push({ ...told, id: idOf(office.newKey()) })
    making.rows.bills.push(row.at)
    making.good(row.at)
  }
}
