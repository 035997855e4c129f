import 'fake-indexeddb/auto'
import Dexie, { type Table } from 'dexie'
import { effectScope } from 'vue'
import { afterAll, describe, expect, it } from 'vitest'
import { screenFollows, useLive } from './useLive'

class Store extends Dexie {
  declare rows: Table<{ id: number }, number>
  constructor() { super('follows'); this.version(1).stores({ rows: 'id' }) }
}
const store = new Store()
afterAll(() => store.delete())

describe('values that follow the store', () => {
  it('show what was written before an act is over, however slow a question is and whatever it asks next', async () => {
    const scope = effectScope()
    const [quick, slow] = scope.run(() => [
      useLive(() => store.rows.count()),
      useLive(async () => { let n = 0; for (let i = 0; i < 20; i++) n = await store.rows.count(); return n }),
    ] as const)!
    for (let id = 1; id <= 20; id++) {
      await store.transaction('rw', store.rows, () => store.rows.add({ id }))
      await screenFollows()
      expect([quick.value, slow.value]).toEqual([id, id])
    }
    scope.stop()
  })
})
