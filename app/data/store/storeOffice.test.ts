import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { random } from '#core/base/random'
import { idOf, type Id } from '#core/base/id'
import type { Result } from '#core/base/result'
import type { CheckNumber } from '#core/numbers/book'
import { perform as performAct } from '#core/office/defineAct'
import { perform, type ActName, type InputOf } from '#core/office/actTypes'
import { withdraw } from '#core/office/acts/withdraw'
import { MemoryOffice } from '#core/office/memory'
import { account, bookOf, company, drawOf, opened } from '#core/office/test/office'
import { startingOffice, type Acting } from '#core/office/test/chance'
import { nextMove } from '#core/office/test/simulator'
import { tableNames } from '#core/office/tables'
import { factsOf } from '#core/accounts/account'
import { factsOfPayment } from '#core/payments/payment'
import { layoutVersion, type Outcome } from '#core/runs/run'
import { layoutById, stockById } from '#core/paper/builtIn'
import { firstBroken, type Stamp } from '#core/trail/trail'
import { OfficeDb } from './db'
import { StoreOffice } from './storeOffice'
import { putRows } from './test/putRows'
import { simulateStore } from './test/storeSimulator'

/** The browser's locks, in one process: a queue for each name. */
function queueLocks(): Pick<LockManager, 'request'> {
  const last = new Map<string, Promise<unknown>>()
  const request = (name: string, act: () => Promise<unknown>): Promise<unknown> => {
    const mine = (last.get(name) ?? Promise.resolve()).then(act, act)
    last.set(
      name,
      mine.catch(() => {}),
    )
    return mine
  }
  return { request } as unknown as Pick<LockManager, 'request'>
}

const book = bookOf(30)
const PDF = new Uint8Array([1])
const made = {
  version: layoutVersion(
    layoutById(account.layoutId)!,
    stockById(account.stockId)!,
    factsOf(account, company),
  ).id,
}
let db: OfficeDb
let store: StoreOffice
/** One press after the other: each act has a stamp of its own. */
const acting =
  (of: StoreOffice): Acting =>
  (name, input) =>
    of.perform(name, input, stamp())
const act = <N extends ActName>(name: N, input: InputOf<N>): Promise<Result<unknown>> =>
  store.perform(name, input, stamp())
let clock = 0
const stamp = (): Stamp => ({ at: `2026-11-24T10:00:00.${String(++clock).padStart(6, '0')}Z`, by: 'Test' })

async function whole(): Promise<Record<string, unknown[]>> {
  return Object.fromEntries(await Promise.all(db.tables.map(async t => [t.name, await t.toArray()])))
}

/** What the PDF of a prepared run would be made of. */
async function factsOfRun(runId: Id<'run'>) {
  const run = (await db.runs.get(runId))!
  return {
    ...made,
    places: run.paymentIds.map((_, i) => `${i + 1}/1`),
    checks: await Promise.all(
      run.paymentIds.map(async (id, i) =>
        factsOfPayment((await db.payments.get(id))!, run.top! + i, account.signing),
      ),
    ),
  }
}

beforeEach(async () => {
  db = new OfficeDb(`test-${Math.random()}`)
  await putRows(db, opened(30))
  store = new StoreOffice(db, queueLocks())
})
afterEach(async () => {
  await db.delete()
})

