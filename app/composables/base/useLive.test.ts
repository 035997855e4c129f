import 'fake-indexeddb/auto'
import Dexie, { type Table } from 'dexie'
import { effectScope, nextTick, ref, shallowRef } from 'vue'
import { afterAll, describe, expect, it, vi } from 'vitest'
import { screenFollows, unanswered, useLive } from './useLive'

class Store extends Dexie {
  declare rows: Table<{ id: number }, number>
  constructor() {
    super('follows')
    this.version(1).stores({ rows: 'id' })
  }
}
const store = new Store()
afterAll(() => store.delete())

describe('values that follow the store', () => {
  it('show what was written before an act is over, however slow a question is and whatever it asks next', async () => {
    const scope = effectScope()
    const [quick, slow] = scope.run(
      () =>
        [
          useLive(() => store.rows.count()),
          useLive(async () => {
            let n = 0
            for (let i = 0; i < 20; i++) n = await store.rows.count()
            return n
          }),
        ] as const,
    )!
    for (let id = 1; id <= 20; id++) {
      await store.transaction('rw', store.rows, () => store.rows.add({ id }))
      await screenFollows()
      expect([quick.value, slow.value]).toEqual([id, id])
    }
    scope.stop()
  })
  it('an old answer never stands under a new question, and stays under the same one asked again', async () => {
    const scope = effectScope()
    const wanted = shallowRef({ id: 1, seen: 0 })
    await store.rows.bulkPut([{ id: 1 }, { id: 2 }])
    const row = scope.run(() =>
      useLive(
        () => store.rows.get(wanted.value.id),
        () => wanted.value.id,
      ),
    )!
    await screenFollows()
    expect([row.value, row.pending.value]).toEqual([{ id: 1 }, false])
    wanted.value = { id: 1, seen: 1 }
    await nextTick()
    expect(row.value).toEqual({ id: 1 })
    wanted.value = { id: 2, seen: 1 }
    await nextTick()
    expect([row.value, row.pending.value]).toEqual([undefined, true])
    await screenFollows()
    expect(row.value).toEqual({ id: 2 })
    scope.stop()
  })
  it('more of the same is asked for while the old answer stands; of something else, nothing stands', async () => {
    const scope = effectScope()
    const [least, most] = [ref(1), ref(1)]
    await store.rows.bulkPut([{ id: 1 }, { id: 2 }, { id: 3 }])
    const rows = scope.run(() =>
      useLive(
        () => store.rows.where('id').aboveOrEqual(least.value).limit(most.value).primaryKeys(),
        () => least.value,
        () => most.value,
      ),
    )!
    await screenFollows()
    most.value = 2
    await nextTick()
    expect([rows.value, rows.pending.value]).toEqual([[1], true])
    await screenFollows()
    expect(rows.value).toEqual([1, 2])
    least.value = 2
    most.value = 1
    await nextTick()
    expect(rows.value).toBeUndefined()
    await screenFollows()
    expect(rows.value).toEqual([2])
    scope.stop()
  })
  it('what cannot be answered is told, until it can', async () => {
    const scope = effectScope()
    const bad = ref(true)
    const said = vi.spyOn(console, 'error').mockImplementation(() => {})
    const count = scope.run(() =>
      useLive(
        async () => {
          if (bad.value) throw new Error('not readable')
          return await store.rows.count()
        },
        () => bad.value,
      ),
    )!
    await screenFollows()
    expect([count.value, count.pending.value, (unanswered.value as Error).message]).toEqual([
      undefined,
      false,
      'not readable',
    ])
    bad.value = false
    await nextTick()
    await screenFollows()
    expect([count.error.value, unanswered.value]).toEqual([undefined, undefined])
    expect(count.value).toBeGreaterThan(0)
    said.mockRestore()
    scope.stop()
  })
})
