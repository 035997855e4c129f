import type { Id } from '../../base/id'
import type { NumberRow } from '../../numbers/book'
import type { Fate } from '../../numbers/fates'
import { isBefore } from '../../runs/run'

/** Something that the bank is to know of a number: that it was issued, or that it ended. Each once, for ever. */
export interface BankItem {
  readonly id: Id<'bankItem'>
  readonly accountId: Id<'account'>
  readonly numberId: Id<'number'>
  readonly kind: 'issue' | 'end'
  readonly state: 'waiting' | 'sent'
  /** The file it went out with; none while it waits. */
  readonly fileId?: Id<'sentFile'>
}
/** An account whose bank is told of its checks, and by which layout. */
export interface PositivePay {
  readonly id: Id<'account'>
  readonly layoutId: Id<'payLayout'>
}
/** A file that the bank was given, as it was. */
export interface SentFile {
  readonly id: Id<'sentFile'>
  readonly accountId: Id<'account'>
  readonly name: string
  readonly text: string
  readonly at: string
  readonly by: string
  readonly issues: number
  readonly ends: number
  /** Of a file of payment orders: how many transfers it holds. Other files tell of checks. */
  readonly transfers?: number
}
/** Files that tell the bank of checks, without those that order transfers. */
export const checkFiles = (files: readonly SentFile[]): SentFile[] =>
  files.filter(file => file.transfers === undefined)

/** The key of what the bank is to know of a number. */
export const bankItemId = (numberId: Id<'number'>, kind: BankItem['kind']): Id<'bankItem'> =>
  `${numberId}/${kind}` as Id<'bankItem'>

/** What waits to be sent of a number. */
export const waitingItem = ({ id, accountId }: NumberRow, kind: BankItem['kind']): BankItem => ({
  ...{ id: bankItemId(id, kind), accountId, numberId: id, kind, state: 'waiting' },
})
const isIssued = (fate: Fate): boolean => fate === 'issued' || fate === 'cleared'
/** The bank was told of checks from before this office by whoever issued them. */
export const isToldElsewhere = ({ check }: NumberRow): boolean => check !== null && isBefore(check.runId)
/** Whether an issued check has ended, so that the bank must not pay it. */
export const isEnded = (fate: Fate): boolean => ['voided', 'stopped', 'spoiled', 'unused'].includes(fate)

/**
 * What the bank is to know after numbers changed: that one was issued, and that one whose issue it knows has ended.
 * `before` are the rows as they were, `known` the keys of the items that there are; of accounts that are not in
 * `accounts` the bank is told nothing.
 */
export function bankItemsOf(
  rows: readonly NumberRow[],
  before: ReadonlyMap<Id<'number'>, NumberRow>,
  accounts: ReadonlySet<Id<'account'>>,
  known: ReadonlySet<Id<'bankItem'>>,
): BankItem[] {
  return rows.flatMap(row => {
    if (!accounts.has(row.accountId) || isToldElsewhere(row)) return []
    const was = before.get(row.id)?.fate ?? 'unused'
    // One whose match is undone was paid before the bank was told of any check: it is outstanding now.
    const isNew = row.fate === 'issued' || (row.fate === 'cleared' && !isIssued(was))
    const hasEnded = isEnded(row.fate) && isIssued(was) && known.has(bankItemId(row.id, 'issue'))
    const items = [
      ...(isNew ? [waitingItem(row, 'issue')] : []),
      ...(hasEnded ? [waitingItem(row, 'end')] : []),
    ]
    return items.filter(item => !known.has(item.id))
  })
}
