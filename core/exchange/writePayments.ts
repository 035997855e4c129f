import type { Cents } from '../money/cents'
import type { CheckFacts, PayLine, StubLine } from '../proof/facts'
import { addressColumns } from './paymentsCsv'

type Cell = string | number
/** An amount as a plain number with its hundredths, which no spreadsheet takes for anything else. */
const amount = (of: Cents | undefined): Cell => (of === undefined ? '' : of / 100)

const checkCells = (check: CheckFacts): Cell[] => [
  check.number,
  check.payee,
  check.date,
  amount(check.amount),
  ...addressColumns.map((_, i) => check.address[i] ?? ''),
  check.memo,
  check.accountWithPayee ?? '',
  check.advice ? 'yes' : '',
  check.language ?? '',
  check.signers ? check.signers.map(i => i + 1).join(' ') || 'none' : '',
]
const lineCells = (line: StubLine): Cell[] => [
  line.reference,
  line.date ?? '',
  line.description,
  amount(line.amount),
  amount(line.gross),
  amount(line.discount),
  line.ourNumber ?? '',
  line.purchaseOrder ?? '',
  line.ledger ?? '',
  line.quantity ?? '',
  line.item ?? '',
  line.theirItem ?? '',
]
const payCells = (line: PayLine): Cell[] => [line.kind, line.name, amount(line.now), amount(line.yearToDate)]
const blank = (cells: readonly Cell[]): Cell[] => cells.map(() => '')

/** The rows of a check in a payments file, under `paymentColumns`: its own, and one more a further line. */
export function paymentRows(check: CheckFacts): Cell[][] {
  const own = checkCells(check)
  const noLine = blank(lineCells({ reference: '', date: null, description: '', amount: 0 as Cents }))
  const noPay = ['', '', '', '']
  const lines = check.lines.map(lineCells)
  const pay = (check.pay ?? []).map(payCells)
  return Array.from({ length: Math.max(1, lines.length, pay.length) }, (_, i) => [
    ...(i === 0 ? own : blank(own)),
    ...(lines[i] ?? noLine),
    ...(pay[i] ?? noPay),
  ])
}
