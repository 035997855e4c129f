import type { PlainDate } from '../../base/dates'
import { howMany } from '../../base/howMany'
import type { Id } from '../../base/id'
import { good, refuse } from '../../base/result'
import type { BankAccount, Company } from '../../accounts/account'
import type { NumberRow } from '../../numbers/book'
import type { Decision, Stamp } from '../../trail/trail'
import {
  bankItemId,
  isEnded,
  isToldElsewhere,
  waitingItem,
  type BankItem,
  type PositivePay,
  type SentFile,
} from './bankItem'
import type { PayLayout } from './layout'
import { writePayFile, type PayItem } from './writeFile'

/** A file layout as it is kept, for one company. */
export interface PayLayoutRow {
  readonly id: Id<'payLayout'>
  readonly companyId: Id<'company'>
  readonly layout: PayLayout
}

/** The items that wait, as they are written: issues before ends, by number. */
export function payItems(
  waiting: readonly BankItem[],
  rows: ReadonlyMap<Id<'number'>, NumberRow>,
): PayItem[] {
  return waiting
    .flatMap((item): PayItem[] => {
      const row = rows.get(item.numberId)
      if (!row?.check) return []
      const { amount, date, payee } = row.check
      return [{ kind: item.kind, number: row.number, amount, date, payee }]
    })
    .sort((a, b) => (a.kind === b.kind ? a.number - b.number : a.kind === 'issue' ? -1 : 1))
}

/**
 * Makes the file of all that the bank is to know since the last one: each issue and each end goes out once. Kept as
 * it was sent. Refused: nothing waits, something does not fit the layout, no layout chosen.
 */
export function sendBankFile(
  known: {
    readonly account: BankAccount
    readonly layout: PayLayout | undefined
    readonly waiting: readonly BankItem[]
    readonly rows: ReadonlyMap<Id<'number'>, NumberRow>
    /** How many files were sent before. */
    readonly count: number
    readonly today: PlainDate
  },
  act: { readonly fileId: Id<'sentFile'>; readonly shorten: boolean },
  stamp: Stamp,
): Decision<{ bankItems: BankItem[]; sentFiles: SentFile[] }> {
  const { account, layout, waiting, rows, today } = known
  const at = { field: 'file' }
  if (!layout) return refuse('layout-none', 'Choose the layout of the file first', { field: 'layout' })
  const items = payItems(waiting, rows)
  if (!items.length) return refuse('items-none', 'There is nothing new for the bank', at)
  const file = writePayFile(layout, items, { account, today, shorten: act.shorten }, known.count + 1)
  const [fault] = file.faults
  if (fault)
    return refuse(
      'file-fault',
      `${fault.number === undefined ? '' : `Check ${fault.number}: `}${fault.text}`,
      at,
    )
  const issues = items.filter(i => i.kind === 'issue').length
  const sent: SentFile = {
    ...{ id: act.fileId, accountId: account.id, name: file.name, text: file.text },
    ...{ at: stamp.at, by: stamp.by, issues, ends: items.length - issues },
  }
  return good({
    changes: {
      bankItems: waiting
        .filter(i => rows.get(i.numberId)?.check)
        .map(i => ({ ...i, state: 'sent', fileId: act.fileId })),
      sentFiles: [sent],
    },
    trail: {
      act: 'Bank file made',
      text: `Made ${file.name} for the bank of ${account.name}: ${howMany(issues, 'issued check')}, ${sent.ends} voided or stopped.`,
      about: { account: account.id, file: act.fileId },
    },
  })
}

/**
 * Chooses the layout by which the bank of an account is told of its checks. From the first time on, all checks that
 * are issued wait for the first file, and whatever is issued or ends afterwards. Undefined: the bank is not told.
 */
export function setPositivePay(
  known: {
    readonly account: BankAccount
    readonly now: PositivePay | undefined
    readonly layout: PayLayoutRow | undefined
    /** Numbers of the account that are issued, or that the bank was to know of before. */
    readonly rows: readonly NumberRow[]
    readonly items: ReadonlySet<Id<'bankItem'>>
  },
  act: { readonly layoutId: Id<'payLayout'> | null },
): Decision<{ positivePay: PositivePay[]; bankItems: BankItem[] }> {
  const { account, now, layout, rows, items } = known
  const about = { account: account.id }
  if (act.layoutId === null)
    return now
      ? good({
          changes: { positivePay: [], bankItems: [] },
          removes: { positivePay: [account.id] },
          trail: { act: 'Bank files ended', text: `The bank of ${account.name} gets no more files.`, about },
        })
      : refuse('pay-none', 'This bank gets no files', { field: 'layout' })
  if (layout?.companyId !== account.companyId)
    return refuse('layout-gone', 'This layout is not there any more', { field: 'layout' })
  const fresh = now
    ? []
    : rows
        .filter(row => !isToldElsewhere(row))
        .flatMap(row => [
          ...(row.fate === 'issued' ? [waitingItem(row, 'issue')] : []),
          ...(isEnded(row.fate) && items.has(bankItemId(row.id, 'issue')) ? [waitingItem(row, 'end')] : []),
        ])
        .filter(item => !items.has(item.id))
  return good({
    changes: { positivePay: [{ id: account.id, layoutId: layout.id }], bankItems: fresh },
    trail: {
      act: 'Bank file layout chosen',
      text: `Files for the bank of ${account.name} have the layout “${layout.layout.name}”${now ? '' : `; ${howMany(fresh.length, 'check')} waiting for the first one`}.`,
      about,
    },
  })
}

/** Saves a file layout of a company, or removes one that no account uses. */
export function savePayLayout(
  known: {
    readonly company: Company
    readonly layouts: readonly PayLayoutRow[]
    readonly used: ReadonlySet<Id<'payLayout'>>
  },
  act: { readonly id: Id<'payLayout'>; readonly layout: PayLayout | null },
): Decision<{ payLayouts: PayLayoutRow[] }> {
  const { company, layouts, used } = known
  const before = layouts.find(l => l.id === act.id)
  const about = { company: company.id }
  if (!act.layout) {
    if (!before) return refuse('layout-gone', 'This layout is not there any more', { field: 'layout' })
    if (used.has(act.id))
      return refuse('layout-used', 'An account uses this layout. Choose another one there first', {
        field: 'layout',
      })
    return good({
      changes: { payLayouts: [] },
      removes: { payLayouts: [act.id] },
      trail: { act: 'Bank file layout removed', text: `Removed the layout “${before.layout.name}”.`, about },
    })
  }
  const { name } = act.layout
  if (layouts.some(l => l.id !== act.id && l.layout.name.toLowerCase() === name.toLowerCase()))
    return refuse('name-twice', 'Another layout has this name', { field: 'name' })
  return good({
    changes: { payLayouts: [{ id: act.id, companyId: company.id, layout: act.layout }] },
    trail: {
      act: 'Bank file layout saved',
      text: `Saved the layout “${name}” of files for the bank.`,
      about,
    },
  })
}
