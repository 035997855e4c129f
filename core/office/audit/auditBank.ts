import { addDays } from '../../base/dates'
import { grouped } from '../../base/grouped'
import type { Id } from '../../base/id'
import { movedOn } from '../../ledger/entry'
import type { BankLine } from '../../bank/bankLine'
import { movementId } from '../../bank/movement'
import { isOwnEntry } from '../../bank/movementsOf'
import { bankItemId, isEnded, isToldElsewhere } from '../../bank/positivePay/bankItem'
import { bankBalance } from '../../bank/statement'
import type { Must } from './findings'
import type { Snapshot } from '../tables'

/** Every match is with something that is cleared by it alone. */
function matchesHold({ bankLines, payments, numbers, movements }: Snapshot, must: Must): void {
  const cleared = new Set<string>([
    ...payments.filter(p => p.state === 'cleared').map(p => p.id),
    ...numbers.filter(n => n.fate === 'cleared').map(n => n.id),
    ...movements.filter(m => m.state === 'cleared').map(m => m.id),
  ])
  const used = new Set<string>()
  for (const { id, match } of bankLines)
    for (const key of Object.entries(match ?? {}).flatMap(([name, value]) =>
      name === 'kind' ? [] : [value],
    )) {
      must(cleared.has(key), () => `bank line ${id} is matched with ${key}, which is not cleared`)
      must(!used.has(key), () => `${key} is matched with two bank lines`)
      used.add(key)
    }
  for (const m of movements)
    must(m.state !== 'cleared' || used.has(m.id), () => `register line ${m.id} is cleared by no bank line`)
}

/** The statements of an account follow one another, and closed ones come to their balance. */
function statementsHold({ statements, bankLines, accounts }: Snapshot, must: Must): void {
  const lines = new Map<Id<'statement'>, BankLine[]>()
  for (const line of bankLines) lines.set(line.statementId, [...(lines.get(line.statementId) ?? []), line])
  const known = new Set(statements.map(s => s.id))
  for (const id of lines.keys()) must(known.has(id), () => `there is no statement ${id}`)
  for (const { id: accountId } of accounts) {
    const own = statements.filter(s => s.accountId === accountId).sort((a, b) => (a.from < b.from ? -1 : 1))
    for (const [i, s] of own.entries()) {
      const next = own[i + 1]
      must(
        (next === undefined) === (s.closing === undefined),
        () => `the statements of ${accountId} have a gap`,
      )
      const { closing } = s
      const theirs = lines.get(s.id) ?? []
      must(
        theirs.every(l => l.accountId === accountId && l.date >= s.from),
        () => `a line of statement ${s.id} does not belong there`,
      )
      if (!closing) continue
      must(
        next?.opening === closing.balance,
        () => `statement ${next?.id} does not begin with ${closing.balance}`,
      )
      must(next?.from === addDays(closing.through, 1), () => `statement ${next?.id} does not follow on`)
      must(
        bankBalance(s, theirs, closing.through) === closing.balance &&
          theirs.every(l => l.date <= closing.through),
        () => `statement ${s.id} does not come to ${closing.balance}`,
      )
    }
  }
}

/** Every entry on an account's cash is a payment of the account, its opening balance, or a line of its register. */
function registerHolds({ entries, accounts, payments, movements }: Snapshot, must: Must): void {
  const known = new Map(payments.map(p => [p.id, p]))
  const lines = new Map(movements.map(m => [m.id, m]))
  for (const account of accounts)
    for (const e of entries) {
      const amount = movedOn(e, account.cashLedgerId)
      if (amount === 0 || isOwnEntry(e, account, accounts, known)) continue
      const sharing = accounts.filter(a => a.cashLedgerId === account.cashLedgerId)
      const line = sharing.map(a => lines.get(movementId(e.id, a.id))).find(Boolean)
      must(
        line?.amount === amount && line.date === e.date,
        () => `entry ${e.id} is not in the register of ${account.id}`,
      )
    }
}

/**
 * The bank of an account that is told of its checks knows, or waits to know, of each that is issued, and of each
 * end of one whose issue it knows; and of no end where there is none.
 */
function itemsHold(office: Snapshot, must: Must): void {
  const { positivePay, bankItems, numbers, sentFiles, payments } = office
  const keys = new Set(bankItems.map(i => i.id))
  const tells = new Set(positivePay.map(p => p.id))
  for (const row of numbers) {
    const [issue, end] = [keys.has(bankItemId(row.id, 'issue')), keys.has(bankItemId(row.id, 'end'))]
    if (!tells.has(row.accountId) || isToldElsewhere(row)) continue
    must(row.fate !== 'issued' || issue, () => `the bank does not know that ${row.number} is issued`)
    must(
      !isEnded(row.fate) || !issue || end,
      () => `the bank does not know that ${row.number} is ${row.fate}`,
    )
    must(!end || isEnded(row.fate), () => `the bank thinks that ${row.number} has ended, it is ${row.fate}`)
  }
  const told = grouped(
    bankItems.filter(i => i.fileId !== undefined),
    i => i.fileId!,
  )
  const orders = grouped(
    payments.filter(p => p.orderedIn !== undefined),
    p => p.orderedIn!,
  )
  for (const file of sentFiles) {
    const own = told.get(file.id) ?? []
    must(
      own.filter(i => i.kind === 'issue').length === file.issues &&
        own.filter(i => i.kind === 'end').length === file.ends,
      () => `file ${file.name} does not have what it says`,
    )
    const ordered = orders.get(file.id) ?? []
    must(
      ordered.length === (file.transfers ?? 0) &&
        ordered.every(p => p.accountId === file.accountId && p.otherwise?.way === 'transfer'),
      () => `file ${file.name} does not order what it says`,
    )
  }
}

/** What must hold of statements, their lines and the register; `must` hears of each thing that does not. */
export function bankHolds(office: Snapshot, must: Must): void {
  matchesHold(office, must)
  statementsHold(office, must)
  registerHolds(office, must)
  itemsHold(office, must)
}
