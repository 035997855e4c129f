import { db, STORE_VERSION } from './db'

/** Why the program cannot work on what this browser keeps, or keeps nothing at all. */
export type StoreProblem = 'storage forbidden' | 'no store' | 'newer store' | 'incomplete store'

/** Dexie counts its versions in tens of the browser's own. */
const PER_VERSION = 10
interface Found {
  readonly version: number
  readonly tables: readonly string[]
}

/** What is in the store of that name, looked at without changing anything; undefined where there is none. */
const lookAtStore = (name: string): Promise<Found | undefined> =>
  new Promise((resolve, reject) => {
    const request = indexedDB.open(name)
    // There was none: the one that was just made is taken away again.
    request.onupgradeneeded = () => request.transaction?.abort()
    request.onsuccess = () => {
      const found = { version: request.result.version, tables: [...request.result.objectStoreNames] }
      request.result.close()
      resolve(found)
    }
    request.onerror = () =>
      request.error?.name === 'AbortError'
        ? resolve(undefined)
        : reject(request.error ?? new Error('no store'))
    request.onblocked = () => resolve(undefined)
  })

/** What keeps the program from working here; undefined where nothing does. Nothing is written. */
export async function storeProblem(): Promise<StoreProblem | undefined> {
  try {
    localStorage.getItem('')
    sessionStorage.getItem('')
  } catch {
    return 'storage forbidden'
  }
  if (typeof indexedDB === 'undefined') return 'no store'
  try {
    const found = await lookAtStore(db.name)
    if (!found) return undefined
    if (found.version > STORE_VERSION * PER_VERSION) return 'newer store'
    const lacks = db.tables.some(table => !found.tables.includes(table.name))
    return found.version === STORE_VERSION * PER_VERSION && lacks ? 'incomplete store' : undefined
  } catch {
    return 'no store'
  }
}
