import Dexie from 'dexie'
import { random } from '#core/base/random'
import { MemoryOffice } from '#core/office/memory'
import { rowFaults } from '#core/office/rows'
import { account } from '#core/office/test/office'
import { fatesNow, startingOffice, startingWorld, type Acting } from '#core/office/test/chance'
import { nextMove } from '#core/office/test/simulator'
import { tableNames, type Changes } from '#core/office/tables'
import { aDay, bankAgrees } from '#core/office/test/bankOracle'
import { mustHold } from '#core/office/test/world'
import { auditRecord } from '#core/office/test/auditWhole'
import type { OfficeDb } from '../db'
import { putRows } from './putRows'
import { StoreOffice } from '../storeOffice'
import { numberBlock } from '../../find/numberLines'
import { compareStrips } from '../../numbers/compareStrips'

/** The whole store as an office in memory. */
async function officeOf(db: OfficeDb): Promise<MemoryOffice> {
  const office = new MemoryOffice()
  const rows = await Promise.all(
    tableNames.filter(t => t !== 'trail').map(async t => [t, await db.table(t).toArray()] as const),
  )
  office.put(Object.fromEntries(rows) as unknown as Changes)
  return office
}

/** Nothing is locked to look at what is there. */
const noLocks = {
  request: (_: string, work: () => Promise<unknown>) => work(),
} as unknown as LockManager

/** Acts of which only one of two tabs may succeed when both do the same at once. */
const once: readonly string[] = [
  'print',
  'count off',
  'record',
  'replace',
  'cancel',
  'give a fate',
  'take back',
  'withdraw',
  'bring back',
  'drop',
  'begin statements',
  'match a line',
  'undo a match',
  'undo a file',
  'enter a movement',
  'reverse a movement',
  'accept the amount of the bank',
  'reopen a statement',
  'enter a bill',
  'say yes to a bill',
  'cancel a bill',
  'settle',
  'draw for bills',
  'pay another way',
  'merge payees',
  'take in what was before',
  'take what was before back',
]
const written = [
  'runs',
  'numbers',
  'payments',
  'bills',
  'payees',
  'entries',
  'totals',
  'statements',
  'bankLines',
  'movements',
  'trail',
  'copies',
  'papers',
  'strips',
  'lanes',
] as const

/** Accounts whose kept sums are not what their payments come to, in words; worked out here payment by payment. */
export async function lanesAstray(db: OfficeDb): Promise<string[]> {
  const payments = await db.payments.toArray()
  const astray: string[] = []
  for (const { id } of await db.accounts.toArray()) {
    const own = payments.filter(p => p.accountId === id)
    const waiting = own.filter(p => p.state === 'waiting')
    const come = (of: readonly { amount: number }[]): number => of.reduce((to, p) => to + p.amount, 0)
    const due = [
      waiting.length,
      come(waiting),
      come(waiting.filter(p => p.booked)),
      waiting.filter(p => p.booked).length,
      come(own.filter(p => p.state === 'on paper' && !p.booked)),
    ]
    const kept = await db.lanes.get(id)
    const says = [
      kept?.count ?? 0,
      kept?.total ?? 0,
      kept?.booked ?? 0,
      kept?.bookedCount ?? 0,
      kept?.onPaper ?? 0,
    ]
    if (due.join() !== says.join())
      astray.push(`the lane of ${id} comes to ${due.join()}, its sums say ${says.join()}`)
  }
  return astray
}

/** Blocks kept for searches that do not say what the numbers say, by key; then every block is kept, as searches do. */
async function blocksAstray(db: OfficeDb): Promise<string[]> {
  const strips = await db.strips.toArray()
  const numbers = await db.numbers.toArray()
  const due = strips.map(({ id, bookId, block }) => ({
    ...{ id, madeBy: '' },
    block: numberBlock(
      bookId,
      numbers.filter(row => row.bookId === bookId && Math.floor(row.number / 1000) === block),
    ),
  }))
  const kept = new Map((await db.numberTexts.toArray()).map(row => [row.id, row]))
  await db.numberTexts.bulkPut(due)
  return due
    .filter(row => kept.has(row.id) && JSON.stringify(kept.get(row.id)) !== JSON.stringify(row))
    .map(row => row.id)
}

/**
 * Drives the store with random acts from two tabs: some do the same at the same moment, some see old
 * things, some find the disk full or are cut off in the middle. After each step everything that must always
 * hold is looked at; throws with the seed where it does not. Gives the number of acts done.
 */
export async function simulateStore(
  db: OfficeDb,
  tabs: readonly [Acting, Acting],
  seed: number,
  steps: number,
): Promise<number> {
  await putRows(db, startingOffice())
  const r = random(seed)
  const world = startingWorld()
  let now = await officeOf(db)
  let old = now
  let done = 0
  for (let n = 0; n < steps; n++) {
    if (n % 5 === 0) old = now
    const before = fatesNow(now)
    const seen = r.next() < 0.2 ? old : now
    const state = r.between(0, 2 ** 30)
    const move = nextMove(random(state), n, seen, now, tabs[0])
    if (!move) continue
    try {
      const luck = r.next()
      if (luck < 0.12) {
        // No room on the disk, or the tab is gone, at any write of the act.
        const table = db.table(r.one(written))
        const cut = (): never => {
          throw luck < 0.06 ? new Dexie.QuotaExceededError('no room') : new Dexie.AbortError('cut off')
        }
        table.hook('creating', cut)
        table.hook('updating', cut)
        const result = await Promise.resolve(move.act()).catch(() => ({ ok: false as const }))
        table.hook('creating').unsubscribe(cut)
        table.hook('updating').unsubscribe(cut)
        if (result.ok) {
          done++
          move.effect(world)
        }
      } else if (luck < 0.27 && once.includes(move.name)) {
        const same = nextMove(random(state), n, seen, now, tabs[1])!
        const both = await Promise.all([move.act(), same.act()])
        if (both.filter(x => x.ok).length > 1) throw new Error('two tabs did it both')
        if (both.some(x => x.ok)) {
          done++
          ;(both[0]!.ok ? move : same).effect(world)
        }
      } else if ((await move.act()).ok) {
        done++
        move.effect(world)
      }
      now = await officeOf(db)
      mustHold({ ...now.snapshot(), trail: [] }, world, account.cashLedgerId, before)
      await bankAgrees(new StoreOffice(db, noLocks), now.snapshot(), aDay(r))
      const [lane] = await lanesAstray(db)
      if (lane) throw new Error(lane)
      const [block] = await blocksAstray(db)
      if (block) throw new Error(`a search would find what ${block} was before`)
      for (const book of now.kept.books.values()) {
        const [wrong] = (await compareStrips(db, book)).differences
        if (wrong)
          throw new Error(`the row of ${wrong.number} says ${wrong.row}, its strip says ${wrong.strip}`)
      }
    } catch (error) {
      throw new Error(`store, seed ${seed}, act ${n}, ${move.name}: ${(error as Error).message}`, {
        cause: error,
      })
    }
  }
  const { trail: _, ...rows } = now.snapshot()
  const [fault] = rowFaults(rows)
  if (fault) throw new Error(`store, seed ${seed}: ${fault.table}, ${fault.path}: ${fault.what}`)
  const trail = await db.trail.orderBy('seq').toArray()
  const [untrue] = auditRecord({ ...now.snapshot(), trail })
  if (untrue) throw new Error(`store, seed ${seed}: ${untrue}`)
  return done
}
