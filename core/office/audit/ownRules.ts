import { alikeKey, owed, type Bill } from '../../bills/bill'
import { sum } from '../../money/cents'
import type { Entry } from '../../ledger/entry'
import type { NumberRow } from '../../numbers/book'
import type { BankItem } from '../../bank/positivePay/bankItem'
import type { Payment } from '../../payments/payment'
import type { TableName, Tables } from '../tables'
import type { Findings, Must } from './findings'

const amountOf = (parts: readonly { readonly amount: number }[]): number =>
  parts.reduce((s, part) => s + part.amount, 0)

function paymentAddsUp({ id, amount, split, lines, settles }: Payment, must: Must): void {
  must(
    amountOf(split) + amountOf(settles?.bills ?? []) === amount &&
      (!lines.length || amountOf(lines) === amount),
    () => `payment ${id} does not add up`,
  )
}
function historyEnds({ life, fate, number }: NumberRow, must: Must): void {
  must(!life.length || life.at(-1)?.fate === fate, () => `the history of ${number} does not end with ${fate}`)
}
function entryBalances({ id, lines }: Entry, must: Must): void {
  must(lines.reduce((s, l) => s + l.debit - l.credit, 0) === 0, () => `entry ${id} does not balance`)
}
function billIsSound(b: Bill, must: Must): void {
  const whole = (b.promised + b.settled) * Math.sign(b.amount)
  must(whole >= 0 && whole <= Math.abs(b.amount), () => `bill ${b.number} is settled beyond what it is`)
  const live = b.stage === 'payable' || b.stage === 'paid'
  must(live || whole === 0, () => `bill ${b.number}, ${b.stage}, is settled`)
  must(
    !live || (b.stage === 'paid') === (owed(b) === 0),
    () => `bill ${b.number} is ${b.stage}, owed ${owed(b)}`,
  )
  must(
    (!live && b.stage !== 'waits') || sum(b.lines.map(l => l.amount)) === b.amount,
    () => `lines of ${b.number} differ`,
  )
  must(b.alike === alikeKey(b.payeeId, b.number), () => `bill ${b.number} is filed under ${b.alike}`)
  // Nobody approves their own bill.
  must(!b.approvedBy || b.approvedBy !== b.enteredBy, () => `bill ${b.number} was approved by who entered it`)
}
function itemIsSent({ id, state, fileId }: BankItem, must: Must): void {
  must((state === 'sent') === (fileId !== undefined), () => `${id} is ${state} and should not be`)
}

const ownRules: { readonly [T in TableName]?: (row: Tables[T], must: Must) => void } = {
  payments: paymentAddsUp,
  numbers: historyEnds,
  entries: entryBalances,
  bills: billIsSound,
  bankItems: itemIsSent,
}
/** Looks at what must hold within each row of a table, whatever the other rows say. */
export function lookAtEach(table: TableName, rows: Iterable<object>, findings: Findings): void {
  const rule = ownRules[table]
  if (rule) for (const row of rows) findings.lookAt(must => rule(row as never, must))
}
