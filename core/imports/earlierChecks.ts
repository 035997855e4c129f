import { plainDate } from '../base/dates'
import { idOf } from '../base/id'
import { must } from '../base/result'
import { checkNumber, type CheckNumber } from '../numbers/book'
import { givenFates } from '../numbers/giveFate'
import { parseAmount } from '../money/cents'
import { nameKey } from '../faces/texts'
import { earlierStates, type EarlierState } from './importEarlierChecks'
import { ledgerOfRow, payeeOfRow, type Making } from './context'
import type { CellFault, ImportRow } from './readRows'

type State = EarlierState | (typeof givenFates)[number]
const states: readonly State[] = [...earlierStates, ...givenFates]
/** Other words that stand there for the same. */
const also: Readonly<Record<string, State>> = {
  '': 'issued',
  outstanding: 'issued',
  open: 'issued',
  no: 'issued',
  uncleared: 'issued',
  paid: 'cleared',
  yes: 'cleared',
  x: 'cleared',
  void: 'voided',
  stop: 'stopped',
  lost: 'missing',
}
const isFate = (state: State): state is (typeof givenFates)[number] =>
  (givenFates as readonly State[]).includes(state)

/** The number and state of a row, and what of it cannot be read; a check needs payee, day and amount besides. */
function headOf({ values: v, faults: before }: ImportRow): {
  number: CheckNumber | undefined
  state: State | undefined
  faults: CellFault[]
} {
  const faults = [...before]
  const number = checkNumber(v.number ?? '')
  if (v.number && !number.ok) faults.push({ field: 'number', text: number.refusal.text })
  const stateCell = v.state?.toLowerCase() ?? ''
  const state = states.find(s => s === stateCell) ?? also[stateCell]
  if (!state) faults.push({ field: 'state', text: `one of ${states.join(', ')}` })
  if (state && !isFate(state))
    for (const field of ['payee', 'date', 'amount'])
      if (!v[field]) faults.push({ field, text: `a check that was ${state} has one` })
  return { number: number.ok ? number.value : undefined, state, faults }
}

/** The same check stands in its book already. */
function isHere(making: Making, number: CheckNumber, v: ImportRow['values']): boolean {
  const check = making.office.numbers.get(number)?.check
  return check
    ? nameKey(check.payee) === nameKey(v.payee ?? '') && check.amount === must(parseAmount(v.amount ?? '0'))
    : false
}

/** A check with its payment; told at the row where it is at fault. */
function makeCheck(making: Making, row: ImportRow, number: CheckNumber, state: EarlierState): void {
  const { values: v, at } = row
  const ledger = ledgerOfRow(making, at, v.ledger)
  if (ledger === 'wrong') return
  const payee = payeeOfRow(making, at, v.payee ?? '')
  if (!payee) return
  const amount = must(parseAmount(v.amount ?? ''))
  const { company } = making.office
  const ledgerId = ledger ?? making.choices.ledgerId ?? payee.split[0]?.ledgerId ?? company.payables?.unplaced
  if (!ledgerId) {
    making.fault(at, { field: 'ledger', text: 'Choose a ledger account for rows without one above' })
    return
  }
  const paymentId = idOf<'payment'>(making.office.newKey())
  making.draws.push({
    id: paymentId,
    payee,
    address: payee.address,
    date: must(plainDate(v.date ?? '')),
    amount,
    memo: v.memo ?? '',
    lines: [],
    split: [{ ledgerId, amount }],
  })
  making.rows.draws.push(at)
  making.checks.push({ paymentId, number, state, why: v.why ?? '' })
  making.rows.checks.push(at)
  making.good(at)
}

/** Makes of rows the checks of before, and what became of numbers that carry none. */
export function makeBefore(making: Making, rows: readonly ImportRow[]): void {
  const seen = new Map<CheckNumber, number>()
  for (const row of rows) {
    const { number, state, faults } = headOf(row)
    if (faults.length || number === undefined || !state) {
      making.fault(row.at, ...faults)
      continue
    }
    const earlier = seen.get(number)
    if (earlier !== undefined) {
      making.fault(row.at, { field: 'number', text: `row ${earlier + 1} already has this number` })
      continue
    }
    seen.set(number, row.at)
    if (isHere(making, number, row.values))
      making.here(row.at, 'already entered with the same payee and amount')
    else if (!isFate(state)) makeCheck(making, row, number, state)
    else {
      making.fates.push({ number, fate: state, why: row.values.why ?? '' })
      making.rows.fates.push(row.at)
      making.good(row.at)
    }
  }
}
