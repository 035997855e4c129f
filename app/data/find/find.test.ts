import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { expect, test } from 'vitest'
import { random } from '#core/base/random'
import type { Tables } from '#core/office/tables'
import type { TrailLine } from '#core/trail/trail'
import { trailBlock } from '../history/trailLines'
import { db } from '../store/db'
import { findWork } from './findWork'

/** Answers of the worker until everything is read. */
async function foundAtLast(typed: string) {
  for (let known = -1; ;) {
    const now = await findWork.find(typed, known)
    if (now.isAll) return now
    expect(now.read).toBeGreaterThan(known)
    known = now.read
  }
}
const names = ['Cobalt Rope', 'Saltgrass Bakery', 'Tidegate Harbor', 'Ilse Brandvold']

test('what is found follows every write, also more rows than are read at once, in the words of other tables too', async () => {
  const r = random(5)
  const payee = (i: number, name: string) =>
    ({ id: `p${i}`, companyId: 'c', name }) as unknown as Tables['payees']
  const bill = (i: number, of: number) =>
    ({
      ...{ id: `b${i}`, payeeId: `p${of}`, companyId: 'c', ourNumber: i, number: `B-${i}`, memo: '' },
      ...{ amount: 100 * i, date: '2026-11-24', due: '2026-12-24', stage: 'payable', lines: [] },
    }) as unknown as Tables['bills']
  await db.payees.bulkPut(names.map((name, i) => payee(i, name)))
  // Two pages and a bit, so that the seams of pages are looked at.
  await db.bills.bulkPut(Array.from({ length: 10_003 }, (_, i) => bill(i + 1, i % names.length)))
  const number = { id: 'n', accountId: 'a', number: 4055, fate: 'issued', life: [] }
  await db.accounts.put({ id: 'a', companyId: 'c' } as unknown as Tables['accounts'])
  const check = { payee: 'Cobalt Rope', amount: 1, date: '2026-11-24', paymentId: 'x' }
  await db.numbers.put({ ...number, check } as unknown as Tables['numbers'])
  // Before anything is read, a check is found by its number already, and not twice later.
  const first = await findWork.find('4055', -1)
  expect([first.isAll, first.found.map(g => [g.kind, g.count])]).toEqual([false, [['check', 1]]])
  const whole = await foundAtLast('4055')
  expect(whole.found.find(g => g.kind === 'check')?.count).toBe(1)
  for (let round = 0; round < 40; round++) {
    const i = r.between(1, 10_400)
    if (r.next() < 0.2)
      await db.bills.bulkDelete(Array.from({ length: r.between(1, 30) }, (_, k) => `b${i + k}` as never))
    else if (r.next() < 0.1)
      await db.bills.bulkPut(
        Array.from({ length: 2100 }, (_, k) => bill(i + k, r.between(0, names.length - 1))),
      )
    else await db.bills.put(bill(i, r.between(0, names.length - 1)))
    const at = r.between(0, names.length - 1)
    const { found } = await foundAtLast(names[at]!.toLowerCase())
    const bills = found.find(g => g.kind === 'bill')
    expect(bills?.count, `round ${round}`).toBe(await db.bills.where('payeeId').equals(`p${at}`).count())
    expect(found.find(g => g.kind === 'payee')?.count).toBe(1)
  }
}, 60_000)

test('lines of the trail are found as they are shown, by name, act, day and what they are about, also those added since, with what is laid out by this code or another, kept or not', async () => {
  const r = random(9)
  const line = (seq: number): TrailLine => ({
    ...{ seq, act: r.one(['Run picked', 'pick', 'Payment drawn']), text: `${r.one(names)} ${seq % 7}.` },
    ...{ at: `2026-11-2${seq % 3}T09:00:00.000-05:00`, by: r.one(['Ada', 'Bo']), before: '', hash: '' },
    about: seq % 5 ? {} : { book: `b${seq % 2}` },
  })
  const lines: TrailLine[] = []
  const add = async (count: number): Promise<void> => {
    const more = Array.from({ length: count }, (_, i) => line(lines.length + i + 1))
    lines.push(...more)
    await db.trail.bulkAdd(more)
  }
  // What a person sees of a line: the old name of an act is told as the new one.
  const sees = (l: TrailLine, word: string): boolean => `${l.text} / ${l.by}`.toLowerCase().includes(word)
  const noRoom = (): never => {
    throw new Dexie.QuotaExceededError('no room')
  }
  for (let round = 0; round < 40; round++) {
    // The block that ends with line 5499 fills up on the way.
    await add(round ? r.between(1, 3) : 5470)
    // Blocks of another version of the program say what they like, and are not believed.
    if (r.next() < 0.3)
      await db.trailTexts
        .limit(r.between(1, 11))
        .modify(row => void Object.assign(row, { madeBy: '/older.js', block: trailBlock([line(1)]) }))
    // Now and then another office takes the place of this one, as a backup does.
    if (r.next() < 0.1) {
      await db.transaction('rw', db.tables, () => Promise.all(db.tables.map(table => table.clear())))
      lines.length = 0
      await add(r.between(0, 1200))
    }
    const isFull = r.next() < 0.2
    if (isFull) db.trailTexts.hook('creating').subscribe(noRoom)
    const text = r.one(['', 'rope 3', 'bo', 'ada', 'nobody'])
    const act = r.one(['', 'Run picked', 'Payment drawn'])
    const day = r.one(['', '2026-11-21'])
    const book = r.one(['', 'b0', 'b1'])
    const most = r.one([4, Infinity])
    const asked = { text, act, day, subject: book ? ({ about: 'book', id: book } as const) : undefined }
    const wanted = lines
      .filter(l => sees(l, text) && (!day || l.at.slice(0, 10) === day) && (!book || l.about.book === book))
      .filter(l => !act || l.act === act || (act === 'Run picked' && l.act === 'pick'))
      .map(l => l.seq)
      .reverse()
      .slice(0, most)
    expect(await findWork.lines(asked, most), `round ${round}`).toEqual(wanted)
    db.trailTexts.hook('creating').unsubscribe(noRoom)
    const full = Math.floor(((lines.at(-1)?.seq ?? 0) + 1) / 500)
    if (!isFull && most === Infinity) expect(await db.trailTexts.count()).toBe(full)
  }
}, 60_000)
