import { idOf } from '../base/id'
import { parseAmount } from '../money/cents'
import { alikeKey, namesakesOf } from '../bills/bill'
import {
  billFields,
  billInput,
  blankBillForm,
  readBillForm,
  type BillField,
  type BillForm,
} from '../bills/billForm'
import type { FormLine } from '../bills/formLines'
import type { Payee } from '../payees/payee'
import { ledgerOfRow, payeeOfRow, type Making } from './context'
import type { ImportRow } from './readRows'
import { groupRows, type Told } from './groupRows'
import { readTaxForm } from './taxForm'

/** The field of a file at which a fault of a form's field stands. */
const fieldFor: Partial<Record<BillField, string>> = { lines: 'ledger', again: 'number' }
const fieldForCode: Readonly<Record<string, string>> = {
  'lines-differ': 'line amount',
  'lines-blank': 'line amount',
}

/** What begins a bill; a row with nothing of it adds a line to the bill above. */
const headFields = billFields.filter(field => field !== 'lines' && field !== 'again')

const lineFields = ['line amount', 'line memo', 'job'] as const

/** The ledger lines of a bill, each told in a row of its own; undefined where one is wrong, which is told there. */
function linesOf(making: Making, rows: readonly ImportRow[]): FormLine[] | undefined {
  const lines = rows.map(({ at, values: v }): FormLine | undefined => {
    const ledgerId = ledgerOfRow(making, at, v.ledger)
    if (ledgerId === 'wrong') return undefined
    if (!ledgerId && rows.length > 1) {
      making.fault(at, { field: 'ledger', text: 'each line of a bill needs a ledger account' })
      return undefined
    }
    return {
      ledgerId: ledgerId ?? null,
      amount: v['line amount'] ?? '',
      memo: v['line memo'] ?? '',
      tag: v.job ?? '',
    }
  })
  return lines.every(line => line !== undefined) ? lines : undefined
}

/** The lines of a bill, where its rows say where it goes, or its payee does; none: the payee's own shares. */
function placedLines(
  making: Making,
  { first, rows }: Told,
  payee: Payee,
  lines: FormLine[],
): FormLine[] | undefined {
  if (rows.length > 1 || lines[0]?.ledgerId) return lines
  const [share, more] = payee.split
  const ledgerId = share ? !more && share.ledgerId : making.choices.ledgerId
  if (ledgerId) return lines.map(line => ({ ...line, ledgerId }))
  if (!lineFields.some(field => first.values[field])) return []
  making.fault(first.at, { field: 'ledger', text: 'each line of a bill needs a ledger account' })
  return undefined
}

function formOf({ values: v }: ImportRow, payee: Payee, lines: FormLine[]): BillForm {
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
    taxForm: v.taxForm?.trim() ? (readTaxForm(v.taxForm) ?? '') : '',
    lines,
  }
}

/** Why a row is a bill that stands elsewhere already: earlier in the file, or here. */
function twice(
  making: Making,
  before: Map<string, number>,
  payee: Payee,
  row: ImportRow,
): string | undefined {
  const number = (row.values.number ?? '').trim()
  const key = `${payee.id}/${number}`
  const earlier = before.get(key)
  if (earlier !== undefined) {
    making.fault(row.at, {
      field: 'number',
      text: `row ${earlier + 1} already has this bill from ${payee.name}`,
    })
    return 'file'
  }
  before.set(key, row.at)
  const alike = making.office.alike.get(alikeKey(payee.id, number)) ?? []
  const [same] = namesakesOf({ id: idOf('new'), number }, alike).same
  return same && `already entered as our number ${same.ourNumber}`
}

/** Makes bills and credit notes of rows: read as the bill form reads them, terms and shares of the payee with it. */
export function makeBills(making: Making, rows: readonly ImportRow[]): void {
  const { office, choices } = making
  const before = new Map<string, number>()
  for (const told of groupRows(making, rows, headFields, 'a bill')) {
    const row = told.first
    const lines = linesOf(making, told.rows)
    if (!lines) continue
    const own = lines[0]?.ledgerId
    const split = own ? [{ ledgerId: own, weight: 1 }] : undefined
    const payee = payeeOfRow(making, row.at, row.values.payee ?? '', split && { split })
    if (!payee) continue
    const known = twice(making, before, payee, row)
    if (known === 'file') continue
    if (known && !choices.again) {
      for (const { at } of told.rows) making.here(at, known)
      continue
    }
    if (readTaxForm(row.values.taxForm ?? '') === undefined) {
      making.fault(row.at, { field: 'taxForm', text: 'enter yes or no' })
      continue
    }
    const amount = parseAmount(row.values.amount ?? '')
    const credit = amount.ok && amount.value < 0
    const placed = placedLines(making, told, payee, lines)
    if (!placed) continue
    const form = formOf(row, payee, placed)
    const typed = {
      ...form,
      ...(credit && { discount: '0' }),
      ...(known && { again: `imported again from ${choices.file}` }),
    }
    const read = readBillForm(typed, {
      payees: [payee],
      today: office.today,
      dayFirst: false,
      unplaced: office.company.payables?.unplaced,
    })
    const bill = billInput(typed, read)
    if (!bill) {
      making.fault(
        row.at,
        ...Object.entries(read.faults).map(([field, refusal]) => ({
          field: fieldForCode[refusal.code] ?? fieldFor[field as BillField] ?? field,
          text: refusal.text,
        })),
      )
      continue
    }
    making.bills.push({ ...bill, id: idOf(office.newKey()) })
    making.rows.bills.push(row.at)
    for (const { at } of told.rows) making.good(at)
  }
}
