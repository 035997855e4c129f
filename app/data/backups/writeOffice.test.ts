import 'fake-indexeddb/auto'
import Dexie from 'dexie'
import { expect, it } from 'vitest'
import { random } from '#core/base/random'
import { lived } from '#core/office/test/lived'
import { readWhole } from '#core/office/test/readWhole'
import { account, drawOf } from '#core/office/test/office'
import { db } from '../store/db'
import { StoreOffice } from '../store/storeOffice'
import { putRows } from '../store/test/putRows'
import { writeOffice } from './writeOffice'

const locks = { request: (_: string, work: () => Promise<unknown>) => work() } as unknown as LockManager

it('is an office as it was at one moment, however often somebody acts while it is written', async () => {
  const r = random(11)
  await putRows(db, (await lived(31)).snapshot())
  await db.facts.put({ name: 'draft of a bill', value: '{}' })
  const office = new StoreOffice(db, locks)
  let n = 0
  const draw = () => {
    const [draft, at] = [drawOf(`more${++n}`, 100 + n), `2026-11-24T11:00:00.${String(n).padStart(3, '0')}Z`]
    // As from another thread: not a part of what is read just now.
    return Dexie.ignoreTransaction(() =>
      office.perform('draw', { accountId: account.id, draw: draft }, { at, by: 'Test' }),
    )
  }
  // How likely an act comes between two pages: never, once, and always.
  for (const often of [0, 0.05, 0.05, 0.2, 1]) {
    const acts: Promise<{ readonly ok: boolean }>[] = []
    const parts: number[] = []
    const { file, head } = await writeOffice(
      { madeAt: '2026-11-24T12:00:00Z', by: 'Test', store: 12 },
      part => {
        parts.push(part)
        if (r.next() < often) acts.push(draw())
      },
    )
    const read = readWhole(new Uint8Array(await file.arrayBuffer()))
    if (!read.ok) throw new Error(read.refusal.text)
    expect(read.value.findings, `acts at ${often}`).toEqual([])
    expect((await db.trail.get(head!.seq))?.hash).toBe(head!.hash)
    expect(read.value.tables.facts).toEqual([{ name: 'draft of a bill', value: '{}' }])
    expect(Math.max(...parts)).toBeLessThanOrEqual(1)
    // Nobody's act was lost over it.
    expect((await Promise.all(acts)).every(act => act.ok)).toBe(true)
    expect(often < 1 || acts.length > 20).toBe(true)
  }
}, 120_000)
