import { plainDate, type PlainDate } from '../base/dates'
import { idOf, type Id } from '../base/id'
import { must } from '../base/result'
import { cents, parseAmount, sum, zero, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import { sharesOf } from '../bills/billForm'
import type { Draw } from '../payments/draw'
import type { Payee } from '../payees/payee'
import { netPay, withheldOf } from '../payments/payForm'
import type { PaidLine } from '../payments/payment'
import type { StubLine } from '../proof/facts'
import { addressOf } from './payees'
import { ledgerOfRow, payeeOfRow, type Making } from './context'
import type { ImportRow } from './readRows'
import { groupRows, type Told } from './groupRows'

const amountOf = (text: string | undefined): Cents => (text ? must(parseAmount(text)) : zero)
const dayOf = (text: string | undefined): PlainDate | null => (text ? must(plainDate(text)) : null)
const lineFields = ['reference', 'line date', 'description', 'line amount', 'gross', 'discount'] as const
const headFields = ['payee', 'date', 'amount', 'memo', 'accountWithPayee', 'ledger'] as const

/** The stub line of a row, where it tells one. */
function stubLine({ values: v }: ImportRow): StubLine[] {
  if (!lineFields.some(f => v[f])) return []
  const [discount, gross] = [amountOf(v.discount), amountOf(v.gross)]
  const amount = v['line amount'] ? amountOf(v['line amount']) : cents(gross - discount)
  return [
    {
      reference: v.reference ?? '',
      date: dayOf(v['line date']),
      description: v.description ?? '',
      amount,
      ...((v.gross || v.discount) && { gross: v.gross ? gross : cents(amount + discount) }),
      ...(v.discount && { discount }),
      ...(v['our number'] && { ourNumber: v['our number'] }),
      ...(v['purchase order'] && { purchaseOrder: v['purchase order'] }),
    },
  ]
}
/** The line of pay of a row, where it tells one; told at the row where its kind is neither, or it is withheld to nobody. */
function payLine(making: Making, row: ImportRow): PaidLine[] {
  const { values: v } = row
  if (!v['pay name'] && !v['pay period']) return []
  const kind = (['earning', 'deduction'] as const).find(k =>
    v['pay kind']?.toLowerCase().startsWith(k.slice(0, 4)),
  )
  if (!kind) {
    making.fault(row.at, { field: 'pay kind', text: 'enter earning or deduction' })
    return []
  }
  const line = {
    ...{ kind, name: v['pay name'] ?? '', now: amountOf(v['pay period']) },
    yearToDate: amountOf(v['pay year']),
  }
  if (kind === 'earning') return [line]
  const named = ledgerOfRow(making, row.at, v['pay ledger'])
  const ledgerId = named ?? making.office.company.payables?.unplaced
  if (ledgerId === 'wrong') return []
  if (!ledgerId)
    making.fault(row.at, { field: 'pay ledger', text: 'choose the ledger account of this deduction' })
  return [{ ...line, ...(ledgerId && { ledgerId }) }]
}

/** The draw of a payment as it is told; undefined where it is at fault, which is told at its rows. */
function drawOf(
  making: Making,
  { first, rows }: Told,
  payee: Payee,
  ledgerId: Id<'ledger'> | null,
): Draw | undefined {
  const { values: v, at } = first
  const amount = amountOf(v.amount)
  const lines = rows.flatMap(stubLine)
  const odd = rows.find(row =>
    stubLine(row).some(l => l.gross !== undefined && l.gross - (l.discount ?? 0) !== l.amount),
  )
  if (odd) making.fault(odd.at, { field: 'line amount', text: 'gross minus discount is not this amount' })
  const total = sum(lines.map(l => l.amount))
  if (lines.length && total !== amount)
    making.fault(at, {
      field: 'amount',
      text: `the lines add up to ${figures(total)}, but the payment is ${figures(amount)}`,
    })
  const pay = rows.flatMap(row => payLine(making, row))
  if (pay.length && netPay(pay) !== amount)
    making.fault(at, { field: 'amount', text: `the net pay is ${figures(netPay(pay))}` })
  const withheld = withheldOf(pay)
  const gross = cents(amount - sum(withheld.map(w => w.amount)))
  const own = ledgerId ? [{ ledgerId, amount: gross, memo: '' }] : sharesOf(payee, gross, '')
  const left = making.choices.ledgerId ?? making.office.company.payables?.unplaced
  const split = own.length || !left ? own : [{ ledgerId: left, amount: gross }]
  if (!split.length)
    making.fault(at, { field: 'ledger', text: 'this payee has no default ledger account. Choose one' })
  if (rows.some(row => making.seen.get(row.at)?.state === 'wrong')) return undefined
  const address = addressOf(v)
  return {
    id: idOf(making.office.newKey()),
    payee,
    address: address.length ? address : payee.address,
    date: must(plainDate(v.date ?? '')),
    amount,
    memo: v.memo || payee.memo,
    lines,
    split: [...split.map(s => ({ ledgerId: s.ledgerId, amount: s.amount })), ...withheld],
    ...(v.accountWithPayee
      ? { accountWithPayee: v.accountWithPayee }
      : payee.accountWithPayee && { accountWithPayee: payee.accountWithPayee }),
    ...(pay.length && { pay }),
  }
}

const sameKey = (payeeId: string, date: string, amount: Cents): string => `${payeeId}/${date}/${amount}`

/** Makes payments of rows, with their stub lines and lines of pay; one that is here already is left out. */
export function makePayments(making: Making, rows: readonly ImportRow[]): void {
  const here = new Set(making.office.payments.map(p => sameKey(p.payeeId, p.date, p.amount)))
  for (const told of groupRows(making, rows, headFields, 'a payment')) {
    const { first } = told
    const ledger = ledgerOfRow(making, first.at, first.values.ledger)
    if (ledger === 'wrong') continue
    const isPay = told.rows.some(r => r.values['pay name'])
    const payee = payeeOfRow(making, first.at, first.values.payee ?? '', {
      address: addressOf(first.values),
      ...(isPay && { kind: 'employee' as const }),
      ...(ledger && { split: [{ ledgerId: ledger, weight: 1 }] }),
    })
    if (!payee) continue
    const known = here.has(sameKey(payee.id, first.values.date ?? '', amountOf(first.values.amount)))
    if (known && !making.choices.again) {
      for (const row of told.rows) making.here(row.at, 'already entered with the same payee, date and amount')
      continue
    }
    const draw = drawOf(making, told, payee, ledger ?? null)
    if (!draw) continue
    making.draws.push(draw)
    making.rows.draws.push(first.at)
    for (const row of told.rows) making.good(row.at)
  }
}
