import type { Page } from '@playwright/test'
import type { Snapshot } from '../../core/office/tables'

/** What the store says of one account, worked out from its rows alone: what every screen must show. */
interface AccountTruth {
  readonly id: string
  readonly name: string
  readonly waiting: number
  readonly total: number
  readonly book: number
  readonly committed: number
  readonly free: number
}
export interface Truth {
  readonly acts: number
  readonly lastAct: string
  readonly accounts: readonly AccountTruth[]
}

/**
 * Reads the store of the page directly, not through the app. Where no act was done since `known`, its figures
 * still hold: a store that changed without an act must not be followed.
 */
export const truthOf = (page: Page, known?: Truth): Promise<Truth> =>
  page.evaluate(async before => {
    interface Row {
      id: string
      name: string
      accountId: string
      state: string
      amount: number
      booked?: boolean
      cashLedgerId: string
      act: string
      lines: { ledgerId: string; debit: number; credit: number }[]
    }
    const db = await new Promise<IDBDatabase>((done, failed) => {
      const open = indexedDB.open('violet-lane')
      open.onsuccess = () => done(open.result)
      open.onerror = () => failed(new Error(String(open.error)))
    })
    const at = db.transaction(['accounts', 'payments', 'entries', 'trail'])
    const all = (table: string): Promise<Row[]> =>
      new Promise(done => {
        const got = at.objectStore(table).getAll()
        got.onsuccess = () => done(got.result as Row[])
      })
    const count = new Promise<number>(done => {
      const got = at.objectStore('trail').count()
      got.onsuccess = () => done(got.result)
    })
    const last = new Promise<string>(done => {
      const got = at.objectStore('trail').openCursor(null, 'prev')
      got.onsuccess = () =>
        done(
          got.result
            ? `${(got.result.value as Row).act}: ${(got.result.value as unknown as { text: string }).text}`
            : '',
        )
    })
    const [acts, lastAct] = await Promise.all([count, last])
    if (before && before.acts === acts && before.lastAct === lastAct) {
      db.close()
      return before
    }
    const [accounts, payments, entries] = await Promise.all([
      all('accounts'),
      all('payments'),
      all('entries'),
    ])
    db.close()
    const found = accounts.map(a => {
      const own = payments.filter(p => p.accountId === a.id)
      const lane = own.filter(p => p.state === 'waiting')
      const promised = own
        .filter(p => (p.state === 'waiting' || p.state === 'on paper') && !p.booked)
        .reduce((s, p) => s + p.amount, 0)
      const book = entries
        .flatMap(e => e.lines)
        .filter(l => l.ledgerId === a.cashLedgerId)
        .reduce((s, l) => s + l.debit - l.credit, 0)
      return {
        id: a.id,
        name: a.name,
        waiting: lane.length,
        total: lane.reduce((s, p) => s + p.amount, 0),
        book,
        committed: promised,
        free: book - promised,
      }
    })
    return { acts, lastAct, accounts: found }
  }, known)

/** Every row of the store, as one text: the way to the test is much shorter for it than for so many objects. */
export const wholeStore = async (page: Page): Promise<Snapshot> =>
  JSON.parse(await storeAsText(page)) as Snapshot
const storeAsText = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>(done => {
      const open = indexedDB.open('violet-lane')
      open.onsuccess = () => done(open.result)
    })
    const tables = [...db.objectStoreNames].filter(t => t !== 'papers' && t !== 'scans')
    const rows = await Promise.all(
      tables.map(
        t =>
          new Promise(done => {
            const got = db.transaction(t).objectStore(t).getAll()
            got.onsuccess = () => done([t, got.result])
          }),
      ),
    )
    db.close()
    return JSON.stringify(Object.fromEntries(rows as [string, unknown][]))
  })
