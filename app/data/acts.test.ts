import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { random } from '#core/base/random'
import { idOf, type Id } from '#core/base/id'
import type { CheckNumber } from '#core/books/book'
import { Desk } from '#core/desk/desk'
import { account, bookOf, company, drawOf, opened } from '#core/desk/test/office'
import { tableNames } from '#core/desk/tables'
import { factsOf } from '#core/payables/account'
import { factsOfPayment } from '#core/payables/payment'
import { layoutVersion, type Outcome } from '#core/runs/run'
import { layoutById, stockById } from '#core/paper/builtIn'
import { firstBroken, type Stamp } from '#core/trail/trail'
import { Acts } from './acts'
import { OfficeDb } from './db'
import { simulateStore } from './test/storeSimulator'

/** The browser's locks, in one process: a queue for each name. */
function queueLocks(): Pick<LockManager, 'request'> {
  const last = new Map<string, Promise<unknown>>()
  const request = (name: string, act: () => Promise<unknown>): Promise<unknown> => {
    const mine = (last.get(name) ?? Promise.resolve()).then(act, act)
    last.set(name, mine.catch(() => {}))
    return mine
  }
  return { request } as unknown as Pick<LockManager, 'request'>
}

const book = bookOf(30)
const made = { version: layoutVersion(layoutById(account.layoutId)!, stockById(account.stockId)!, factsOf(account, company)).id }
let db: OfficeDb
let acts: Acts
let clock = 0
const stamp = (): Stamp => ({ at: `2026-11-24T10:00:00.${String(++clock).padStart(6, '0')}Z`, by: 'Test' })

async function whole(): Promise<Record<string, unknown[]>> {
  return Object.fromEntries(await Promise.all(db.tables.map(async t => [t.name, await t.toArray()])))
}

/** What the PDF of a prepared run would be made of. */
async function factsOfRun(runId: Id<'run'>) {
  const run = (await db.runs.get(runId))!
  return { ...made, places: run.paymentIds.map((_, i) => `${i + 1}/1`), checks: await Promise.all(run.paymentIds.map(async (id, i) => factsOfPayment((await db.payments.get(id))!, run.top! + i, account.signing))) }
}

beforeEach(async () => {
  db = new OfficeDb(`test-${Math.random()}`)
  for (const [table, rows] of Object.entries(opened(30))) await db.table(table).bulkPut(rows as unknown[])
  acts = new Acts(db, queueLocks(), stamp)
})
afterEach(async () => { await db.delete() })