describe('acts on the store', () => {
  it(
    'decide the same and leave the same rows as in memory, whatever is done',
    { timeout: 300_000 },
    async () => {
      const SEEDS = Number(process.env.TWIN_SEEDS ?? 25)
      let done = 0
      for (let seed = 1; seed <= SEEDS; seed++) {
        const memory = new MemoryOffice()
        memory.put(startingOffice())
        await putRows(db, startingOffice())
        const both: Acting = async (name, input, at) => {
          const [here, there] = [await perform(memory, name, input, at), await store.perform(name, input, at)]
          expect(there.ok ? 'done' : there.refusal, `seed ${seed}, ${name}`).toEqual(
            here.ok ? 'done' : here.refusal,
          )
          done += Number(here.ok)
          return here
        }
        const r = random(seed)
        for (let n = 0; n < 60; n++) await nextMove(r, n, memory, memory, both)?.act()
        const [kept, plain] = [await whole(), memory.snapshot()]
        const keyed = (rows: readonly unknown[]) =>
          new Map(
            (rows as { id?: string; seq?: number; runId?: string }[]).map(row => [
              row.id ?? row.seq ?? row.runId,
              row,
            ]),
          )
        for (const table of tableNames)
          expect(keyed(kept[table]!), `${table} of seed ${seed}`).toEqual(keyed(plain[table]))
      }
      expect(done).toBeGreaterThan(SEEDS * 10)
    },
  )
  it('an act that awaits anything but the port is refused: its transaction has ended', async () => {
    await act('draw', { accountId: account.id, draw: drawOf('a', 500) })
    const before = await whole()
    const slow: typeof withdraw = {
      ...withdraw,
      gather: async (reading, input) => {
        const row = await withdraw.gather(reading, input)
        await new Promise(done => setTimeout(done, 20))
        return row
      },
    }
    await expect(
      performAct(store, slow, { paymentId: idOf<'payment'>('a'), why: 'slow' }, stamp()),
    ).rejects.toThrow()
    expect(await whole()).toEqual(before)
  })
  it(
    'keep everything in order under random acts of two tabs, with a full disk and acts cut off in the middle',
    { timeout: 300_000 },
    async () => {
      const SEEDS = Number(process.env.STORE_SEEDS ?? 60)
      const FIRST = Number(process.env.STORE_FIRST ?? 1)
      const locks = queueLocks()
      const tabs = [acting(new StoreOffice(db, locks)), acting(new StoreOffice(db, locks))] as const
      let done = 0
      for (let seed = FIRST; seed < FIRST + SEEDS; seed++) done += await simulateStore(db, tabs, seed, 50)
      expect(done).toBeGreaterThan(SEEDS * 8)
    },
  )
  it('never give one number to two runs, whoever comes first', async () => {
    for (const id of ['a', 'b']) await act('draw', { accountId: account.id, draw: drawOf(id, 500) })
    const both = await Promise.all(
      ['r1', 'r2'].map(runId =>
        act('pick', {
          bookId: book.id,
          runId: idOf<'run'>(runId),
          paymentIds: [idOf<'payment'>('a'), idOf<'payment'>('b')],
          order: 'as drawn',
        }),
      ),
    )
    expect(both.filter(r => r.ok)).toHaveLength(1)
    await act('load', { runId: idOf<'run'>('r1'), top: 101 as CheckNumber })
    const facts = await factsOfRun(idOf<'run'>('r1'))
    const twice = await Promise.all(
      [1, 2, 3].map(() => act('print', { runId: idOf<'run'>('r1'), made: facts, pdf: PDF })),
    )
    expect(twice.map(r => (r.ok ? 'printed' : r.refusal.code)).sort()).toEqual([
      'printed',
      'run-printed',
      'run-printed',
    ])
    expect(await db.numbers.count()).toBe(2)
    expect(firstBroken(await db.trail.orderBy('seq').toArray())).toBeUndefined()
  })
  it('write all or nothing: a write that fails anywhere leaves every table as it was', async () => {
    await act('draw', { accountId: account.id, draw: drawOf('a', 500) })
    await act('pick', {
      bookId: book.id,
      runId: idOf<'run'>('r1'),
      paymentIds: [idOf<'payment'>('a')],
      order: 'date',
    })
    await act('load', { runId: idOf<'run'>('r1'), top: 101 as CheckNumber })
    const facts = await factsOfRun(idOf<'run'>('r1'))
    for (const table of [
      'runs',
      'numbers',
      'payments',
      'copies',
      'layoutVersions',
      'trail',
      'papers',
    ] as const) {
      const before = await whole()
      const full = (): never => {
        throw new Dexie.QuotaExceededError('no room')
      }
      db.table(table).hook('creating', full)
      db.table(table).hook('updating', full)
      const done = await act('print', { runId: idOf<'run'>('r1'), made: facts, pdf: PDF })
      db.table(table).hook('creating').unsubscribe(full)
      db.table(table).hook('updating').unsubscribe(full)
      expect(done.ok ? 'printed' : done.refusal.code, table).toBe('store-failed')
      expect(await whole(), table).toEqual(before)
    }
    expect((await act('print', { runId: idOf<'run'>('r1'), made: facts, pdf: PDF })).ok).toBe(true)
  })
  it('refuse to print when the proof is of other facts than the lane', async () => {
    await act('draw', { accountId: account.id, draw: drawOf('a', 500) })
    await act('pick', {
      bookId: book.id,
      runId: idOf<'run'>('r1'),
      paymentIds: [idOf<'payment'>('a')],
      order: 'date',
    })
    await act('load', { runId: idOf<'run'>('r1'), top: 101 as CheckNumber })
    const facts = await factsOfRun(idOf<'run'>('r1'))
    const stale = { ...facts, checks: facts.checks.map(c => ({ ...c, payee: 'Somebody else' })) }
    const done = await act('print', { runId: idOf<'run'>('r1'), made: stale, pdf: PDF })
    expect(done.ok ? '' : done.refusal.code).toBe('proof-stale')
    expect(await db.papers.count()).toBe(0)
  })
})

