import { readFileSync } from 'node:fs'
import type { BrowserContext } from '@playwright/test'

/** What the browser's store holds after the demo office was loaded: made once, before all tests. */
export const demoStore = 'test-results/demo-store.json'

/** A store as Playwright keeps it. Every row of the demo is plain, and carries its own key or has one beside it. */
export interface KeptStore {
  readonly name: string
  readonly version: number
  readonly stores: readonly {
    readonly name: string
    readonly keyPath?: string
    readonly autoIncrement: boolean
    readonly indexes: readonly {
      readonly name: string
      readonly keyPath?: string
      readonly keyPathArray?: string[]
      readonly multiEntry: boolean
      readonly unique: boolean
    }[]
    readonly records: readonly { readonly key?: IDBValidKey; readonly value: unknown }[]
  }[]
}

/**
 * Puts the demo office into a new browser's store, all rows in one go: five times as quick as the test runner
 * does it, which every test would wait for.
 */
export async function fillStore(context: BrowserContext): Promise<void> {
  const page = await context.newPage()
  // An answer of the same server that opens no store itself.
  await page.goto('/api/health')
  await page.evaluate(
    async text => {
      const kept = JSON.parse(text) as KeptStore
      const open = indexedDB.open(kept.name, kept.version)
      open.onupgradeneeded = () => {
        for (const { name, keyPath, autoIncrement, indexes } of kept.stores) {
          const store = open.result.createObjectStore(name, { keyPath: keyPath ?? null, autoIncrement })
          for (const { name: index, keyPath: path, keyPathArray, multiEntry, unique } of indexes)
            store.createIndex(index, keyPathArray ?? path ?? '', { multiEntry, unique })
        }
      }
      const db = await new Promise<IDBDatabase>((done, failed) => {
        open.onsuccess = () => done(open.result)
        open.onerror = () => failed(new Error(String(open.error)))
      })
      const all = db.transaction(
        kept.stores.map(s => s.name),
        'readwrite',
      )
      for (const { name, keyPath, records } of kept.stores)
        for (const { key, value } of records) all.objectStore(name).put(value, keyPath ? undefined : key)
      await new Promise<void>((done, failed) => {
        all.oncomplete = () => done()
        all.onabort = () => failed(new Error(String(all.error)))
      })
      db.close()
    },
    readFileSync(demoStore, 'utf8'),
  )
  await page.close()
}
