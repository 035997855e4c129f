import type { Id } from '../../base/id'
import { jumpedBy, type CheckNumber } from '../../numbers/book'
import { micrFindings } from '../../micr/checks'
import { positionsOn } from '../../micr/place'
import { checkSize } from '../../paper/stock'
import { mayUse } from '../../paper/versions'
import { printsMicr } from '../../accounts/readiness'
import { load as decide, type Loading } from '../../runs/prepare'
import { accountOn, paperOfBook, wayOf } from '../../runs/run'
import { act } from '../defineAct'
import { lockOfRun, printsWith, PRINTS_WITH, runWith, touched, type PrintsWith } from '../lookups'
import type { BankAccount } from '../../accounts/account'

/** Says of a number why it has no room in the MICR line of an account; blank where it has, or none is printed. */
function micrFaults(account: BankAccount, { layout, facts, stock }: PrintsWith): (n: CheckNumber) => string {
  if (!printsMicr(layout, stock)) return () => ''
  const positions = positionsOn(checkSize(stock).w)
  return number => {
    const short = micrFindings(account.pattern, facts, positions, number).find(f => f.code === 'micr-serial')
    return short
      ? `Number ${number} is too long for the MICR line of this account, which has room for ${short.limit} digits. Change its pattern under Accounts.`
      : ''
  }
}

/** It is said which number lies on top of the pack, and how the printer feeds it. */
export const load = act({
  lock: ({ runId }: Loading & { runId: Id<'run'> }, reading) => lockOfRun(reading, runId),
  reads: ['runs', 'accounts', 'books', 'numbers', ...PRINTS_WITH],
  writes: ['runs', 'numbers'],
  gather: async (reading, { runId, top, printing }) => {
    const { run, account, book } = await runWith(reading, runId)
    const prints = await printsWith(reading, accountOn(account, run))
    const [rows, stock] = [await reading.fates(book.id), paperOfBook(prints.stock, book)]
    const jumped = jumpedBy(book, rows, top, wayOf(stock, printing ?? null))
    return {
      ...{ run, book, rows, stock },
      touched: await touched(reading, book.id, jumped.ok ? jumped.value : []),
      layoutFor: mayUse(prints.layout, account.companyId),
      ...(book.kind !== 'advices' && { micrFaultOf: micrFaults(account, prints) }),
    }
  },
  decide: (known, input, stamp) => decide(known, input, stamp),
})