describe('acts on the store', () => {
  it('leave the same rows as the same acts on a desk in memory', async () => {
    for (let seed = 1; seed <= 6; seed++) {
      await Promise.all(db.tables.map(t => t.clear()))
      const desk = new Desk()
      desk.put(opened(30))
      for (const [table, rows] of Object.entries(opened(30))) await db.table(table).bulkPut(rows as unknown[])
      const r = random(seed)
      let n = 0
      clock = 0
      for (let round = 0; round < 4; round++) {
        for (let i = r.between(1, 4); i > 0; i--) {
          const draw = drawOf(`pay${++n}`, r.between(1, 9_000))
          await acts.draw(account.id, draw)
          desk.draw(account.id, draw, { at: `2026-11-24T10:00:00.${String(clock).padStart(6, '0')}Z`, by: 'Test' })
        }
        const now = (): Stamp => ({ at: `2026-11-24T10:00:00.${String(clock).padStart(6, '0')}Z`, by: 'Test' })
        const runId = idOf<'run'>(`run${round}`)
        const pick = { runId, paymentIds: desk.waiting(account.id).map(p => p.id), order: 'amount' as const }
        await acts.pick(book, pick); desk.pick(book.id, pick, now())
        const first = Math.max(100, ...[...desk.rowsOf(book.id).values()].filter(row => row.fate !== 'unused').map(row => row.number)) + 1 as CheckNumber
        const jump = [...Array(first - 101).keys()].map(i => 101 + i as CheckNumber).filter(x => (desk.rowsOf(book.id).get(x)?.fate ?? 'unused') === 'unused')
        if (jump.length) { const give = { numbers: jump, fate: 'set aside' as const, why: 'later' }; await acts.giveFate(book, give); desk.giveFate(book.id, give, now()) }
        await acts.load(runId, { top: first }); desk.load(runId, { top: first }, now())
        const printed = await acts.print(runId, await factsOfRun(runId), new Uint8Array([1, 2]))
        desk.print(runId, now())
        expect(printed.ok).toBe(true)
        const outcomes = new Map(desk.kept.runs.get(runId)!.checks.map(c => [c.number, r.one<Outcome>([{ kind: 'good' }, { kind: 'spoiled', why: 'jam' }, { kind: 'never came out' }])]))
        await acts.countOff(runId, { outcomes }); desk.countOff(runId, { outcomes }, now())
      }
      const store = await whole()
      const plain = desk.snapshot()
      for (const table of tableNames) {
        const byKey = (a: { id?: string, seq?: number }, b: { id?: string, seq?: number }) => (a.seq ?? 0) - (b.seq ?? 0) || String(a.id).localeCompare(String(b.id))
        expect([...store[table] as never[]].sort(byKey), `${table} of seed ${seed}`).toEqual([...plain[table] as never[]].sort(byKey))
      }
    }
  })
  it('keep everything in order under random acts of two tabs, with a full disk and acts cut off in the middle', { timeout: 300_000 }, async () => {
    const SEEDS = Number(process.env.STORE_SEEDS ?? 60)
    const FIRST = Number(process.env.STORE_FIRST ?? 1)
    const locks = queueLocks()
    const tabs = [new Acts(db, locks, stamp), new Acts(db, locks, stamp)] as const
    let done = 0
    for (let seed = FIRST; seed < FIRST + SEEDS; seed++) done += await simulateStore(db, tabs, seed, 50)
    expect(done).toBeGreaterThan(SEEDS * 8)
  })
  it('never give one number to two runs, whoever comes first', async () => {
    for (const id of ['a', 'b']) await acts.draw(account.id, drawOf(id, 500))
    const both = await Promise.all(['r1', 'r2'].map(runId => acts.pick(book, { runId: idOf(runId), paymentIds: [idOf('a'), idOf('b')], order: 'as drawn' })))
    expect(both.filter(r => r.ok)).toHaveLength(1)
    await acts.load(idOf('r1'), { top: 101 as CheckNumber })
    const facts = await factsOfRun(idOf('r1'))
    const twice = await Promise.all([1, 2, 3].map(() => acts.print(idOf('r1'), facts, new Uint8Array([1]))))
    expect(twice.map(r => (r.ok ? 'printed' : r.refusal.code)).sort()).toEqual(['printed', 'run-printed', 'run-printed'])
    expect(await db.numbers.count()).toBe(2)
    expect(firstBroken(await db.trail.orderBy('seq').toArray())).toBeUndefined()
  })
  it('write all or nothing: a write that fails anywhere leaves every table as it was', async () => {
    await acts.draw(account.id, drawOf('a', 500))
    await acts.pick(book, { runId: idOf('r1'), paymentIds: [idOf('a')], order: 'date' })
    await acts.load(idOf('r1'), { top: 101 as CheckNumber })
    const facts = await factsOfRun(idOf('r1'))
    for (const table of ['runs', 'numbers', 'payments', 'copies', 'layoutVersions', 'trail', 'papers'] as const) {
      const before = await whole()
      const full = (): never => { throw new Dexie.QuotaExceededError('no room') }
      db.table(table).hook('creating', full)
      db.table(table).hook('updating', full)
      const done = await acts.print(idOf('r1'), facts, new Uint8Array([1]))
      db.table(table).hook('creating').unsubscribe(full)
      db.table(table).hook('updating').unsubscribe(full)
      expect(done.ok ? 'printed' : done.refusal.code, table).toBe('store-failed')
      expect(await whole(), table).toEqual(before)
    }
    expect((await acts.print(idOf('r1'), facts, new Uint8Array([1]))).ok).toBe(true)
  })
  it('refuse to print when the proof is of other facts than the lane', async () => {
    await acts.draw(account.id, drawOf('a', 500))
    await acts.pick(book, { runId: idOf('r1'), paymentIds: [idOf('a')], order: 'date' })
    await acts.load(idOf('r1'), { top: 101 as CheckNumber })
    const facts = await factsOfRun(idOf('r1'))
    const stale = { ...facts, checks: facts.checks.map(c => ({ ...c, payee: 'Somebody else' })) }
    const done = await acts.print(idOf('r1'), stale, new Uint8Array([1]))
    expect(done.ok ? '' : done.refusal.code).toBe('proof-stale')
    expect(await db.papers.count()).toBe(0)
  })
})

