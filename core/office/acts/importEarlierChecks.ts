import type { Id } from '../../base/id'
import { inBook, numberId } from '../../numbers/book'
import {
  importEarlierChecks as decide,
  type BeforeKnown,
  type TakingBefore,
} from '../../imports/importEarlierChecks'
import { act } from '../defineAct'
import { ofAccount, one } from '../lookups'
import type { Reading } from '../reading'
import { importKnown, TAKING_IN } from './importRows'

/** Where a company's opening balances stand: the other side of the account's own, else its first of that kind. */
async function equityOf(reading: Reading, accountId: Id<'account'>): Promise<Id<'ledger'> | undefined> {
  const { cashLedgerId, companyId } = await one(reading, 'accounts', accountId)
  const opening = await reading.get('entries', `${accountId}/opening` as Id<'entry'>)
  const other = opening?.lines.find(line => line.ledgerId !== cashLedgerId)
  if (other) return other.ledgerId
  const own = (await reading.all('ledgers')).filter(l => l.companyId === companyId && l.kind === 'equity')
  return own.sort((a, b) => a.code.localeCompare(b.code))[0]?.id
}

/** What taking in what was before must know. */
export async function beforeKnown(reading: Reading, act: TakingBefore, fresh = false): Promise<BeforeKnown> {
  const { accountId } = act.taking
  const known = await importKnown(reading, act.taking, fresh)
  if (!accountId) return { ...known, books: [], rows: new Map(), equity: undefined }
  const books = await reading.where('books', 'account', [accountId])
  const numbers = [...act.checks, ...act.fates].map(of => of.number)
  const ids = numbers.flatMap(n => books.filter(b => inBook(b, n)).map(b => numberId(b.id, n)))
  const rows = await reading.many('numbers', [...new Set(ids)])
  return {
    ...known,
    books,
    rows: new Map(rows.map(row => [row.id, row])),
    equity: await equityOf(reading, accountId),
  }
}

/** Checks and numbers from before the office began here are taken in. */
export const importEarlierChecks = act({
  lock: async ({ taking }: TakingBefore) => ofAccount(taking.accountId ?? ('' as Id<'account'>)),
  reads: [...TAKING_IN, 'books', 'numbers'],
  writes: ['intakes', 'payees', 'payments', 'numbers', 'entries'],
  gather: (reading, input) => beforeKnown(reading, input),
  decide: (known, input, stamp) => decide(known, input, stamp),
})