describe('layouts, own settings and printers on the store', () => {
  it('two tabs that save the same version: one is told, and nothing of the first is lost', async () => {
    const layout = layoutById('letter-top')!
    const both = await Promise.all(
      [1, 2].map(n =>
        act('saveLayout', {
          key: layout.id,
          layout: { ...layout, name: `From tab ${n}` },
          from: 1,
          owns: [],
        }),
      ),
    )
    expect(both.map(r => (r.ok ? 'saved' : r.refusal.code)).sort()).toEqual(['saved', 'version-newer'])
    expect(await db.layouts.count()).toBe(1)
    expect((await db.trail.toArray()).map(t => t.act)).toEqual(['Layout saved'])
  })
  it('a run keeps what it was printed with, whatever is saved afterwards', async () => {
    await act('draw', { accountId: account.id, draw: drawOf('a', 500) })
    await act('pick', {
      bookId: book.id,
      runId: idOf<'run'>('r1'),
      paymentIds: [idOf<'payment'>('a')],
      order: 'date',
    })
    await act('load', { runId: idOf<'run'>('r1'), top: 101 as CheckNumber })
    const facts = await factsOfRun(idOf<'run'>('r1'))
    const layout = layoutById('letter-top')!
    await act('saveLayout', {
      key: layout.id,
      layout: { ...layout, name: 'Changed since the proof' },
      from: 1,
      owns: [],
    })
    const stale = await act('print', { runId: idOf<'run'>('r1'), made: facts, pdf: PDF })
    expect(stale.ok ? '' : stale.refusal.code).toBe('proof-stale')
    const version = layoutVersion(
      { ...layout, name: 'Changed since the proof' },
      stockById(account.stockId)!,
      factsOf(account, company),
    ).id
    expect((await act('print', { runId: idOf<'run'>('r1'), made: { ...facts, version }, pdf: PDF })).ok).toBe(
      true,
    )
    await act('saveLayout', {
      key: 'letter-top',
      from: 2,
      owns: [{ companyId: company.id, own: { settings: {}, fields: { memo: { x: 90 } }, added: [] } }],
    })
    expect(
      (await db.layoutVersions.get((await db.runs.get(idOf<'run'>('r1')))!.printedWith!))!.layout.name,
    ).toBe('Changed since the proof')
    expect(firstBroken(await db.trail.orderBy('seq').toArray())).toBeUndefined()
  })
  it('an advice for nothing takes a number and makes no entry; an account not for checks draws none', async () => {
    const advice = { ...drawOf('n', 1), amount: 0 as never, split: [], advice: true }
    expect((await act('draw', { accountId: account.id, draw: advice })).ok).toBe(true)
    expect(
      (
        await act('draw', {
          accountId: account.id,
          draw: { ...advice, id: idOf<'payment'>('m'), advice: false },
        })
      ).ok,
    ).toBe(false)
    await act('pick', {
      bookId: book.id,
      runId: idOf<'run'>('r1'),
      paymentIds: [idOf<'payment'>('n')],
      order: 'date',
    })
    await act('load', { runId: idOf<'run'>('r1'), top: 101 as CheckNumber })
    expect(
      (await act('print', { runId: idOf<'run'>('r1'), made: await factsOfRun(idOf<'run'>('r1')), pdf: PDF }))
        .ok,
    ).toBe(true)
    const entries = await db.entries.count()
    expect(
      (
        await act('countOff', {
          runId: idOf<'run'>('r1'),
          outcomes: new Map<CheckNumber, Outcome>([[101 as CheckNumber, { kind: 'good' }]]),
        })
      ).ok,
    ).toBe(true)
    expect(await db.entries.count()).toBe(entries)
    expect((await db.numbers.toArray()).map(n => n.fate)).toEqual(['issued'])
    const { payables: _, ...held } = company
    await act('saveAccount', {
      from: { account, company: held },
      to: { account: { ...account, forChecks: false }, company: held },
    })
    const refused = await act('draw', { accountId: account.id, draw: drawOf('z', 5) })
    expect(refused.ok ? '' : refused.refusal.code).toBe('account-not-for-checks')
  })
  it('what an act removes is gone together with its line in the trail, or stays with it', async () => {
    const run = { id: idOf<'run'>('old'), state: 'counted off', countedAt: '2026-09-01T10:00:00.000Z' }
    await db.runs.put(run as never)
    await db.papers.put({ runId: run.id, bytes: PDF, madeAt: run.countedAt })
    expect((await act('keepPdfsFor', { days: 30 })).ok).toBe(true)
    const before = await whole()
    const cut = (): never => {
      throw new Dexie.QuotaExceededError('no room')
    }
    db.trail.hook('creating', cut)
    expect(await act('discardPdfs', { runIds: [run.id] })).toMatchObject({ ok: false })
    db.trail.hook('creating').unsubscribe(cut)
    expect(await whole()).toEqual(before)
    expect((await act('discardPdfs', { runIds: [run.id] })).ok).toBe(true)
    expect(await db.papers.count()).toBe(0)
    expect((await db.trail.orderBy('seq').last())?.about).toEqual({ removed: 'papers old' })
  })
})