describe('layouts, own settings and printers on the store', () => {
  it('two tabs that save the same version: one is told, and nothing of the first is lost', async () => {
    const layout = layoutById('letter-top')!
    const both = await Promise.all([1, 2].map(n => acts.saveLayout({ ...layout, name: `From tab ${n}` }, 1)))
    expect(both.map(r => (r.ok ? 'saved' : r.refusal.code)).sort()).toEqual(['saved', 'version-newer'])
    expect(await db.layouts.count()).toBe(1)
    expect((await db.trail.toArray()).map(t => t.act)).toEqual(['save a layout'])
  })
  it('a run keeps what it was printed with, whatever is saved afterwards', async () => {
    await acts.draw(account.id, drawOf('a', 500))
    await acts.pick(book, { runId: idOf('r1'), paymentIds: [idOf('a')], order: 'date' })
    await acts.load(idOf('r1'), { top: 101 as CheckNumber })
    const facts = await factsOfRun(idOf('r1'))
    const layout = layoutById('letter-top')!
    await acts.saveLayout({ ...layout, name: 'Changed since the proof' }, 1)
    const stale = await acts.print(idOf('r1'), facts, new Uint8Array([1]))
    expect(stale.ok ? '' : stale.refusal.code).toBe('proof-stale')
    const now = layoutVersion({ ...layout, name: 'Changed since the proof' }, stockById(account.stockId)!, factsOf(account, company)).id
    expect((await acts.print(idOf('r1'), { ...facts, version: now }, new Uint8Array([1]))).ok).toBe(true)
    await acts.saveOwn('letter-top', company.id, { settings: {}, fields: { memo: { x: 90 } }, added: [] })
    expect((await db.layoutVersions.get((await db.runs.get(idOf('r1')))!.printedWith!))!.layout.name).toBe('Changed since the proof')
    expect(firstBroken(await db.trail.orderBy('seq').toArray())).toBeUndefined()
  })
  it('an advice for nothing takes a number and makes no entry; an account not for checks draws none', async () => {
    const advice = { ...drawOf('n', 1), amount: 0 as never, split: [], advice: true }
    expect((await acts.draw(account.id, advice)).ok).toBe(true)
    expect((await acts.draw(account.id, { ...advice, id: idOf('m'), advice: false })).ok).toBe(false)
    await acts.pick(book, { runId: idOf('r1'), paymentIds: [idOf('n')], order: 'date' })
    await acts.load(idOf('r1'), { top: 101 as CheckNumber })
    expect((await acts.print(idOf('r1'), await factsOfRun(idOf('r1')), new Uint8Array([1]))).ok).toBe(true)
    const entries = await db.entries.count()
    expect((await acts.countOff(idOf('r1'), { outcomes: new Map<CheckNumber, Outcome>([[101 as CheckNumber, { kind: 'good' }]]) })).ok).toBe(true)
    expect(await db.entries.count()).toBe(entries)
    expect((await db.numbers.toArray()).map(n => n.fate)).toEqual(['issued'])
    await acts.saveAccount({ from: { account, company }, to: { account: { ...account, forChecks: false }, company } })
    const refused = await acts.draw(account.id, drawOf('z', 5))
    expect(refused.ok ? '' : refused.refusal.code).toBe('account-not-for-checks')
  })
})
